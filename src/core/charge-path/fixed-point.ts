import { AndersonMixer, type Secant } from '../numerics/anderson';
import type { Build } from '../build/build';
import { HIGHEST_RATIO, stopOf, type AirPath } from './air-path';
import type { MatchStop } from './match';

/**
 * What the loop may look for: charge temperature, turbine inlet (or port) over manifold pressure, manifold pressure, the
 * ratio of the charger in front (1 where there is none), and the exhaust between its turbine and the one at the engine, K.
 */
export type Unknowns = {
  chargeTemperature: number;
  backPressureRatio: number;
  manifoldPressure: number;
  frontRatio: number;
  exhaustBetween: number;
};
export type Unknown = keyof Unknowns;

/** What a search learnt of its slopes, and the rule it went by: another rule has others. */
export type Secants = { rule: string; pairs: readonly Secant[] };

/** The order they stand in where they are counted. */
const ORDER = [
  'chargeTemperature',
  'backPressureRatio',
  'manifoldPressure',
  'frontRatio',
  'exhaustBetween',
] as const;
const TEMPERATURE = 0;
const BACK_PRESSURE = 1;
const PRESSURE = 2;
const FRONT = 3;
const BETWEEN = 4;

/** One over a typical size: what a step of each counts. */
const SCALES = [1 / 300, 1, 1 / 1e5, 1, 1 / 1e3];

/** Between two turbines, K: far colder or hotter than any exhaust there, and within the gas data. */
const COLDEST = 250;
const HOTTEST = 2_500;

/** No step of more than a fifth of the pressure, and nothing beyond what physics or the gas data allow. */
function bounded(place: number, next: number, now: number, ambient: number): number {
  if (!Number.isFinite(next)) return now;
  switch (place) {
    case TEMPERATURE:
      return Math.min(Math.min(900, now + 80), Math.max(Math.max(210, now - 80), next));
    case BACK_PRESSURE:
      return Math.min(Math.min(12, now * 1.6), Math.max(Math.max(0.3, now * 0.6), next));
    case PRESSURE:
      return Math.min(Math.min(12 * ambient, now * 1.25), Math.max(Math.max(0.2 * ambient, now * 0.8), next));
    case BETWEEN:
      return Math.min(Math.min(HOTTEST, now + 150), Math.max(Math.max(COLDEST, now - 150), next));
    default:
      return Math.min(Math.min(HIGHEST_RATIO, now * 1.35), Math.max(Math.max(1, now * 0.75), next));
  }
}

/** Written into an array that is kept: this is done at every turn. */
function writeInOrder(into: number[], unknowns: Unknowns): void {
  into[TEMPERATURE] = unknowns.chargeTemperature;
  into[BACK_PRESSURE] = unknowns.backPressureRatio;
  into[PRESSURE] = unknowns.manifoldPressure;
  into[FRONT] = unknowns.frontRatio;
  into[BETWEEN] = unknowns.exhaustBetween;
}

/**
 * The unknowns of a row of chargers, gathered from what stands in it: every way has its charge temperature; an exhaust
 * drive brings its back pressure; the charger at the engine the manifold pressure, one in front its own ratio and, on its
 * turbine, the temperature of the exhaust it is handed. `given`: what the rule at hand fixes.
 */
export function unknownsOf({ chargers }: Build, given: readonly Unknown[]): Unknown[] {
  const found: Unknown[] = ['chargeTemperature'];
  if (chargers.some(({ drive }) => drive?.kind === 'exhaust')) found.push('backPressureRatio');
  found.push('manifoldPressure');
  if (chargers.length > 1) {
    found.push('frontRatio');
    if (chargers[0]!.drive?.kind === 'exhaust') found.push('exhaustBetween');
  }
  return given.length ? found.filter((unknown) => !given.includes(unknown)) : found;
}

/** Steps that are mixed, beside one for each charger: more brings nothing (counted in turns). */
const DEPTH = 1;

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
  const places = unknowns.map((unknown) => ORDER.indexOf(unknown));
  const mixer = new AndersonMixer(
    places.map((place) => SCALES[place]!),
    DEPTH + build.chargers.length,
    known,
  );
  const values = places.map(() => 0.5);
  const steps = places.map(() => 0.5);
  const now = SCALES.map(() => 0.5);
  const next = SCALES.map(() => 0.5);
  const size = places.length;
  let at = start;
  let best = Infinity;
  let stuck = 0;
  for (let i = 1; i <= mostTurns; i++) {
    const found = take(at, i);
    // What a turn cannot do is the pipes' fault where they pass no more by then.
    if (typeof found === 'string') return stopOf(build, path, at.manifoldPressure) ?? found;
    writeInOrder(now, at);
    writeInOrder(next, found.next);
    let residual = 0;
    for (let k = 0; k < size; k++) {
      const place = places[k]!;
      const step = next[place]! - now[place]!;
      values[k] = now[place]!;
      steps[k] = step;
      const scaled = Math.abs(step) * SCALES[place]!;
      // Written so that what is no number stays none.
      if (!(scaled <= residual)) residual = scaled;
    }
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
    for (let k = 0; k < size; k++) {
      const place = places[k]!;
      now[place] = bounded(place, mixed[k]!, now[place]!, ambient);
    }
    at = {
      chargeTemperature: now[TEMPERATURE]!,
      backPressureRatio: now[BACK_PRESSURE]!,
      manifoldPressure: now[PRESSURE]!,
      frontRatio: now[FRONT]!,
      exhaustBetween: now[BETWEEN]!,
    };
  }
  return stopOf(build, path, at.manifoldPressure) ?? 'match-not-found';
}
