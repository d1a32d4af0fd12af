import { exhaustState } from '../engine/exhaust';
import { shaftSpeed } from '../compressor/formulas';
import { findRoot } from '../numerics/roots';
import { springBoost } from '../turbocharger/formulas';
import {
  atOpening,
  atPower,
  portPressure,
  tailPressure,
  type Given,
  type HotSide,
  type TurbineState,
} from '../turbocharger/turbine-side';
import { worstRange } from '../working/range';
import {
  breathe,
  chargeTo,
  HIGHEST_RATIO,
  KINK,
  LEAST_INLET,
  locateOnMap,
  newPath,
  shaftLimit,
  type AirPath,
} from './air-path';
import type { Build } from './build';

/** A build whose turbine is chosen. */
export type MatchedBuild = Build & { hot: HotSide; compressor: NonNullable<Build['compressor']> };
export const isMatched = (build: Build): build is MatchedBuild =>
  build.hot !== null && build.compressor !== null;

/**
 * What decides the boost at a speed: the boost asked (the gate holds it), the turbine (gate shut, boost is what it can
 * drive), the spring (it opens no later), the gate itself (wide open and still over what is asked: boost creep), or
 * exhaust pressure that pushes the valve open against its spring.
 */
export type MatchKind = 'held' | 'turbine' | 'spring' | 'creep' | 'pushed-open';

/** The steady match at one speed. SI. */
export type Match = {
  kind: MatchKind;
  /** Pa absolute, asked of the manifold here. */
  asked: number;
  turbine: TurbineState;
  /** At the exhaust ports, Pa. */
  portPressure: number;
  /** Exhaust of the whole engine, kg/s. */
  exhaustFlow: number;
  /** Speed of the shafts, rev/min. */
  shaftRpm: number;
  iterations: number;
  /** Turbine power over compressor power, less one. */
  imbalance: number;
};

type MatchStop =
  | 'filter-chokes'
  | 'ratio-too-high'
  | 'turbine-blocked'
  | 'match-not-found'
  | 'turbine-too-small'
  | 'boost-runs-away';
export type Matched = { path: AirPath; match: Match | null; stop: MatchStop | null };

/** Below this ratio a map gives no shaft speed; similarity carries the lowest one down to a shaft that stands still. */
const LEAST_MAPPED = 1.0055;

/** What the shaft turns at by the compressor's place on its map, rev/min. */
function shaftOf(build: MatchedBuild, path: AirPath): number {
  const { map } = build.compressor;
  const ratio = path.compressor.ratio;
  const known = path.place && ratio >= LEAST_MAPPED ? path.place.speed : null;
  const corrected =
    known ?? map.speeds[0]! * Math.sqrt(Math.max(1e-6, ratio - 1) / Math.max(0.01, map.lowestLineRatio - 1));
  return shaftSpeed.fn({
    correctedSpeed: corrected,
    temperature: path.filter.temperature,
    referenceTemperature: map.reference.temperature,
  });
}

/** What one turn of the loop carries on: charge temperature, back pressure over manifold pressure, manifold pressure. */
type Unknowns = { t: number; r: number; p: number };
/** Beside them, by plain substitution: they hardly depend on anything. */
type Carried = { mixed: number; ratio: number; port: number };

type Turn = {
  next: Unknowns;
  turbine: TurbineState;
  exhaustFlow: number;
  portPressure: number;
  shaftRpm: number;
  /** Manifold pressure the turbine's power would drive, Pa. */
  driven: number;
};

/** How the manifold pressure of the next turn comes about. */
type Rule =
  | { kind: 'held' }
  | { kind: 'opening' | 'fixed'; opening: number }
  | { kind: 'spring' }
  | { kind: 'pushed-open' };

/** Heat capacity and exponent of the by-hand form: only the slope of a step, never the answer, rests on them. */
const CP = 1_006;
const EXPONENT = 3.5;

/** The ratio that a different work would drive, from the one at hand: exact where the works are equal. */
function drivenRatio(path: AirPath, available: number): number {
  const scale = path.efficiency.value / (CP * path.filter.temperature);
  const by = (work: number) => (1 + Math.max(0, work) * scale) ** EXPONENT;
  return Math.max(1, path.compressor.ratio + by(available) - by(path.compressor.work));
}

