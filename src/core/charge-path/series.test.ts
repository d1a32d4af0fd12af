import { sampleBlowers, sampleHistories, sampleLibrary, sampleTurbochargers } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { deliveredFlow } from '../blower/formulas';
import { compileBlower, efficienciesAt } from '../blower/table';
import { given } from '../documents/input';
import { blowerFitOf, turboFitOf } from '../job/fit';
import { chargerAtEngine, exhaustDriveOf, withFitted } from '../job/chargers';
import type { Job } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { engineCharger, type ChargedAir } from '../charger/charged-air';
import { blowerIndex } from '../drive/layout';
import { beltCheck } from '../studies/belt-check';
import { laidOutOf, offerOf, sweepPulley } from '../studies/pulley-sweep';
import { figureAt, figureIds } from '../workings/figures';
import { workingOf } from '../workings/workings';
import { isMatched } from './match';
import { solveMatched } from './matched';
import { isSeries, partsOf, solveSeries, type SeriesBuild } from './series';

const demo = sampleHistories[0]!.revisions.at(-1)!.job;
const setup = demo.setups[0]!;
const blower = sampleBlowers.find(({ id }) => id === 'tarn-900')!;
const turbo = sampleTurbochargers.find(
  ({ id }) => id === exhaustDriveOf(chargerAtEngine(setup))!.turbocharger!.id,
)!;

/** Turns of the blower for one of the crank: about what the engine takes without boost. */
const RATIO = 1.1;

/** The single-seater with a blower and a turbocharger in a row. In: which stands first, and the ratio of the belt. */
function row(
  first: 'blower' | 'turbo',
  ratio: number | 'laid out',
  change: (job: Job) => void = () => {},
): SeriesBuild {
  const onBelt = blowerFitOf(blower, demo.engine.redLineRpm.value);
  if (onBelt.drive.kind !== 'belt') throw new Error('A belt is meant.');
  if (ratio !== 'laid out') {
    onBelt.drive = { ...onBelt.drive, ratio: given(ratio, 'guess') };
    delete onBelt.drive.layout;
  }
  const byExhaust = turboFitOf(turbo);
  const [front, engine] = first === 'blower' ? [onBelt, byExhaust] : [byExhaust, onBelt];
  const job = withFitted(demo, setup.id, 'compound', { front, engine });
  change(job);
  const compiled = compileBuild(job, setup.id, sampleLibrary);
  if ('problems' in compiled) throw new Error(JSON.stringify(compiled.problems));
  if (!isSeries(compiled.build)) throw new Error('A row of both is meant.');
  return compiled.build;
}

const solved = (build: SeriesBuild) => ({ build, sweep: solveSweep(build) });

describe.each(['blower', 'turbo'] as const)('a blower and a turbocharger in a row, the %s first', (first) => {
  const build = row(first, RATIO);
  const asked = build.climate.pressure + 130_000;
  const speeds = [4_000, 5_500, 7_000, 8_500];

  it('passes one flow through both: what the blower delivers is what the engine takes, within 0.1 %, or a flap is open beside it', () => {
    const table = compileBlower(blower.document);
    for (const speedRpm of speeds) {
      const { path, stop } = solveSeries(build, speedRpm, asked);
      expect(stop).toBeNull();
      const air = path.chargers[first === 'blower' ? 0 : 1]!;
      const rotor = speedRpm * RATIO * table.stepUp;
      const delivered = deliveredFlow.fn({
        density: air.inlet.pressure / (build.climate.gas.gasConstant * air.inlet.temperature),
        volume: table.volume,
        speedRpm: rotor,
        volumetricEfficiency: efficienciesAt(table, rotor, air.outlet.ratio).volumetric,
      });
      if (air.outlet.ratio > 1.001) expect(Math.abs(delivered / path.massFlow - 1)).toBeLessThan(1e-3);
      else expect(delivered).toBeLessThanOrEqual(path.massFlow * 1.001);
    }
  });

  it('its shaft is in balance: what the turbine gives the compressor takes', () => {
    for (const speedRpm of speeds) {
      const { path, match } = solveSeries(build, speedRpm, asked);
      const { turbo: its } = partsOf(build);
      const air = path.chargers[first === 'blower' ? 1 : 0]!;
      const needed = path.massFlow * air.outlet.work;
      expect((engineCharger(match!).turbine.power * its.count) / needed).toBeCloseTo(1, 3);
    }
  });

  it('the gate holds the boost asked; where it is shut the turbine gives what it gives', () => {
    const kinds = new Set<string>();
    for (const speedRpm of speeds) {
      const { path, match } = solveSeries(build, speedRpm, asked);
      const { kind } = match!;
      const { opening } = engineCharger(match!).turbine;
      kinds.add(kind);
      if (kind === 'held') {
        expect(path.manifold.pressure / asked).toBeCloseTo(1, 3);
        expect(opening).toBeGreaterThan(0);
      } else if (kind === 'turbine') expect(path.manifold.pressure).toBeLessThanOrEqual(asked);
    }
    expect(kinds).toContain('held');
    // Boost that the blower alone makes is held by no gate.
    expect(solveSeries(build, 7_000, build.climate.pressure * 1.01).match!.kind).toBe('creep');
  });

  it('is swept over the revs with a verdict and who makes which share', () => {
    const sweep = solveSweep(build);
    expect(sweep.points.every((p) => p.status.kind !== 'failed')).toBe(true);
    const boost = sweep.points.map((p) => p.boostGauge);
    // Neighbours lie near each other: once the flap is open the turbocharger spools as steeply as it does alone.
    boost.forEach((b, i) => i > 0 && expect(Math.abs(b - boost[i - 1]!)).toBeLessThan(40_000));
    const codes = sweep.goal.findings.map(({ code }) => code);
    expect(codes).toEqual(
      expect.arrayContaining(['series-shares', 'series-back-pressure', 'blower-drive-takes']),
    );
    if (first === 'blower') expect(codes).toContain('series-flap-opens');
    expect(sweep.belt!.shaft.fastest).toBeCloseTo(RATIO * build.redLineRpm, 6);
  });
});

