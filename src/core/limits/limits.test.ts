import fc from 'fast-check';
import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { given, guess } from '../documents/input';
import { pistonAcceleration } from '../engine/geometry';
import { usualFuelSystem } from '../fuel-system/usual';
import type { Component } from '../job/schema/components';
import { componentSchema } from '../job/schema/components';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint } from '../solve/point';
import { surgeMarginAt } from '../solve/map-spans';
import { solveSweep, type Sweep } from '../solve/sweep';
import { boltLoad, brakeMeanPressure } from './formulas';
import { limitLineOf, type LimitRow } from './judge';
import { readerOf } from './metrics';
import { peakPressureAt, peaksOver } from './peak-pressure';
import { startingSet } from './starting-set';
import { thrustAt, wheelThrust } from './thrust';
import { usualLimit } from './usual-limit';

const part = (id: string, limits: Component['limits']): Component =>
  componentSchema.parse({ id, kind: 'rods', name: '', note: '', limits });
const low = (value: number) => ({ low: guess(value) });

type Solved = { job: Job; build: Build; sweep: Sweep };
function solved(change: (job: Job) => void = () => {}): Solved {
  const job = sampleTurboJob(0);
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return { job, build: result.build, sweep: solveSweep(result.build) };
}
const base = solved();
const judge = (components: Component[], pull = 15, { job, build, sweep } = base) =>
  limitLineOf(build, sweep, { ...job.engine, components }, pull)!;
const rowOf = (components: Component[], key: string, pull?: number): LimitRow =>
  judge(components, pull).rows.find((row) => row.key === key)!;

describe('axial load of the turbocharger', () => {
  it('of a wheel by hand, and of both as what is left', () => {
    // 0.6 · 100 kPa · π/4 · (0.4 · 0.06² + 0.45 · 0.045²) = 110.8 N.
    expect(wheelThrust.fn({ reaction: 0.6, difference: 1e5, tip: 0.06, eye: 0.045 })).toBeCloseTo(110.8, 1);
    const { build, sweep } = base;
    const { goalPoint } = sweep;
    const own = thrustAt(build, goalPoint)!;
    expect(Math.abs(own)).toBeGreaterThan(1);
    expect(Math.abs(own)).toBeLessThan(600);
    // More back pressure pulls the shaft towards the turbine.
    const match = structuredClone(goalPoint.match!);
    match.chargers.forEach(({ turbine }) => (turbine.inlet.pressure += 50_000));
    expect(thrustAt(build, { ...goalPoint, match })!).toBeLessThan(own);
    expect(thrustAt(build, { ...goalPoint, match: null })).toBeNull();
  });
});

describe('peak cylinder pressure', () => {
  it('is the planned cycle’s own at the speeds that are run, and within 2 % of it between them', () => {
    const { build, job, sweep } = base;
    const read = peaksOver(build, job.engine, sweep.points);
    for (const point of sweep.points.filter(({ status }) => status.kind !== 'failed')) {
      const whole = peakPressureAt(build, job.engine, point)!;
      expect(Math.abs(read(point)! / whole - 1)).toBeLessThan(0.02);
    }
  });
  it('is judged like any other limit, and moves with the spark margin', () => {
    const gasket = part('gasket', { cylinderPressure: low(90e5) });
    const row = rowOf([gasket], 'gasket cylinderPressure');
    expect(row.sort).toBe('pressure');
    expect(row.first!.speedRpm).toBeGreaterThan(2_000);
    const { job, build, sweep } = base;
    const retarded = { ...job.engine, combustion: { peakLimit: given(85e5, 'measured') } };
    const held = limitLineOf(build, sweep, { ...retarded, components: [gasket] }, 15)!;
    expect(held.rows.find(({ key }) => key === 'gasket cylinderPressure')!.first).toBeNull();
  });
});

