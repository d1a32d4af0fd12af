import { sampleHistories, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { METHANOL_AIR, nitrousOxide } from '../charge-injection/liquids';
import { usualNitrous, usualSpray, type LaidOutFor } from '../charge-injection/usual';
import type { ChargeInjectionDocument } from '../charge-injection/schema';
import { given, guess } from '../documents/input';
import { fuelFlowOf, injectorsShare } from '../fuel-system/fuel-demand';
import { usualFuelSystem } from '../fuel-system/usual';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint, type OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { dutyOf } from './heat-soak';
import { injectionFindings, lasts } from './injection-findings';
import { injectionCasesAt, injectionWorth } from './injection-worth';

const laidOutFor: LaidOutFor = {
  fuelFlow: 0.022,
  dryFlow: 0.25,
  boostGauge: 100_000,
  redLineRpm: 9_000,
  ambient: 293.15,
  isSpark: true,
};
const spray = () => usualSpray(laidOutFor);
const nitrous = () => usualNitrous(laidOutFor);
/** The single-seater at a level of boost, with what is injected. */
function jobWith(injection: ChargeInjectionDocument | undefined, job: Job = sampleTurboJob(0)): Job {
  const setup = job.setups[0]!;
  if (setup.boost.kind === 'goal') {
    setup.boost.kind = 'level';
    setup.boost.levelGauge = given(120_000, 'measured');
  }
  if (injection) setup.injection = injection;
  return job;
}
function built(job: Job): Build {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return result.build;
}
function at(injection: ChargeInjectionDocument | undefined, speedRpm?: number, job?: Job) {
  const build = built(jobWith(injection, job));
  return { build, point: solvePoint(build, speedRpm ?? build.goal.speedRpm, planLevel(build)) };
}
/** Air that all fuel would burn, over the air and oxygen there is: the inverse of λ. */
const richness = (build: Build, { path }: OperatingPoint) =>
  (fuelFlowOf(build, path) * build.fuel.stoichiometric + path.injected!.methanol * METHANOL_AIR) /
  (path.dryFlow + path.injected!.nitrous * nitrousOxide.airPerMass);

describe('an injection on the engine', () => {
  const bare = at(undefined);
  const wet = at({ spray: spray() });
  const gassed = at({ nitrous: nitrous() });
  const both = at({ spray: spray(), nitrous: nitrous() });

  it('oxygen and fuel are counted once: all fuel over all oxygen is λ', () => {
    for (const { build, point } of [wet, gassed, both])
      expect(richness(build, point) * point.path.lambda).toBeCloseTo(1, 9);
    // A jet beside the gas brings what the gas burns; the injectors the rest.
    const { build, point } = gassed;
    const ofGas =
      (point.path.injected!.nitrous * nitrousOxide.airPerMass) /
      (build.fuel.stoichiometric * point.path.lambda);
    expect(fuelFlowOf(build, point.path) * (1 - injectorsShare(point.path))).toBeCloseTo(ofGas, 9);
    expect(injectorsShare(wet.point.path)).toBe(1);
  });
  it('cools the charge at the boost held, and the air it displaces is left out', () => {
    expect(wet.point.boostGauge).toBeCloseTo(bare.point.boostGauge, -1);
    expect(wet.point.path.manifold.temperature).toBeLessThan(bare.point.path.manifold.temperature - 8);
    const { path } = wet.point;
    // Ideal gas: air and vapour together fill what the breathing says.
    const filling =
      (path.volumetricEfficiency * path.manifold.pressure * wet.build.displacement * wet.point.speedRpm) /
      120 /
      (wet.build.climate.gas.gasConstant * path.manifold.temperature);
    expect((path.massFlow + path.injected!.displaced) / filling).toBeCloseTo(1, 6);
  });
  it('is split into parts that add up to the difference of two whole forecasts', () => {
    for (const { build, point } of [wet, gassed, both]) {
      const worth = injectionWorth(build, point)!;
      expect(worth.bare.power + worth.cooling + worth.oxygen + worth.boost).toBeCloseTo(worth.with.power, 3);
      expect(worth.bare.power / bare.point.power.flywheel).toBeCloseTo(1, 4);
      expect(worth.with.power).toBeCloseTo(point.power.flywheel, 6);
    }
    const { oxygen, cooling } = injectionWorth(gassed.build, gassed.point)!;
    // What its oxygen is worth, by hand: as so much dry air at the job's own AFR and BSFC.
    const { nitrous: flow } = gassed.point.path.injected!;
    expect(oxygen).toBeCloseTo(
      (flow * nitrousOxide.airPerMass * gassed.build.condition) / gassed.build.airPerPower,
      0,
    );
    expect(oxygen).toBeGreaterThan(cooling);
    expect(injectionWorth(wet.build, wet.point)!.oxygen).toBeCloseTo(0, 6);
  });
  it('the exhaust holds what went in, and the gate has more to pass', () => {
    for (const { build, point } of [wet, gassed, both]) {
      const { path, match } = point;
      const { water, methanol, nitrous: gas } = path.injected!;
      const mass = path.massFlow + water + methanol + gas + fuelFlowOf(build, path);
      expect(match!.exhaustFlow / mass).toBeCloseTo(1, 9);
    }
    const gate = (of: typeof bare) => of.point.match!.chargers[0]!.turbine.opening;
    expect(gate(gassed)).toBeGreaterThan(gate(bare));
  });
  it('a gate too small for the gas lets boost creep, and that is said', () => {
    const large = nitrous();
    large.stages[0]!.flow = guess(0.03);
    const job = sampleTurboJob(0);
    const [charger] = job.setups[0]!.induction.kind === 'charged' ? job.setups[0]!.induction.chargers : [];
    if (charger?.drive.kind === 'exhaust' && charger.drive.gate.kind === 'valve')
      charger.drive.gate.bore = given(0.026, 'measured');
    // Without the gas the same gate holds.
    expect(at(undefined, undefined, structuredClone(job)).point.match!.kind).toBe('held');
    const small = at({ nitrous: large }, undefined, job);
    const codes = injectionFindings(small.build, small.point, dutyOf(job.brief.use), true).map(
      ({ code }) => code,
    );
    expect(small.point.match!.kind).toBe('creep');
    expect(codes).toContain('injected-gate-creeps');
  });

  it('a dry tank is lean by the methanol that is missing; an empty bottle rich; a cold one between', () => {
    const { build, point } = both;
    const cases = Object.fromEntries(injectionCasesAt(build, point).map((one) => [one.id, one]));
    const { lambda } = point.path;
    expect(cases.chosen!.lambda).toBeCloseTo(lambda, 9);
    expect(cases.chosen!.power).toBeCloseTo(point.power.flywheel, 0);
    expect(cases['spray-empty']!.lambda).toBeGreaterThan(lambda * 1.02);
    expect(cases['spray-empty']!.charge).toBeGreaterThan(cases.chosen!.charge + 5);
    expect(cases['bottle-empty']!.lambda).toBeLessThan(lambda);
    expect(cases['bottle-cold']!.lambda).toBeLessThan(lambda);
    expect(cases['bottle-cold']!.lambda).toBeGreaterThan(cases['bottle-empty']!.lambda);
    expect(cases['bottle-hot']!.lambda).toBeGreaterThan(lambda);
    expect(cases['bottle-empty']!.power).toBeLessThan(cases['bottle-cold']!.power);
    // Methanol alone, by hand: without it the fuel as mapped is short of what it burnt.
    const alone = Object.fromEntries(injectionCasesAt(wet.build, wet.point).map((one) => [one.id, one]));
    const fuel = fuelFlowOf(wet.build, wet.point.path);
    const methanol = (wet.point.path.injected!.methanol * METHANOL_AIR) / wet.build.fuel.stoichiometric;
    expect(alone['spray-empty']!.lambda / lambda).toBeCloseTo((fuel + methanol) / fuel, 1);
  });
  it('tank and bottle last as long as their content over the flow', () => {
    const { build, point } = both;
    const { tank, bottle } = lasts(build, point);
    const { water, methanol, nitrous: gas } = point.path.injected!;
    expect((tank! * (water / 997 + methanol / 787)) / 5e-3).toBeCloseTo(1, 6);
    expect((bottle! * gas) / 4.5).toBeCloseTo(1, 9);
    const codes = injectionFindings(build, point, dutyOf(sampleTurboJob(0).brief.use), false).map(
      ({ code }) => code,
    );
    expect(codes).toEqual(
      expect.arrayContaining(['injected-worth', 'injected-gate-holds', 'nitrous-fuel-unchecked']),
    );
    expect(codes.some((code) => code.startsWith('spray-empty'))).toBe(true);
  });
  it('the injectors of a wet system are judged without the fuel of the gas, the pump with it', () => {
    const job = jobWith({ nitrous: nitrous() });
    job.setups[0]!.fuelSystem = usualFuelSystem({ cylinders: 4, ignition: 'spark', isHeavy: false }, 3.5e-5);
    const dry = structuredClone(job);
    dry.setups[0]!.injection!.nitrous!.fuel = 'dry';
    const lines = [job, dry].map((one) => solveSweep(built(one)).fuel!);
    const room = (line: (typeof lines)[number], part: string) =>
      line.limits.find((l) => l.part === part)!.share;
    expect(room(lines[0]!, 'injectors')).toBeGreaterThan(room(lines[1]!, 'injectors') * 1.02);
    expect(room(lines[0]!, 'pumps')).toBeCloseTo(room(lines[1]!, 'pumps'), 6);
  });
});

describe('an injection without a turbocharger', () => {
  it('works without boost, and the day’s air alone stays what it is', () => {
    const job = sampleTurboJob(0);
    job.setups[0]!.induction = { kind: 'none' };
    job.brief.goal.power = given(60_000, 'measured');
    const gas = nitrous();
    gas.stages[0]!.flow = guess(0.01);
    const { build, point } = at({ nitrous: gas }, 8_000, job);
    expect(point.path.injected!.nitrous).toBeCloseTo(0.01, 9);
    expect(point.power.flywheel).toBeGreaterThan(point.alonePower * 1.08);
    expect(injectionWorth(build, point)!.bare.power / point.alonePower).toBeCloseTo(1, 6);
  });
  it('on the crankshaft a colder charge lowers the boost, and that is its own part', () => {
    const { job } = sampleHistories.find((h) => h.id.startsWith('9e52'))!.revisions.at(-1)!;
    const boat = spray();
    boat.stages = [{ nozzles: guess(4), flow: guess(6e-6), fromRpm: guess(2_000) }];
    const { build, point } = at({ spray: boat }, 5_000, structuredClone(job));
    const worth = injectionWorth(build, point)!;
    expect(worth.with.boostGauge).toBeLessThan(worth.bare.boostGauge);
    expect(worth.boost).toBeLessThan(0);
    expect(worth.with.power).toBeGreaterThan(worth.bare.power);
  });
});

it('over the revs nothing jumps but where a stage is let in', () => {
  const build = built(jobWith({ spray: spray(), nitrous: nitrous() }));
  const points = solveSweep(build).points.filter(({ status }) => status.kind !== 'failed');
  const steps = build.injection!.nitrous!.stages.map(({ fromRpm }) => fromRpm);
  const sprayFrom = build.injection!.spray!.stages.map(({ fromRpm }) => fromRpm);
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    if ([...steps, ...sprayFrom].some((rpm) => a.speedRpm < rpm && rpm <= b.speedRpm)) continue;
    expect(Math.abs(b.path.manifold.temperature - a.path.manifold.temperature)).toBeLessThan(12);
  }
});