it('beyond the change-over the blower is bypassed and let go: the turbocharger works alone', () => {
  const build = row('turbo', RATIO, (job) => {
    const { induction } = job.setups[0]!;
    if (induction.kind === 'charged')
      Object.assign(induction.changeover, { kind: 'at', speedRpm: given(6_000, 'guess') });
  });
  const { points, belt } = solveSweep(build);
  // Its speed is judged to where it is let go, not to the red line.
  expect(belt!.shaft.fastest).toBeCloseTo(RATIO * 6_000, 6);
  const [below, above] = [
    points.find((p) => p.speedRpm === 5_500)!,
    points.find((p) => p.speedRpm === 7_500)!,
  ];
  expect(below.power.drive).toBeGreaterThan(0);
  expect(above.power.drive).toBe(0);
  expect(above.chargers).toHaveLength(1);
  expect(above.match).not.toBeNull();
});

it('in a row the ratios multiply to the whole, and both have their share', () => {
  const build = row('turbo', RATIO);
  const { path } = solveSeries(build, 6_000, build.climate.pressure + 130_000);
  const [one, two] = path.chargers as [ChargedAir, ChargedAir];
  expect(one.outlet.ratio).toBeGreaterThan(1.02);
  expect(two.outlet.ratio).toBeGreaterThan(1.02);
  expect(two.inlet.pressure / one.outlet.pressure).toBeGreaterThan(0.9);
  expect(two.outlet.pressure / two.inlet.pressure).toBeCloseTo(two.outlet.ratio, 6);
});

it('low in the revs the blower gives what the turbocharger alone does not', () => {
  const alone = compileBuild(demo, setup.id, sampleLibrary);
  if ('problems' in alone || !isMatched(alone.build)) throw new Error('A turbocharger alone is meant.');
  const asked = alone.build.climate.pressure + 130_000;
  const { path } = solveMatched(alone.build, 3_500, asked);
  for (const first of ['blower', 'turbo'] as const)
    expect(solveSeries(row(first, RATIO), 3_500, asked).path.manifold.pressure).toBeGreaterThan(
      path.manifold.pressure + 10_000,
    );
});

describe.each(['blower', 'turbo'] as const)('what is asked of a row, the %s first', (first) => {
  it('every figure of the turbine has a working that ends at it', () => {
    const { build, sweep } = solved(row(first, RATIO));
    const { goalPoint } = sweep;
    for (const id of figureIds) {
      const value = figureAt(build, goalPoint, id);
      if (value === null) continue;
      const working = workingOf(build, goalPoint, id, 0)!;
      // Within what the search leaves.
      expect(working.steps.at(-1)!.value / value).toBeCloseTo(1, 5);
    }
    // The turbine's own figures are there, wherever it stands in the row.
    expect(figureAt(build, goalPoint, 'turbine-power')).toBeGreaterThan(0);
    expect(figureAt(build, goalPoint, 'back-pressure-ratio')).toBeGreaterThan(0.5);
    expect(goalPoint.stations.map(({ id }) => id)).toContain('turbine');
  });

  it('other pulleys on its blower: the gate takes back what they give, the crankshaft pays for it', () => {
    const on = laidOutOf(row(first, 'laid out'))!;
    const own = on.layout.route[blowerIndex(on.layout)]!;
    const rows = [1.25, 1, 0.8].map((factor) => {
      const offer = offerOf(own);
      const diameter = { ...own.diameter, value: own.diameter.value * factor };
      return sweepPulley(on.build, on.layout, offerOf(on.layout.route[0]!), {
        ...offer,
        document: { ...offer.document, diameter },
      });
    });
    rows.forEach((r) => expect(r.fastest).toBeCloseTo(r.ratio * on.build.redLineRpm, 3));
    const low = rows.map(({ curve }) => curve.find((p) => p.speedRpm >= 3_500)!.boost);
    expect(low[2]).toBeGreaterThan(low[0]!);
    expect(rows[2]!.mostDrive).toBeGreaterThan(rows[0]!.mostDrive);
  });

  it('readings find a slipping belt by its shaft; beyond the change-over there is nothing to read', () => {
    const build = row(first, 'laid out');
    const speedRpm = 4_000;
    const turns = solved(build).sweep.points.find((p) => p.speedRpm >= speedRpm)!;
    const shaftRpm = (turns.chargers[first === 'blower' ? 0 : 1]!.shaftRpm! / turns.speedRpm) * speedRpm;
    const read = (rpm: number, shaft: number) =>
      beltCheck(build, { speedRpm: given(rpm, 'measured'), shaftRpm: given(shaft, 'measured') });
    const check = read(speedRpm, shaftRpm * 0.93);
    expect(check).toMatchObject({ kind: 'read', findings: [{ code: 'slip-by-shaft' }] });
    expect(check.kind === 'read' && check.slipRead).toBeCloseTo(0.07, 6);
    const letGo = row(first, 'laid out', (job) => {
      const { induction } = job.setups[0]!;
      if (induction.kind === 'charged')
        Object.assign(induction.changeover, { kind: 'at', speedRpm: given(6_000, 'guess') });
    });
    const beyond = beltCheck(letGo, {
      speedRpm: given(7_500, 'measured'),
      shaftRpm: given(9_000, 'measured'),
    });
    if (first === 'turbo') expect(beyond).toMatchObject({ kind: 'waits', why: { code: 'spot-let-go' } });
  });
});
