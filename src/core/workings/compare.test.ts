import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { comparedFigure, peakOf } from './compare';
import { solveSweep } from '../solve/sweep';

function answer(
  index: 0 | 1,
  setup: number,
  change: (job: ReturnType<typeof sampleJob>) => void = () => undefined,
) {
  const job = sampleJob(index);
  change(job);
  const result = compileBuild(job, job.setups[setup]!.id, sampleLibrary);
  if ('problems' in result) throw new Error('problems');
  return { build: result.build, sweep: solveSweep(result.build) };
}

describe('setups compared', () => {
  const a = answer(0, 0);

  it('four places give four numbers, each where its name says', () => {
    expect(comparedFigure(a, { kind: 'goal' }, 'power')! / a.build.goal.power).toBeCloseTo(1, 5);
    const peak = peakOf(a, 'power')!;
    expect(comparedFigure(a, { kind: 'peak' }, 'power')).toBe(peak.power.flywheel);
    for (const p of a.sweep.points) expect(p.power.flywheel).toBeLessThanOrEqual(peak.power.flywheel);
    const end = a.sweep.points.at(-1)!;
    expect(comparedFigure(a, { kind: 'red-line' }, 'boost')).toBe(end.boostGauge);
  });

  it('a red line off the grid is solved there, not taken from the last step', () => {
    const odd = answer(0, 0, (job) => (job.engine.redLineRpm.value = 9_450));
    const exact = comparedFigure(odd, { kind: 'red-line' }, 'air-flow')!;
    const last = odd.sweep.points.at(-1)!;
    expect(last.speedRpm).toBe(9_400);
    expect(exact).toBeGreaterThan(last.path.massFlow);
  });

  it('an average lies between the least and the most, one speed is itself, and half a range has none', () => {
    const between = { kind: 'average', fromRpm: 6_000, toRpm: 9_000 } as const;
    const values = a.sweep.points
      .filter((p) => p.speedRpm >= 6_000 && p.speedRpm <= 9_000)
      .map((p) => p.torque);
    const mean = comparedFigure(a, between, 'torque')!;
    expect(mean).toBeCloseTo(values.reduce((s, v) => s + v, 0) / values.length, 9);
    const at = a.sweep.points.find((p) => p.speedRpm === 7_000)!;
    expect(comparedFigure(a, { kind: 'average', fromRpm: 7_000, toRpm: 7_000 }, 'torque')).toBe(at.torque);
    expect(comparedFigure(a, { kind: 'average', fromRpm: 9_000, toRpm: 6_000 }, 'torque')).toBeNull();
    // Below the onset there is no pressure ratio: an average over both would compare different speeds.
    expect(comparedFigure(a, { kind: 'average', fromRpm: 2_000, toRpm: 9_000 }, 'pressure-ratio')).toBeNull();
  });

  it('the larger wheel runs cooler at the goal, as its map says', () => {
    const b = answer(0, 1);
    const outlet = (x: typeof a) => comparedFigure(x, { kind: 'goal' }, 'outlet-temperature')!;
    const efficiency = (x: typeof a) => comparedFigure(x, { kind: 'goal' }, 'efficiency')!;
    expect(Math.sign(outlet(b) - outlet(a))).toBe(-Math.sign(efficiency(b) - efficiency(a)));
  });
});
