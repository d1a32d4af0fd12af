import { AndersonMixer, type Secant } from '../numerics/anderson';
import type { Build } from '../build/build';
import { HIGHEST_RATIO, stopOf, type AirPath } from './air-path';
import type { MatchStop } from './match';

/**
 * What the loop may look for: charge temperature, turbine inlet (or port) over manifold pressure, manifold pressure, and
 * the ratio of the charger in front (1 where there is none).
 */
export type Unknowns = {
  chargeTemperature: number;
  backPressureRatio: number;
  manifoldPressure: number;
  frontRatio: number;
};
export type Unknown = keyof Unknowns;

/** What a search learnt of its slopes, and the rule it went by: another rule has others. */
export type Secants = { rule: string; pairs: readonly Secant[] };

/** One over a typical size: what a step of each counts. */
const scales: Unknowns = {
  chargeTemperature: 1 / 300,
  backPressureRatio: 1,
  manifoldPressure: 1 / 1e5,
  frontRatio: 1,
};

/** No step of more than a fifth of the pressure, and nothing beyond what physics or the gas data allow. */
const bounds: Record<Unknown, (now: number, ambient: number) => [least: number, most: number]> = {
  chargeTemperature: (now) => [Math.max(210, now - 80), Math.min(900, now + 80)],
  backPressureRatio: (now) => [Math.max(0.3, now * 0.6), Math.min(12, now * 1.6)],
  manifoldPressure: (now, ambient) => [
    Math.max(0.2 * ambient, now * 0.8),
    Math.min(12 * ambient, now * 1.25),
  ],
  frontRatio: (now) => [Math.max(1, now * 0.75), Math.min(HIGHEST_RATIO, now * 1.35)],
};

/**
 * The unknowns of a row of chargers, gathered from what stands in it: every way has its charge temperature; an exhaust
 * drive brings its back pressure; the charger at the engine the manifold pressure, one in front its own ratio. `given`: what
 * the rule at hand fixes.
 */
export function unknownsOf({ chargers }: Build, given: readonly Unknown[]): Unknown[] {
  const found: Unknown[] = ['chargeTemperature'];
  if (chargers.some(({ drive }) => drive?.kind === 'exhaust')) found.push('backPressureRatio');
  found.push('manifoldPressure');
  if (chargers.length > 1) found.push('frontRatio');
  return found.filter((unknown) => !given.includes(unknown));
}

/** Steps that are mixed: a third brings nothing here (counted in turns). */
const DEPTH = 2;

/** A search over the unknowns. */
type Search<Found> = {
  build: Build;
  path: AirPath;
  start: Unknowns;
  /** Those that are looked for: the others stay as they start. */
  unknowns: readonly Unknown[];
  /** Once round, written into the path. In: the unknowns; which turn it is, from 1. */
  take: (at: Unknowns, turn: number) => Found | MatchStop;
  /** Whether what a turn found is an answer. In: the largest scaled change. */
  isAnswer: (found: Found, residual: number) => boolean;
  mostTurns: number;
  /** Slopes of a search next door. */
  known: readonly Secant[];
};

/**
 * A fixed point of `take`: plain substitution sped up by Anderson's mixing over the last two steps, kept within bounds.
 * Out: what it settled on with the slopes it learnt, or why not. Never throws.
 */
export function findFixedPoint<Found extends { next: Unknowns }>({
  build,
  path,
  start,
  unknowns,
  take,
  isAnswer,
  mostTurns,
  known,
}: Search<Found>):
  | { found: Found; at: Unknowns; iterations: number; residual: number; secants: readonly Secant[] }
  | MatchStop {
  const ambient = build.climate.pressure;
  const mixer = new AndersonMixer(
    unknowns.map((unknown) => scales[unknown]),
    DEPTH,
    known,
  );
  const values = unknowns.map(() => 0);
  const steps = unknowns.map(() => 0);
  let at = start;
  let best = Infinity;
  let stuck = 0;
  for (let i = 1; i <= mostTurns; i++) {
    const found = take(at, i);
    // What a turn cannot do is the pipes' fault where they pass no more by then.
    if (typeof found === 'string') return stopOf(build, path, at.manifoldPressure) ?? found;
    let residual = 0;
    unknowns.forEach((unknown, k) => {
      values[k] = at[unknown];
      steps[k] = found.next[unknown] - at[unknown];
      residual = Math.max(residual, Math.abs(steps[k]!) * scales[unknown]);
    });
    if (!Number.isFinite(residual)) return 'match-not-found';
    if (isAnswer(found, residual))
      return (
        stopOf(build, path, at.manifoldPressure) ?? {
          found,
          at,
          iterations: i,
          residual,
          secants: mixer.secants,
        }
      );
    if (residual < best * 0.9) {
      best = residual;
      stuck = 0;
    } else if (++stuck > 8) {
      mixer.forget();
      stuck = 0;
    }
    const mixed = mixer.next(values, steps);
    const next = { ...at };
    unknowns.forEach((unknown, k) => {
      const value = mixed[k]!;
      const [least, most] = bounds[unknown](at[unknown], ambient);
      if (Number.isFinite(value)) next[unknown] = Math.min(most, Math.max(least, value));
    });
    at = next;
  }
  return stopOf(build, path, at.manifoldPressure) ?? 'match-not-found';
}
