import fc from 'fast-check';
import { powerOfTorque } from '../engine/power-formulas';
import { auditOf, unequals, type AuditedRun, type Unequal } from './audit';
import { blankCard, runCardSchema, type RunCard } from './card';
import { extremesOf, type Log } from './channels';
import {
  commonRange,
  compare,
  differenceOf,
  floorOf,
  meanBetween,
  peakOf,
  reaches,
  repeatabilityOf,
  valueAt,
} from './compare';
import { normalisedTorque, USUAL_EXPONENT } from './normalise';
import { pulled, pullsOf, sweepRateOf } from './pulls';
import { dipsOf, signsOf, slipOf } from './signs';
import { curveOf, glitchesOf, smoothed, type Curve } from './smoothing';

const HP = 745.6998715822702;
const POUND_FOOT = 1.3558179483314;
const even = (from: number, to: number, value: (n: number) => number): Curve => {
  const speeds = Array.from({ length: (to - from) / 25 + 1 }, (_, i) => from + 25 * i);
  return { speeds, values: speeds.map(value) };
};
const ramp = (from: number, to: number, count: number) =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));

describe('pulls of a log', () => {
  // Idle, a pull with jitter, a shift, a second pull, the coast down.
  const jitter = ramp(2_000, 6_500, 90).map((n, i) => n - (i % 7 === 3 ? 25 : 0));
  const speedRpm = [...ramp(900, 900, 20), ...jitter, ...ramp(4_300, 6_600, 40), ...ramp(6_500, 1_200, 50)];
  const log: Log = { speedRpm, time: speedRpm.map((_, i) => i / 10) };
  it('are found and trimmed: idle, the shift and the coast down are none', () => {
    const pulls = pullsOf(log);
    expect(pulls.map(({ fromRpm, toRpm }) => [fromRpm, toRpm])).toEqual([
      [900, 6_500],
      [4_300, 6_600],
    ]);
    expect(pulls[0]!.from).toBe(19);
    // 2,300 rpm in 3.9 s.
    expect(sweepRateOf(pulled(log, pulls[1]!))).toBeCloseTo(2_300 / 3.9, 6);
  });
  it('whatever the log: each lies in it, rises by a quarter, and none overlaps another', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 9_000 }), { maxLength: 120 }), (speeds) => {
        let last = 0;
        for (const { from, to, fromRpm, toRpm } of pullsOf({ speedRpm: speeds })) {
          expect(from).toBeGreaterThanOrEqual(last);
          expect(to).toBeLessThanOrEqual(speeds.length);
          expect(toRpm).toBeGreaterThanOrEqual(1.25 * fromRpm);
          last = to;
        }
      }),
      { numRuns: 150, seed: 25 },
    );
    expect(pullsOf({})).toEqual([]);
  });
  it('least and greatest of every channel stand without being asked, gaps left out', () => {
    expect(extremesOf({ lambda: [NaN, 0.9, 0.8, NaN, 0.85], boost: [NaN] })).toEqual({
      lambda: { least: 0.8, most: 0.9, leastAt: 2, mostAt: 1 },
    });
  });
});

