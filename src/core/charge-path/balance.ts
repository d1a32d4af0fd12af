import type { Unknowns } from './fixed-point';
import type { FrontKind, MatchStop, MatchedBuild } from './match';
import { type Carried, type FrontRule, type Rule, SHUT } from './turn';
import { engineCharger, frontCharger } from '../charger/charged-air';
import { shaftLimit } from '../charger/charger';
import { findRoot } from '../numerics/roots';
import { type AirPath, breathe, chargeTo, newPath, isPastChoke } from './air-path';
import {
  BETWEEN_TURBINES,
  carriedOf,
  FINELY,
  freshCarried,
  ROUGHLY,
  settle,
  type Patience,
  type Settled,
} from './settle';

/** Where a search begins. `prefer`: what the stage in front did next door. */
export type Start = {
  first: Unknowns;
  carried: Carried;
  from: AirPath | undefined;
  prefer?: FrontKind | undefined;
};

/** The gate of the stage in front wide open. */
const OPEN: FrontRule = { kind: 'opening', opening: 1 };

const isWithin = (opening: number) => opening >= -1e-9 && opening <= 1 + 1e-9;

/**
 * Settles with the stage in front doing what its gate makes it do: shut until its own boost is there, holding that if it is
 * limited, wide open where it cannot. A single turbo has no such stage.
 */
export function settleBoth(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  { first, carried, from, prefer }: Start,
  patience?: Patience,
): Settled | MatchStop {
  const front = frontCharger(build);
  const by = (lowRule: FrontRule) =>
    settlePair(build, speedRpm, { ...rule, front: lowRule }, { first, carried, from }, patience);
  if (!front) return settle(build, speedRpm, rule, first, { ...carried }, from, patience);
  // A gate that stands wide open at the engine leaves none of the boost to be held: the one in front opens too.
  if ('opening' in rule && rule.opening === 1) return by(OPEN);
  if (front.hold === null) return by(SHUT);
  const holding: FrontRule = { kind: 'hold', pressure: front.hold };
  if (prefer === 'held') {
    const held = by(holding);
    if (typeof held !== 'string' && isWithin(held.turn.front!.turbine.opening)) return held;
  }
  const shut = by(SHUT);
  if (typeof shut !== 'string' && engineCharger(shut.path).inlet.pressure <= front.hold * (1 + 1e-9))
    return shut;
  const held = by(holding);
  if (typeof held === 'string') return held;
  return held.turn.front!.turbine.opening > 1 ? by(OPEN) : held;
}

/** Turns that a pair may take before the ratio of its stage in front is bracketed. */
const PAIR_TURNS = 24;

/**
 * A pair at one rule: all at once, and where that does not settle, the ratio of the stage in front by a bracket round the
 * states that settle at each of them. Near standstill a turbine gives more the faster it turns, and substitution runs from
 * the answer.
 */
function settlePair(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  start: Start,
  patience: Patience = {},
): Settled | MatchStop {
  const { first, carried, from } = start;
  const quick = settle(build, speedRpm, rule, first, { ...carried }, from, {
    mostTurns: PAIR_TURNS,
    ...patience,
  });
  if (quick !== 'match-not-found' || (rule.kind !== 'held' && rule.kind !== 'fixed')) return quick;
  let last: Settled | null = null;
  let stop: MatchStop = quick;
  const excess = (ratio: number): number => {
    const near: Start = last
      ? { first: { ...last.unknowns, frontRatio: ratio }, carried: carriedOf(last.turn), from: last.path }
      : { first: { ...first, frontRatio: ratio }, carried: freshCarried(), from: undefined };
    const at = settle(build, speedRpm, { ...rule, isFrontRead: true }, near.first, near.carried, near.from, {
      settled: FINELY,
    });
    if (typeof at === 'string') {
      stop = at;
      return NaN;
    }
    last = at;
    return at.turn.drivenFront / ratio - 1;
  };
  const most = (1.02 * first.manifoldPressure) / build.climate.pressure + 0.1;
  const found = firstFall(excess, LEAST_FRONT, Math.max(most, 1.05));
  if (found.kind !== 'between') return found.kind === 'unsolved' ? stop : 'match-not-found';
  const ratio = crossingIn(excess, found);
  if (Number.isNaN(excess(ratio)) || !last) return stop;
  const settled: Settled = last;
  return { ...settled, rule };
}

