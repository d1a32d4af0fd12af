import fc from 'fast-check';
import { unitsOf } from '@/core/units/quantities';
import { guessLog, makeLog, packed, readLog, unpacked } from './run-log';
import { addRunSchema } from './runs';
import { blankCard } from '@/core/dyno/card';

const house = (quantity: Parameters<typeof unitsOf>[0]) => unitsOf(quantity)[0]!;
function logOf(text: string) {
  const read = readLog(text);
  if (!read.ok) return read;
  return makeLog(read.table, guessLog(read.table, house), 14.7);
}
const good = (text: string) => {
  const made = logOf(text);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return made.log;
};
const codes = (text: string) => {
  const made = logOf(text);
  return made.ok ? [] : made.problems.map(({ reason, line }) => [reason.code, line]);
};

describe('a log from a file', () => {
  it('is read in any order, with any separator, decimal sign and unit; power follows from torque', () => {
    const log = good(
      'Boost (psi);Engine speed [rpm];Torque (lb.ft);AFR;Oil temp [°F];Duty %\n10,5;3000;250,0;12,5;212;55\n11;4000;260;--;215;60\n',
    );
    expect(Object.keys(log).sort()).toEqual(
      ['boost', 'injectorDuty', 'lambda', 'oilTemperature', 'power', 'speedRpm', 'torque'].sort(),
    );
    expect(log.boost![0]).toBeCloseTo(10.5 * 6_894.757, 0);
    expect(log.torque![0]).toBeCloseTo(250 * 1.355818, 3);
    expect(log.power![0]).toBeCloseTo((250 * 1.355818 * Math.PI * 3_000) / 30, 0);
    expect(log.lambda![0]).toBeCloseTo(12.5 / 14.7, 6);
    expect(log.lambda![1]).toBeNaN();
    expect(log.oilTemperature![0]).toBeCloseTo(373.15, 6);
    expect(log.injectorDuty![1]).toBeCloseTo(0.6, 9);
    const other = good('rpm\tpower kW\n3000\t100\n4000\t130\n');
    expect(other.torque![1]).toBeCloseTo(130_000 / ((4_000 * Math.PI) / 30), 6);
  });
  it.each([
    ['no engine speed', 'torque Nm,boost kPa\n300,50\n310,52\n', 'run-needs-speed', undefined],
    [
      'time running backwards',
      'time s,rpm,torque Nm\n0,3000,300\n2,3100,300\n1,3200,300\n',
      'log-time-back',
      4,
    ],
    [
      'power against torque',
      'rpm,torque Nm,power kW\n3000,300,94.2\n4000,300,160\n',
      'run-power-against-torque',
      3,
    ],
    ['speed in another unit', 'rpm,torque Nm\n30,300\n60,310\n', 'log-speed-off', 3],
    ['a word among the numbers', 'rpm,torque Nm\n3000,300\n4000,much\n', 'run-no-number', 3],
  ])('%s is said with its line, and nothing is taken', (_, text, code, line) =>
    expect(codes(text)).toEqual([[code, line]]),
  );
  it('a channel that two columns are taken for is asked about', () => {
    const read = readLog('rpm,a,b\n3000,1,2\n4000,1,2\n');
    if (!read.ok) throw new Error('unread');
    const made = makeLog(
      read.table,
      [
        { column: 'speedRpm', unit: 'rpm' },
        { column: 'boost', unit: 'kPa' },
        { column: 'boost', unit: 'kPa' },
      ],
      14.7,
    );
    expect(made).toMatchObject({ ok: false, problems: [{ reason: { code: 'log-channel-twice' } }] });
  });
  it('comes back from its stored form to six digits, gaps and all, and passes the wire', () => {
    const value = fc.oneof(fc.constant(NaN), fc.double({ min: -1e6, max: 1e6, noNaN: true }));
    fc.assert(
      fc.property(fc.array(value, { minLength: 2, maxLength: 30 }), (values) => {
        const log = { speedRpm: values.map((_, i) => 1_000 + i), torque: values };
        const stored = packed(log);
        expect(addRunSchema.safeParse({ card: blankCard('x'), log: stored, raw: '' }).success).toBe(true);
        unpacked(stored).torque!.forEach((one, i) => {
          if (Number.isNaN(values[i]!)) expect(one).toBeNaN();
          else expect(Math.abs(one - values[i]!)).toBeLessThanOrEqual(1e-5 * Math.abs(values[i]!));
        });
      }),
      { numRuns: 60, seed: 3 },
    );
    const uneven = { card: blankCard('x'), log: { speedRpm: [1, 2, 3], torque: [1, 2] }, raw: '' };
    expect(addRunSchema.safeParse(uneven).success).toBe(false);
    expect(addRunSchema.safeParse({ ...uneven, log: { torque: [1, 2] } }).success).toBe(false);
  });
  it('whatever the text: a log or reasons, never a throw', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const made = logOf(text);
        if (!made.ok) expect(made.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 150, seed: 9 },
    );
  });
});
