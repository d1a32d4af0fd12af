import type { Unknowns } from './fixed-point';
import type { MatchKind, MatchStop, Matched, MatchedBuild, ShaftMatch } from './match';
import { pushLimit } from './turn';
import { engineCharger, frontCharger } from '../charger/charged-air';
import type { TurbineState } from '../turbocharger/turbine-side';
import type { Build } from '../build/build';
import { worstRange } from '../working/range';
import { type AirPath, HIGHEST_RATIO, locateOnMap, newPath, isPastChoke, rangeOf } from './air-path';
import {
  crossingIn,
  firstFall,
  firstRise,
  isBursting,
  leastPressure,
  frontKindOf,
  readerAt,
  settleBoth,
  type Crossing,
  type Reader,
  type Reading,
  type Start,
} from './balance';
import {
  BETWEEN_TURBINES,
  carriedAhead,
  carriedFrom,
  carriedOf,
  isBalanced,
  POWERS_BALANCED,
  settle,
  stepOn,
  type Settled,
} from './settle';

/** Where a search begins: beside a neighbour's match, one step further on where there are two; from nowhere without. */
function startBeside(build: MatchedBuild, asked: number, near?: Matched, before?: Matched) {
  // Two neighbours of one kind at even steps show the way to the next.
  const far = near && before?.match?.kind === near.match?.kind ? before : undefined;
  // A step of no more than a fifth: what lies ahead of a sudden change is anybody's guess.
  const ahead = (of: (neighbour: Matched) => number, or: number) =>
    near ? stepOn(of(near), of(far ?? near), 0.2) : or;
  const temperature = ahead(({ path }) => path.manifold.temperature, build.climate.temperature + 25);
  const first: Unknowns = {
    chargeTemperature: Math.min(900, Math.max(210, temperature)),
    backPressureRatio: ahead(({ path }) => path.backPressureRatio, 1.2),
    manifoldPressure: asked,
    frontRatio: frontCharger(build)
      ? Math.max(
          1,
          ahead(
            ({ path }) => frontCharger(path)?.outlet.ratio ?? 1,
            Math.sqrt(asked / build.climate.pressure),
          ),
        )
      : 1,
    exhaustBetween: ahead(
      ({ match }) => (match && engineCharger(match).turbine.mixed) ?? BETWEEN_TURBINES,
      BETWEEN_TURBINES,
    ),
  };
  return {
    start: {
      first,
      carried: near && far ? carriedAhead(near, far) : carriedFrom(near),
      from: near?.path,
      prefer: (near?.match && frontCharger(near.match)?.kind) ?? undefined,
    } satisfies Start,
    ahead,
  };
}

/** Boost below which it is carried on evenly, Pa gauge. */
const EVENLY = 2_000;

/** The manifold pressure one even step further on, Pa: boost grows by a like share from step to step while a turbo spools. */
function boostAhead({ climate }: MatchedBuild, near: Matched, far: Matched): number {
  const here = near.path.manifold.pressure;
  const [boost, before] = [here - climate.pressure, far.path.manifold.pressure - climate.pressure];
  const grown =
    boost > EVENLY && before > EVENLY
      ? climate.pressure + boost ** 2 / before
      : 2 * here - far.path.manifold.pressure;
  return Math.min(1.2 * here, Math.max(0.8 * here, grown));
}

/** What boost is let rise to: what is asked, what the spring holds at the least, or what pushes the valve open. */
type Ceiling = { pressure: number; kind: 'held' | 'spring' | 'pushed-open' };

/** A neighbour's boost that moved no more than this share of the manifold pressure is followed without a search. */
const NEAR_STEP = 0.36;
/** One that lies further than this from where its neighbours point is looked at from above: boost there must fall back by itself. */
const STEADY_STEP = 0.04;
/** And, one that moved more than each of these, at one more place on the way, where boost must go on rising. */
const WAYPOINTS = [0.09, 0.15, 0.22, 0.29];
/** Turns that a quick answer may take before the search begins. */
const QUICK = { mostTurns: 25 };
/** Boost that creeps no further than this over what is asked is taken as it is found. */
const CREEP_NEAR = 1.15;

