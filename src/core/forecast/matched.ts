import { findRoot } from '../numerics/roots';
import { worstRange } from '../working/range';
import {
  breathe,
  chargeTo,
  HIGHEST_RATIO,
  LEAST_INLET,
  locateOnMap,
  lowLimit,
  newPath,
  shaftLimit,
  type AirPath,
} from './air-path';
import {
  carriedAhead,
  carriedFrom,
  freshCarried,
  pushLimit,
  settle,
  SHUT,
  stepOn,
  type Carried,
  type LowKind,
  type LowRule,
  type Match,
  type Matched,
  type MatchedBuild,
  type MatchKind,
  type MatchStop,
  type Rule,
  type Settled,
  type Unknowns,
} from './settle';

/** Where a search begins: beside a neighbour's match, one step further on where there are two; from nowhere without. */
function startBeside(build: MatchedBuild, asked: number, near?: Matched, before?: Matched) {
  // Two neighbours of one kind at even steps show the way to the next.
  const far = near && before?.match?.kind === near.match?.kind ? before : undefined;
  // A step of no more than a fifth: what lies ahead of a sudden change is anybody's guess.
  const ahead = (of: (path: AirPath) => number, or: number) =>
    near ? stepOn(of(near.path), far ? of(far.path) : of(near.path), 0.2) : or;
  const temperature = ahead((path) => path.manifold.temperature, build.climate.temperature + 25);
  const first: Unknowns = {
    t: Math.min(900, Math.max(210, temperature)),
    r: ahead((path) => path.backPressureRatio, 1.2),
    p: asked,
    q: build.low
      ? Math.max(
          1,
          ahead((path) => path.low?.compressor.ratio ?? 1, Math.sqrt(asked / build.climate.pressure)),
        )
      : 1,
  };
  return { first, carried: near && far ? carriedAhead(near, far) : carriedFrom(near), ahead };
}

/**
 * The steady match at one speed: turbine and compressor on one shaft, the engine between them.
 * In: build with a turbine; speed rev/min; manifold pressure asked, Pa absolute; a neighbour's answer to start from.
 * Out: the air's path with the match, or why there is none. Total: never throws, bounded in its turns.
 * Source: physics of docs/physics/turbine.md.
 */
export function solveMatched(
  build: MatchedBuild,
  speedRpm: number,
  asked: number,
  start?: Matched,
  before?: Matched,
): Matched {
  const near = start?.match ? start : undefined;
  const { first, carried, ahead } = startBeside(build, asked, near, before);
  const from = near?.path;
  const prefer = near?.match?.low?.kind;
  const wanted = leastAsked(build, speedRpm, asked, first, carried, from);
  const finish = (settled: Settled, kind: MatchKind): Matched => done(build, settled, kind, asked);

  // A neighbour that the turbine decided is tried that way first: the boost asked is then far off.
  if (near?.match?.kind === 'turbine') {
    const shut = driven(
      build,
      speedRpm,
      0,
      { ...first, p: ahead((path) => path.manifold.pressure, asked) },
      carried,
      from,
      { low: null, high: wanted.pressure },
    );
    if (typeof shut !== 'string' && shut.x.p < wanted.pressure) return finish(shut, 'turbine');
  }
  // A stage in front that holds the whole boost goes on doing so.
  if (prefer === 'sharing') {
    const shared = sharing(build, speedRpm, { ...first, p: wanted.pressure }, { ...carried }, from);
    if (shared) return finish(shared, wanted.kind);
  }
  const held = settleBoth(
    build,
    speedRpm,
    { kind: 'held' },
    { ...first, p: wanted.pressure },
    carried,
    from,
    prefer,
  );
  if (typeof held === 'string' && build.low) {
    const shared = sharing(build, speedRpm, { ...first, p: wanted.pressure }, { ...carried }, from);
    if (shared) return finish(shared, wanted.kind);
  }
  if (typeof held !== 'string') {
    const { opening, inlet, outlet } = held.turn.turbine;
    if (opening >= -1e-9 && opening <= 1 + 1e-9) {
      const { gate } = build.hot;
      const isPushed =
        gate.kind === 'valve' &&
        gate.reference !== 'dome' &&
        inlet.pressure - outlet.pressure > pushLimit(build.hot);
      if (!isPushed) return finish(held, wanted.kind);
      const pushed = settleBoth(build, speedRpm, { kind: 'pushed-open' }, held.x, carried, held.path, prefer);
      if (typeof pushed !== 'string' && pushed.turn.turbine.opening >= 0)
        return finish(pushed, 'pushed-open');
      return finish(held, wanted.kind);
    }
    if (opening > 1) {
      const shared = build.low && sharing(build, speedRpm, held.x, { ...carried }, held.path);
      if (shared) return finish(shared, wanted.kind);
      const wide = driven(build, speedRpm, 1, held.x, { ...carried }, held.path, {
        low: wanted.pressure,
        high: null,
      });
      return typeof wide === 'string' ? failed(build, speedRpm, wide) : finish(wide, 'creep');
    }
  } else if (held === 'filter-chokes' && asked < build.climate.pressure) return failed(build, speedRpm, held);
  const guess = near?.match?.kind === 'turbine' ? near.path.manifold.pressure : build.climate.pressure * 1.1;
  const shut = driven(build, speedRpm, 0, { ...first, p: Math.min(guess, wanted.pressure) }, carried, from, {
    low: null,
    high: wanted.pressure,
  });
  return typeof shut === 'string' ? failed(build, speedRpm, shut) : finish(shut, 'turbine');
}

