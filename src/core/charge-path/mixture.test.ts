import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { engineCharger } from '../charger/charged-air';
import { given } from '../documents/input';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import { fuelDefaults } from '../job/defaults';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint, type OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { plannedLambda } from './air-path';

function built(change: (job: Job) => void, index: 0 | 1 = 0): Build {
  const job = sampleTurboJob(index);
  job.setups[0]!.boost.kind = 'level';
  job.setups[0]!.boost.levelGauge = given(120_000, 'measured');
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return result.build;
}
const atGoal = (build: Build): OperatingPoint => solvePoint(build, build.goal.speedRpm, planLevel(build));
const inletOf = (point: OperatingPoint) => engineCharger(point.match!).turbine.inlet.temperature;

describe('λ over the revs', () => {
  const build = built(({ brief }) => {
    brief.fuel.lambda = given(0.84, 'measured');
    brief.fuel.lambdaRedLine = given(0.78, 'measured');
    brief.fuel.lambdaFromRpm = given(6_000, 'measured');
    brief.fuel.lambdaUnboosted = given(0.9, 'measured');
    brief.fuel.lambdaFullGauge = given(60_000, 'measured');
  });
  const { pressure } = build.climate;
  it('stands up to a speed, goes on a straight line to the red line, and with boost as planned beside that', () => {
    const full = pressure + 60_000;
    expect(plannedLambda(build, full, 5_000)).toBeCloseTo(0.84, 12);
    expect(plannedLambda(build, full, build.redLineRpm)).toBeCloseTo(0.78, 12);
    expect(plannedLambda(build, full, (6_000 + build.redLineRpm) / 2)).toBeCloseTo(0.81, 12);
    expect(plannedLambda(build, pressure, build.redLineRpm)).toBeCloseTo(0.9, 12);
    expect(plannedLambda(build, pressure + 30_000, 5_000)).toBeCloseTo(0.87, 12);
  });
  it('is what burns: fuel follows it, power rich of its best does not', () => {
    const plain = built(({ brief }) => void (brief.fuel.lambda = given(0.84, 'measured')));
    const [richer, same] = [build, plain].map((one) =>
      solvePoint(one, one.redLineRpm - 100, planLevel(one)),
    ) as [OperatingPoint, OperatingPoint];
    expect(richer.path.lambda).toBeLessThan(0.782);
    expect(fuelFlowOf(build, richer.path) / fuelFlowOf(plain, same.path)).toBeGreaterThan(1.05);
    expect(richer.power.flywheel / same.power.flywheel).toBeCloseTo(1, 1);
  });
  it('a speed over the red line is refused at its field', () => {
    const job = sampleTurboJob(0);
    job.brief.fuel.lambdaRedLine = given(0.8, 'measured');
    job.brief.fuel.lambdaFromRpm = given(20_000, 'measured');
    const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
    expect('problems' in result && result.problems[0]).toMatchObject({
      path: 'brief.fuel.lambdaFromRpm',
      reason: { code: 'lambda-from-above-red-line' },
    });
  });
});

describe('a turbine inlet kept by the mixture', () => {
  const free = atGoal(built(() => {}));
  const keptAt = (inlet: number, change: (job: Job) => void = () => {}) =>
    built((job) => {
      job.brief.fuel.inletLimit = given(inlet, 'measured');
      change(job);
    });
  it('changes nothing where it is cool enough', () => {
    const cool = atGoal(keptAt(inletOf(free) + 5));
    expect(cool.path.lambda).toBe(free.path.lambda);
    expect(cool.power.flywheel).toBeCloseTo(free.power.flywheel, 3);
  });
  it('is met by a richer mixture, which costs fuel, and the finding says from where', () => {
    const build = keptAt(inletOf(free) - 25);
    const point = atGoal(build);
    expect(inletOf(point)).toBeCloseTo(inletOf(free) - 25, 1);
    expect(point.path.lambda).toBeLessThan(free.path.lambda - 0.01);
    expect(fuelFlowOf(build, point.path)).toBeGreaterThan(fuelFlowOf(build, free.path) * 1.01);
    const { findings } = solveSweep(build).goal;
    expect(findings.map(({ code }) => code)).toContain('mixture-keeps-inlet');
  });
  it('that no mixture keeps is said, and the mixture stays one that burns', () => {
    const build = keptAt(inletOf(free) - 260);
    const point = atGoal(build);
    expect(point.path.lambda).toBeGreaterThan(build.fuel.burns[0]);
    expect(inletOf(point)).toBeGreaterThan(inletOf(free) - 255);
    expect(solveSweep(build).goal.findings.map(({ code }) => code)).toContain('mixture-not-enough');
  });
  it('makes a diesel leaner, and weaker', () => {
    const diesel = (job: Job) => void (job.brief.fuel = { ...fuelDefaults('diesel') });
    const plain = atGoal(built(diesel, 1));
    const point = atGoal(
      built((job) => {
        diesel(job);
        job.brief.fuel.inletLimit = given(inletOf(plain) - 30, 'measured');
      }, 1),
    );
    expect(point.path.lambda).toBeGreaterThan(plain.path.lambda);
    expect(point.power.flywheel).toBeLessThan(plain.power.flywheel);
  });
});

it('a gas fuel takes the place of air, is fed without pump and injectors, and still meets the sums of the others', () => {
  const onGas = (id: 'lpg' | 'cng') => atGoal(built(({ brief }) => void (brief.fuel = fuelDefaults(id))));
  const petrol = atGoal(built(({ brief }) => void (brief.fuel = fuelDefaults('petrol-98'))));
  const [lpg, cng] = [onGas('lpg'), onGas('cng')];
  // Methane takes about twice the volume that propane does.
  expect(lpg.path.massFlow / petrol.path.massFlow).toBeLessThan(0.99);
  expect(cng.path.massFlow).toBeLessThan(lpg.path.massFlow);
  expect(cng.power.flywheel / petrol.power.flywheel).toBeGreaterThan(0.85);
});
