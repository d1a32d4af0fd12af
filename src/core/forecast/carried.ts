import { compileBuild, type Library } from '../build/build';
import type { RunCard } from '../dyno/card';
import { peakOf } from '../dyno/compare';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint } from '../solve/point';
import { modelBeside } from '../studies/run-model';

/**
 * What a run's own air makes of a forecast: the model's peak there over its peak in the air of the Brief, at one basis and without a
 * correction; 1 where the card has no air or the job is not solved. In: the job as it was promised. Total.
 */
export function ownAirFactor(
  job: Job,
  setupId: string,
  library: Library,
  card: RunCard,
): { factor: number; isOwn: boolean } {
  const bare = { ...card, basis: 'flywheel' as const, correction: 'none' as const };
  const there = modelBeside(job, setupId, library, bare, null);
  const home = modelBeside(job, setupId, library, { ...bare, pressure: null }, null);
  const peaks = [
    there?.curves.power && peakOf(there.curves.power),
    home?.curves.power && peakOf(home.curves.power),
  ];
  if (there?.air !== 'run' || !peaks[0] || !peaks[1]) return { factor: 1, isOwn: false };
  return { factor: peaks[0].value / peaks[1].value, isOwn: true };
}

/** What a setup is charged by, as a record is kept by it. */
export type ChargedBy = 'turbo' | 'blower' | 'both' | 'nothing';

/** What charges a setup of a job. */
export function chargedBy(job: Job, setupId: string): ChargedBy {
  const induction = job.setups.find(({ id }) => id === setupId)?.induction;
  if (induction?.kind !== 'charged') return 'nothing';
  const drives = new Set(induction.chargers.map(({ drive }) => drive.kind));
  if (drives.has('exhaust')) return drives.has('belt') ? 'both' : 'turbo';
  return drives.has('belt') ? 'blower' : 'nothing';
}

/** Air of a setup at the goal’s speed in the air of the Brief, kg/s; null where it is not solved. */
export function airAtGoal(job: Job, setupId: string, library: Library): number | null {
  const result = compileBuild(job, setupId, library);
  if ('problems' in result) return null;
  const { build } = result;
  const { path, status } = solvePoint(build, build.goal.speedRpm, planLevel(build));
  return status.kind === 'failed' || !(path.massFlow > 0) ? null : path.massFlow;
}

/** A shop’s own power per air, W per kg/s at the flywheel: mean, least and greatest of its runs; null without one. */
export function ownFactorOf(
  lines: readonly { power: number; airFlow: number }[],
): { mean: number; low: number; high: number; count: number } | null {
  if (!lines.length) return null;
  const each = lines.map(({ power, airFlow }) => power / airFlow);
  return {
    mean: each.reduce((sum, one) => sum + one, 0) / each.length,
    low: Math.min(...each),
    high: Math.max(...each),
    count: each.length,
  };
}

/** A shop's promises against its runs: mean of result over promise less one, and the share of results inside the band; null without one. */
export function recordOf(
  lines: readonly { low: number; middle: number; high: number; result: number }[],
): { bias: number; coverage: number; count: number } | null {
  if (!lines.length) return null;
  const count = lines.length;
  return {
    bias: lines.reduce((sum, { result, middle }) => sum + result / middle - 1, 0) / count,
    coverage: lines.filter(({ low, high, result }) => result >= low && result <= high).length / count,
    count,
  };
}

/** Inputs that are not what they were: paths whose value or confidence parted, of what both have. */
export function changedInputs(
  now: readonly { path: string; input: { value: number } }[],
  then: readonly { path: string; input: { value: number } }[],
): string[] {
  const before = new Map(then.map(({ path, input }) => [path, input.value]));
  const changed = now.flatMap(({ path, input }) => {
    const was = before.get(path);
    return was === undefined || was !== input.value ? [path] : [];
  });
  const here = new Set(now.map(({ path }) => path));
  return [...changed, ...then.flatMap(({ path }) => (here.has(path) ? [] : [path]))];
}