function turn(
  build: MatchedBuild,
  speedRpm: number,
  path: AirPath,
  x: Unknowns,
  carried: Carried,
  rule: Rule,
  frozen: boolean,
): Turn | MatchStop {
  const { hot, compressor } = build;
  const p1 = breathe(build, speedRpm, path, x.p, x.t, x.r);
  if (!(p1 > LEAST_INLET * build.climate.pressure)) return 'filter-chokes';
  if (!chargeTo(build, path, x.p, x.t, frozen)) return 'ratio-too-high';
  const exhaust = exhaustState(hot.exhaust, path.massFlow, x.t, carried.port);
  // An engine that takes no air to speak of has no exhaust: there is no state to look for.
  if (!(exhaust.inlet > 200 && exhaust.flow > 0)) return 'match-not-found';
  const shaftRpm = shaftOf(build, path);
  const given: Given = {
    flow: exhaust.flow / hot.count,
    port: exhaust.port,
    temperature: exhaust.inlet,
    outletPressure: tailPressure(hot, exhaust.flow, carried.mixed),
    shaftRpm,
    start: carried.ratio,
  };
  const airFlow = path.massFlow / compressor.count;
  const needed = airFlow * path.compressor.work;
  const turbine = 'opening' in rule ? atOpening(hot, given, rule.opening) : atPower(hot, given, needed);
  if (!turbine) return 'opening' in rule ? 'turbine-blocked' : 'turbine-too-small';
  carried.mixed = turbine.mixed;
  carried.ratio = turbine.ratio;
  carried.port = turbine.port;
  const port = portPressure(hot, turbine.inlet.pressure, exhaust.inlet, exhaust.flow);
  return {
    next: {
      t: path.cooler.temperature,
      r: port / x.p,
      p: nextPressure(build, path, x.p, rule, turbine, airFlow),
    },
    turbine,
    exhaustFlow: exhaust.flow,
    portPressure: port,
    shaftRpm,
    driven: 'opening' in rule ? drivenPressure(path, x.p, turbine, airFlow) : x.p,
  };
}

/** The manifold pressure that the turbine's power would drive, Pa: the present one where the powers are equal. */
const drivenPressure = (path: AirPath, pressure: number, turbine: TurbineState, airFlow: number): number =>
  (pressure * drivenRatio(path, turbine.power / airFlow)) / path.compressor.ratio;

function nextPressure(
  build: MatchedBuild,
  path: AirPath,
  pressure: number,
  rule: Rule,
  turbine: TurbineState,
  airFlow: number,
): number {
  const { hot, climate } = build;
  switch (rule.kind) {
    case 'held':
    case 'fixed':
      return pressure;
    case 'opening':
      return drivenPressure(path, pressure, turbine, airFlow);
    case 'spring':
      return hot.gate.kind === 'valve'
        ? climate.pressure +
            springBoost.fn({
              spring: hot.gate.springGauge,
              inlet: turbine.inlet.pressure,
              outlet: turbine.outlet.pressure,
              bore: hot.gate.bore,
              diaphragm: hot.gate.diaphragm,
            })
        : pressure;
    case 'pushed-open': {
      const held = pushLimit(hot);
      const over = turbine.inlet.pressure - turbine.outlet.pressure;
      return pressure * (1 + 0.4 * Math.max(-0.5, Math.min(0.5, held / over - 1)));
    }
  }
}

/** The pressure across the turbine that lifts the valve off its seat with no boost on the diaphragm, Pa. */
const pushLimit = ({ gate }: HotSide): number =>
  gate.kind === 'valve' ? gate.springGauge * (gate.diaphragm / gate.bore) ** 2 : Infinity;

const scales: Unknowns = { t: 1 / 300, r: 1, p: 1 / 1e5 };

/** Largest scaled change that counts as none. */
const SETTLED = 2e-6;
/** And of the temperature behind the turbine, which sets the pressure there, K. */
const TAIL_SETTLED = 0.02;
const MOST_TURNS = 60;

type Settled = { path: AirPath; turn: Turn; x: Unknowns; iterations: number; residual: number };

