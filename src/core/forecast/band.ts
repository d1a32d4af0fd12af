import { mean, quantileSorted, sampleCovariance, sampleVariance } from 'simple-statistics';
import { compileBuild, type Build, type Library } from '../build/build';
import { spreadOf } from '../job/inputs/inputs';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint, type OperatingPoint } from '../solve/point';
import { atHeldLevel, homeLevel } from '../studies/sites';
import { drawnJob, type Factor } from './design';

/** One draw over the speeds: flywheel power, W, and gauge boost, Pa; NaN where it did not converge. */
export type Draw = { power: Float64Array; boost: Float64Array; clipped: number };

/** Speeds that a band is drawn at, and what the setup holds in every draw. */
export type Held = { setupId: string; speeds: number[]; levelGauge: number | null };

/** Part of a way along the revs that is given to a rise of the torque by all of its peak. */
const RISE = 1;

/**
 * Speeds of a band, from where the revs are used to the red line with the goal's own among them: even along the curve of the torque, so that
 * they stand close where boost comes in. On the steps of the Rev bar: speeds as they are spoken of.
 */
function bandSpeeds(build: Build, count: number, points: readonly OperatingPoint[]): number[] {
  const { stepRpm, redLineRpm, goal } = build;
  const from = Math.max(build.idleRpm, 0.3 * redLineRpm);
  const onStep = (speed: number) =>
    Math.min(
      redLineRpm,
      Math.max(Math.ceil(from / stepRpm) * stepRpm, Math.round(speed / stepRpm) * stepRpm),
    );
  const line = points.filter(({ status, speedRpm }) => status.kind !== 'failed' && speedRpm >= from);
  const peak = Math.max(...line.map(({ torque }) => torque));
  // Along the curve: a part of the revs, or a part of the torque, whichever is more.
  const along = [0];
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1]!, line[i]!];
    const way = Math.hypot(
      (b.speedRpm - a.speedRpm) / (redLineRpm - from),
      (RISE * (b.torque - a.torque)) / peak,
    );
    along.push(along[i - 1]! + way);
  }
  const whole = along.at(-1)!;
  const speedAt = (share: number) => {
    if (!(whole > 0)) return from + (redLineRpm - from) * share;
    const i = Math.max(
      1,
      along.findIndex((way) => way >= share * whole - 1e-12),
    );
    const part = (share * whole - along[i - 1]!) / (along[i]! - along[i - 1]! || 1);
    return line[i - 1]!.speedRpm + part * (line[i]!.speedRpm - line[i - 1]!.speedRpm);
  };
  const speeds = new Set([onStep(from), redLineRpm, goal.speedRpm]);
  for (let i = 0; i < count; i++) speeds.add(onStep(speedAt(i / (count - 1))));
  return [...speeds].sort((a, b) => a - b);
}

/**
 * What every draw holds: the boost setting of the setup as it stands. Nobody turns it up because a drop was guessed too low. In: the setup’s
 * build and the points of its sweep; how many speeds, about.
 */
export const heldOf = (
  build: Build,
  setupId: string,
  count: number,
  points: readonly OperatingPoint[] = [],
): Held => ({
  setupId,
  speeds: bandSpeeds(build, count, points),
  levelGauge: homeLevel(build),
});

/** One draw solved at the speeds. Total: what does not converge is NaN. */
export function solveDraw(
  job: Job,
  { setupId, speeds, levelGauge }: Held,
  library: Library,
  factors: readonly Factor[],
  scores: ArrayLike<number>,
): Draw {
  const { job: drawn, clipped } = drawnJob(job, factors, scores);
  const power = new Float64Array(speeds.length).fill(NaN);
  const boost = new Float64Array(speeds.length).fill(NaN);
  const result = compileBuild(drawn, setupId, library);
  if ('problems' in result) return { power, boost, clipped };
  const build = atHeldLevel(result.build, levelGauge);
  const level = planLevel(build);
  const points: OperatingPoint[] = [];
  speeds.forEach((speed, i) => {
    const point = solvePoint(build, speed, level, points.at(-1), points.at(-2));
    points.push(point);
    if (point.status.kind === 'failed' || !Number.isFinite(point.power.flywheel)) return;
    power[i] = point.power.flywheel;
    boost[i] = point.boostGauge;
  });
  return { power, boost, clipped };
}

/** Shares of the draws below each edge: the inner half and the inner eighty of a hundred. */
const edges = [0.1, 0.25, 0.5, 0.75, 0.9] as const;

