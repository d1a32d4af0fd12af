import fc from 'fast-check';
import { all, create } from 'mathjs';
import { quarterMileTime, trapSpeed } from './performance';
import {
  massWorth,
  powerForTarget,
  secondsBetween,
  straightRun,
  TURNING_PARTS,
  withPower,
  type RunPlan,
} from './straight-run';

const HP = 745.6998715822702;
const MPH = 0.44704;
const PER_RPM = Math.PI / 30;

/** An engine of one power from low speed on, in one long gear. */
const plain: RunPlan = {
  torque: Array.from({ length: 200 }, (_, i) => {
    const speedRpm = 200 + 50 * i;
    const torque = 200_000 / (speedRpm * PER_RPM);
    return { speedRpm, full: torque, unboosted: torque };
  }),
  ...{ reductions: [2], tyreRadius: 0.3, mass: 1_000, turning: { always: 0, bySquare: 0 } },
  ...{ dragArea: 0, rolling: 0, density: 1.2, grip: 50, driven: 'all', drivenShare: 0.5, heightOverBase: 0 },
  ...{ shiftTime: 0, launchRpm: 200, redLineRpm: 10_000, boostTimes: [] },
};

it('constant power without drag: v² = v₀² + 2Pt/m, and the distance of its cube (closed solution)', () => {
  const run = straightRun(plain, { fromSpeed: 10, untilDistance: 402.336 });
  const { time, speed, distance } = run.rows.at(-1)!;
  expect(speed / Math.sqrt(100 + 400 * time)).toBeCloseTo(1, 4);
  expect(distance / (((100 + 400 * time) ** 1.5 - 1_000) / 600)).toBeCloseTo(1, 4);
  expect(run.gripTime).toBe(0);
});

/** A heavy coupé with all wheels driven, by power at the wheels. */
const coupe = (wheels: number): RunPlan => ({
  torque: Array.from({ length: 56 }, (_, i) => {
    const speedRpm = 1_500 + 100 * i;
    // Flat torque to two thirds of the revs, then about one power.
    const power = wheels * Math.min(1, speedRpm / 5_000) * (1 - 0.06 * ((speedRpm - 5_600) / 1_400) ** 2);
    const full = power / (speedRpm * PER_RPM);
    return { speedRpm, full, unboosted: 0.45 * full };
  }),
  reductions: [4.06, 2.3, 1.59, 1.25, 1, 0.8].map((gear) => gear * 3.7),
  ...{ tyreRadius: 0.342, mass: 1_815, turning: TURNING_PARTS, dragArea: 0.57, rolling: 0.013 },
  ...{ density: 1.2, grip: 1.15, driven: 'all', drivenShare: 0.5, heightOverBase: 0.19 },
  ...{
    shiftTime: 0.1,
    launchRpm: 4_000,
    redLineRpm: 7_000,
    boostTimes: [{ speedRpm: 3_000, seconds: 0.25 }],
  },
});

it('against a general solver of ODEs (mathjs: Dormand and Prince), with drag, turning parts and a rear axle at its grip', () => {
  const plan: RunPlan = {
    ...coupe(700 * HP),
    ...{
      reductions: [7],
      driven: 'rear',
      drivenShare: 0.52,
      grip: 0.9,
      boostTimes: [{ speedRpm: 3_000, seconds: 0.6 }],
      launchRpm: 3_000,
    },
  };
  const run = straightRun(plan, { heldGear: 0, untilSpeed: 38 });
  const rows = plan.torque;
  // Written anew from the text of the model.
  const torqueAt = (rpm: number, boost: number) => {
    const at = Math.min(6_999, Math.max(1_500, rpm));
    const i = Math.min(rows.length - 2, Math.floor((at - 1_500) / 100));
    const share = (at - rows[i]!.speedRpm) / 100;
    const of = (key: 'full' | 'unboosted') => rows[i]![key] + share * (rows[i + 1]![key] - rows[i]![key]);
    return of('unboosted') + boost * (of('full') - of('unboosted'));
  };
  const g = 9.80665;
  const fn = (_: number, [, v, b]: number[]) => {
    const rpm = Math.max(3_000, (v! / 0.342) * 7 * (30 / Math.PI));
    const wheel = (torqueAt(rpm, b!) * 7) / 0.342;
    const road = 0.5 * 1.2 * 0.57 * v! * v! + 0.013 * 1_815 * g;
    const free = (wheel - road) / (1_815 * (1.04 + 0.0025 * 49));
    const slip = (0.9 * 0.52 * g - road / 1_815) / (1 - 0.9 * 0.19);
    return [v!, Math.min(free, slip), (1 - b!) / 0.6];
  };
  // Its own types leave this function out.
  const math = create(all!) as unknown as {
    solveODE: (f: typeof fn, span: number[], start: number[], how: object) => { y: number[][] };
  };
  const ode = (until: number) =>
    math.solveODE(fn, [0, until], [0, 0, 0], { method: 'RK45', tol: 1e-7, maxStep: 0.05 }).y.at(-1) as [
      number,
      number,
    ];
  for (const time of [1, 2, 4, run.rows.at(-2)!.time]) {
    const row = run.rows.reduce((a, b) => (Math.abs(b.time - time) < Math.abs(a.time - time) ? b : a));
    const [distance, speed] = ode(row.time);
    expect(row.speed / speed).toBeCloseTo(1, 3);
    expect(row.distance / distance).toBeCloseTo(1, 3);
  }
  expect(run.gripTime).toBeGreaterThan(0.5);
});

