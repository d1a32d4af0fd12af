import { compressorFit, put } from '@/testing/chargers';
import { engineCharger } from '../charger/charged-air';
import { given } from '../documents/input';
import { fuelDefaults } from '../job/defaults';
import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import type { Job } from '../job/schema/job';
import { compileBuild, revGrid } from '../build/build';
import { nearestToSurge } from './map-spans';
import { solveSweep, type Sweep } from './sweep';

const HP = 745.6998715822702;

function sweepOf(index: 0 | 1, change: (job: Job) => void = () => {}): Sweep {
  const job = sampleJob(index);
  change(job);
  const result = compileBuild(job, 'a', sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return solveSweep(result.build);
}

const putOn =
  (id: string | null, arrangement: 'single' | 'parallel' = 'single') =>
  (job: Job) => {
    put(job, arrangement, { engine: id ? compressorFit(id) : null });
  };

describe('the verdict', () => {
  it('agrees with the points it is made from: spans begin and end where the map is left', () => {
    for (const id of ['alder-46', 'hazel-48', 'birch-50', 'rowan-52', 'cedar-54', 'larch-67']) {
      const sweep = sweepOf(0, putOn(id));
      const off = (rpm: number) => {
        const point = sweep.points.find((p) => p.speedRpm === rpm);
        return point && engineCharger(point).at?.status;
      };
      for (const span of sweep.spans) {
        expect(off(span.fromRpm)).toBe(span.kind);
        expect(off(span.toRpm)).toBe(span.kind);
        expect(off(span.toRpm + 100)).not.toBe(span.kind);
        expect(off(span.fromRpm - 100)).not.toBe(span.kind);
      }
      expect(sweep.goal.holds).toBe(sweep.spans.length === 0);
    }
  });

  it('says which compressor is too big and which too small', () => {
    expect(sweepOf(0, putOn('larch-67')).goal.short.code).toMatch(/^surge-/);
    expect(sweepOf(1, putOn('alder-46')).goal.short.code).toMatch(/^(choke|overspeed)-/);
  });

  it('just holds when the running line comes nearer to surge than 10 %', () => {
    const sweep = sweepOf(1, putOn('cedar-54', 'parallel'));
    const margin = engineCharger(nearestToSurge(sweep.points)!).at!.surgeMargin!;
    expect(margin).toBeGreaterThan(0);
    expect(margin).toBeLessThan(0.1);
    expect(sweep.goal).toMatchObject({ holds: true, short: { code: 'map-just-holds' } });
    expect(sweep.goal.short.figures.margin!.value).toBe(margin);
  });

  it('marginal is what the Brief asks of the margins, figures are not touched by it', () => {
    const fit = putOn('cedar-54', 'parallel');
    const plain = sweepOf(1, fit);
    const surge = engineCharger(nearestToSurge(plain.points)!).at!.surgeMargin!;
    const choke = Math.min(
      ...plain.points.flatMap((p) => (p.pressureRatio > 1.1 ? (engineCharger(p).at?.chokeMargin ?? []) : [])),
    );
    const asking = (surgeMargin: number, chokeMargin: number) =>
      sweepOf(1, (job) => {
        fit(job);
        job.brief.surgeMargin = given(surgeMargin, 'measured');
        job.brief.chokeMargin = given(chokeMargin, 'measured');
      });
    expect(asking(surge - 1e-4, 0).goal.state).toBe('within');
    expect(asking(surge + 1e-4, 0).goal).toMatchObject({
      state: 'marginal',
      short: { code: 'map-just-holds' },
    });
    expect(asking(0, choke - 1e-4).goal.state).toBe('within');
    const near = asking(0, choke + 1e-4);
    expect(near.goal).toMatchObject({ state: 'marginal', holds: true, short: { code: 'map-near-choke' } });
    expect(near.goal.findings.find((f) => f.code === 'choke-near')!.figures.margin!.value).toBeCloseTo(
      choke,
      9,
    );
    expect(near.goalPoint).toEqual(plain.goalPoint);
  });

  it('asks for a compressor when there is none, and prices an engine without a charger', () => {
    expect(sweepOf(0, putOn(null)).goal).toMatchObject({
      holds: false,
      short: { code: 'choose-compressor' },
    });
    const bare = sweepOf(0, (job) => (job.setups[0]!.induction = { kind: 'none' }));
    expect(bare.goal.short.code).toBe('no-charger');
    expect(bare.points.every((p) => p.stations.every((s) => s.id !== 'compressor'))).toBe(true);
    expect(bare.goalPoint.power.flywheel / bare.goalPoint.alonePower).toBeCloseTo(1, 6);
  });

  it('a level of boost is short of a goal or over it by the difference it names', () => {
    const at = (gauge: number) =>
      sweepOf(0, (job) => {
        job.setups[0]!.boost.kind = 'level';
        job.setups[0]!.boost.levelGauge.value = gauge;
      });
    const low = at(60_000);
    expect(low.goal).toMatchObject({ holds: false, short: { code: 'level-short' } });
    expect(low.goal.short.figures.short!.value).toBeCloseTo(285 * HP - low.goalPoint.power.flywheel, 3);
    expect(low.goalPoint.boostGauge).toBeCloseTo(60_000, 6);
    const high = at(180_000);
    expect(high.goal.findings[0]!.code).toBe('level-makes');
    expect(high.goalPoint.power.flywheel).toBeGreaterThan(285 * HP);
  });

  it('a level that meets the goal’s own pressure makes the goal’s power', () => {
    const goal = sweepOf(0).goalPoint;
    const level = sweepOf(0, (job) => {
      job.setups[0]!.boost.kind = 'level';
      job.setups[0]!.boost.levelGauge.value = goal.boostGauge;
    });
    expect(level.goalPoint.power.flywheel / goal.power.flywheel).toBeCloseTo(1, 6);
  });
});

describe('the speeds of the sweep', () => {
  it('are multiples of the Rev bar’s step: 100, 50 under 3,000 rpm, 20 for slow diesels', () => {
    const grid = (idleRpm: number, redLineRpm: number, stepRpm: number) =>
      revGrid({ idleRpm, redLineRpm, stepRpm });
    expect(grid(1480, 1820, 100)).toEqual([1500, 1600, 1700, 1800]);
    expect(sweepOf(1).points[1]!.speedRpm - sweepOf(1).points[0]!.speedRpm).toBe(100);
    const diesel = sweepOf(0, (job) => {
      job.brief.fuel = fuelDefaults('diesel');
      job.engine.idleRpm.value = 650;
      job.engine.redLineRpm.value = 2200;
      job.brief.goal.speedRpm.value = 1900;
      job.brief.goal.power.value = 60_000;
      job.setups[0]!.boost.onsetRpm.value = 800;
      job.setups[0]!.boost.fullRpm.value = 1300;
    });
    expect(diesel.points[1]!.speedRpm - diesel.points[0]!.speedRpm).toBe(20);
  });

  it('the same speed shows the same figure whether it was swept or dragged to', () => {
    const sweep = sweepOf(0);
    expect(sweep.points.find((p) => p.speedRpm === 8600)!.pressureRatio).toBeCloseTo(
      sweep.goalPoint.pressureRatio,
      9,
    );
  });
});