/**
 * A fixed point of `turn`: plain substitution sped up by Anderson's mixing over the last two steps (Walker & Ni, SIAM J.
 * Numer. Anal. 49 (2011) 1715–1735), kept within bounds. Out: what it settled on, or why not.
 */
function settle(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
): Settled | MatchStop {
  const path = newPath(build, speedRpm, start.r, from);
  const ambient = build.climate.pressure;
  let x = start;
  const history: Step[] = [];
  let best = Infinity;
  let stuck = 0;
  for (let i = 1; i <= MOST_TURNS; i++) {
    const { mixed: was } = carried;
    const done = turn(build, speedRpm, path, x, carried, rule, i > KINK);
    if (typeof done === 'string') return done;
    const moved = Math.abs(carried.mixed - was);
    // A tail that restricts like a stopper swings round its answer: half steps bring it in.
    if (i > 12) carried.mixed = (carried.mixed + was) / 2;
    const f: Unknowns = { t: done.next.t - x.t, r: done.next.r - x.r, p: done.next.p - x.p };
    const residual = Math.max(Math.abs(f.t) * scales.t, Math.abs(f.r) * scales.r, Math.abs(f.p) * scales.p);
    if (!Number.isFinite(residual)) return 'match-not-found';
    if (residual < SETTLED && moved < TAIL_SETTLED) return { path, turn: done, x, iterations: i, residual };
    if (residual < best * 0.9) {
      best = residual;
      stuck = 0;
    } else if (++stuck > 8) {
      history.length = 0;
      stuck = 0;
    }
    history.push({ x, f });
    if (history.length > 3) history.shift();
    x = bounded(mixed(history), x, ambient, rule);
  }
  return 'match-not-found';
}

type Step = { x: Unknowns; f: Unknowns };

/** The next guess from the last steps: the combination of residuals that is smallest in the least-squares sense. */
function mixed(history: Step[]): Unknowns {
  const last = history[history.length - 1]!;
  const next: Unknowns = { t: last.x.t + last.f.t, r: last.x.r + last.f.r, p: last.x.p + last.f.p };
  const one = history[history.length - 2];
  if (!one) return next;
  const two = history[history.length - 3];
  const f = last.f;
  const at = (f.t - one.f.t) * scales.t;
  const ar = (f.r - one.f.r) * scales.r;
  const ap = (f.p - one.f.p) * scales.p;
  const aa = at * at + ar * ar + ap * ap;
  const af = at * f.t * scales.t + ar * f.r * scales.r + ap * f.p * scales.p;
  let gammaOne = aa > 0 ? af / aa : 0;
  let gammaTwo = 0;
  if (two) {
    const bt = (f.t - two.f.t) * scales.t;
    const br = (f.r - two.f.r) * scales.r;
    const bp = (f.p - two.f.p) * scales.p;
    const bb = bt * bt + br * br + bp * bp;
    const bf = bt * f.t * scales.t + br * f.r * scales.r + bp * f.p * scales.p;
    const ab = at * bt + ar * br + ap * bp;
    const det = aa * bb - ab * ab;
    if (det > 1e-10 * aa * bb) {
      gammaOne = (af * bb - bf * ab) / det;
      gammaTwo = (bf * aa - af * ab) / det;
    }
  }
  takeOff(next, gammaOne, last, one);
  if (two && gammaTwo !== 0) takeOff(next, gammaTwo, last, two);
  return next;
}

function takeOff(next: Unknowns, gamma: number, last: Step, from: Step): void {
  next.t -= gamma * (last.x.t + last.f.t - from.x.t - from.f.t);
  next.r -= gamma * (last.x.r + last.f.r - from.x.r - from.f.r);
  next.p -= gamma * (last.x.p + last.f.p - from.x.p - from.f.p);
}

const within = (value: number, low: number, high: number, or: number) =>
  Number.isFinite(value) ? Math.min(high, Math.max(low, value)) : or;