/** The least ratio of a stage in front that is looked at: its shaft all but stands. */
const LEAST_FRONT = 1.00001;

/**
 * The stage at the engine with its gate wide open, the one in front holding the boost: what a pair does once the small
 * stage has done its part.
 */
const settleSharing = (
  build: MatchedBuild,
  speedRpm: number,
  { first, carried, from }: Start,
  patience?: Patience,
): Settled | MatchStop =>
  settlePair(
    build,
    speedRpm,
    { kind: 'fixed', opening: 1, front: { kind: 'share' } },
    { first, carried, from },
    patience,
  );

/**
 * What a manifold pressure takes of the gates. `spare`: the share of the exhaust that the turbine needs not have, less than
 * none where all of it is not enough. `over`: how far the gates would have to open beyond wide open; less than none where
 * they need not. Both are read off a state in which every power balances.
 */
export type Reading = { settled: Settled; spare: number; over: number };

/** Whether the stage at the engine holds its part of a pair's boost: it makes some, on its map, with its gate. */
const isPlain = (build: MatchedBuild, { path, turn }: Settled): boolean =>
  turn.turbine.opening <= 1 && engineCharger(path).outlet.ratio >= 1 && !isPastChoke(build, path);

/** Why a pressure cannot be had: its turbine cannot drive it, or no part passes the air for it. */
const OUT_OF_REACH: MatchStop[] = ['turbine-too-small', 'filter-chokes', 'ratio-too-high', 'turbine-blocked'];

export type Reader = {
  /** Null where there is no state; `stop` then says why. `readShut`: with no gate taking a share. */
  read: (pressure: number) => Reading | null;
  readShut: (pressure: number) => Reading | null;
  spare: (pressure: number) => number;
  over: (pressure: number) => number;
  last: () => Settled | null;
  stop: () => MatchStop | null;
  /** Whether what was read last is beyond what a part passes or drives, and not merely unsolved. */
  isOutOfReach: () => boolean;
  /** From here on each state is settled more closely: a root is sought. */
  finely: () => void;
  /** From here on only signs are wanted. */
  roughly: () => void;
};

const spareOf = (build: MatchedBuild, { turn: { turbine } }: Settled): number =>
  engineCharger(build).drive.gate.kind === 'vanes'
    ? turbine.opening
    : turbine.gateFlow / (turbine.gateFlow + turbine.flow);

/**
 * Reads one manifold pressure after the other at a speed, each from the last that settled. Out of reach counts as 'not
 * enough' (−1); what did not settle is NaN.
 */
