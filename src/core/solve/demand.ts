import { withDriveOpen } from '../build/row';
import { type Matched, isMatched } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import { findRoot } from '../numerics/roots';
import { reason, type Reason } from '../working/range';
import { type AirPath, HIGHEST_RATIO, solveAirPath } from '../charge-path/air-path';
import { powerOf } from '../charge-path/school-power';
import type { Build } from '../build/build';
import { matchedAt, matchedFor } from '../charge-path/matched';

/** What the engine would breathe on the air of the day alone: filter and throttle, no compressor and no cooler. */
export const aloneAt = (build: Build, speedRpm: number): AirPath =>
  solveAirPath(build.injection ? { ...build, injection: null } : build, speedRpm, { kind: 'alone' }, 1);

/** The same engine with the compressor only letting air pass (ratio 1) and every part in the way, and what is injected. */
export const unboostedAt = (build: Build, speedRpm: number): AirPath =>
  solveAirPath(build, speedRpm, build.charged ? { kind: 'ratio', ratio: 1 } : { kind: 'alone' }, 1);

export type Level =
  | {
      kind: 'boost';
      pressure: number;
      iterations: number;
      residual: number;
      /** Why the turbine cannot drive this level: it is what the goal needs all the same. */
      wanting?: Reason;
    }
  | { kind: 'unboosted' }
  | { kind: 'failed'; reason: Reason };

/** How closely a bracketed pressure is found, Pa; one that is only where another search begins. */
const CLOSE = 0.5;
const GUESS = 200;

/**
 * The inverse question at one speed: the manifold pressure, Pa absolute, that makes a flywheel power, W.
 * Out: 'unboosted' if the day's air alone is enough, 'failed' with the reason if no pressure ratio up to 8 makes it.
 * `start`, `before`: matches of neighbouring speeds with about that power; `tolerance`: of the pressure, Pa. Never throws. Method: Brent on the manifold
 * pressure over the solved air path; from a neighbour the match is settled with the power as its rule, where that is near.
 */
export function manifoldFor(
  build: Build,
  speedRpm: number,
  power: number,
  start?: Matched,
  before?: Matched,
  tolerance = CLOSE,
): Level {
  const beside = (match: Matched, further?: Matched): Level | null => {
    const found = isMatched(build) ? matchedFor(build, speedRpm, power, match, further) : null;
    if (!found || engineCharger(found.path).outlet.ratio > HIGHEST_RATIO) return null;
    return {
      kind: 'boost',
      pressure: found.unknowns.manifoldPressure,
      iterations: found.iterations,
      residual: powerOf(build, found.path) - power,
    };
  };
  const nearby = start ? beside(start, before) : null;
  if (nearby) return nearby;
  const unboosted = unboostedAt(build, speedRpm);
  if (powerOf(build, unboosted) >= power) return { kind: 'unboosted' };
  if (!build.charged)
    return {
      kind: 'failed',
      reason: reason('no-charger', {
        reached: [powerOf(build, unboosted), 'power'],
        speed: [speedRpm, 'engineSpeed'],
      }),
    };
  let path = unboosted;
  let near: Matched | undefined;
  const solve = (pressure: number) => {
    if (isMatched(build)) {
      near = matchedAt(build, speedRpm, pressure, near?.match ? near : undefined);
      path = near.path;
    } else
      path = solveAirPath(build, speedRpm, { kind: 'manifold', pressure }, build.backPressureRatio, path);
    return path;
  };
  const isUsable = (p: AirPath) => p.kind === 'converged' && engineCharger(p).outlet.ratio <= HIGHEST_RATIO;
  /** Power by pressures that were looked at on the way. */
  const known = new Map<number, number>();
  const between = (low: number, high: number): Level | null => {
    const found = findRoot((p) => (known.get(p) ?? powerOf(build, solve(p))) - power, low, high, {
      tolerance,
    });
    return found.kind === 'converged'
      ? { kind: 'boost', pressure: found.x, iterations: found.iterations, residual: found.residual }
      : null;
  };
  // With back pressure the boosted engine may make less than the unboosted one at the same pressure: start below it.
  let low = unboosted.manifold.pressure * 0.8;
  let high = unboosted.manifold.pressure;
  // With a turbine the level by the guessed back pressure is near: the search starts just under it, where that is too little.
  const guess = isMatched(build)
    ? manifoldFor(withDriveOpen(build), speedRpm, power, undefined, undefined, GUESS)
    : null;
  if (guess?.kind === 'boost') {
    const under = solve(guess.pressure * 0.94);
    // By the cycle more boost may make less power: a quick answer may be the wrong one of two.
    const level = near?.match && isUsable(under) && !build.cyclePower ? beside(near) : null;
    if (level) return level;
    const there = powerOf(build, under);
    if (isUsable(under) && there < power) {
      low = guess.pressure * 0.94;
      known.set(low, there);
      high = guess.pressure * 1.01;
    } else {
      near = undefined;
      path = unboosted;
    }
  }
  let reached = 0;
  let stopped: AirPath = unboosted;
  for (let i = 0; i < 40; i++) {
    const next = solve(high);
    if (!isUsable(next)) {
      stopped = next;
      path = unboosted;
      break;
    }
    reached = powerOf(build, next);
    known.set(high, reached);
    if (reached >= power) {
      const level = between(low, high);
      if (level) return level;
      break;
    }
    low = high;
    high *= 1.12;
  }
  // The last step went over the limit: close in on the limit itself, where the goal may still be met.
  let usable = low;
  for (let i = 0; i < 24; i++) {
    const middle = (usable + high) / 2;
    const next = solve(middle);
    if (isUsable(next)) {
      usable = middle;
      reached = Math.max(reached, powerOf(build, next));
    } else {
      high = middle;
      stopped = next;
      path = unboosted;
    }
  }
  if (reached >= power) {
    const level = between(low, usable);
    if (level) return level;
  }
  const figures: Parameters<typeof reason>[1] = {
    reached: [reached, 'power'],
    wanted: [power, 'power'],
    speed: [speedRpm, 'engineSpeed'],
    ratio: [HIGHEST_RATIO, 'ratio'],
  };
  return {
    kind: 'failed',
    reason: reason(stopped.kind === 'filter-chokes' ? 'filter-chokes' : 'goal-out-of-reach', figures),
  };
}