it('60 to 130 mph about 8.5, 6.7 and 5.4 s at 500, 660 and 850 hp at the wheels; trap 122, 135, over 140 mph (common practice, no source)', () => {
  const results = [500, 660, 850].map((hp) => {
    const run = straightRun(coupe(hp * HP));
    return {
      between: secondsBetween(run, 60 * MPH, 130 * MPH)!,
      trap: run.marks.find(({ distance }) => distance === 402.336)!.speed / MPH,
    };
  });
  [8.5, 6.7, 5.4].forEach((seconds, i) => {
    expect(results[i]!.between / seconds).toBeGreaterThan(0.9);
    expect(results[i]!.between / seconds).toBeLessThan(1.1);
  });
  expect(Math.abs(results[0]!.trap - 122)).toBeLessThan(6);
  expect(Math.abs(results[1]!.trap - 135)).toBeLessThan(6);
  expect(results[2]!.trap).toBeGreaterThan(140);
});

it('the cube-root rules within their usual scatter for six vehicles of good grip (Hale, from memory)', () => {
  // What the rules were drawn from: good tyres, no wait for boost.
  const aided = { grip: 1.3, shiftTime: 0.2, boostTimes: [] };
  for (const [hp, mass] of [
    [250, 1_000],
    [300, 1_400],
    [400, 1_500],
    [500, 1_800],
    [650, 1_800],
    [800, 1_900],
  ] as const) {
    // The rules take power at the flywheel.
    const run = straightRun({ ...coupe(0.85 * hp * HP), mass, dragArea: 0.62, ...aided });
    const { time, speed } = run.marks.find(({ distance }) => distance === 402.336)!;
    expect(speed / trapSpeed(hp * HP, mass)).toBeGreaterThan(0.93);
    expect(speed / trapSpeed(hp * HP, mass)).toBeLessThan(1.07);
    expect(time / quarterMileTime(hp * HP, mass)).toBeGreaterThan(0.9);
    expect(time / quarterMileTime(hp * HP, mass)).toBeLessThan(1.08);
  }
});

it('11.0 s at 500 hp is 9.2 s at 850 by the cube root; grip keeps the run short of it (arithmetic of the trade)', () => {
  expect(11 * Math.cbrt(500 / 850)).toBeCloseTo(9.22, 2);
  const at = (hp: number, grip: number) =>
    straightRun({ ...coupe(hp * HP), grip }).marks.find(({ distance }) => distance === 402.336)!.time;
  const gained = (grip: number) => at(850, grip) / at(500, grip);
  // Grip in plenty comes near the cube root; little grip gives much of it away.
  expect(gained(3)).toBeLessThan(Math.cbrt(500 / 850) * 1.06);
  expect(gained(0.7)).toBeGreaterThan(gained(3) + 0.03);
});

it('more power is never slower, less mass never, and what a time needs is found again', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 150, max: 900, noNaN: true }),
      fc.double({ min: 0.5, max: 1.5, noNaN: true }),
      fc.constantFrom('front' as const, 'rear' as const, 'all' as const),
      (hp, grip, driven) => {
        const plan = { ...coupe(hp * HP), grip, driven };
        const end = (p: RunPlan) => straightRun(p, { untilDistance: 403 }).marks[2]!.time;
        expect(end(withPower(plan, 1.1))).toBeLessThanOrEqual(end(plan) + 1e-3);
        // Where grip limits, it goes with the mass; drag does not.
        const held = { ...plan, grip: 5 };
        expect(end({ ...held, mass: 1_600 })).toBeLessThanOrEqual(end(held) + 1e-3);
      },
    ),
    { numRuns: 15 },
  );
  const plan = coupe(500 * HP);
  const stronger = straightRun(withPower(plan, 1.3)).marks[2]!;
  expect(powerForTarget(plan, { kind: 'trap', distance: 402.336, speed: stronger.speed })).toBeCloseTo(
    1.3,
    2,
  );
  expect(powerForTarget(plan, { kind: 'time', distance: 402.336, seconds: stronger.time })).toBeCloseTo(
    1.3,
    2,
  );
  // No power does it on tyres that hold nothing.
  expect(powerForTarget({ ...plan, grip: 0 }, { kind: 'time', distance: 402.336, seconds: 12 })).toBe(
    'beyond',
  );
  const worth = massWorth(plan, withPower(plan, 1.1), 402.336)!;
  expect(worth).toBeGreaterThan(80);
  expect(worth).toBeLessThan(400);
});

it('a front axle at its grip pulls less than a rear one, all wheels most; nothing moves without grip', () => {
  const reach = (driven: RunPlan['driven'], grip = 0.8) =>
    straightRun({ ...coupe(700 * HP), driven, grip }).marks[0]?.time ?? Infinity;
  expect(reach('all')).toBeLessThan(reach('rear'));
  expect(reach('rear')).toBeLessThan(reach('front'));
  expect(straightRun({ ...coupe(700 * HP), grip: 0 }).rows.at(-1)!.distance).toBe(0);
});

it('boost that takes its time costs time; a shift that takes its own does too', () => {
  const end = (change: Partial<RunPlan>) => straightRun({ ...coupe(400 * HP), ...change }).marks[2]!.time;
  expect(end({ boostTimes: [{ speedRpm: 3_000, seconds: 1 }] })).toBeGreaterThan(
    end({ boostTimes: [] }) + 0.2,
  );
  expect(end({ shiftTime: 0.4 })).toBeGreaterThan(end({ shiftTime: 0.05 }) + 0.5);
});