/**
 * The match that a manifold pressure takes, whatever the gate would have to do for it (its opening may lie outside 0 to 1):
 * the question of the goal. Never throws.
 */
export function matchedAt(build: MatchedBuild, speedRpm: number, pressure: number, near?: Matched): Matched {
  const { first, carried } = startBeside(build, pressure, near);
  const held = settleBoth(
    build,
    speedRpm,
    { kind: 'held' },
    first,
    carried,
    near?.path,
    near?.match?.low?.kind,
  );
  return typeof held === 'string' ? failed(build, speedRpm, held) : done(build, held, 'held', pressure);
}

/** A level further from its neighbour's than this share of it is looked for from afar. */
const NEAR_LEVEL = 0.15;

/**
 * The match that makes a flywheel power, W, whatever the gate would have to do for it, from a neighbour's. Out: null where
 * it does not lie near. Never throws.
 */
export function matchedFor(
  build: MatchedBuild,
  speedRpm: number,
  power: number,
  near: Matched,
  before?: Matched,
): Settled | null {
  const here = near.path.manifold.pressure;
  const { first, carried, ahead } = startBeside(build, here, near, before);
  const start = { ...first, p: ahead((path) => path.manifold.pressure, here) };
  const low = near.match?.low?.kind;
  const made = settleBoth(build, speedRpm, { kind: 'power', power }, start, carried, near.path, low);
  return typeof made !== 'string' && Math.abs(made.x.p / here - 1) < NEAR_LEVEL ? made : null;
}

/** What is asked at the least: a spring lets no less boost than its own be held. */
function leastAsked(
  build: MatchedBuild,
  speedRpm: number,
  asked: number,
  first: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
): { pressure: number; kind: 'held' | 'spring' } {
  const { gate } = build.hot;
  if (gate.kind !== 'valve' || gate.reference === 'dome') return { pressure: asked, kind: 'held' };
  const most = build.climate.pressure + gate.springGauge;
  // Of a pair the spring at the engine is taken as it is: what stands on its valve lies between the stages.
  if (build.low)
    return gate.reference === 'spring' || most > asked
      ? { pressure: most, kind: 'spring' }
      : { pressure: asked, kind: 'held' };
  // Exhaust pressure only ever helps the valve open: the spring holds no more than it says.
  if (gate.reference === 'controlled' && asked >= most) return { pressure: asked, kind: 'held' };
  const sprung = settle(
    build,
    speedRpm,
    { kind: 'spring' },
    { ...first, p: most * 0.97 },
    { ...carried },
    from,
  );
  const pressure = typeof sprung === 'string' ? most : sprung.x.p;
  return gate.reference === 'spring' || pressure > asked
    ? { pressure, kind: 'spring' }
    : { pressure: asked, kind: 'held' };
}