describe('what limits are read from', () => {
  // Common practice, no source: bolt load 7,500 → 8,200 → 8,500 rpm is + 19.5 and + 28.4 %.
  it('bolts are loaded by the square of the speed', () => {
    const at = (speedRpm: number) =>
      boltLoad.fn({ reciprocating: 0.5, bigEnd: 0.3, stroke: 0.086, rodLength: 0.15, speedRpm });
    expect(at(8_200) / at(7_500)).toBeCloseTo(1.195, 3);
    expect(at(8_500) / at(7_500)).toBeCloseTo(1.284, 3);
    // With all mass in the piston it is its mass by the piston's own acceleration.
    const bare = boltLoad.fn({
      reciprocating: 0.5,
      bigEnd: 0,
      stroke: 0.086,
      rodLength: 0.15,
      speedRpm: 8_000,
    });
    expect(bare / (0.5 * pistonAcceleration(0.086, 0.15, 8_000))).toBeCloseTo(1, 9);
  });
  // Common practice, no source: 86 mm of stroke with r/l = 0.30 at 7,500, 8,200 and 8,500 rpm.
  it.each([
    [7_500, 3_516],
    [8_200, 4_203],
    [8_500, 4_516],
  ])('the piston is pulled at %d rpm by %d g', (speedRpm, g) => {
    expect(pistonAcceleration(0.086, 0.043 / 0.3, speedRpm) / 9.80665 / g).toBeCloseTo(1, 3);
  });
  it('BMEP is the work of a cycle over the displacement', () => {
    // 2.0 L four-stroke with 300 N·m: 4π · 300 / 0.002 = 18.85 bar, by hand.
    expect(brakeMeanPressure.fn({ torque: 300, turns: 2, displacement: 2e-3 }) / 1e5).toBeCloseTo(18.85, 2);
  });
});

describe('what gives first', () => {
  const torques = base.sweep.points.map(({ torque }) => torque);
  const greatest = Math.max(...torques);

  it('a torque limit gives where the torque first passes it, as a scan of 1 rpm finds it', () => {
    const limit = 0.9 * greatest;
    const row = rowOf([part('rods', { torque: low(limit) })], 'rods torque');
    let speedRpm = row.first!.speedRpm - 60;
    const level = planLevel(base.build);
    while (solvePoint(base.build, speedRpm, level).torque < limit) speedRpm++;
    expect(Math.abs(row.first!.speedRpm - speedRpm)).toBeLessThan(8);
    expect(row.first!.torque / limit).toBeCloseTo(1, 6);
    expect(row.state).toBe('over');
    expect(row.allowed! / judge([]).peak.power).toBeCloseTo(0.9, 6);
  });
  it('a speed limit gives at that speed whatever the power, and power does not move it', () => {
    const row = rowOf([part('springs', { engineSpeed: low(8_000) })], 'springs engineSpeed');
    expect(row.first!.speedRpm).toBeCloseTo(8_000, 6);
    expect(row.allowed).toBeNull();
  });
  it('of two ends the low one may give and the high one does', () => {
    const both = (high: number) =>
      rowOf([part('rods', { torque: { low: guess(0.9 * greatest), high: guess(high) } })], 'rods torque');
    expect(both(1.1 * greatest)).toMatchObject({ state: 'marginal', certain: null });
    expect(both(0.95 * greatest).state).toBe('over');
    expect(both(0.95 * greatest).certain!.speedRpm).toBeGreaterThan(both(0.95 * greatest).first!.speedRpm);
  });
  it('a limit that is borne for a while counts where the pull is longer: a strip run passes, the mile does not', () => {
    const timed = [part('rods', { torque: { low: guess(0.9 * greatest), seconds: guess(20) } })];
    expect(judge(timed, 8).weakest!.key).not.toBe('rods torque');
    expect(rowOf(timed, 'rods torque', 8).isCounted).toBe(false);
    expect(judge(timed, 30).weakest!.key).toBe('rods torque');
    expect(judge(timed, 30).state).toBe('over');
  });
  it('lowering any limit until it is used more than the first makes it the first', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1.02, max: 2, noNaN: true }), { minLength: 2, maxLength: 6 }),
        fc.nat(5),
        (factors, chosen) => {
          const parts = factors.map((factor, i) => part(`p${i}`, { torque: low(factor * greatest) }));
          const i = chosen % parts.length;
          const before = judge(parts).weakest!;
          const use = Math.max(before.peak.use, 1) * 1.01;
          parts[i] = part(`p${i}`, { torque: low(greatest / use) });
          const { weakest } = judge(parts);
          expect(weakest!.key).toBe(`p${i} torque`);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('the chain is by the power each part lets through, and a curve scaled to one of them just reaches it', () => {
    const parts = [1.3, 1.1, 1.6].map((factor, i) => part(`p${i}`, { torque: low(factor * greatest) }));
    const { chain, peak } = judge(parts);
    const own = chain.filter(({ part: its }) => its.from === 'component');
    expect(own.map(({ key }) => key)).toEqual(['p1 torque', 'p0 torque', 'p2 torque']);
    expect((own[0]!.allowed! / peak.power) * greatest).toBeCloseTo(1.1 * greatest, 6);
  });
  it('ends that contradict each other are not judged, and what cannot be read is named', () => {
    const wrong = part('rods', { torque: { low: guess(400), high: guess(300) } });
    expect(judge([wrong]).rows.some(({ key }) => key === 'rods torque')).toBe(false);
    const bolts = part('bolts', { boltLoad: low(30_000) });
    expect(judge([bolts]).unread).toEqual([bolts]);
    const known = solved(({ engine }) => {
      engine.rodLength = given(0.13, 'measured');
      engine.masses = { reciprocating: guess(0.42), bigEnd: guess(0.25) };
    });
    expect(judge([bolts], 15, known).unread).toEqual([]);
  });
});

