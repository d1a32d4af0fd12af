import { engineOf } from '@/testing/chargers';
import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import type { Job } from '../job/schema/job';
import { compileBuild, type Build } from '../build/build';
import { planLevel, solvePoint } from '../solve/point';
import { pricesAt } from './price';

function solved(index: 0 | 1, change: (job: Job) => void = () => undefined) {
  const job = sampleJob(index);
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error('The sample job has problems.');
  return result.build;
}
const at = (build: Build, speedRpm: number) => solvePoint(build, speedRpm, planLevel(build));

describe('prices of the stations', () => {
  // Constant cp and exponent (1.005 kJ/(kg·K), 0.286: common practice) against the core's real gas, efficiency held.
  it('a filter costs the isentropic work between the two ratios, over the efficiency', () => {
    const build = solved(0, (job) => {
      const { induction } = job.setups[0]!;
      if (induction.kind === 'charged') induction.chargers[0]!.machine = null;
    });
    const point = at(build, build.goal.speedRpm);
    const { path } = point;
    const work = (inlet: number) =>
      (path.massFlow *
        1005 *
        build.climate.temperature *
        ((engineCharger(path).outlet.pressure / inlet) ** 0.286 - 1)) /
      build.efficiencyGuess;
    const byHand = work(path.filter.pressure) - work(build.climate.pressure);
    expect(pricesAt(build, point).filter!.shaft / byHand).toBeGreaterThan(0.95);
    expect(pricesAt(build, point).filter!.shaft / byHand).toBeLessThan(1.08);
  });

  it('at any speed: losses cost, the cooler brings power under boost, nothing is priced that is not there', () => {
    for (const index of [0, 1] as const) {
      const build = solved(index);
      fc.assert(
        fc.property(fc.double({ min: build.boost.fullRpm, max: build.redLineRpm, noNaN: true }), (rpm) => {
          const prices = pricesAt(build, at(build, rpm));
          expect(prices.filter!.shaft).toBeGreaterThan(0);
          expect(prices.throttle!.shaft).toBeGreaterThan(0);
          expect(prices.cooler!.crank).toBeLessThan(0);
          expect(Object.keys(prices).sort()).toEqual(['cooler', 'filter', 'throttle']);
        }),
        { numRuns: draws(20) },
      );
    }
    const bare = solved(0, (job) => {
      job.setups[0]!.plumbing = [];
      engineOf(job).aftercooler.kind = 'none';
    });
    expect(pricesAt(bare, at(bare, bare.goal.speedRpm))).toEqual({});
  });

  it('without boost a loss costs the crank, not a shaft', () => {
    const build = solved(0);
    const prices = pricesAt(build, at(build, build.boost.onsetRpm - 500));
    expect(prices.filter!.crank).toBeGreaterThan(0);
    expect(Math.abs(prices.filter!.shaft)).toBeLessThan(1);
  });

  it('a greater loss costs more', () => {
    const cost = (factor: number) => {
      const build = solved(0, (job) => job.setups[0]!.plumbing.forEach((p) => (p.drop.value *= factor)));
      return pricesAt(build, at(build, build.goal.speedRpm)).filter!.shaft;
    };
    expect(cost(2)).toBeGreaterThan(1.7 * cost(1));
  });
});