/** No step of more than a fifth of the pressure, and nothing beyond what physics or the gas data allow. */
function bounded(next: Unknowns, x: Unknowns, ambient: number, rule: Rule): Unknowns {
  return {
    t: within(next.t, Math.max(210, x.t - 80), Math.min(900, x.t + 80), x.t),
    r: within(next.r, Math.max(0.3, x.r * 0.6), Math.min(12, x.r * 1.6), x.r),
    p:
      rule.kind === 'held' || rule.kind === 'fixed'
        ? x.p
        : within(next.p, Math.max(0.2 * ambient, x.p * 0.8), Math.min(12 * ambient, x.p * 1.25), x.p),
  };
}

/** Start of a search without a neighbour. */
const freshCarried = (): Carried => ({ mixed: 900, ratio: 1.5, port: 1_100 });
const carriedFrom = (near: Matched | undefined): Carried =>
  near?.match
    ? {
        mixed: near.match.turbine.mixed,
        ratio: near.match.turbine.ratio,
        port: near.match.turbine.port,
      }
    : freshCarried();

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
  const carried = carriedFrom(near);
  // Two neighbours of one kind at even steps show the way to the next.
  const far = near && before?.match?.kind === near.match?.kind ? before : undefined;
  // A step of no more than a fifth: what lies ahead of a sudden change is anybody's guess.
  const ahead = (of: (path: AirPath) => number, or: number) => {
    if (!near) return or;
    const here = of(near.path);
    const step = far ? here - of(far.path) : 0;
    return here + Math.min(0.2 * here, Math.max(-0.2 * here, step));
  };
  const first: Unknowns = {
    t: Math.min(
      900,
      Math.max(
        210,
        ahead((path) => path.manifold.temperature, build.climate.temperature + 25),
      ),
    ),
    r: ahead((path) => path.backPressureRatio, 1.2),
    p: asked,
  };
  const from = near?.path;
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
  const held = settle(
    build,
    speedRpm,
    { kind: 'held' },
    { ...first, p: wanted.pressure },
    { ...carried },
    from,
  );
  if (typeof held !== 'string') {
    const { opening, inlet, outlet } = held.turn.turbine;
    if (opening >= -1e-9 && opening <= 1 + 1e-9) {
      const { gate } = build.hot;
      const isPushed =
        gate.kind === 'valve' &&
        gate.reference !== 'dome' &&
        inlet.pressure - outlet.pressure > pushLimit(build.hot);
      if (!isPushed) return finish(held, wanted.kind);
      const pushed = settle(build, speedRpm, { kind: 'pushed-open' }, held.x, { ...carried }, held.path);
      if (typeof pushed !== 'string' && pushed.turn.turbine.opening >= 0)
        return finish(pushed, 'pushed-open');
      return finish(held, wanted.kind);
    }
    if (opening > 1) {
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
  const first: Unknowns = {
    t: near?.path.manifold.temperature ?? build.climate.temperature + 25,
    r: near?.path.backPressureRatio ?? 1.2,
    p: pressure,
  };
  const held = settle(build, speedRpm, { kind: 'held' }, first, carriedFrom(near), near?.path);
  return typeof held === 'string' ? failed(build, speedRpm, held) : done(build, held, 'held', pressure);
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
  const quick = settle(build, speedRpm, { kind: 'opening', opening }, start, { ...carried }, from);
  // What creeps is looked for step by step unless it lies near: further up there may be more than one answer.
  const isDoubtful =
    typeof quick === 'string' ||
    (low !== null && (quick.x.p < low * (1 - 1e-6) || quick.x.p > low * CREEP_NEAR));
  if (isDoubtful) return drivenSafely(build, speedRpm, opening, start, { low, high });
  return quick.turn.shaftRpm > BURST * shaftLimit(build) ? 'boost-runs-away' : quick;
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
    const x: Unknowns = { t: last?.x.t ?? start.t, r: last?.x.r ?? start.r, p: pressure };
    const at = settle(build, speedRpm, { kind: 'fixed', opening }, x, freshCarried(), last?.path);
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
    if (last && (last as Settled).turn.shaftRpm > BURST * shaftLimit(build)) return 'boost-runs-away';
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
  );
  const needed = (path.massFlow / build.compressor.count) * path.compressor.work;
  return {
    path,
    stop: null,
    match: {
      kind,
      asked,
      turbine: last.turbine,
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