/** What measuring a factor would do: how much narrower the band of the power at the goal would be, as a share of its width. */
type MeasureNext = { key: string; paths: string[]; narrower: number; share: number };

export type Band = {
  speeds: number[];
  /** Flywheel power at each speed by the edges, W. */
  power: number[][];
  /** Gauge boost at each speed that half of the draws stay under, Pa: its taper over the revs. */
  boost: number[];
  /** Chance that a draw reaches the goal's power at its speed, 0 to 1. */
  chance: number;
  /** At the goal's speed, W, by the edges. */
  atGoal: number[];
  draws: number;
  /** Draws without an answer at the goal's speed, and inputs that were clipped to their range, per draw. */
  failed: number;
  clipped: number;
  measureNext: MeasureNext[];
};

const finite = (values: number[]): number[] => values.filter(Number.isFinite).sort((a, b) => a - b);
const byEdges = (sorted: number[]): number[] =>
  sorted.length ? edges.map((edge) => quantileSorted(sorted, edge)) : edges.map(() => NaN);

/** A factor with every estimate in it measured: its spread over what it was. */
function measuredShare({ paths, members }: Factor): number {
  const measured = paths.map((path, i) =>
    spreadOf({ path, input: { value: members[i]!.value, confidence: 'measured' } }),
  );
  const ratios = measured.map((spread, i) => spread / members[i]!.spread);
  return ratios.length ? Math.min(1, Math.max(0, mean(ratios))) : 1;
}

/**
 * What draws say of the power: the bands over the revs, the chance of the goal, and which factor to measure next. In: draws and their scores,
 * in one order; speeds; the goal. Out: null without two draws that converged. Total. Source: quantiles of the draws; what a factor brings by
 * the square of its correlation with the power, as in linear propagation (ISO/IEC Guide 98-3).
 */
export function bandOf(
  draws: readonly Draw[],
  scores: readonly ArrayLike<number>[],
  factors: readonly Factor[],
  { speeds }: Held,
  goal: { speedRpm: number; power: number },
): Band | null {
  const at = speeds.indexOf(goal.speedRpm);
  const reached = draws.map(({ power }) => power[at] ?? NaN);
  const sorted = finite(reached);
  if (sorted.length < 2) return null;
  return {
    speeds,
    power: speeds.map((_, i) => byEdges(finite(draws.map(({ power }) => power[i]!)))),
    boost: speeds.map((_, i) => byEdges(finite(draws.map(({ boost }) => boost[i] ?? NaN)))[2]!),
    chance: sorted.filter((value) => value >= goal.power * (1 - 1e-4)).length / sorted.length,
    atGoal: byEdges(sorted),
    draws: draws.length,
    failed: reached.length - sorted.length,
    clipped: draws.reduce((sum, one) => sum + one.clipped, 0) / draws.length,
    measureNext: measureNextOf(reached, scores, factors),
  };
}

function measureNextOf(
  reached: readonly number[],
  scores: readonly ArrayLike<number>[],
  factors: readonly Factor[],
): MeasureNext[] {
  const kept = reached.flatMap((value, i) => (Number.isFinite(value) ? [i] : []));
  const power = kept.map((i) => reached[i]!);
  const variance = sampleVariance(power);
  if (!(variance > 0)) return [];
  return factors
    .map((factor, column): MeasureNext => {
      const own = kept.map((i) => scores[i]![column]!);
      const spread = sampleVariance(own);
      const share = spread > 0 ? sampleCovariance(own, power) ** 2 / (spread * variance) : 0;
      const left = Math.max(0, 1 - share * (1 - measuredShare(factor) ** 2));
      return { key: factor.key, paths: factor.paths, share, narrower: 1 - Math.sqrt(left) };
    })
    .filter(({ narrower }) => narrower > 0.005)
    .sort((a, b) => b.narrower - a.narrower);
}

/**
 * What one setup has over another on the same draws, which is surer than either: at the goal's speed, W. Null without two draws that both
 * converged. Inside its own eighty per cent band a gain is not shown.
 */
export function differenceOfDraws(
  after: readonly Draw[],
  before: readonly Draw[],
  place: number,
): { low: number; middle: number; high: number; isShown: boolean } | null {
  const both = finite(after.map(({ power }, i) => power[place]! - (before[i]?.power[place] ?? NaN)));
  if (both.length < 2) return null;
  const [low, , middle, , high] = byEdges(both) as [number, number, number, number, number];
  return { low, middle, high, isShown: low > 0 || high < 0 };
}