describe('limits that come from the models', () => {
  it('are the ones that their own benches say: shaft, turbine inlet, gearbox, injectors and pump', () => {
    const whole = solved((job) => {
      job.brief.vehicle.gearbox.torque = given(200, 'maker');
      job.setups[0]!.fuelSystem = usualFuelSystem(
        { cylinders: 4, ignition: 'spark', isHeavy: false },
        90e-3 / 3_600,
      );
    });
    const { rows, chain } = judge([], 15, whole);
    const row = (key: string) => rows.find((one) => one.key === key)!;
    const shares = whole.sweep.points.map(({ chargers }) => chargers[0]!.speedShare ?? 0);
    expect(row('shaft shaftSpeed').peak.use).toBeCloseTo(Math.max(...shares), 9);
    expect(row('turbine exhaustTemperature').peak.value).toBeCloseTo(whole.sweep.turbo!.hottest!.value, 6);
    expect(row('gearbox torque').state).toBe('over');
    // The map's edges are as near as the bench of the charger says.
    const margins = whole.sweep.points.flatMap((p) => (p.boosting ? [surgeMarginAt(p) ?? 1] : []));
    expect(row('map surge').peak.use).toBeCloseTo(1 - Math.min(...margins), 9);
    expect(row('map choke').near).toBe(Math.min(1, 1 - whole.build.margins.choke));
    const injectors = whole.sweep.fuel!.limits.find(({ part: its }) => its === 'injectors')!;
    expect(row('injectors fuel').allowed! / injectors.power).toBeCloseTo(1, 6);
    expect(chain[0]!.allowed).toBeLessThanOrEqual(injectors.power);
    // One fact with one state: what Fuel calls marginal is marginal here.
    for (const { part: its, state } of whole.sweep.fuel!.limits) expect(row(`${its} fuel`).state).toBe(state);
  });
});

describe('a starting set', () => {
  it('passes the schema, holds more for an engine boosted from new and for a diesel, and has a range everywhere', () => {
    const plain = startingSet({ ignition: 'spark', wasBoosted: false, redLineRpm: 7_000 });
    const boosted = startingSet({ ignition: 'spark', wasBoosted: true, redLineRpm: 7_000 });
    const diesel = startingSet({ ignition: 'compression', wasBoosted: false, redLineRpm: 4_000 });
    for (const one of [...plain, ...boosted, ...diesel]) expect(componentSchema.parse(one)).toEqual(one);
    plain.forEach(({ limits }, i) => {
      const [a, b, c] = [limits.bmep, boosted[i]!.limits.bmep, diesel[i]!.limits.bmep];
      if (!a) return;
      expect(b!.low.value).toBeGreaterThan(a.low.value);
      expect(c!.low.value).toBeGreaterThan(a.low.value);
      expect(a.high!.value).toBeGreaterThan(a.low.value);
    });
  });
  it('a limit added by hand starts where the forecast just holds', () => {
    const { build, sweep, job } = base;
    for (const metric of ['torque', 'power', 'bmep', 'boost', 'exhaustTemperature'] as const) {
      const read = readerOf(build, job.engine, metric);
      const most = Math.max(...sweep.points.map((p) => read(p) ?? 0));
      const start = usualLimit(build, sweep, job.engine, metric);
      expect(start).toBeGreaterThanOrEqual(most);
      expect(start).toBeLessThan(most * 1.12);
      if (metric === 'exhaustTemperature') expect((start - 273.15) % 10).toBeCloseTo(0, 6);
    }
    expect(usualLimit(build, sweep, job.engine, 'boltLoad')).toBe(30_000);
  });
});