/**
 * The steady match at one speed: turbine and compressor on one shaft, the engine between them.
 * In: build with a turbine; speed rev/min; manifold pressure asked, Pa absolute; the match at a lower speed to go on from
 * (without one the shaft spins up from rest at this speed), and the one as far again before it.
 * Out: the air's path with the match, or why there is none. Where the balance has several answers it is the one that the
 * shaft meets on its way: the first above where it comes from while all of the exhaust is more than enough, the first
 * below where it is not. Total: never throws, bounded in its turns. Source: physics of docs/physics/turbine.md.
 */
export function solveMatched(
  whole: MatchedBuild,
  speedRpm: number,
  asked: number,
  neighbour?: Matched,
  before?: Matched,
): Matched {
  const build = fuelledFor(whole, asked);
  const near = neighbour?.match ? neighbour : undefined;
  const { start } = startBeside(build, asked, near, before);
  const wanted = leastAsked(build, speedRpm, asked, start);
  const finish = (settled: Settled, kind: MatchKind): Matched => done(build, speedRpm, settled, kind, asked);
  const stopped = (stop: MatchStop | null) => failed(build, speedRpm, stop ?? 'match-not-found');
  const wasDriven = near?.match?.kind === 'turbine';

  // A neighbour that the turbine decided is tried that way first: the boost asked is then far off.
  if (near && wasDriven) {
    const expected = before?.match?.kind === 'turbine' ? boostAhead(build, near, before) : null;
    const p = Math.min(wanted.pressure, expected ?? near.path.manifold.pressure);
    const quick = followed(
      build,
      speedRpm,
      { ...start, first: { ...start.first, manifoldPressure: p } },
      near,
      wanted.pressure,
    );
    if (quick) return finish(quick, 'turbine');
  }
  const least = leastOnce(build, speedRpm);
  if (!near) {
    const quick = awoken(build, speedRpm, start, wanted.pressure, least);
    if (quick) return finish(quick, 'turbine');
  }
  const reader = readerAt(build, speedRpm, start);
  let ceiling: Ceiling = wanted;
  let top = reader.read(ceiling.pressure);
  if (top && isPushed(build, top.settled)) {
    const pushed = pushedTo(build, speedRpm, reader, top);
    if (typeof pushed === 'string') return stopped(pushed);
    ceiling = { pressure: pushed, kind: 'pushed-open' };
    top = reader.read(pushed);
  }
  const enough = top ? top.spare : reader.isOutOfReach() ? -1 : NaN;
  const hold = (at: Reading) =>
    at.over > 1e-9 ? crept(build, speedRpm, reader, at, ceiling, finish) : finish(at.settled, ceiling.kind);
  // A shaft that comes from the boost asked, or from above, goes on holding it.
  if (near && top && enough >= 0 && (!wasDriven || near.path.manifold.pressure >= ceiling.pressure))
    return hold(top);
  const lowest = least();
  if (lowest === null) return stopped('filter-chokes');
  const from = !near ? lowest : wasDriven ? near.path.manifold.pressure : ceiling.pressure;
  if (Number.isNaN(enough) && from >= ceiling.pressure) return stopped(reader.stop());
  const crossing =
    from >= ceiling.pressure && enough < 0
      ? firstRise(reader.spare, ceiling.pressure, lowest)
      : spunUp(reader, from, ceiling.pressure, lowest);
  if (crossing.kind === 'none') {
    if (top && enough >= 0) return hold(top);
    // Hardly any exhaust: the shaft all but stands.
    const still = settleBoth(
      build,
      speedRpm,
      { kind: 'opening', opening: 0 },
      { ...start, first: { ...start.first, manifoldPressure: lowest } },
    );
    return typeof still === 'string' ? stopped(still) : finish(still, 'turbine');
  }
  if (crossing.kind === 'unsolved') return stopped(reader.stop());
  const quick = drivenWithin(build, speedRpm, reader, crossing);
  if (quick) return finish(quick, 'turbine');
  reader.finely();
  const driven = reader.readShut(crossingIn(reader.spare, crossing));
  return driven ? finish(driven.settled, 'turbine') : stopped(reader.stop());
}

