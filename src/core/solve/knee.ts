import { isMatched } from '../charge-path/match';
import type { Build } from '../build/build';
import type { Level } from './demand';
import { solvePoint, type OperatingPoint } from './point';

/**
 * A step of the boost at the spool knee: with rising engine speed boost leaves its lower branch at `low.speedRpm`, where that
 * ends, and stands on the upper one at the same speed. With falling speed the upper branch goes on down to `downRpm`.
 */
export type Knee = { low: OperatingPoint; high: OperatingPoint; downRpm: number };

/** Boost that grows by less than this share of the manifold pressure from one speed to the next is no step. */
const STEEP = 1.12;
/** Halving the speeds halves a slope, and leaves a jump nearly whole: less than this share of it left, and it was none. */
const LEFT_OF_A_JUMP = 0.72;
/** What is left of a step between two speeds this close is a jump: no curve of an engine is that steep. */
const CLOSE_RPM = 0.5;
const JUMP = 1.02;
/** Boost gauge that grows by no more than this many times the share of the step before, and the manifold pressure by less than this, spools on. */
const GROWS_ON = { times: 1.5, pressure: 1.2 };
/** How far down the upper branch is followed, as a share of the speed of its step. */
const FURTHEST_DOWN = 0.4;

const boostOf = (p: OperatingPoint) => p.manifoldPressure;

/** Whether a point went with the lower of two: by ratio of pressures. */
const isLower = (p: OperatingPoint, low: OperatingPoint, high: OperatingPoint): boolean =>
  p.match !== null && boostOf(p) ** 2 < boostOf(low) * boostOf(high);

/** Halves a stretch of speeds until its ends are close: the last point on one side and the first on the other. */
function closeIn<T extends OperatingPoint>(
  from: T,
  to: T,
  solve: (speedRpm: number, from: T, to: T) => { point: T; side: 'from' | 'to' } | null,
): { from: T; to: T } | null {
  let [near, far] = [from, to];
  const jump = () => Math.abs(Math.log(boostOf(far) / boostOf(near)));
  while (Math.abs(far.speedRpm - near.speedRpm) > CLOSE_RPM) {
    const before = jump();
    const made = solve((near.speedRpm + far.speedRpm) / 2, near, far);
    if (!made) return null;
    if (made.side === 'from') near = made.point;
    else far = made.point;
    if (jump() < LEFT_OF_A_JUMP * before) return null;
  }
  return { from: near, to: far };
}

/**
 * Where the boost of a sweep steps from one branch to another. In: build with a turbine; the plan's level; points of rising
 * speed. Out: every step with both ends of its hysteresis; a knee that is only steep is none. Never throws.
 */
export function kneesOf(build: Build, level: Level, points: OperatingPoint[]): Knee[] {
  if (!isMatched(build)) return [];
  return points.flatMap((high, i) => {
    const low = points[i - 1];
    // Between speeds far apart nobody can tell a step from a slope.
    const isSteep =
      low?.match?.kind === 'turbine' &&
      high.match !== null &&
      high.speedRpm - low.speedRpm <= build.stepRpm * 1.01 &&
      boostOf(high) > STEEP * boostOf(low);
    const isLookedAt = isSteep && low.count === high.count && !growsOn(points[i - 2], low, high);
    const knee = isLookedAt ? stepBetween(build, level, low, high) : null;
    return knee ? [knee] : [];
  });
}

/** Whether boost only spools on as it did between the two speeds before; where the gate takes over nobody can tell. */
function growsOn(before: OperatingPoint | undefined, low: OperatingPoint, high: OperatingPoint): boolean {
  if (before?.match?.kind !== 'turbine' || high.match?.kind !== 'turbine' || !(before.boostGauge > 0))
    return false;
  const grown = Math.log(high.boostGauge / low.boostGauge);
  return (
    grown < GROWS_ON.times * Math.log(low.boostGauge / before.boostGauge) &&
    boostOf(high) < GROWS_ON.pressure * boostOf(low)
  );
}

function stepBetween(build: Build, level: Level, low: OperatingPoint, high: OperatingPoint): Knee | null {
  const up = closeIn(low, high, (speedRpm, from, to) => {
    const point = solvePoint(build, speedRpm, level, from);
    return point.match ? { point, side: isLower(point, from, to) ? 'from' : 'to' } : null;
  });
  if (!up || boostOf(up.to) < JUMP * boostOf(up.from)) return null;
  return {
    low: up.from,
    high: { ...up.to, speedRpm: up.from.speedRpm },
    downRpm: endOfUpper(build, level, up),
  };
}

/** The speed down to which the upper branch goes on: boost there falls back to the lower one. */
function endOfUpper(build: Build, level: Level, up: { from: OperatingPoint; to: OperatingPoint }): number {
  const top = up.to.speedRpm;
  let last = up.to;
  for (let step = build.stepRpm / 20; last.speedRpm > top * (1 - FURTHEST_DOWN); step *= 1.6) {
    const next = solvePoint(build, Math.max(build.idleRpm, last.speedRpm - step), level, last);
    if (!next.match || next.speedRpm <= build.idleRpm) return last.speedRpm;
    const below = solvePoint(build, next.speedRpm, level, up.from);
    if (isLower(next, below, last) || boostOf(next) < 1.005 * boostOf(below)) {
      const down = closeIn(last, next, (speedRpm, from, to) => {
        const point = solvePoint(build, speedRpm, level, from);
        return point.match ? { point, side: isLower(point, to, from) ? 'to' : 'from' } : null;
      });
      return (down?.from ?? last).speedRpm;
    }
    last = next;
  }
  return last.speedRpm;
}

/** The points of a sweep as they are drawn: a step stands upright, with a point at each of its ends. */
export function drawnPoints(points: OperatingPoint[], knees: Knee[]): OperatingPoint[] {
  if (!knees.length) return points;
  return points.flatMap((p, i) => {
    const before = points[i - 1]?.speedRpm ?? -Infinity;
    const steps = knees.filter((k) => k.low.speedRpm > before && k.low.speedRpm < p.speedRpm);
    return [...steps.flatMap((k) => [k.low, k.high]), p];
  });
}
