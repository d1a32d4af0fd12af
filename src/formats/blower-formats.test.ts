import { sampleBlowers } from '@/data/demo/sample';
import type { Blower } from '@/core/blower/document';
import { openItemFile, makeItem } from './kinds/importing';
import { writeItemFile } from './kinds/files';
import type { BlowerFacts } from './blower-import';

/** Opens a text as a blower's table and makes the blower of it as guessed, with facts changed. */
function made(text: string, facts: Partial<BlowerFacts> = {}) {
  const opened = openItemFile('blower', text, 'foreign.csv');
  if (opened.kind !== 'table') return { opened, result: null };
  return { opened, result: makeItem('blower', opened.table, opened.mapping, { ...opened.facts, ...facts }) };
}

const known: Partial<BlowerFacts> = {
  name: 'Bought 1600',
  volume: 1.6e-3,
  internalRatio: 1.2,
  maxSpeedRpm: 14_000,
  maxOutletTemperature: 440,
};
const foreign = `speed rpm;PR;VE %;isentropic eff %
12000;1,8;85;66
12000;1,2;91;60
6000;1,2;84;62
6000;1,5;76;64
6000;1,8;70;60
12000;1,5;88;66`;

describe('a blower as a table', () => {
  it('comes back from its CSV as it went, every one of the demo’s', () => {
    for (const { document } of sampleBlowers) {
      const { result } = made(writeItemFile(document, 'csv').text);
      expect(result).toMatchObject({ ok: true, document });
    }
  });

  it('with a name that a spreadsheet would run comes back as text', () => {
    const document: Blower = { ...sampleBlowers[0]!.document, name: '=1+1, "x"', note: '# odd\nnote' };
    expect(made(writeItemFile(document, 'csv').text).result).toMatchObject({ ok: true, document });
  });

  it('of a stranger is mapped by its heads: per cent, decimal commas, any order of rows', () => {
    const { opened, result } = made(foreign, known);
    expect(opened).toMatchObject({
      mapping: {
        columns: [
          { role: 'speed' },
          { role: 'ratio' },
          { role: 'volumetric', unit: '%' },
          { role: 'isentropic', unit: '%' },
        ],
      },
    });
    if (!result?.ok) throw new Error(JSON.stringify(result));
    const { lines } = result.document as Blower;
    expect(lines.map(({ speedRpm }) => speedRpm)).toEqual([6_000, 12_000]);
    expect(lines[1]!.points.map((p) => p.pressureRatio)).toEqual([1.2, 1.5, 1.8]);
    expect(lines[1]!.points[2]).toEqual({ pressureRatio: 1.8, volumetric: 0.85, isentropic: 0.66 });
  });

  it('says what it lacks, and which line is wrong', () => {
    const codes = (text: string, facts: Partial<BlowerFacts> = {}) => {
      const { result } = made(text, facts);
      return result && !result.ok ? result.problems.map(({ line, reason }) => [reason.code, line]) : [];
    };
    expect(codes(foreign).map(([code]) => code)).toEqual([
      'no-displacement',
      'no-internal-ratio',
      'no-speed-limit',
      'no-temperature-limit',
    ]);
    expect(codes(foreign.replace('6000;1,5;76;64', '6000;1,5;much;64'), known)).toEqual([
      ['cell-not-a-number', 5],
    ]);
    expect(codes(foreign.replace('6000;1,5;76;64', '6000;1,5;;64'), known)).toEqual([['cell-empty', 5]]);
    // Better than a machine without loss: refused with its line.
    expect(codes(foreign.replace('6000;1,8;70;60', '6000;1,8;70;93'), known)).toEqual([
      ['blower-beyond-ideal', 6],
    ]);
    expect(codes(foreign.replace('6000;1,8;70;60', '6000;1,8;99;60'), known)[0]).toEqual([
      'value-refused',
      4,
    ]);
    // The schema names the speed's line: its first row.
    // An internal ratio below one is no machine.
    expect(codes(foreign, { ...known, internalRatio: 0.8 })[0]![0]).toBe('value-refused');
    expect(made('hello').opened.kind).toBe('unreadable');
  });
});