/** The balance within a stretch in which it is known to lie, from the state read last: null where it is not soon found there. */
function drivenWithin(
  build: MatchedBuild,
  speedRpm: number,
  reader: Reader,
  { low, high }: { low: number; high: number },
): Settled | null {
  const last = reader.last();
  if (!last || low === high) return null;
  const beside: Start = {
    first: last.unknowns,
    carried: carriedOf(last.turn),
    from: last.path,
    prefer: last.rule.front ? frontKindOf(last.rule.front) : undefined,
  };
  const shut = settleBoth(build, speedRpm, { kind: 'opening', opening: 0 }, beside, QUICK);
  return typeof shut !== 'string' &&
    shut.unknowns.manifoldPressure >= low &&
    shut.unknowns.manifoldPressure <= high
    ? shut
    : null;
}

/** The pressure without boost, found when it is first asked for. */
function leastOnce(build: MatchedBuild, speedRpm: number): () => number | null {
  let known: number | null | undefined;
  return () => (known === undefined ? (known = leastPressure(build, speedRpm)) : known);
}

/** A shaft that comes from rest and finds its balance soon: null where it is not plainly the first one. */
function awoken(
  build: MatchedBuild,
  speedRpm: number,
  start: Start,
  ceiling: number,
  least: () => number | null,
): Settled | null {
  const lowest = least();
  if (lowest === null) return null;
  const first: Unknowns = {
    ...start.first,
    manifoldPressure: Math.min(ceiling, lowest * 1.01),
    frontRatio: frontCharger(build) ? 1.01 : 1,
  };
  const shut = settleBoth(build, speedRpm, { kind: 'opening', opening: 0 }, { ...start, first }, QUICK);
  if (typeof shut === 'string' || shut.unknowns.manifoldPressure >= ceiling || isPushed(build, shut))
    return null;
  return isFirst(build, speedRpm, start, shut, lowest) ? shut : null;
}

/** A diesel with the boost asked of it, below which its fuel follows the air; a spark engine as it is. */
export const fuelledFor = <B extends Build>(build: B, asked: number): B =>
  build.fuel.smokeLambda === null ? build : { ...build, smoke: { limit: build.fuel.smokeLambda, asked } };

/** From a pressure below the ceiling: on upwards while the exhaust is more than enough, down where it is not. */
function spunUp({ spare }: Reader, from: number, ceiling: number, least: number): Crossing {
  const here = spare(from);
  return here < 0 ? firstRise(spare, from, least) : firstFall(spare, from, ceiling, here);
}

/** The quick way beside a neighbour that the turbine decided: null where it is not plainly the same branch, a little on. */
function followed(
  build: MatchedBuild,
  speedRpm: number,
  start: Start,
  near: Matched,
  ceiling: number,
): Settled | null {
  const patience = { ...QUICK, beyond: ceiling };
  const shut = settleBoth(build, speedRpm, { kind: 'opening', opening: 0 }, start, patience);
  if (typeof shut === 'string' || shut.unknowns.manifoldPressure >= ceiling || isPushed(build, shut))
    return null;
  const apart = (pressure: number) => Math.abs(shut.unknowns.manifoldPressure / pressure - 1);
  if (apart(near.path.manifold.pressure) > NEAR_STEP) return null;
  if (apart(start.first.manifoldPressure) < STEADY_STEP) return shut;
  return isFirst(build, speedRpm, start, shut, near.path.manifold.pressure) ? shut : null;
}

/** Whether boost that comes from a pressure goes on to an answer, and falls back to it from a little beyond. */
function isFirst(build: MatchedBuild, speedRpm: number, start: Start, shut: Settled, came: number): boolean {
  const moved = Math.abs(shut.unknowns.manifoldPressure / came - 1);
  if (moved > NEAR_STEP) return false;
  const { spare, roughly } = readerAt(build, speedRpm, {
    ...start,
    first: shut.unknowns,
    carried: carriedOf(shut.turn),
    from: shut.path,
  });
  roughly();
  if (!(spare(shut.unknowns.manifoldPressure * 1.003) < 0)) return false;
  const places = WAYPOINTS.filter((least) => moved > least).length;
  for (let i = places; i > 0; i--)
    if (
      spare(came + ((shut.unknowns.manifoldPressure - came) * i) / (places + 1)) > 0 !==
      shut.unknowns.manifoldPressure > came
    )
      return false;
  return true;
}

/** Whether exhaust pressure lifts the valve off its seat against the spring. */
const isPushed = (build: MatchedBuild, { turn: { turbine } }: Settled): boolean => {
  const { drive } = engineCharger(build);
  return (
    drive.gate.kind === 'valve' &&
    drive.gate.reference !== 'dome' &&
    turbine.inlet.pressure - turbine.outlet.pressure > pushLimit(drive)
  );
};

