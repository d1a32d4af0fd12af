import { engineCharger, frontCharger } from '../charger/charged-air';
import { isOnBelt, isTurbo, type BeltCharger, type TurboCharger } from '../charger/charger';
import { drivenSpeed } from '../charger/drive-formulas';
import { exhaustOf } from './added';
import { findRoot } from '../numerics/roots';
import {
  atOpening,
  atPower,
  portPressure,
  tailPressure,
  type Given,
  type TurbineState,
} from '../turbocharger/turbine-side';
import type { Build } from '../build/build';
import { worstRange } from '../working/range';
import {
  breathe,
  chargeFront,
  chargeTo,
  drivePowerOf,
  isPastChoke,
  locateOnMap,
  newPath,
  rangeOf,
  type AirPath,
} from './air-path';
import { chargeWithBypass } from './belt';
import { findFixedPoint, unknownsOf, type Unknowns } from './fixed-point';
import type { Match, MatchStop, Matched } from './match';
import { MOST_TURNS, SETTLED } from './settle';
import { drivenRatio } from './turn';

/** A blower and a turbocharger in a row, either first. */
export type SeriesBuild = Build & { chargers: [TurboCharger | BeltCharger, TurboCharger | BeltCharger] };

export const isSeries = (build: Build): build is SeriesBuild =>
  build.chargers.length === 2 && build.chargers.some(isTurbo) && build.chargers.some(isOnBelt);

/** The two of a row by what drives them, with their places in it. */
export function partsOf({ chargers }: SeriesBuild): {
  turbo: TurboCharger;
  belt: BeltCharger;
  turboFirst: boolean;
} {
  const [first, second] = chargers;
  return isTurbo(first)
    ? { turbo: first, belt: second as BeltCharger, turboFirst: true }
    : { turbo: second as TurboCharger, belt: first, turboFirst: false };
}

/** What the loop carries beside its unknowns. */
type Carried = { tail: number; ratio: number; port: number };

type Turned = {
  next: Unknowns;
  turbine: TurbineState;
  shaftRpm: number;
  /** What the compressor on the turbine's shaft takes, W. */
  needed: number;
  exhaustFlow: number;
  port: number;
};

/** The gate at an opening, or whatever opening holds the manifold's pressure. */
type Gate = { kind: 'opening'; opening: number } | { kind: 'held' };

/** Once round with the gate so. */
function turn(
  build: SeriesBuild,
  speedRpm: number,
  path: AirPath,
  at: Unknowns,
  carried: Carried,
  gate: Gate,
): Turned | MatchStop {
  const { turbo, belt, turboFirst } = partsOf(build);
  const { drive } = turbo;
  breathe(build, speedRpm, path, at.manifoldPressure, at.chargeTemperature, at.backPressureRatio);
  chargeFront(build, path, at.frontRatio);
  if (turboFirst) chargeWithBypass(build, belt, path, at.manifoldPressure, at.chargeTemperature);
  else chargeTo(build, path, at.manifoldPressure, at.chargeTemperature);
  const exhaust = exhaustOf(build, drive.exhaust, path, at, carried.port);
  if (!(exhaust.inlet > 200 && exhaust.flow > 0)) return 'match-not-found';
  const front = frontCharger(path)!;
  const engine = engineCharger(path);
  const [turboAir, beltAir] = turboFirst ? [front, engine] : [engine, front];
  const shaftRpm = turbo.machine.shaftRpm(turboAir);
  const needed = (path.massFlow * turboAir.outlet.work) / turbo.count;
  const given: Given = {
    flow: exhaust.flow / drive.count,
    port: exhaust.port,
    temperature: exhaust.inlet,
    outletPressure: tailPressure(drive, exhaust.flow, carried.tail),
    shaftRpm,
    start: carried.ratio,
  };
  const turbine =
    gate.kind === 'opening' ? atOpening(drive, given, gate.opening) : atPower(drive, given, needed);
  if (!turbine) return gate.kind === 'opening' ? 'turbine-blocked' : 'turbine-too-small';
  carried.tail = turbine.mixed;
  carried.ratio = turbine.ratio;
  carried.port = turbine.port;
  const port = portPressure(drive, turbine.inlet.pressure, exhaust.inlet, exhaust.flow);
  const driven = drivenRatio(turboAir, (turbine.power * turbo.count) / path.massFlow);
  // A blower that passes less than the engine takes would hold it back: a flap beside it opens, and it turns along for nothing.
  const turned = Math.max(
    1,
    belt.machine.ratioAtSpeed(
      beltAir,
      belt.machine.shaftRpm(beltAir),
      drivenSpeed.fn({ speedRpm, ratio: belt.drive.ratio }),
    ),
  );
  // Where nothing passes a machine there is no speed, and no ratio, to go on with.
  if (!(turned < Infinity && driven < Infinity)) return 'match-not-found';
  const [frontRatio, engineRatio] = turboFirst ? [driven, turned] : [turned, driven];
  // With the manifold's pressure given, what the blower's speed does not make is the turbocharger's part.
  const heldFront = turboFirst ? (at.frontRatio * engine.outlet.ratio) / turned : turned;
  return {
    next: {
      chargeTemperature: path.charge,
      backPressureRatio: port / at.manifoldPressure,
      manifoldPressure:
        gate.kind === 'held'
          ? at.manifoldPressure
          : (at.manifoldPressure * engineRatio) / engine.outlet.ratio,
      frontRatio: gate.kind === 'held' ? heldFront : frontRatio,
      exhaustBetween: at.exhaustBetween,
    },
    turbine,
    shaftRpm,
    needed,
    exhaustFlow: exhaust.flow,
    port,
  };
}