export function readerAt(build: MatchedBuild, speedRpm: number, start: Start): Reader {
  let last: Settled | null = null;
  let stop: MatchStop | null = null;
  let patience: Patience | undefined;
  const startAt = (pressure: number): Start =>
    last
      ? {
          first: { ...last.unknowns, manifoldPressure: pressure },
          carried: carriedOf(last.turn),
          from: last.path,
          prefer: last.rule.front ? frontKindOf(last.rule.front) : undefined,
        }
      : { ...start, first: { ...start.first, manifoldPressure: pressure } };
  /** As the gates hold a pressure: the one at the engine, then the one in front. */
  const held = (at: Start): Reading | MatchStop => {
    const own = at.prefer === 'sharing' ? null : settleBoth(build, speedRpm, { kind: 'held' }, at, patience);
    if (own && typeof own !== 'string' && (!frontCharger(build) || isPlain(build, own)))
      return readingOf(own);
    if (frontCharger(build)) {
      let shared = settleSharing(build, speedRpm, at, patience);
      // Past choke the stage at the engine may still let the air pass, with the one in front making all of the boost.
      if (typeof shared === 'string' || isPastChoke(build, shared.path)) {
        const q = Math.max(1, (0.98 * at.first.manifoldPressure) / build.climate.pressure);
        const passing = settleSharing(
          build,
          speedRpm,
          { ...at, first: { ...at.first, frontRatio: q } },
          patience,
        );
        if (typeof passing !== 'string' && !isPastChoke(build, passing.path)) shared = passing;
      }
      if (typeof shared !== 'string') {
        const { opening } = shared.turn.front!.turbine;
        if (opening >= -1e-9) return { settled: shared, spare: 1, over: opening - 1 };
      }
      if (!own) return held({ ...at, prefer: undefined });
    }
    return typeof own === 'string' ? own : readingOf(own!);
  };
  /** As the exhaust drives it with every gate shut: none of them takes a share yet. */
  const shut = (at: Start): Reading | MatchStop => {
    const own = settleBoth(build, speedRpm, { kind: 'held' }, at, patience);
    if (typeof own !== 'string') return readingOf(own);
    return frontCharger(build) ? held({ ...at, prefer: 'sharing' }) : own;
  };
  const readingOf = (settled: Settled): Reading => ({
    settled,
    spare: spareOf(build, settled),
    over: settled.turn.turbine.opening - 1,
  });
  const reading =
    (by: typeof held) =>
    (pressure: number): Reading | null => {
      stop = null;
      let found = by(startAt(pressure));
      // A state that a neighbour's leads astray is looked for from nowhere.
      if (typeof found === 'string')
        found = by({
          first: {
            chargeTemperature: build.climate.temperature + 25,
            backPressureRatio: 1.2,
            manifoldPressure: pressure,
            frontRatio: frontCharger(build) ? Math.max(1, Math.sqrt(pressure / build.climate.pressure)) : 1,
            exhaustBetween: BETWEEN_TURBINES,
          },
          carried: freshCarried(),
          from: undefined,
        });
      if (typeof found === 'string') {
        stop = found;
        return null;
      }
      last = found.settled;
      return found;
    };
  const read = reading(held);
  const readShut = reading(shut);
  const figure = (by: typeof read, of: (reading: Reading) => number) => (pressure: number) => {
    const found = by(pressure);
    if (found) return of(found);
    return isOutOfReach() ? -1 : NaN;
  };
  const isOutOfReach = () => stop !== null && OUT_OF_REACH.includes(stop);
  return {
    read,
    readShut,
    spare: figure(readShut, (r) => r.spare),
    over: figure(read, (r) => r.over),
    last: () => last,
    stop: () => stop,
    isOutOfReach,
    finely: () => {
      patience = { settled: FINELY };
    },
    roughly: () => {
      patience = { settled: ROUGHLY };
    },
  };
}

const frontKinds: Record<FrontRule['kind'], FrontKind> = {
  opening: 'turbine',
  hold: 'held',
  share: 'sharing',
  shaft: 'turbine',
};
export const frontKindOf = (rule: FrontRule): FrontKind =>
  rule.kind === 'opening' && rule.opening === 1 ? 'creep' : frontKinds[rule.kind];

/** Share of the shaft's limit at which nothing is looked for any more: wheels burst before. */
export const BURST = 1.3;
export function isBursting(build: MatchedBuild, { turn: { shaftRpm, front } }: Settled): boolean {
  const inFront = frontCharger(build);
  return (
    shaftRpm > BURST * shaftLimit(engineCharger(build)) ||
    Boolean(front && inFront && front.shaftRpm > BURST * shaftLimit(inFront))
  );
}

/** Manifold pressure with the compressor only letting air pass, Pa; null where even that chokes the filter. */
export function leastPressure(build: MatchedBuild, speedRpm: number): number | null {
  const ambient = build.climate.pressure;
  const path = newPath(build, speedRpm, 1);
  const ratioAt = (pressure: number) => {
    breathe(build, speedRpm, path, pressure, build.climate.temperature, 1);
    if (path.isChoked) return 10;
    chargeTo(build, path, pressure, build.climate.temperature);
    return engineCharger(path).outlet.ratio;
  };
  const root = findRoot((p) => ratioAt(p) - 1.0005, 0.2 * ambient, 1.05 * ambient, { tolerance: 1 });
  return root.kind === 'converged' ? root.x : null;
}