/** The boost at which exhaust pressure just lifts the valve: no higher one is held. In: a reading above it. */
function pushedTo(build: MatchedBuild, speedRpm: number, reader: Reader, top: Reading): number | MatchStop {
  const limit = pushLimit(engineCharger(build).drive);
  const lift = (pressure: number) => {
    const reading = reader.read(pressure);
    if (!reading) return NaN;
    const { inlet, outlet } = reading.settled.turn.turbine;
    return 1 - (inlet.pressure - outlet.pressure) / limit;
  };
  const least = leastPressure(build, speedRpm);
  if (least === null) return 'filter-chokes';
  const found = firstRise(lift, top.settled.unknowns.manifoldPressure, least);
  // Even without boost the valve is off its seat.
  if (found.kind === 'none') return least;
  return found.kind === 'between' ? crossingIn(lift, found) : (reader.stop() ?? 'match-not-found');
}

/** Every gate wide open and still more boost than asked: where it ends, if it does before a wheel bursts. */
function crept(
  build: MatchedBuild,
  speedRpm: number,
  reader: Reader,
  top: Reading,
  { pressure }: Ceiling,
  finish: (settled: Settled, kind: MatchKind) => Matched,
): Matched {
  if (!frontCharger(build)) {
    const { settled } = top;
    const quick = settleBoth(
      build,
      speedRpm,
      { kind: 'opening', opening: 1 },
      { first: settled.unknowns, carried: carriedOf(settled.turn), from: settled.path },
      QUICK,
    );
    // What creeps is looked for step by step unless it lies near: further up there may be more than one answer.
    if (
      typeof quick !== 'string' &&
      quick.unknowns.manifoldPressure >= pressure &&
      quick.unknowns.manifoldPressure < pressure * CREEP_NEAR
    )
      return isBursting(build, quick) ? failed(build, speedRpm, 'boost-runs-away') : finish(quick, 'creep');
  }
  const bursts = () => {
    const last = reader.last();
    return last !== null && isBursting(build, last);
  };
  const found = firstFall(reader.over, pressure, HIGHEST_RATIO * build.climate.pressure, top.over, bursts);
  if (found.kind === 'none') return failed(build, speedRpm, 'boost-runs-away');
  if (found.kind === 'unsolved') return failed(build, speedRpm, reader.stop() ?? 'match-not-found');
  reader.finely();
  const there = reader.read(crossingIn(reader.over, found));
  if (!there) return failed(build, speedRpm, reader.stop() ?? 'match-not-found');
  return isBursting(build, there.settled)
    ? failed(build, speedRpm, 'boost-runs-away')
    : finish(there.settled, 'creep');
}

/**
 * The match that a manifold pressure takes, whatever the gate would have to do for it (its opening may lie outside 0 to 1):
 * the question of the goal. Never throws.
 */
export function matchedAt(build: MatchedBuild, speedRpm: number, pressure: number, near?: Matched): Matched {
  const held = settleBoth(build, speedRpm, { kind: 'held' }, startBeside(build, pressure, near).start);
  return typeof held === 'string'
    ? failed(build, speedRpm, held)
    : done(build, speedRpm, held, 'held', pressure);
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
  // What its neighbour was asked for: where the turbine cannot drive it the power's pressure lies there all the same.
  const here = near.match?.asked ?? near.path.manifold.pressure;
  const { start, ahead } = startBeside(build, here, near, before);
  const first: Unknowns = {
    ...start.first,
    manifoldPressure: ahead(({ match }) => match?.asked ?? here, here),
  };
  const made = settleBoth(build, speedRpm, { kind: 'power', power }, { ...start, first });
  return typeof made !== 'string' && Math.abs(made.unknowns.manifoldPressure / here - 1) < NEAR_LEVEL
    ? made
    : null;
}

