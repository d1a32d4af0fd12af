import fc from 'fast-check';
import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { coversCycle, cycleFactorAt, cycleRetardAt, type CyclePower } from '../engine/cycle-power';
import { jobSchema, type Job } from '../job/schema/job';
import { cylinderAt } from '../limits/cylinder-at';
import { engineCharger } from '../charger/charged-air';
import { solveSweep } from '../solve/sweep';
import { figureIds } from '../workings/figures';
import { workingOf } from '../workings/workings';
import { beyondCycle, cycleInputsOf, cyclePowerOf, schoolGridOf, schoolNodeOf } from './cycle-school';
import { schoolsAt } from './cylinder-findings';

function solved(job: Job) {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return { job, build: result.build, sweep: solveSweep(result.build) };
}

function withCycle(before: Job): Job {
  const { build, sweep } = solved(before);
  const grid = schoolGridOf(build, before.engine, sweep)!;
  const nodes = grid.cases.map((row) => row.map((own) => schoolNodeOf(own, grid.rules)));
  const job = structuredClone(before);
  const setup = job.setups[0]!;
  setup.cycle = cyclePowerOf(build, job.engine, grid, nodes, cycleInputsOf(before, before.setups[0]!));
  setup.exhaust.retardBy = 'cycle';
  return jobSchema.parse(job);
}

const level = (gauge: number): Job => {
  const job = structuredClone(sampleTurboJob(0));
  Object.assign(job.setups[0]!.boost, { kind: 'level', held: 'gauge' });
  job.setups[0]!.boost.levelGauge.value = gauge;
  // A fuel that does not stand it at this ratio.
  job.brief.fuel.id = 'petrol-92';
  job.engine.compressionRatio.value = 11.5;
  job.engine.volumes.used = false;
  return job;
};
const plain = level(80_000);
const cycled = withCycle(plain);
const [by, school] = [solved(plain), solved(cycled)];