/** Smallest and largest step of a search over the manifold pressure, as a share of it. */
const FIRST_STEP = 0.03;
const LARGEST_STEP = 0.08;

export type Crossing =
  { kind: 'between'; low: number; high: number } | { kind: 'none' } | { kind: 'unsolved'; pressure: number };

/**
 * Up from a pressure where a figure is over zero: the first stretch in which it falls to zero, a dip between two steps
 * included. In: figure of the pressure; from, to, Pa. Out: 'none' where it stays over zero all the way.
 */
export function firstFall(
  figure: (pressure: number) => number,
  from: number,
  to: number,
  atFrom = figure(from),
  stopsAt?: () => boolean,
): Crossing {
  if (!(atFrom > 0))
    return Number.isNaN(atFrom)
      ? { kind: 'unsolved', pressure: from }
      : { kind: 'between', low: from, high: from };
  let before: { p: number; f: number } | null = null;
  let here = { p: from, f: atFrom };
  for (let step = FIRST_STEP; here.p < to; step = Math.min(LARGEST_STEP, step * 1.6)) {
    if (stopsAt?.()) return { kind: 'none' };
    const p = Math.min(to, here.p * (1 + step));
    const f = figure(p);
    if (Number.isNaN(f)) return { kind: 'unsolved', pressure: p };
    if (f <= 0) return { kind: 'between', low: here.p, high: p };
    // A figure that falls and rises again may have dipped under zero between: its lowest place is looked at.
    if (before && here.f < before.f && here.f < f) {
      const dip = lowest(figure, before, here, { p, f });
      if (dip) return { kind: 'between', low: before.p, high: dip };
    }
    before = here;
    here = { p, f };
  }
  return { kind: 'none' };
}

type Sample = { p: number; f: number };

/** Looks for a place under zero near the least of three samples; null where the parabola through them stays clear of it. */
function lowest(figure: (pressure: number) => number, a: Sample, b: Sample, c: Sample): number | null {
  let [left, middle, right] = [a, b, c];
  for (let i = 0; i < 8; i++) {
    const top =
      (middle.p - left.p) ** 2 * (middle.f - right.f) - (middle.p - right.p) ** 2 * (middle.f - left.f);
    const bottom = (middle.p - left.p) * (middle.f - right.f) - (middle.p - right.p) * (middle.f - left.f);
    const p = middle.p - top / (2 * bottom);
    if (!(p > left.p && p < right.p)) return null;
    const f = figure(p);
    if (Number.isNaN(f)) return null;
    if (f <= 0) return p;
    // Well clear of zero, or no longer falling: there is no place under it.
    if (f >= middle.f * 0.98 || f > 0.02) return null;
    if (p < middle.p) right = middle;
    else left = middle;
    middle = { p, f };
  }
  return null;
}

/** Down from a pressure where a figure is under zero: the first stretch in which it rises to zero. */
export function firstRise(figure: (pressure: number) => number, from: number, to: number): Crossing {
  let high = from;
  for (let step = FIRST_STEP; high > to; step = Math.min(LARGEST_STEP, step * 1.6)) {
    const low = Math.max(to, high / (1 + step));
    const f = figure(low);
    if (Number.isNaN(f)) return { kind: 'unsolved', pressure: low };
    if (f > 0) return { kind: 'between', low, high };
    high = low;
  }
  return { kind: 'none' };
}

/** A balance closer than this is none to speak of: a share of the exhaust. */
const BALANCED = 1e-7;

/** Where a figure crosses zero within a stretch, to the tolerance of the figure and not of the pressure. */
export function crossingIn(
  figure: (pressure: number) => number,
  { low, high }: { low: number; high: number },
): number {
  if (low === high) return low;
  let best = { p: high, f: Infinity };
  findRoot(
    (p) => {
      const f = figure(p);
      if (Math.abs(f) < Math.abs(best.f)) best = { p, f };
      return Math.abs(f) < BALANCED ? 0 : f;
    },
    low,
    high,
    { tolerance: 1e-5 },
  );
  return best.p;
}