/** The gate of the stage in front wide open. */
const OPEN: LowRule = { kind: 'opening', opening: 1 };

/**
 * Settles with the stage in front doing what its gate makes it do: shut until its own boost is there, holding that if it is
 * limited, wide open where it cannot. `prefer`: what it did next door. A single turbo has no such stage.
 */
function settleBoth(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
  prefer?: LowKind,
): Settled | MatchStop {
  const { low } = build;
  const by = (lowRule: LowRule) =>
    settle(build, speedRpm, { ...rule, low: lowRule }, start, { ...carried }, from);
  if (!low) return settle(build, speedRpm, rule, start, { ...carried }, from);
  // A gate that stands wide open at the engine leaves none of the boost to be held: the one in front opens too.
  if ('opening' in rule && rule.opening === 1) return by(OPEN);
  if (low.hold === null) return by(SHUT);
  const holding: LowRule = { kind: 'hold', pressure: low.hold };
  if (prefer === 'held') {
    const held = by(holding);
    if (typeof held !== 'string' && isWithin(held.turn.low!.turbine.opening)) return held;
  }
  const shut = by(SHUT);
  if (typeof shut !== 'string' && shut.path.inlet.pressure <= low.hold * (1 + 1e-9)) return shut;
  const held = by(holding);
  if (typeof held === 'string') return held;
  return held.turn.low!.turbine.opening > 1 ? by(OPEN) : held;
}

const isWithin = (opening: number) => opening >= -1e-9 && opening <= 1 + 1e-9;

/**
 * The stage at the engine with its gate wide open, the one in front holding the boost: what a pair does once the small
 * stage has done its part. Out: null where that is not the answer.
 */
function sharing(
  build: MatchedBuild,
  speedRpm: number,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
): Settled | null {
  const rule: Rule = { kind: 'fixed', opening: 1, low: { kind: 'share' } };
  const shared = settle(build, speedRpm, rule, start, carried, from);
  return typeof shared !== 'string' && isWithin(shared.turn.low!.turbine.opening) ? shared : null;
}

const isBursting = (build: MatchedBuild, { turn: { shaftRpm, low } }: Settled): boolean =>
  shaftRpm > BURST * shaftLimit(build) ||
  Boolean(low && build.low && low.shaftRpm > BURST * lowLimit(build.low));

/** Share of the shaft's limit at which nothing is looked for any more: wheels burst before. */
export const BURST = 1.3;
/** Boost that creeps no further than this over what is asked is taken as it is found. */
const CREEP_NEAR = 1.15;

/**
 * The match at a fixed opening: fast way first, then the safe one. `low` and `high`: manifold pressures it lies between,
 * where they are known; the turbine gives more than enough at the low one.
 */
function driven(
  build: MatchedBuild,
  speedRpm: number,
  opening: number,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
  { low, high }: { low: number | null; high: number | null },
): Settled | MatchStop {
  const quick = settleBoth(build, speedRpm, { kind: 'opening', opening }, start, carried, from);
  // What creeps is looked for step by step unless it lies near: further up there may be more than one answer.
  const isDoubtful =
    typeof quick === 'string' ||
    (low !== null && (quick.x.p < low * (1 - 1e-6) || quick.x.p > low * CREEP_NEAR));
  if (isDoubtful) return drivenSafely(build, speedRpm, opening, start, { low, high });
  return isBursting(build, quick) ? 'boost-runs-away' : quick;
}

/**
 * The safe way: at each manifold pressure the path and the turbine settle, and Brent finds where the powers agree.
 * The lowest crossing is taken, which is the one a shaft that spins up from rest meets first.
 */
