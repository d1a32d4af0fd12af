import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleTurbines, sampleTurbochargers } from '@/data/demo/sample';
import type { Turbine } from '@/core/turbine/document';
import { given } from '@/core/documents/input';
import { readPartFile, writePartFile } from './part-json';
import { writeTurbineCsv } from './turbine-csv';
import { makeTurbine, openTurbineText, type OpenedTurbine } from './turbine-import';

const opened = (text: string, name = 'wheel.csv') => {
  const found = openTurbineText(text, name);
  if (found.kind !== 'table') throw new Error(JSON.stringify(found.problems));
  return found;
};
type Table = Extract<OpenedTurbine, { kind: 'table' }>;
const full = (table: Table): Table['facts'] => ({
  ...table.facts,
  referencePressure: 101_325,
  referenceTemperature: 288.15,
  inducer: 0.058,
  exducer: 0.05,
  efficiency: table.facts.efficiency ?? 0.7,
  includesBearing: false,
  maxSpeedRpm: 150_000,
  maxTemperature: 1_223,
});
const codes = (made: ReturnType<typeof makeTurbine>) =>
  made.ok ? [] : made.problems.map((p) => p.reason.code);

const withPoints = sampleTurbines
  .map((t) => t.document)
  .filter((t) => t.housings.every((h) => h.capacity.kind === 'points'));

describe('a turbine’s table', () => {
  test('what is exported as CSV comes back the same but for what a table cannot hold', () => {
    expect(withPoints.length).toBeGreaterThan(3);
    for (const turbine of withPoints) {
      const table = opened(writeTurbineCsv(turbine));
      const made = makeTurbine(table.table, table.mapping, table.facts);
      if (!made.ok) throw new Error(JSON.stringify(made.problems));
      const back = made.document;
      expect(back.name).toBe(turbine.name);
      expect(back.reference).toEqual(turbine.reference);
      expect(back.inducer).toEqual(turbine.inducer);
      expect(back.maxTemperature).toEqual(turbine.maxTemperature);
      expect(back.includesBearing).toBe(turbine.includesBearing);
      expect(back.price).toEqual(turbine.price);
      expect(back.stock).toBe(turbine.stock);
      expect(back.housings.map((h) => [h.name, h.capacity])).toEqual(
        turbine.housings.map((h) => [h.name, h.capacity]),
      );
    }
  });

  test('columns in any order, any unit, semicolons and decimal commas', () => {
    const text = [
      'Massenstrom kg/min;housing;PR',
      '6,0;A/R 0,72;1,5',
      '7,2;A/R 0,72;2,0',
      '7,8;A/R 0,72;2,6',
    ].join('\n');
    const table = opened(text);
    expect(table.mapping.columns.map((c) => c.role)).toEqual(['flow', 'housing', 'ratio']);
    const made = makeTurbine(table.table, table.mapping, full(table));
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    const [housing] = made.document.housings;
    expect(housing!.capacity).toEqual({
      kind: 'points',
      points: [
        { ratio: 1.5, flow: expect.closeTo(0.1, 9) as number },
        { ratio: 2, flow: expect.closeTo(0.12, 9) as number },
        { ratio: 2.6, flow: expect.closeTo(0.13, 9) as number },
      ],
    });
    // By custom A/R is stated in inches.
    expect(housing!.ar!.value).toBeCloseTo(0.72 * 0.0254, 9);
  });

  test('what the file does not say is asked for, all of it at once; bearings are never taken for granted', () => {
    const table = opened('expansion ratio,flow\n1.4,0.1\n1.8,0.12\n2.4,0.13\n');
    expect(codes(makeTurbine(table.table, table.mapping, table.facts))).toEqual([
      'flow-unit-missing',
      'no-reference',
      'no-turbine-diameters',
      'no-bearing-answer',
      'no-turbine-efficiency',
      'no-speed-limit',
      'no-temperature-limit',
    ]);
  });

  test('too few points, flow that falls, a cell that is no number: each names its line', () => {
    const made = (rows: string[]) => {
      const table = opened(['expansion ratio;flow (kg/s)', ...rows].join('\n'));
      return makeTurbine(table.table, table.mapping, full(table));
    };
    expect(codes(made(['1.5;0.1', '2;0.12']))).not.toEqual([]);
    const falls = made(['1.4;0.10', '1.8;0.12', '2.4;0.11']);
    expect(falls.ok).toBe(false);
    if (!falls.ok) expect(falls.problems[0]!.line).toBe(4);
    const broken = made(['1.4;0.10', '1.8;about', '2.4;0.13']);
    if (broken.ok) throw new Error('it was read');
    expect(broken.problems[0]).toMatchObject({ line: 3, reason: { code: 'cell-not-a-number' } });
  });

  test('no text makes the reader throw, nor a turbine that is not sound', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const found = openTurbineText(`expansion ratio;flow (kg/s)\n${text}\n1.5;0.1\n2;0.12`, 'x');
        if (found.kind === 'table') makeTurbine(found.table, found.mapping, full(found));
      }),
      { numRuns: draws(200) },
    );
    for (const text of ['', '\u0000', '{"a":', 'x'.repeat(2_100_000)])
      expect(openTurbineText(text, 'x').kind).toBe('unreadable');
  });

  test('a name that a spreadsheet would take for a formula is written as text', () => {
    const turbine: Turbine = {
      ...structuredClone(withPoints[0]!),
      name: '=1+1',
      housings: [{ ...structuredClone(withPoints[0]!.housings[0]!), name: '=cmd' }],
    };
    for (const cell of writeTurbineCsv(turbine).split(/[\n,]/))
      expect(cell.replace(/^"/, '')).not.toMatch(/^[=+@]/);
  });
});