describe('smoothing', () => {
  it('is Savitzky and Golay’s: five points by a parabola weigh −3, 12, 17, 12, −3 of 35 (1964, table I)', () => {
    const spike = Array.from({ length: 31 }, (_, i) => (i === 15 ? 35 : 0));
    const five = smoothed(spike, 5).slice(13, 18);
    [-3, 12, 17, 12, -3].forEach((weight, i) => expect(five[i]).toBeCloseTo(weight, 9));
  });
  it('a parabola comes through as it is, its ends too; noise is taken down', () => {
    const pull = ramp(2_000, 6_000, 200);
    const parabola = (n: number) => 300 + 0.05 * (n - 4_000) - 2e-5 * (n - 4_000) ** 2;
    const curve = curveOf({ speedRpm: pull, torque: pull.map(parabola) }, 'torque')!;
    curve.speeds.forEach((n, i) => expect(Math.abs(curve.values[i]! - parabola(n))).toBeLessThan(0.05));
    const noisy = pull.map((n, i) => parabola(n) + (i % 2 ? 4 : -4));
    const calmer = curveOf({ speedRpm: pull, torque: noisy }, 'torque')!;
    const rough = Math.max(...calmer.speeds.map((n, i) => Math.abs(calmer.values[i]! - parabola(n))));
    expect(rough).toBeLessThan(3);
  });
  it('glitches are found by what stands beside them, and left out by hand', () => {
    const values = ramp(100, 300, 60).map((v, i) => (i === 30 ? v + 120 : v + (i % 2)));
    expect(glitchesOf(values)).toEqual([30]);
    expect(glitchesOf(ramp(0, 10, 40))).toEqual([]);
    const log: Log = { speedRpm: ramp(2_000, 5_000, 60), torque: values };
    const without = curveOf(log, 'torque', new Set([30]))!;
    expect(Math.abs(valueAt(without, log.speedRpm![30]!)! - (100 + (200 * 30) / 59))).toBeLessThan(2);
    expect(curveOf(log, 'boost')).toBeNull();
  });
});

describe('differences', () => {
  it('of two equal, independent runs are surer by no means: the band is √2 of one', () => {
    expect(differenceOf(1, 1, [3, 3]).band).toBeCloseTo(3 * Math.SQRT2, 12);
  });
  // Common practice, no source: ± 5 % each on 307 and 344.5 hp is ± 23 hp, so 37.5 is 1.6 times its tolerance.
  it('307 and 344.5 hp at 5 % each differ by 37.5 ± 23', () => {
    const { value, band, isShown } = differenceOf(344.5, 307, [0.05 * 344.5, 0.05 * 307]);
    expect([value, Math.round(band), isShown]).toEqual([37.5, 23, true]);
    expect(value / band).toBeCloseTo(1.6, 1);
  });
  it('366 → 452 and 349 → 415 are 86 and 66; + 250 lb·ft at 5,200 rpm is 248 hp (arithmetic of the trade)', () => {
    expect([differenceOf(452, 366, [0, 0]).value, differenceOf(415, 349, [0, 0]).value]).toEqual([86, 66]);
    expect(powerOfTorque(250 * POUND_FOOT, 5_200) / HP).toBeCloseTo(247.5, 1);
  });
  it('are taken on the common range alone: peak, greatest, least, end, mean and floor by hand', () => {
    const before = even(2_000, 6_000, () => 300);
    const after = even(3_000, 7_000, (n) => 300 + (n - 4_000) / 50);
    expect(commonRange(after, before)).toEqual({ fromRpm: 3_000, toRpm: 6_000 });
    const sure = { after: { repeatability: 0.01 }, before: { repeatability: 0.01 } };
    const found = compare(after, before, sure)!;
    expect(found.peak.value).toBeCloseTo(40, 9);
    expect(found.most).toMatchObject({ speedRpm: 6_000 });
    expect(found.least.value).toBeCloseTo(-20, 9);
    expect(found.mean.value).toBeCloseTo(10, 9);
    expect(found.floor.value).toBeCloseTo(-20, 9);
    expect(found.mean.band).toBeCloseTo(Math.hypot(3.1, 3), 9);
    expect([found.peak.isShown, found.mean.isShown]).toEqual([true, true]);
    expect(
      compare(
        even(7_000, 8_000, () => 1),
        before,
        sure,
      ),
    ).toBeNull();
  });
  it('means, floors and thresholds are those of the curve', () => {
    const curve = even(2_000, 6_000, (n) => n / 10);
    expect(meanBetween(curve, 2_512, 4_988)).toBeCloseTo(375, 9);
    expect(floorOf(curve, 3_010, 5_000)).toBeCloseTo(301, 9);
    expect(reaches(curve, 333.3)).toBeCloseTo(3_333, 9);
    expect([reaches(curve, 900), meanBetween(curve, 1_000, 3_000), peakOf(curve)!.speedRpm]).toEqual([
      null,
      null,
      6_000,
    ]);
  });
  it('repeat pulls say how sure one is', () => {
    const pulls = [100, 102, 98].map((value) => even(2_000, 5_000, () => value));
    expect(repeatabilityOf(pulls, 2_000, 5_000)).toBeCloseTo(0.02, 9);
    expect(repeatabilityOf(pulls.slice(1, 2), 2_000, 5_000)).toBeNull();
  });
});

