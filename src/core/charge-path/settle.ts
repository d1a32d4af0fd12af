import { AndersonMixer, type Secant } from '../numerics/anderson';
import { exhaustState } from '../engine/exhaust';
import { shaftSpeed } from '../compressor/formulas';
import { efficiencyAt } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
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
import {
  type AirPath,
  type ChargedAir,
  HIGHEST_RATIO,
  LEAST_MAPPED,
  breathe,
  chargeLow,
  chargeTo,
  engineCharger,
  frontCharger,
  newPath,
  powerOf,
  stopOf,
} from './air-path';
import type { Build } from '../build/build';

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
  /** The shafts, in the order of the air path's chargers: ambient first. */
  chargers: ShaftMatch[];
  /** At the exhaust ports, Pa. */
  portPressure: number;
  /** Exhaust of the whole engine, kg/s. */
  exhaustFlow: number;
  iterations: number;
  /** For the search at the next speed. */
  secants: Secants | null;
};

/** What holds the stage in front: nothing (its turbine decides), its own boost, the whole boost, or not even a gate wide open. */
export type LowKind = 'turbine' | 'held' | 'sharing' | 'creep';
/** One shaft of a match. SI; speed rev/min. */
export type ShaftMatch = {
  turbine: TurbineState;
  shaftRpm: number;
  /** Turbine power over compressor power, less one. */
  imbalance: number;
  /** Of a charger in front of another: what holds it. Null at the engine, where the match's own kind says it. */
  kind: LowKind | null;
};

export type Matched = { path: AirPath; match: Match | null; stop: MatchStop | null };

export type MatchStop =
  | 'filter-chokes'
  | 'ratio-too-high'
  | 'turbine-blocked'
  | 'match-not-found'
  | 'turbine-too-small'
  | 'compressor-chokes'
  | 'boost-runs-away';
/** Least rise of pressure that counts: a shaft that stands still makes none. */
const LEAST_RISE = 1e-6;

/**
 * What a shaft turns at by its compressor's place on the map, rev/min. Where the map gives none, similarity carries the
 * speed of its lowest ratio down to a shaft that stands still.
 */
function shaftOf(map: CompiledMap, { place, correctedFlow, outlet: { ratio }, inlet }: ChargedAir): number {
  const known = place ?? efficiencyAt(map, correctedFlow, LEAST_MAPPED);
  const scale = ratio >= LEAST_MAPPED ? 1 : Math.sqrt(Math.max(LEAST_RISE, ratio - 1) / (LEAST_MAPPED - 1));
  return shaftSpeed.fn({
    correctedSpeed: (known?.speed ?? map.speeds[0]!) * scale,
    temperature: inlet.temperature,
    referenceTemperature: map.reference.temperature,
  });
}

/**
 * What one turn of the loop carries on: charge temperature, back pressure over manifold pressure, manifold pressure, and
 * the ratio of the stage in front (1 where there is none).
 */
export type Unknowns = { t: number; r: number; p: number; q: number };
/** Beside them, by plain substitution: they hardly depend on anything. `low…`: of the stage in front. */
export type Carried = {
  mixed: number;
  ratio: number;
  port: number;
  lowMixed: number;
  lowRatio: number;
  /** How the unknowns moved each other in the search next door. */
  secants: Secants | null;
};

/** What a search learnt of its slopes, and the rule it went by: another rule has others. */
type Secants = { rule: string; pairs: readonly Secant[] };
const ruleName = ({ kind, low }: Rule): string => (low ? `${kind} ${low.kind}` : kind);

type Turn = {
  next: Unknowns;
  turbine: TurbineState;
  /** The stage in front: its turbine, which the exhaust meets last. */
  low: { turbine: TurbineState; shaftRpm: number } | null;
  exhaustFlow: number;
  portPressure: number;
  shaftRpm: number;
  /** Manifold pressure the turbine's power would drive, Pa, and the ratio of the stage in front by its own rule. */
  driven: number;
  drivenLow: number;
  secants: Secants | null;
};

/**
 * What the stage in front does: its gate stands at an opening; holds the pressure between the stages; holds the whole
 * boost, the stage at the engine giving what it gives; or its shaft turns at a speed.
 */
export type LowRule =
  | { kind: 'opening'; opening: number }
  | { kind: 'hold'; pressure: number }
  | { kind: 'share' }
  | { kind: 'shaft'; rpm: number };

/** The gate of the stage in front shut. */
export const SHUT: LowRule = { kind: 'opening', opening: 0 };

/**
 * How the manifold pressure of the next turn comes about. `shaft`: what a shaft speed gives with the gate shut; `power`: what
 * the engine takes to make a power, W, whatever the gate would have to do for it.
 */