/** What is asked at the least: a spring lets no less boost than its own be held. */
function leastAsked(
  build: MatchedBuild,
  speedRpm: number,
  asked: number,
  { first, carried, from }: Start,
): Ceiling {
  const { gate } = engineCharger(build).drive;
  if (gate.kind !== 'valve' || gate.reference === 'dome') return { pressure: asked, kind: 'held' };
  const most = build.climate.pressure + gate.springGauge;
  // Of a pair the spring at the engine is taken as it is: what stands on its valve lies between the stages.
  if (frontCharger(build))
    return gate.reference === 'spring' || most > asked
      ? { pressure: most, kind: 'spring' }
      : { pressure: asked, kind: 'held' };
  // Exhaust pressure only ever helps the valve open: the spring holds no more than it says.
  if (gate.reference === 'controlled' && asked >= most) return { pressure: asked, kind: 'held' };
  const sprung = settle(
    build,
    speedRpm,
    { kind: 'spring' },
    { ...first, manifoldPressure: most * 0.97 },
    { ...carried },
    from,
  );
  const pressure = typeof sprung === 'string' ? most : sprung.unknowns.manifoldPressure;
  return gate.reference === 'spring' || pressure > asked
    ? { pressure, kind: 'spring' }
    : { pressure: asked, kind: 'held' };
}

/** Share of the exhaust that nothing takes, at the most. */
const FLOW_BALANCED = 2e-6;

/** What is to blame where powers do not balance: past choke a map jumps from one speed to another. */
const stopAt = ({ chargers }: AirPath): MatchStop =>
  chargers.some(({ place }) => place?.status === 'choke') ? 'compressor-chokes' : 'match-not-found';

/** A gate that was found at its end to within the tolerance stands there. */
const atEnd = (turbine: TurbineState, end: 0 | 1): TurbineState =>
  end === 0
    ? { ...turbine, opening: 0, flow: turbine.flow + turbine.gateFlow, gateFlow: 0 }
    : { ...turbine, opening: 1 };

/** The one place where an answer leaves the solver: what does not balance is none, and says so. */
function done(
  build: MatchedBuild,
  speedRpm: number,
  settled: Settled,
  kind: MatchKind,
  asked: number,
): Matched {
  const { path, turn: last, unknowns: x, iterations, residual } = settled;
  const own = engineCharger(build);
  const front = frontCharger(build);
  const { gate } = own.drive;
  // Of the exhaust, what a gate that stands at its end would have to take or to give back.
  const amiss =
    gate.kind === 'vanes' || kind !== 'turbine' ? 0 : Math.abs(last.turbine.gateFlow) / last.exhaustFlow;
  const isWhole = amiss <= FLOW_BALANCED && isBalanced(build, path, last, POWERS_BALANCED);
  if (!isWhole) return failed(build, speedRpm, stopAt(path));
  if (isPastChoke(build, path)) return failed(build, speedRpm, 'compressor-chokes');
  path.manifold = { pressure: x.manifoldPressure, temperature: path.charge };
  path.kind = 'converged';
  path.iterations = iterations;
  path.residual = residual;
  locateOnMap(build, path);
  path.range = worstRange(
    rangeOf(path),
    own.drive.turbine.rangeAt(last.turbine.ratio),
    ...(last.front && front ? [front.drive.turbine.rangeAt(last.front.turbine.ratio)] : []),
  );
  const needed = (path.massFlow / own.count) * engineCharger(path).outlet.work;
  const shaft: ShaftMatch = {
    turbine:
      kind === 'turbine' ? atEnd(last.turbine, 0) : kind === 'creep' ? atEnd(last.turbine, 1) : last.turbine,
    shaftRpm: last.shaftRpm,
    imbalance: needed > 0 ? last.turbine.power / needed - 1 : 0,
    kind: null,
  };
  return {
    path,
    stop: null,
    match: {
      kind,
      asked,
      chargers: [...frontMatch(path, settled, kind), shaft],
      portPressure: last.portPressure,
      exhaustFlow: last.exhaustFlow,
      iterations,
      secants: last.secants,
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

/** The shaft in front, if there is one. */
function frontMatch(path: AirPath, { turn: { front }, rule }: Settled, kind: MatchKind): ShaftMatch[] {
  if (!front || !rule.front) return [];
  // Creep found with the gate in front holding what it can: it stands wide open there.
  const isOpen = kind === 'creep' && rule.front.kind === 'share';
  const needed = path.massFlow * frontCharger(path)!.outlet.work;
  return [
    {
      turbine: isOpen ? atEnd(front.turbine, 1) : front.turbine,
      shaftRpm: front.shaftRpm,
      imbalance: needed > 0 ? front.turbine.power / needed - 1 : 0,
      kind: isOpen ? 'creep' : frontKindOf(rule.front),
    },
  ];
}