describe('the table of the forecast’s cycles', () => {
  const table: CyclePower = cycled.setups[0]!.cycle!;
  it('gives its nodes back, holds its edge, and says where it ends', () => {
    table.speeds.forEach((n, i) =>
      table.pressures.forEach((p, j) => {
        expect(cycleFactorAt(table, n, p)).toBeCloseTo(table.power[i]![j]!, 9);
        expect(cycleRetardAt(table, n, p)).toBeCloseTo(table.retard[i]![j]!, 9);
      }),
    );
    const [n, p] = [table.speeds.at(-1)!, table.pressures.at(-1)!];
    expect(cycleFactorAt(table, 2 * n, 3 * p)).toBeCloseTo(cycleFactorAt(table, n, p), 9);
    expect([coversCycle(table, n, p), coversCycle(table, n, 1.2 * p)]).toEqual([true, false]);
    expect(beyondCycle(table, school.sweep.points)).toEqual([]);
  });
  it('has no kink: a small step in speed or pressure changes its slope little', () => {
    const within = (axis: readonly number[]) =>
      fc.double({ min: axis[0]! * 1.01, max: axis.at(-1)! * 0.98, noNaN: true });
    fc.assert(
      fc.property(within(table.speeds), within(table.pressures), (n, p) => {
        const at = (dn: number) => cycleFactorAt(table, n + dn, p);
        const step = (table.speeds[1]! - table.speeds[0]!) / 200;
        expect(Math.abs(at(step) - 2 * at(0) + at(-step))).toBeLessThan(0.0005);
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});

describe('a forecast by the cycle', () => {
  it('makes the power of the cycle itself within 1 %, at every boosted speed', () => {
    const points = school.sweep.points.filter((p) => p.status.kind !== 'failed' && p.boostGauge > 20_000);
    expect(points.length).toBeGreaterThan(15);
    for (const point of points.filter((_, i) => i % 4 === 0)) {
      const at = cylinderAt(school.build, cycled.engine, point)!;
      const { cycle, fuelFlow } = schoolsAt(school.build, point, at);
      expect(Math.abs(point.power.flywheel / cycle - 1)).toBeLessThan(0.01);
      expect(fuelFlow).toBe(point.power.byFuelFlow);
      expect(Math.abs(point.torque - (point.power.flywheel * 30) / (Math.PI * point.speedRpm))).toBeLessThan(
        1e-6,
      );
    }
  });
  it('boost on a fuel that does not stand it no longer brings its full gain', () => {
    const gain = ({ sweep: low }: typeof by, { sweep: high }: typeof by, speedRpm: number) => {
      const at = (sweep: typeof low) => sweep.points.find((p) => p.speedRpm === speedRpm)!.power.flywheel;
      return at(high) / at(low);
    };
    const higher = level(140_000);
    const speedRpm = by.sweep.points.filter((p) => p.boostGauge > 79_000)[8]!.speedRpm;
    const promised = gain(by, solved(higher), speedRpm);
    const made = gain(school, solved(withCycle(higher)), speedRpm);
    expect(promised).toBeGreaterThan(1.15);
    expect(made).toBeLessThan(1 + 0.9 * (promised - 1));
    expect(made).toBeGreaterThan(1);
  });
  it('the spark that is planned heats the exhaust', () => {
    const point = school.sweep.goalPoint;
    const retard = cycleRetardAt(cycled.setups[0]!.cycle!, point.speedRpm, point.manifoldPressure);
    expect(retard).toBeGreaterThan(0.03);
    const stated = structuredClone(cycled);
    stated.setups[0]!.exhaust.retardBy = 'stated';
    stated.setups[0]!.exhaust.retard.value = 0;
    const inlet = ({ sweep }: typeof by) => engineCharger(sweep.goalPoint.match!).turbine.inlet.temperature;
    // About 9 °C a degree (common practice, no source), less what the way to the turbine takes.
    const hotter = inlet(school) - inlet(solved(stated));
    expect(hotter / ((retard * 180) / Math.PI)).toBeGreaterThan(5);
    expect(hotter / ((retard * 180) / Math.PI)).toBeLessThan(12);
    // Without its table the estimate stands in.
    const without = structuredClone(cycled);
    delete without.setups[0]!.cycle;
    const estimated = structuredClone(without);
    estimated.setups[0]!.exhaust.retardBy = 'estimate';
    expect(inlet(solved(without))).toBe(inlet(solved(estimated)));
  });
  it('every figure’s working still ends at its figure', () => {
    const { build, sweep } = school;
    let codes = '';
    for (const figure of figureIds) {
      const working = workingOf(build, sweep.goalPoint, figure, 0);
      if (!working) continue;
      const last = working.steps.at(-1)!;
      expect([figure, Math.abs(last.value - working.value) <= 1e-6 * Math.abs(working.value)]).toEqual([
        figure,
        true,
      ]);
      codes += working.steps.map((step) => (step.kind === 'read' ? step.code : step.formula.id)).join(' ');
    }
    expect(codes).toMatch(/cycle-factor/);
    expect(codes).toMatch(/cycle-retard/);
    expect(codes).toMatch(/power-by-cycle/);
  });
  it('a goal is reached by the cycle too: more boost is asked where the fuel takes timing', () => {
    const goal = structuredClone(plain);
    goal.setups[0]!.boost.kind = 'goal';
    goal.brief.goal.power.value *= 0.8;
    const [flow, cycle] = [solved(goal), solved(withCycle(goal))];
    for (const { build, sweep } of [flow, cycle])
      expect(Math.abs(sweep.goalPoint.power.flywheel / build.goal.power - 1)).toBeLessThan(1e-3);
    const factor = cycleFactorAt(
      cycle.build.cyclePower!,
      cycle.sweep.goalPoint.speedRpm,
      cycle.sweep.goalPoint.manifoldPressure,
    );
    expect(Math.sign(cycle.sweep.goalPoint.boostGauge - flow.sweep.goalPoint.boostGauge)).toBe(
      Math.sign(1 - factor),
    );
  });
});

it('the inputs that a table is made from are named: fuel moves the name, the goal and a setup’s name do not', () => {
  const name = (change: (job: Job) => void) => {
    const job = structuredClone(plain);
    change(job);
    return cycleInputsOf(job, job.setups[0]!);
  };
  const own = name(() => {});
  expect(own).toMatch(/^[0-9a-f]{16}$/);
  expect(name((job) => void (job.brief.goal.power.value += 1))).toBe(own);
  expect(name((job) => void (job.setups[0]!.name = 'other'))).toBe(own);
  expect(name((job) => void (job.brief.fuel.lambda.value += 0.01))).not.toBe(own);
  expect(name((job) => void (job.engine.compressionRatio.value += 0.1))).not.toBe(own);
});