export type Rule = (
  | { kind: 'held' }
  | { kind: 'opening' | 'fixed'; opening: number }
  | { kind: 'spring' }
  | { kind: 'pushed-open' }
  | { kind: 'power'; power: number }
  | { kind: 'shaft'; opening: number; rpm: number }
) & {
  low?: LowRule;
  /** The ratio of the stage in front stands still: what it would be driven to is only read. */
  isLowRead?: boolean;
};

/** Heat capacity and exponent (7/2) of the by-hand form: only the slope of a step, never the answer, rests on them. */
const CP = 1_006;
const risen = (temperatureRatio: number): number =>
  temperatureRatio * temperatureRatio * temperatureRatio * Math.sqrt(temperatureRatio);

/** The ratio that a different work would drive, from the one at hand: exact where the works are equal. Inlet K. */
function drivenRatio({ inlet, outlet, efficiency }: ChargedAir, available: number): number {
  const scale = efficiency.value / (CP * inlet.temperature);
  return Math.max(
    1,
    outlet.ratio + risen(1 + Math.max(0, available) * scale) - risen(1 + Math.max(0, outlet.work) * scale),
  );
}

/** The ratio that another speed of the shaft would give, by similarity from the one at hand. */
const ratioAtShaft = (ratio: number, shaftRpm: number, wanted: number): number =>
  1 + Math.max(LEAST_RISE, ratio - 1) * (wanted / shaftRpm) ** 2;

/** λ burnt at a manifold pressure: a diesel's fuel follows the air at the smoke limit until its full boost is there. */
function lambdaAt({ hot, lambda, smoke }: MatchedBuild, pressure: number): number {
  // An engine at part load is leaner than its own λ, whatever its boost.
  const full = hot.exhaust.lambda;
  if (!smoke || full !== lambda || smoke.limit >= full) return full;
  return Math.min(full, Math.max(smoke.limit, (full * pressure) / smoke.asked));
}

function turn(
  build: MatchedBuild,
  speedRpm: number,
  path: AirPath,
  x: Unknowns,
  carried: Carried,
  rule: Rule,
): Turn | MatchStop {
  const { hot, compressor, low } = build;
  breathe(build, speedRpm, path, x.p, x.t, x.r);
  if (low) chargeLow(build, path, x.q);
  chargeTo(build, path, x.p, x.t);
  path.lambda = lambdaAt(build, x.p);
  const exhaust = exhaustState(hot.exhaust, path.massFlow, x.t, {
    manifold: x.p,
    lambda: path.lambda,
    start: carried.port,
  });
  // An engine that takes no air to speak of has no exhaust: there is no state to look for.
  if (!(exhaust.inlet > 200 && exhaust.flow > 0)) return 'match-not-found';
  const charger = engineCharger(path);
  const shaftRpm = shaftOf(compressor.map, charger);
  const behind = low ? lowTurn(build, path, exhaust.flow, carried, rule.low!) : null;
  if (typeof behind === 'string') return behind;
  const given: Given = {
    flow: exhaust.flow / hot.count,
    port: exhaust.port,
    temperature: exhaust.inlet,
    outletPressure: behind ? behind.turbine.inlet.pressure : tailPressure(hot, exhaust.flow, carried.mixed),
    shaftRpm,
    start: carried.ratio,
  };
  const airFlow = path.massFlow / compressor.count;
  const needed = airFlow * charger.outlet.work;
  const turbine = 'opening' in rule ? atOpening(hot, given, rule.opening) : atPower(hot, given, needed);
  if (!turbine) return 'opening' in rule ? 'turbine-blocked' : 'turbine-too-small';
  carried.mixed = turbine.mixed;
  carried.ratio = turbine.ratio;
  carried.port = turbine.port;
  const port = portPressure(hot, turbine.inlet.pressure, exhaust.inlet, exhaust.flow);
  const drivenLow = behind ? nextLowRatio(path, x.q, rule.low!, behind, turbine.power / airFlow) : 1;
  return {
    next: {
      t: path.cooler.temperature,
      r: port / x.p,
      p: nextPressure(build, path, x.p, rule, turbine, shaftRpm),
      q: rule.isLowRead ? x.q : drivenLow,
    },
    turbine,
    low: behind,
    exhaustFlow: exhaust.flow,
    portPressure: port,
    shaftRpm,
    drivenLow,
    driven: 'opening' in rule ? drivenPressure(charger, x.p, turbine.power / airFlow) : x.p,
    secants: null,
  };
}

