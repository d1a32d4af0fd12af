import fc from 'fast-check';
import Papa from 'papaparse';
import { sampleItems } from '@/data/demo/sample';
import { isOf } from './library-items';
import { writeListCsv } from './list-csv';
import { kinds, type KindName } from './kinds';
import type { ItemDocument } from './kinds/documents';
import { makeItem, openItemFile, type Made } from './kinds/importing';

const lists = kinds.filter((kind) => (kind as { table?: string }).table === 'list').map(({ kind }) => kind);

function read(kind: KindName, text: string, choices: Record<string, string> = {}): Made {
  const opened = openItemFile(kind, text, 'list.csv');
  if (opened.kind !== 'table') throw new Error(JSON.stringify(opened));
  const facts = opened.facts as { choices: Record<string, string> };
  return makeItem(kind, opened.table, opened.mapping, { choices: { ...facts.choices, ...choices } });
}
const codes = (made: Made): string[] => (made.ok ? [] : made.problems.map(({ reason }) => reason.code));

describe.each(lists)('a list of %s items', (name) => {
  const documents = sampleItems.filter(isOf(name)).map(({ document }) => document as ItemDocument);

  it('comes back from its own CSV as it was, all of them in one file', () => {
    const made = read(name, writeListCsv(documents));
    expect(made).toMatchObject({ ok: true });
    if (made.ok) expect(made.documents).toEqual(documents);
  });

  it('whatever its text holds, it comes back or says what is wrong; nothing is a formula in a spreadsheet', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 40 }).filter((s) => s.trim() === s && !/[\r\n]/.test(s)),
        (note) => {
          const [first] = documents;
          const text = writeListCsv([{ ...first!, note }]);
          for (const cell of Papa.parse<string[]>(text).data.flat()) expect(cell).not.toMatch(/^[=+@]/);
          const made = read(name, text);
          if (made.ok && !note.startsWith("'")) expect(made.documents![0]!.note).toBe(note);
        },
      ),
    );
  });
});

describe('a foreign list of pulleys', () => {
  const foreign = [
    'Pulley price list',
    'name;dia (in);ribs;bore [mm];place;price;section',
    'Small;3,00;8;24,5;blower;89,50;PK',
    'Large;3,25;8;24,5;blower;;PK',
  ].join('\n');

  it('is read by its own words, units and decimal comma', () => {
    const made = read('pulley', foreign);
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    const [small, large] = made.documents as Extract<ItemDocument, { kind: 'pulley' }>[];
    expect(small!.diameter).toEqual({ value: expect.closeTo(0.0762, 9) as number, confidence: 'reported' });
    expect(small!.bore.value).toBeCloseTo(0.0245, 9);
    expect(small!.price!.value).toBeCloseTo(89.5, 9);
    expect(large!.price).toBeUndefined();
    expect(large!.place).toBe('blower');
  });

  it('asks for the unit of a length and for a column that is missing, and never guesses them', () => {
    expect(codes(read('pulley', foreign.replace('dia (in)', 'dia')))).toEqual(['column-unit-missing']);
    expect(codes(read('pulley', foreign.replace('bore [mm]', 'whatever')))).toEqual(['column-missing']);
  });

  it('says the line of what cannot be: no number, out of range, no such place', () => {
    for (const [was, now, code] of [
      ['3,00', 'three', 'cell-not-a-number'],
      ['3,00', '900', 'value-refused'],
      ['Small;3,00;8;24,5;blower', 'Small;3,00;8;24,5;gearbox', 'cell-no-choice'],
    ] as const) {
      const made = read('pulley', foreign.replace(was, now));
      expect([now, codes(made)]).toEqual([now, [code]]);
      if (!made.ok) expect(made.problems[0]!.line).toBe(3);
    }
  });

  it('takes what no column says from the choice made for all', () => {
    const made = read('pulley', foreign.replace(';section', '').replaceAll(';PK', ''), { profile: 'PJ' });
    if (made.ok) expect((made.document as Extract<ItemDocument, { kind: 'pulley' }>).profile).toBe('PJ');
    expect(made.ok).toBe(true);
  });
});

it('rows of one name are the lengths of one belt', () => {
  const made = read(
    'belt',
    'name,profile,ribs,length (mm),price\nSix,PK,6,1000,30\nSix,PK,6,1200,35\nEight,PK,8,1400,55\n',
  );
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  expect(
    (made.documents as Extract<ItemDocument, { kind: 'belt' }>[]).map(({ name, lengths }) => [
      name,
      lengths.length,
    ]),
  ).toEqual([
    ['Six', 2],
    ['Eight', 1],
  ]);
});