describe('a part’s file', () => {
  test('comes back as it was, turbine and turbocharger', () => {
    for (const { document } of [...sampleTurbines.slice(0, 4), ...sampleTurbochargers.slice(0, 4)])
      expect(readPartFile(writePartFile(document))).toEqual({ ok: true, part: document });
  });

  test('that is broken says where', () => {
    const text = writePartFile({ ...sampleTurbines[0]!.document, inducer: given(9, 'maker') });
    const read = readPartFile(text);
    if (read.ok) throw new Error('it was read');
    expect(text.split('\n')[read.problems[0]!.line! - 1]).toMatch(/value|inducer/);
    expect(readPartFile('{').ok).toBe(false);
  });
});

describe('turbine tables of several speed lines and units', () => {
  const facts = [
    '# name: Test 60',
    '# inducer: 60 mm',
    '# exducer: 52 mm',
    '# efficiency: 0.72',
    '# includes bearing: no',
    '# max speed: 140000 rpm',
    '# max temperature: 950 °C',
  ];
  const made = (rows: string[], more: string[] = []) => {
    const opened = openTurbineText([...facts, ...more, ...rows].join('\n'), 'x.csv');
    if (opened.kind !== 'table') throw new Error(JSON.stringify(opened.problems));
    return makeTurbine(opened.table, opened.mapping, opened.facts);
  };
  const pointsOf = (result: ReturnType<typeof made>) => {
    if (!result.ok) throw new Error(JSON.stringify(result.problems));
    const { capacity } = result.document.housings[0]!;
    if (capacity.kind !== 'points') throw new Error(capacity.kind);
    return capacity.points;
  };

  it('reads a column of speed as lines of one swallowing curve, and says how far they lie apart', () => {
    const result = made(
      [
        'speed (rpm),expansion ratio,flow (kg/s)',
        ...[
          '60000,1.4,0.10',
          '60000,1.8,0.13',
          '60000,2.2,0.145',
          '90000,1.5,0.108',
          '90000,2.0,0.138',
          '90000,2.6,0.151',
        ],
      ],
      ['# reference pressure: 101.3 kPa', '# reference temperature: 288 K'],
    );
    const points = pointsOf(result);
    expect(points.map((p) => p.ratio)).toEqual([1.4, 1.5, 1.8, 2, 2.2, 2.6]);
    points.forEach((p, i) => i && expect(p.flow).toBeGreaterThanOrEqual(points[i - 1]!.flow));
    expect(result.ok && result.doubts.map((d) => d.reason.code)).toContain('speed-lines-merged');
  });

  it('refuses a line whose ratios fall, in words and with its line', () => {
    const result = made(
      ['speed (rpm),ER,flow (kg/s)', '60000,1.4,0.1', '60000,1.3,0.13', '90000,1.5,0.11', '90000,2,0.14'],
      ['# reference pressure: 101.3 kPa', '# reference temperature: 288 K'],
    );
    expect(result.ok).toBe(false);
    expect(!result.ok && result.problems[0]).toMatchObject({
      line: 12,
      reason: { code: 'ratios-must-rise' },
    });
  });

  // ṁ √T / p by hand: 0.2 kg/s at 900 K and 200 kPa is 0.03 kg/s·√K/kPa, 3 kg/s·√K/bar.
  it.each([
    ['kg/s·√K/kPa', 0.03],
    ['kg/s·sqrt(K)/bar', 3],
    ['lb/min √R/psi', ((0.2 / 0.45359237) * 60 * Math.sqrt(900 * 1.8)) / (200_000 / 6_894.757293168)],
  ])('takes reduced flow in %s without asking for a reference', (unit, flow) => {
    const points = pointsOf(
      made([`ER,flow (${unit})`, `1.5,${flow * 0.8}`, `2,${flow}`, `2.5,${flow * 1.05}`]),
    );
    const corrected = (0.2 / 200_000) * Math.sqrt(900) * (101_325 / Math.sqrt(288.15));
    expect(points[1]!.flow / corrected).toBeCloseTo(1, 6);
  });
});