/** The turbine of the stage in front: it takes what the one at the engine and its gate let out. */
function lowTurn(
  build: MatchedBuild,
  path: AirPath,
  exhaustFlow: number,
  carried: Carried,
  rule: LowRule,
): Turn['low'] | MatchStop {
  const { hot, compressor } = build.low!;
  const air = frontCharger(path)!;
  const shaftRpm = shaftOf(compressor.map, air);
  const given: Given = {
    flow: exhaustFlow,
    port: carried.mixed,
    temperature: carried.mixed,
    outletPressure: tailPressure(hot, exhaustFlow, carried.lowMixed),
    shaftRpm,
    start: carried.lowRatio,
  };
  const turbine =
    rule.kind === 'opening'
      ? atOpening(hot, given, rule.opening)
      : rule.kind === 'shaft'
        ? atOpening(hot, given, 0)
        : atPower(hot, given, path.massFlow * air.outlet.work);
  if (!turbine)
    return rule.kind === 'opening' || rule.kind === 'shaft' ? 'turbine-blocked' : 'turbine-too-small';
  carried.lowMixed = turbine.mixed;
  carried.lowRatio = turbine.ratio;
  return { turbine, shaftRpm };
}

function nextLowRatio(
  path: AirPath,
  ratio: number,
  rule: LowRule,
  { turbine, shaftRpm }: NonNullable<Turn['low']>,
  highWork: number,
): number {
  const charger = engineCharger(path);
  switch (rule.kind) {
    case 'opening':
      return drivenRatio(frontCharger(path)!, turbine.power / path.massFlow);
    case 'hold':
      return (ratio * rule.pressure) / charger.inlet.pressure;
    case 'share':
      // What the stage at the engine does not give is left to this one.
      return (ratio * charger.outlet.ratio) / drivenRatio(charger, highWork);
    case 'shaft':
      return ratioAtShaft(ratio, shaftRpm, rule.rpm);
  }
}

/** The manifold pressure that a work of the turbine, J/kg of air, would drive, Pa: the present one where the works are equal. */
const drivenPressure = (charger: ChargedAir, pressure: number, work: number): number =>
  (pressure * drivenRatio(charger, work)) / charger.outlet.ratio;