describe('normalisation', () => {
  const at = (torque: number, pressure: number, temperature: number) =>
    normalisedTorque.fn({
      torque,
      pressure,
      toPressure: 101_325 + 81_400,
      temperature,
      toTemperature: 320,
      exponent: USUAL_EXPONENT,
    });
  it('one engine at 81.4 and 83.4 kPa of boost and another charge agrees within 0.3 %', () => {
    const engine = (pressure: number, temperature: number) =>
      (pressure / 1_000) * Math.sqrt(320 / temperature) * 2;
    const [a, b] = [at(engine(182_725, 320), 182_725, 320), at(engine(184_725, 331), 184_725, 331)];
    expect(Math.abs(b / a - 1)).toBeLessThan(0.003);
  });
  // Common practice, no source: 942 against 953 hp vanish at one manifold pressure.
  it('942 and 953 hp at pressures that part as much are one', () => {
    expect(at(953, 182_725 * (953 / 942), 320)).toBeCloseTo(at(942, 182_725, 320), 9);
  });
});

describe('what is said without being asked', () => {
  const curves = (peakTorque: number, atRpm: number, peakPower: number, atPower: number) => ({
    torque: even(2_000, 4_000, (n) => peakTorque - ((n - atRpm) / 100) ** 2),
    power: even(2_000, 4_000, (n) => peakPower - (n - atPower) ** 2),
    boost: null,
    log: {},
  });
  // Common practice, no source: 770 hp at 2,700 and 832 at 3,100 rpm mean torque fell from 1,498 to 1,410 lb·ft.
  it('torque that fell while power rose', () => {
    const torque = (power: number, rpm: number) => (power * HP * 30) / (Math.PI * rpm) / POUND_FOOT;
    expect([Math.round(torque(770, 2_700)), Math.round(torque(832, 3_100))]).toEqual([1_498, 1_410]);
    const said = signsOf(curves(1_410, 3_100, 832, 3_100), curves(1_498, 2_700, 770, 2_700));
    expect(said.map(({ code }) => code)).toContain('run-torque-fell');
    expect(signsOf(curves(1_498, 2_700, 832, 3_100), curves(1_410, 3_100, 770, 2_700))).toEqual([]);
  });
  it('engine speed without road speed is slip; in one gear it is none', () => {
    const speedRpm = ramp(2_500, 6_500, 80);
    expect(slipOf({ speedRpm, roadSpeed: speedRpm.map((n) => n / 150) })).toBeNull();
    const slipping = slipOf({ speedRpm, roadSpeed: speedRpm.map((n) => Math.min(n, 5_000) / 150) })!;
    expect(slipping.fromRpm).toBeGreaterThan(5_000);
    expect(slipping.share).toBeCloseTo(0.3, 1);
    expect(slipOf({ speedRpm })).toBeNull();
  });
  it('a pull that begins with boost begun late, one from below says where boost is full; dips by speed and depth', () => {
    const boost = (from: number) => even(from, 6_000, (n) => 100_000 / (1 + Math.exp(-(n - 3_000) / 150)));
    const codes = (from: number) =>
      signsOf({ ...curves(400, 3_000, 300, 3_500), boost: boost(from) }, null).map(({ code }) => code);
    expect(codes(3_500)).toEqual(['run-begins-late']);
    expect(codes(2_000)).toEqual(['run-full-boost']);
    const dipped = even(2_000, 6_000, (n) => 400 - 40 * Math.exp(-(((n - 4_200) / 100) ** 2)));
    const [dip, ...others] = dipsOf(dipped);
    expect([dip!.speedRpm, others.length]).toEqual([4_200, 0]);
    expect(dip!.depth).toBeCloseTo(0.1, 2);
  });
});

