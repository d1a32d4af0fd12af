import { parseQuantity } from '@/core/units/parse';
import { unitsOf } from '@/core/units/quantities';
import { guessFacts, guessMapping } from './map-guess';
import { LARGEST_MAP_FILE, readMapTable, readNumber } from './map-table';

/** Hostile texts that grow with n; each hung a pattern that looked at a text over and over. */
const hostile: Record<string, (n: number) => string> = {
  'a comment of blanks': (n) => `#${' '.repeat(n)}x`,
  commas: (n) => ','.repeat(n),
  'a fact that ends in commas': (n) => `# a: ${','.repeat(n)}b`,
  'blanks in a pressure': (n) => `# reference pressure: 100${' '.repeat(n)}kPa x\nspeed,flow,pr,eff\n1,2,3,4`,
  quotes: (n) => `#"${'"'.repeat(n)},`,
  digits: (n) => `${'1'.repeat(n)}x,2,3`,
  'one cell of blanks': (n) => `a${' '.repeat(n)}b,2,3\n1,2,3`,
  'nested arrays': (n) => '['.repeat(n),
  'nested objects': (n) => '{"a":'.repeat(n / 5),
  'line ends': (n) => '\n'.repeat(n),
};

describe('text from outside is read in a time that grows with its length', () => {
  const time = (work: () => void) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };

  it.each(Object.keys(hostile))(
    '%s: a file at the upload cap is done within seconds, and never throws',
    (name) => {
      const text = hostile[name]!(LARGEST_MAP_FILE - 200);
      const took = time(() => {
        const read = readMapTable(text);
        if (read.ok) {
          guessMapping(read.table);
          guessFacts(read.table, 'x.csv');
        }
      });
      // A generous cap: a pattern that goes over it again takes hours.
      expect(took).toBeLessThan(8_000);
    },
  );

  it('a typed quantity and a cell of any length answer at once', () => {
    for (const text of [
      '1'.repeat(1e6),
      `1${' '.repeat(1e6)}abs`,
      `${' '.repeat(1e6)}1`,
      `1,${'234,'.repeat(2e5)}`,
    ]) {
      const took = time(() => {
        parseQuantity(text, 'pressure', unitsOf('pressure')[0]!);
        readNumber(text, '.');
      });
      expect(took).toBeLessThan(500);
    }
  });
});
