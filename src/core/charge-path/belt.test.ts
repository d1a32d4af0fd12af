import { engineOf } from '@/testing/chargers';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleCompressors, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { enthalpy, isentropicTemperature } from '../air/gas-properties';
import { compiledMap } from '../compressor/map';
import { compileBuild, type Build } from '../build/build';
import { elementsOf, type Cooler } from '../build/elements';
import type { BeltCharger } from '../charger/charger';
import { STANDARD_AIR } from '../air/standard-atmosphere';
import { compressorMachine, correct, type Machine } from '../charger/machine';
import { given, guess } from '../documents/input';
import { inputsOf } from '../job/inputs/inputs';
import type { Job } from '../job/schema/job';
import { solvePoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { pricesAt } from '../studies/price';
import { workingOf } from '../workings/workings';
import { solveBelted } from './belt';
import { isBelted, type BeltBuild } from './match';

/**
 * A machine for this test alone: a displacement pump that passes the same share of its volume on every turn, whatever it
 * works against. Its speed follows from the flow, and its ratio is what the engine makes it.
 */
const pump = (volume: number, filled: number, efficiency: number): Machine => ({
  name: 'Test pump',
  map: null,
  maxSpeedRpm: 30_000,
  maxOutletTemperature: null,
  read(air, massFlow) {
    correct(air, massFlow);
    air.efficiency = { value: efficiency, origin: 'map' };
  },
  shaftRpm({ correctedFlow, inlet }) {
    const massFlow =
      (correctedFlow * inlet.pressure) /
      STANDARD_AIR.pressure /
      Math.sqrt(inlet.temperature / STANDARD_AIR.temperature);
    const volumeFlow = (massFlow * climate.gas.gasConstant * inlet.temperature) / inlet.pressure;
    return (60 * volumeFlow) / (filled * volume);
  },
  ratioAtSpeed: ({ outlet }, shaftRpm, wanted) => (outlet.ratio * wanted) / shaftRpm,
  isPastChoke: () => false,
  locate: () => null,
});

const onBelt = (machine: Machine, ratio: number, inBsfc = false): BeltCharger => ({
  place: 0,
  count: 1,
  machine,
  drive: {
    kind: 'belt',
    ratio,
    mechanicalEfficiency: 0.95,
    inBsfc,
    maxSpeedRpm: 30_000,
    gear: 1,
    layout: null,
    allows: null,
    bypass: null,
    bears: { shaftTorque: null, housing: null },
  },
  hold: null,
});

/** The demo's engine breathing all of its volume at every state, on bare pipes, so that the answer has a closed form. */
function engineWith(chargers: BeltCharger[], coolers: (Cooler | null)[]): BeltBuild {
  const job = sampleJob(0);
  job.setups[0]!.plumbing = [];
  job.engine.breathing.source = 'table';
  job.engine.breathing.table.rows = [
    { speedRpm: 1_000, value: 1 },
    { speedRpm: 11_000, value: 1 },
  ];
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  const none = { filter: [], between: [], cooler: [], throttle: [] };
  const build: Build = {
    ...result.build,
    breathingFactor: () => 1,
    charged: true,
    chargers,
    elements: elementsOf(none, coolers),
  };
  if (!isBelted(build)) throw new Error('A belt is meant here.');
  return build;
}
const { climate, displacement } = engineWith([onBelt(pump(1e-3, 1, 0.6), 1)], [null]);
const full: Cooler = { effectiveness: () => 1, coolant: climate.temperature, byPoints: false };

/** Volume that the pump passes over what the engine takes, for each turn of the crankshaft. */
const excess = (volume: number, filled: number, ratio: number) =>
  (2 * filled * volume * ratio) / displacement;

/** Charge temperature and work behind a ratio without a cooler, from the first law. */
function behind(ratio: number, efficiency: number) {
  const { gas, temperature } = climate;
  const before = enthalpy(gas, temperature);
  const work =
    ratio > 1 ? (enthalpy(gas, isentropicTemperature(gas, temperature, ratio)) - before) / efficiency : 0;
  let [low, high] = [200, 1_000];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (enthalpy(gas, middle) - before < work) low = middle;
    else high = middle;
  }
  return { temperature: (low + high) / 2, work };
}

const volume = fc.double({ min: 3e-4, max: 2.4e-3, noNaN: true });
const filled = fc.double({ min: 0.7, max: 1, noNaN: true });
const speed = fc.double({ min: 1_000, max: 9_000, noNaN: true });
const driveRatio = fc.double({ min: 0.8, max: 2.4, noNaN: true });

