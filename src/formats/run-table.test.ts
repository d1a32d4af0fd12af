import fc from 'fast-check';
import { unitsOf } from '@/core/units/quantities';
import type { Quantity } from '@/core/units/quantities';
import { guessRun, makeRun, MOST_RUN_ROWS, readRun, type RunMapping } from './run-table';

const house = (quantity: Quantity) => unitsOf(quantity)[0]!;
const HP = 745.6998715822702;
const KPA = 1_000;

function open(text: string, mapping?: (guess: RunMapping) => RunMapping) {
  const read = readRun(text);
  if (!read.ok) throw new Error(read.problems[0]!.reason.code);
  const guess = guessRun(read.table, house);
  return { guess, made: makeRun(read.table, mapping?.(guess) ?? guess, 14.6, 98_000) };
}
/** The first problem, with its line. */
function problem(text: string): string {
  const { made } = open(text);
  return made.ok ? 'none' : `${made.problems[0]!.reason.code} ${made.problems[0]!.line ?? ''}`.trim();
}

describe('a pasted run', () => {
  it('is read by its header, in the units it names, in any order of columns', () => {
    const { guess, made } = open(
      'Power (hp)\tEngine speed (rpm)\tTorque (lb-ft)\tBoost (psi)\tIAT (°F)\tAFR\n' +
        '100\t3000\t175.1\t2.0\t95\t13.2\n200\t5000\t210.1\t7.0\t104\t12.1\n180\t6000\t157.6\t7.1\t110\t11.9\n',
    );
    expect(guess.map((g) => g.column)).toEqual([
      'power',
      'speed',
      'torque',
      'boost',
      'chargeTemperature',
      'afr',
    ]);
    if (!made.ok) throw new Error(made.problems[0]!.reason.code);
    const [first] = made.rows;
    expect(first!.power / HP).toBeCloseTo(100, 6);
    expect(first!.boostGauge! / 6894.757).toBeCloseTo(2, 4);
    expect(first!.chargeTemperature).toBeCloseTo(308.15, 2);
    expect(first!.lambda).toBeCloseTo(13.2 / 14.6, 6);
  });

  it('two bare columns are speed and power; torque alone is power too; absolute pressure becomes gauge', () => {
    const { made } = open('2000 60\n3000 95\n4000 130');
    expect(made.ok && made.rows.map((r) => r.speedRpm)).toEqual([2000, 3000, 4000]);
    const torque = open('rpm;torque Nm;MAP kPa\n2000;200;150\n4000;210;190');
    if (!torque.made.ok) throw new Error(torque.made.problems[0]!.reason.code);
    expect(torque.made.rows[0]!.power).toBeCloseTo((200 * 2 * Math.PI * 2000) / 60, 6);
    expect(torque.made.rows[1]!.boostGauge).toBeCloseTo(190 * KPA - 98_000, 6);
  });

  it('2,000 logged rows with jitter are gathered into 200, and nothing of the mean is lost', () => {
    const rows = Array.from({ length: 2_000 }, (_, i) => {
      const speed = 2_000 + i * 2.5 + (i % 7) - 3;
      return `${speed.toFixed(1)},${(speed / 20).toFixed(3)}`;
    });
    const { made } = open(`rpm,kW\n${rows.join('\n')}`);
    if (!made.ok) throw new Error(made.problems[0]!.reason.code);
    expect(made.readings).toBe(2_000);
    expect(made.rows.length).toBeLessThanOrEqual(MOST_RUN_ROWS);
    expect(made.rows.reduce((n, r) => n + r.readings, 0)).toBe(2_000);
    for (const row of made.rows) expect(row.power / row.speedRpm).toBeCloseTo(50, 1);
    expect(made.findings[0]!.reason.code).toBe('run-gathered');
  });

  it('what is wrong is named with its line', () => {
    expect(problem('rpm,hp\n3000,100\n4000,14o\n5000,180')).toBe('run-no-number 3');
    expect(problem('rpm,hp\n3000,100\n5000,180\n3200,110')).toBe('run-out-of-order 4');
    expect(problem('rpm,hp\n3000,100\n4000,140\n5,180')).toBe('run-two-units 4');
    expect(problem('rpm,hp\n3000,100\n3050,102\n3100,77.5\n3150,79')).toBe('run-power-jumps 4');
    // 100 hp at 3,000 rpm is 175 lb·ft: 237 there is the same in newton metres.
    expect(problem('rpm,hp,lb-ft\n3000,100,237.4\n4000,140,249')).toBe('run-power-against-torque 2');
    expect(problem('rpm,hp,lambda\n3000,100,13.1\n4000,140,12.8')).toBe('run-lambda-off 2');
    expect(problem('rpm,hp\n3000,100\n3000,101')).toBe('run-one-speed');
    expect(problem('rpm,hp\n30,100\n40,101')).toBe('run-speed-off 2');
    expect(problem('torque,boost\n100,2\n200,3')).toBe('run-needs-speed');
  });

  it('never throws, whatever is pasted', () => {
    const cell = fc.oneof(
      fc.double().map(String),
      fc.string({ maxLength: 6 }),
      fc.constantFrom('', '1,5', '−3', '1e9'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { maxLength: 8 }), (rows) => {
        const read = readRun(rows.map((r) => r.join('\t')).join('\n'));
        if (read.ok) makeRun(read.table, guessRun(read.table, house), 14.6, 98_000);
      }),
    );
  });
});

describe('a log with more in it than the pull', () => {
  const log = (speeds: number[]) =>
    ['rpm\tpower hp', ...speeds.map((n) => `${n}\t${(0.03 * n).toFixed(1)}`)].join('\n');
  const up = Array.from({ length: 40 }, (_, i) => 2_000 + i * 100);
  const read = (text: string, accelerationOnly: boolean) => {
    const table = readRun(text);
    if (!table.ok) throw new Error('no table');
    const unit = (q: Parameters<typeof unitsOf>[0]) => unitsOf(q)[0]!;
    return makeRun(table.table, guessRun(table.table, unit), 14.6, 101_325, { accelerationOnly });
  };

  it('is refused as it stands, and is the pull alone when only the acceleration is kept', () => {
    const text = log([1_500, 2_600, 2_400, 2_200, ...up, 5_600, 5_100, 4_000, 2_500]);
    expect(read(text, false)).toMatchObject({
      ok: false,
      problems: [{ reason: { code: 'run-out-of-order' } }],
    });
    const made = read(text, true);
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    expect(made.rows[0]!.speedRpm).toBe(2_000);
    expect(made.rows.at(-1)!.speedRpm).toBe(5_900);
    expect(made.rows).toHaveLength(up.length);
    expect(made.findings.map((f) => f.reason.code)).toContain('run-acceleration-only');
  });
});