function nextPressure(
  build: MatchedBuild,
  path: AirPath,
  pressure: number,
  rule: Rule,
  turbine: TurbineState,
  shaftRpm: number,
): number {
  const { hot, climate } = build;
  const charger = engineCharger(path);
  switch (rule.kind) {
    case 'held':
    case 'fixed':
      return pressure;
    case 'opening':
      return drivenPressure(charger, pressure, (turbine.power * build.compressor.count) / path.massFlow);
    case 'power':
      return (pressure * rule.power) / powerOf(build, path);
    case 'shaft':
      return (pressure * ratioAtShaft(charger.outlet.ratio, shaftRpm, rule.rpm)) / charger.outlet.ratio;
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
export const pushLimit = ({ gate }: HotSide): number =>
  gate.kind === 'valve' ? gate.springGauge * (gate.diaphragm / gate.bore) ** 2 : Infinity;

const scales: Unknowns = { t: 1 / 300, r: 1, p: 1 / 1e5, q: 1 };
const SCALES = [scales.t, scales.r, scales.p, scales.q];
/** Steps that are mixed: a third brings nothing here (counted in turns). */
const DEPTH = 2;

/** Largest scaled change that counts as none; of the temperature behind the turbine, which sets the pressure there, K. */
const SETTLED = { change: 2e-6, tail: 0.02 };
/** Closer still, where a root is sought over many states: what is left of each of them would be its noise. */
export const FINELY = { change: 1e-7, tail: 0.002 };
/** Far enough for the sign of a balance that is well off: a look on the way, never an answer. */
export const ROUGHLY = { change: 3e-5, tail: 0.2 };
const MOST_TURNS = 60;

/** How long a search may go on and how closely it settles. */
export type Patience = { mostTurns?: number; settled?: typeof SETTLED };

export type Settled = {
  rule: Rule;
  path: AirPath;
  turn: Turn;
  x: Unknowns;
  iterations: number;
  residual: number;
};

/**
 * A fixed point of `turn`: plain substitution sped up by Anderson's mixing over the last two steps, kept within bounds. Out: what it settled on, or why not.
 */
export function settle(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
  { mostTurns = MOST_TURNS, settled = SETTLED }: Patience = {},
): Settled | MatchStop {
  const path = newPath(build, speedRpm, start.r, from);
  const ambient = build.climate.pressure;
  let x = start;
  const by = ruleName(rule);
  // A pair's slopes change too fast from one speed to the next: they led it astray (1,640 turns where 1,180 do).
  const known = !build.low && carried.secants?.rule === by ? carried.secants.pairs : [];
  const mixer = new AndersonMixer(SCALES, DEPTH, known);
  let best = Infinity;
  let stuck = 0;
  for (let i = 1; i <= mostTurns; i++) {
    const { mixed: was, lowMixed: lowWas } = carried;
    const done = turn(build, speedRpm, path, x, carried, rule);
    // What a turn cannot do is the pipes' fault where they pass no more by then.
    if (typeof done === 'string') return stopOf(build, path, x.p) ?? done;
    const moved = Math.abs(carried.mixed - was) + Math.abs(carried.lowMixed - lowWas);
    // A tail that restricts like a stopper swings round its answer: half steps bring it in.
    if (i > 12) {
      carried.mixed = (carried.mixed + was) / 2;
      carried.lowMixed = (carried.lowMixed + lowWas) / 2;
    }
    const f: Unknowns = {
      t: done.next.t - x.t,
      r: done.next.r - x.r,
      p: done.next.p - x.p,
      q: done.next.q - x.q,
    };
    const residual = Math.max(
      Math.abs(f.t) * scales.t,
      Math.abs(f.r) * scales.r,
      Math.abs(f.p) * scales.p,
      Math.abs(f.q) * scales.q,
    );
    if (!Number.isFinite(residual)) return 'match-not-found';
    if (residual < settled.change && moved < settled.tail && isDriven(rule, path, build, done)) {
      const stop = stopOf(build, path, x.p);
      if (mixer.secants.length) done.secants = { rule: by, pairs: mixer.secants };
      return stop ?? { rule, path, turn: done, x, iterations: i, residual };
    }
    if (residual < best * 0.9) {
      best = residual;
      stuck = 0;
    } else if (++stuck > 8) {
      mixer.forget();
      stuck = 0;
    }
    const [t, r, p, q] = mixer.next([x.t, x.r, x.p, x.q], [f.t, f.r, f.p, f.q]);
    x = bounded({ t: t!, r: r!, p: p!, q: q! }, x, ambient, rule);
  }
  return stopOf(build, path, x.p) ?? 'match-not-found';
}

/** Powers that are further apart than this are no balance: a share of the power, and J per kg of air for a wheel that hardly works. */
export const POWERS_BALANCED = { share: 2e-5, work: 0.1 };

/** Whether every turbine gives what its compressor takes. */
export function isBalanced(
  build: MatchedBuild,
  path: AirPath,
  { turbine, low }: Pick<Turn, 'turbine' | 'low'>,
  within: typeof POWERS_BALANCED,
): boolean {
  const front = frontCharger(path);
  const apart = (power: number, flow: number, work: number) =>
    Math.abs(power - flow * work) <= (within.share * work + within.work) * flow;
  return (
    apart(turbine.power, path.massFlow / build.compressor.count, engineCharger(path).outlet.work) &&
    (!low || !front || apart(low.turbine.power, path.massFlow, front.outlet.work))
  );
}

/** A pressure that hardly stands over the day's moves little where powers are still apart: those are looked at too. */
const isDriven = (rule: Rule, path: AirPath, build: MatchedBuild, done: Turn): boolean =>
  rule.kind !== 'opening' || isBalanced(build, path, done, HALF_BALANCED);
const HALF_BALANCED = { share: POWERS_BALANCED.share / 2, work: POWERS_BALANCED.work / 2 };

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
    q: within(next.q, Math.max(1, x.q * 0.75), Math.min(HIGHEST_RATIO, x.q * 1.35), x.q),
  };
}

/** Start of a search without a neighbour. */
export const freshCarried = (): Carried => ({
  mixed: 900,
  ratio: 1.5,
  port: 1_100,
  lowMixed: 800,
  lowRatio: 1.3,
  secants: null,
});
/** What a settled turn, or a match, carries to a search that begins beside it. */
export const carriedOf = ({
  turbine,
  low,
  secants,
}: Pick<Turn, 'turbine' | 'secants'> & { low: Pick<ShaftMatch, 'turbine'> | null }): Carried => ({
  mixed: turbine.mixed,
  ratio: turbine.ratio,
  port: turbine.port,
  lowMixed: low?.turbine.mixed ?? 800,
  lowRatio: low?.turbine.ratio ?? 1.3,
  secants,
});
export function carriedFrom(near: Matched | undefined): Carried {
  if (!near?.match) return freshCarried();
  const { turbine } = engineCharger(near.match);
  return carriedOf({ turbine, low: frontCharger(near.match), secants: near.match.secants });
}

/** What lies one even step further on than two values, and no more than a share of the nearer one away. */
export const stepOn = (near: number, far: number, most: number): number =>
  near + Math.min(most * near, Math.max(-most * near, near - far));

/** What two neighbours carry to a search one even step further on. */
export function carriedAhead(near: Matched, far: Matched): Carried {
  const here = carriedFrom(near);
  const there = carriedFrom(far);
  const ahead = (of: Exclude<keyof Carried, 'secants'>) => stepOn(here[of], there[of], 0.05);
  return {
    mixed: ahead('mixed'),
    ratio: ahead('ratio'),
    port: ahead('port'),
    lowMixed: ahead('lowMixed'),
    lowRatio: ahead('lowRatio'),
    secants: here.secants,
  };
}