type Settled = { path: AirPath; at: Unknowns; found: Turned; iterations: number; residual: number };

/**
 * The steady state at one speed with a blower on the crankshaft and a turbocharger in a row, either first: the blower turns as
 * its belt makes it turn, the shaft of the turbocharger stands where its powers balance, and its gate lets no more than the
 * boost asked into the manifold, where it can. A displacement blower meters the flow: what it does not pass goes by its flap. In: build; speed rev/min; manifold pressure asked, Pa; a neighbour's path to go
 * on from. Out: the path with what the turbine does, or why there is none. Never throws.
 * Source: the balances of belt.ts and turn.ts together; coupled by the pressure between the two.
 */
export function solveSeries(build: SeriesBuild, speedRpm: number, asked: number, from?: Matched): Matched {
  const near = from?.match ? from.path : undefined;
  const nearMatch = from?.match ?? null;
  const nearTurbine = nearMatch && engineCharger(nearMatch).turbine;
  const first: Unknowns = {
    chargeTemperature: near?.manifold.temperature ?? build.climate.temperature + 30,
    backPressureRatio: near?.backPressureRatio ?? 1.1,
    manifoldPressure: near?.manifold.pressure ?? build.climate.pressure * 1.3,
    frontRatio: (near && frontCharger(near)?.outlet.ratio) ?? 1.15,
    exhaustBetween: 900,
  };
  const settle = (gate: Gate, start: Unknowns): Settled | MatchStop => {
    const carried: Carried = {
      tail: nearTurbine?.mixed ?? 900,
      ratio: nearTurbine?.ratio ?? 1.4,
      port: nearTurbine?.port ?? 1_100,
    };
    const path = newPath(build, speedRpm, start.backPressureRatio, near);
    let moved = Infinity;
    const end = findFixedPoint<Turned>({
      build,
      path,
      start,
      unknowns: unknownsOf(build, gate.kind === 'held' ? ['manifoldPressure'] : []),
      take: (at) => {
        const was = carried.tail;
        const done = turn(build, speedRpm, path, at, carried, gate);
        moved = Math.abs(carried.tail - was);
        return done;
      },
      isAnswer: (_, residual) => residual < SETTLED.change && moved < SETTLED.tail,
      mostTurns: 2 * MOST_TURNS,
      known: [],
    });
    return typeof end === 'string' ? end : { path, ...end };
  };
  const none = (stop: MatchStop): Matched => ({ path: newPath(build, speedRpm, 1), match: null, stop });
  // What the gate would have to do for the boost asked: of itself where it can, shut or wide open where it cannot.
  const held = Number.isFinite(asked)
    ? settle({ kind: 'held' }, { ...first, manifoldPressure: asked })
    : 'match-not-found';
  if (typeof held !== 'string' && held.found.turbine.opening >= 0) {
    const { opening } = held.found.turbine;
    if (opening <= 1) return finish(build, held, 'held', asked);
    const open = settle({ kind: 'opening', opening: 1 }, held.at);
    return typeof open === 'string' ? none(open) : finish(build, open, 'creep', asked);
  }
  const shut = settle({ kind: 'opening', opening: 0 }, first);
  if (typeof shut !== 'string' && shut.at.manifoldPressure <= asked)
    return finish(build, shut, 'turbine', asked);
  // Where a flap opens and shuts the search finds no rest: the pressure at which the gate would just be shut does.
  const driven = typeof held === 'string' ? null : pressureAt(settle, held, build.climate.pressure);
  if (driven) return finish(build, driven, 'turbine', asked);
  const open = settle({ kind: 'opening', opening: 1 }, first);
  return typeof open === 'string' || open.at.manifoldPressure < asked
    ? none(typeof held === 'string' ? held : 'match-not-found')
    : finish(build, open, 'creep', asked);
}