describe('a displacement pump on a belt, against its closed form (continuity and the first law)', () => {
  it('with its air cooled to the day’s, boost is the ratio of the volumes, at every speed', () =>
    fc.assert(
      fc.property(volume, filled, driveRatio, speed, (v, f, i, speedRpm) => {
        const wanted = excess(v, f, i);
        fc.pre(wanted > 0.5 && wanted < 4);
        const build = engineWith([onBelt(pump(v, f, 0.6), i)], [full]);
        const { path, stop } = solveBelted(build, speedRpm, 1);
        expect(stop).toBeNull();
        expect(path.manifold.pressure / climate.pressure / wanted).toBeCloseTo(1, 4);
        const flow =
          (f * v * i * speedRpm * climate.pressure) / (60 * climate.gas.gasConstant * climate.temperature);
        expect(path.massFlow / flow).toBeCloseTo(1, 4);
      }),
      { numRuns: draws(40) },
    ));

  it('without a cooler the heat adds to the boost, and the crankshaft gives the work', () =>
    fc.assert(
      fc.property(volume, filled, driveRatio, speed, (v, f, i, speedRpm) => {
        const cold = excess(v, f, i);
        fc.pre(cold > 1.05 && cold < 2.2);
        const build = engineWith([onBelt(pump(v, f, 0.6), i)], [null]);
        const { path } = solveBelted(build, speedRpm, 1);
        let ratio = cold;
        for (let k = 0; k < 200; k++) ratio = cold * (behind(ratio, 0.6).temperature / climate.temperature);
        expect(path.manifold.pressure / climate.pressure / ratio).toBeCloseTo(1, 4);
        const taken = (path.massFlow * behind(ratio, 0.6).work) / 0.95;
        expect(path.drivePower.all / taken).toBeCloseTo(1, 4);
      }),
      { numRuns: draws(20) },
    ));

  it('two in a row share the ratio by their volumes', () => {
    // Cooled between and behind: the second passes at its inlet pressure what the first passes at the day's.
    const build = engineWith(
      [onBelt(pump(2.4e-3, 1, 0.6), 1.6), onBelt(pump(1.5e-3, 1, 0.6), 1.6)],
      [full, full],
    );
    const { path, stop } = solveBelted(build, 5_000, 1);
    expect(stop).toBeNull();
    expect(path.chargers[0]!.outlet.ratio).toBeCloseTo(2.4 / 1.5, 3);
    expect(path.manifold.pressure / climate.pressure / excess(2.4e-3, 1, 1.6)).toBeCloseTo(1, 4);
  });

  it('its drive comes off every school of power, and by fuel flow not twice', () => {
    const machine = pump(1.5e-3, 0.95, 0.6);
    const solved = (inBsfc: boolean) => {
      const build = engineWith([onBelt(machine, 1.8, inBsfc)], [full]);
      return { build, point: solvePoint(build, 6_000, { kind: 'unboosted' }) };
    };
    const [apart, held] = [solved(false), solved(true)];
    const { power, chargers, stations } = apart.point;
    expect(power.drive).toBeGreaterThan(5_000);
    expect(chargers[0]!.crankPower).toBe(power.drive);
    expect(held.point.power.flywheel - power.flywheel).toBeCloseTo(power.drive, 6);
    expect(held.point.power.thumbLow).toBe(power.thumbLow);
    expect(stations.map((s) => s.id)).not.toContain('turbine');
    // The sheet ends on the same figure, the drive in it.
    const sheet = workingOf(apart.build, apart.point, 'power', 0)!;
    expect(sheet.value).toBe(power.flywheel);
    expect(JSON.stringify(sheet)).toContain('drive-power');
  });
});

test('a centrifugal machine on a belt runs at the speed its drive gives it, on its own map', () => {
  const { document } = sampleCompressors[2]!;
  const map = compiledMap(document);
  const build = engineWith([onBelt(compressorMachine(map, document.name), 11)], [full]);
  const speeds = [5_500, 6_500, 7_500, 8_500];
  const points = speeds.map((speedRpm) => solvePoint(build, speedRpm, { kind: 'unboosted' }));
  points.forEach((point, i) => {
    const { at } = point.chargers[0]!;
    expect(point.status.reason).toBeUndefined();
    expect(at!.shaftSpeedRpm! / (11 * speeds[i]!)).toBeCloseTo(1, 4);
    // Boost of a centrifugal goes with the square of its speed; less where it runs into choke.
    expect(point.boostGauge).toBeGreaterThan(i ? points[i - 1]!.boostGauge : 0);
  });
});

describe('a job whose charger hangs on the crankshaft', () => {
  const onTheJob = (ratio: number, inBsfc = false): Job => {
    const job = structuredClone(sampleJob(0));
    engineOf(job).drive = {
      kind: 'belt',
      ratio: given(ratio, 'measured'),
      mechanicalEfficiency: guess(0.95),
      maxSpeedRpm: given(160_000, 'maker'),
      inBsfc,
    };
    return job;
  };
  const compiled = (job: Job) => compileBuild(job, job.setups[0]!.id, sampleLibrary);

  it('compiles from its document and is solved over the revs; what it makes is judged against the goal', () => {
    const result = compiled(onTheJob(13));
    if ('problems' in result) throw new Error(JSON.stringify(result.problems));
    const { points, goal, goalPoint } = solveSweep(result.build);
    for (const point of points) {
      expect(point.status.reason).toBeUndefined();
      const { at } = point.chargers[0]!;
      if (at?.shaftSpeedRpm) expect(at.shaftSpeedRpm / (13 * point.speedRpm)).toBeCloseTo(1, 3);
    }
    // Boost of a fixed ratio grows with the revs to the end: it has no knee.
    const boost = points.map((p) => p.boostGauge);
    boost.forEach((b, i) => i > 5 && expect(b).toBeGreaterThan(boost[i - 1]!));
    expect(goalPoint.power.flywheel).toBeLessThan(result.build.goal.power);
    expect(goal).toMatchObject({ state: 'over', short: { code: 'level-short' } });
    // A filter taken away leaves more boost at the same speed: it costs power.
    expect(pricesAt(result.build, goalPoint).filter!.crank).toBeGreaterThan(0);
  });

  it('its ratio has a say, and the plan’s onset has none any more', () => {
    const paths = inputsOf(onTheJob(13), 0).map(({ path }) => path);
    expect(paths).toContain('setups.0.induction.chargers.0.drive.ratio');
    expect(paths).not.toContain('setups.0.boost.onsetRpm');
  });
});