describe('the audit of a fair test', () => {
  const card: RunCard = {
    ...blankCard('Run'),
    at: '2026-03-04',
    dyno: 'Own cell',
    pressure: 99_000,
    temperature: 295,
    humidity: 0.4,
    file: 'base',
    slot: '1',
    fuel: 'petrol-98',
    gear: 4,
    boostControl: 'closed loop',
    startOil: 360,
    startCoolant: 355,
    startCharge: 305,
    sweepRate: 400,
    startRpm: 2_000,
    sensors: 'manifold, after the throttle',
    changed: 'housing',
    vehicle: 'the coupé',
  };
  const run = (change: Partial<RunCard> = {}, offset: Partial<Record<string, number>> = {}): AuditedRun => ({
    card: { ...card, ...change },
    curves: {
      manifold: even(2_000, 6_000, () => 180_000 + (offset.manifold ?? 0)),
      chargeTemperature: even(2_000, 6_000, () => 320 + (offset.charge ?? 0)),
      lambda: even(2_000, 6_000, () => 0.82 + (offset.lambda ?? 0)),
      timing: even(2_000, 6_000, () => 0.3 + (offset.timing ?? 0)),
    },
  });
  const planted: Record<Unequal, AuditedRun> = {
    basis: run({ basis: 'flywheel' }),
    correction: run({ correction: 'sae-j607' }),
    dyno: run({ dyno: 'Elsewhere' }),
    vehicle: run({ vehicle: 'the saloon' }),
    day: run({ at: '2026-03-05' }),
    air: run({ temperature: 305 }),
    boost: run({}, { manifold: 2_100 }),
    charge: run({}, { charge: 9 }),
    lambda: run({}, { lambda: 0.03 }),
    timing: run({}, { timing: 0.03 }),
    fuel: run({ fuel: 'petrol-95' }),
    gear: run({ gear: 3 }),
    sweep: run({ sweepRate: 600 }),
    start: run({ startRpm: 2_600 }),
    'start-heat': run({ startOil: 340 }),
    file: run({ file: 'race' }),
    'boost-control': run({ boostControl: 'spring' }),
    sensors: run({ sensors: 'before the throttle' }),
    parts: run({ changed: 'housing\ncooler' }),
  };
  it.each(unequals)('finds %s where it alone was planted', (what) => {
    const { unequal, verdict } = auditOf(planted[what], run());
    expect(unequal.map((line) => line.what)).toEqual([what]);
    expect(verdict).toBe(['boost', 'charge', 'air'].includes(what) ? 'covered' : 'unfair');
  });
  it('finds nothing on 200 equal pairs with noise inside the bounds, and says what is not known', () => {
    const noise = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    fc.assert(
      fc.property(
        noise(700),
        noise(1.9),
        noise(0.007),
        noise(0.006),
        noise(450),
        (manifold, charge, lambda, timing, air) => {
          const audit = auditOf(run({ pressure: 99_000 + air }, { manifold, charge, lambda, timing }), run());
          expect([audit.verdict, audit.unsaid]).toEqual(['fair', []]);
        },
      ),
      { numRuns: 200, seed: 6 },
    );
    const empty: AuditedRun = { card: blankCard('Empty'), curves: {} };
    const { unequal, unsaid } = auditOf(empty, run());
    expect(unequal).toEqual([]);
    expect(unsaid).toEqual(
      expect.arrayContaining(['dyno', 'air', 'boost', 'lambda', 'gear', 'start-heat', 'fuel']),
    );
  });
  it('a blank card passes its schema, one with a figure out of range does not', () => {
    expect(runCardSchema.parse(blankCard('Run 1'))).toEqual(blankCard('Run 1'));
    expect(runCardSchema.safeParse({ ...blankCard('x'), gear: 40 }).success).toBe(false);
  });
});