/** A gate that is found so near to shut is shut. */
const SHUT_WITHIN = 1e-4;

/**
 * The manifold pressure below one that takes more exhaust than there is, at which all of it is just enough: the gate shut.
 * In: how a state is settled; the state above; air of the day, Pa. Null where none is found.
 */
function pressureAt(
  settle: (gate: Gate, start: Unknowns) => Settled | MatchStop,
  above: Settled,
  ambient: number,
): Settled | null {
  let last = above;
  const opening = (pressure: number): number => {
    // Where the flap has just shut the blower's ratio jumps: it is looked for from there too.
    for (const frontRatio of [last.at.frontRatio, ...AFRESH]) {
      const here = settle({ kind: 'held' }, { ...last.at, frontRatio, manifoldPressure: pressure });
      if (typeof here === 'string') continue;
      last = here;
      return here.found.turbine.opening;
    }
    return NaN;
  };
  let high = above.at.manifoldPressure;
  for (let low = high * DOWN; low > 0.5 * ambient; low *= DOWN) {
    const here = opening(low);
    if (Number.isNaN(here)) return null;
    if (here < 0) {
      high = low;
      continue;
    }
    const root = findRoot(opening, low, high, { tolerance: 1 });
    return root.kind === 'converged' && Math.abs(opening(root.x)) < SHUT_WITHIN ? last : null;
  }
  return null;
}
/** Ratios in front that a search starts from where its neighbour's leads nowhere. */
const AFRESH = [1.05, 1.2, 1.4, 1.7];
/** Step by which the pressure is lowered on the way there. */
const DOWN = 0.94;

function finish(
  build: SeriesBuild,
  { path, at, found, iterations, residual }: Settled,
  kind: Match['kind'],
  asked: number,
): Matched {
  const { turbo } = partsOf(build);
  if (isPastChoke(build, path)) return { path, match: null, stop: 'compressor-chokes' };
  path.manifold = { pressure: at.manifoldPressure, temperature: path.charge };
  path.kind = 'converged';
  path.iterations = iterations;
  path.residual = residual;
  path.backPressureRatio = at.backPressureRatio;
  path.drivePower = drivePowerOf(build, path);
  locateOnMap(build, path);
  path.range = worstRange(rangeOf(path), turbo.drive.turbine.rangeAt(found.turbine.ratio));
  const { turbine, shaftRpm, needed, exhaustFlow, port } = found;
  const shaft = { turbine, shaftRpm, imbalance: needed > 0 ? turbine.power / needed - 1 : 0, kind: null };
  return {
    path,
    match: { kind, asked, chargers: [shaft], portPressure: port, exhaustFlow, iterations, secants: null },
    stop: null,
  };
}