function drivenSafely(
  build: MatchedBuild,
  speedRpm: number,
  opening: number,
  start: Unknowns,
  range: { low: number | null; high: number | null },
): Settled | MatchStop {
  const ambient = build.climate.pressure;
  let last: Settled | null = null;
  let stop: MatchStop = 'match-not-found';
  const excess = (pressure: number): number => {
    const x: Unknowns = {
      t: last?.x.t ?? start.t,
      r: last?.x.r ?? start.r,
      p: pressure,
      q: last?.x.q ?? (build.low ? 1.02 : 1),
    };
    const at = settleBoth(build, speedRpm, { kind: 'fixed', opening }, x, freshCarried(), last?.path);
    if (typeof at === 'string') {
      stop = at;
      return NaN;
    }
    last = at;
    return at.turn.driven / pressure - 1;
  };
  let low = range.low ?? leastPressure(build, speedRpm);
  if (low === null) return 'filter-chokes';
  const top = Math.min(range.high ?? Infinity, HIGHEST_RATIO * ambient);
  if (!Number.isFinite(excess(low))) return stop;
  // Up in steps until the turbine gives less than is needed.
  for (let step = 1.06; ;) {
    const high = Math.min(top, low * step);
    const over = excess(high);
    if (!Number.isFinite(over)) {
      // Beyond what some part passes: close in on it from below.
      step = 1 + (step - 1) / 2;
      if (step < 1.0005) return stop;
      continue;
    }
    if (over <= 0) {
      const root = findRoot(excess, low, high, { tolerance: 0.01 });
      if (root.kind === 'converged') excess(root.x);
      return last ?? 'match-not-found';
    }
    if (last && isBursting(build, last)) return 'boost-runs-away';
    if (high >= top) return range.high === null ? 'boost-runs-away' : 'match-not-found';
    low = high;
  }
}

/** Manifold pressure with the compressor only letting air pass, Pa; null where even that chokes the filter. */
function leastPressure(build: MatchedBuild, speedRpm: number): number | null {
  const ambient = build.climate.pressure;
  const path = newPath(build, speedRpm, 1);
  const ratioAt = (pressure: number) => {
    const p1 = breathe(build, speedRpm, path, pressure, build.climate.temperature, 1);
    if (!(p1 > LEAST_INLET * ambient)) return 10;
    return chargeTo(build, path, pressure, build.climate.temperature, false) ? path.compressor.ratio : 10;
  };
  const root = findRoot((p) => ratioAt(p) - 1.0005, 0.2 * ambient, ambient, { tolerance: 1 });
  return root.kind === 'converged' ? root.x : null;
}

function done(build: MatchedBuild, settled: Settled, kind: MatchKind, asked: number): Matched {
  const { path, turn: last, x, iterations, residual } = settled;
  path.manifold = { pressure: x.p, temperature: path.cooler.temperature };
  path.kind = 'converged';
  path.iterations = iterations;
  path.residual = residual;
  locateOnMap(build, path);
  path.range = worstRange(
    path.breathingRange,
    path.map?.range ?? 'inside',
    build.hot.turbine.rangeAt(last.turbine.ratio),
    ...(last.low && build.low
      ? [path.low?.map?.range ?? 'inside', build.low.hot.turbine.rangeAt(last.low.turbine.ratio)]
      : []),
  );
  const needed = (path.massFlow / build.compressor.count) * path.compressor.work;
  return {
    path,
    stop: null,
    match: {
      kind,
      asked,
      turbine: last.turbine,
      low: lowMatch(path, settled),
      portPressure: last.portPressure,
      exhaustFlow: last.exhaustFlow,
      shaftRpm: last.shaftRpm,
      iterations,
      imbalance: needed > 0 ? last.turbine.power / needed - 1 : 0,
    },
  };
}

const failed = (build: MatchedBuild, speedRpm: number, stop: MatchStop): Matched => ({
  path: {
    ...newPath(build, speedRpm, 1),
    kind: stop === 'filter-chokes' || stop === 'ratio-too-high' ? stop : 'not-converged',
  },
  match: null,
  stop,
});

const lowKinds: Record<LowRule['kind'], LowKind> = {
  opening: 'turbine',
  hold: 'held',
  share: 'sharing',
  shaft: 'turbine',
};

function lowMatch(path: AirPath, { turn: { low }, rule }: Settled): Match['low'] {
  if (!low || !rule.low) return null;
  const needed = path.massFlow * path.low!.compressor.work;
  return {
    ...low,
    kind: rule.low.kind === 'opening' && rule.low.opening === 1 ? 'creep' : lowKinds[rule.low.kind],
    imbalance: needed > 0 ? low.turbine.power / needed - 1 : 0,
  };
}
