import type { Build } from '../build/build';
import type { OperatingPoint } from './point';
import type { LimitState } from './verdict';
import { findRoot } from '../numerics/roots';
import { reason, type Reason } from '../working/range';
import { fuelFlowOf, injectorsShare } from '../fuel-system/fuel-demand';
import { injectionAt, type Injection } from '../fuel-system/injection';
import {
  capacityAt,
  setPressure,
  solveSupply,
  surplusAt,
  type Supply,
  type SupplyState,
} from '../fuel-system/supply';

/** Parts of a fuel system that can run out. */
export const fuelPartIds = ['injectors', 'pumps', 'high-pump', 'lift'] as const;
export type FuelPart = (typeof fuelPartIds)[number];

/** The fuel system at one speed of the sweep. */
export type FuelPoint = {
  speedRpm: number;
  /** Of the whole engine, kg/s. */
  massFlow: number;
  manifoldGauge: number;
  lambda: number;
  power: number;
  supply: SupplyState;
  injection: Injection;
  /** What each part can bring over what is asked: under one it has run out. */
  shares: Partial<Record<FuelPart, number>>;
};

/** A part's limit as power: the whole curve at this boost and fuel, scaled until the part is at its end. */
export type FuelLimit = { part: FuelPart; share: number; speedRpm: number; power: number; state: LimitState };

/** What the fuel system does over the revs, and what runs out first. */
export type FuelLine = {
  points: FuelPoint[];
  /** Least room first. Never empty. */
  limits: [FuelLimit, ...FuelLimit[]];
  peak: { power: number; speedRpm: number };
  state: LimitState;
  /** Boost, gauge, over which one pump alone no longer feeds: the cut to set where a second one is switched on. */
  alone: { gauge: number; speedRpm: number } | null;
  /** What lines and filters take of what the pumps could bring at the speed of their limit, a share. */
  lost: number;
  /** At idle: rail, and the pulse, which is an estimate. */
  idle: { pulse: number; rail: number; set: number; status: SupplyState['status'] };
  findings: Reason[];
};

/**
 * Room that each part should have, over which it holds (common practice, no source): the injectors' highest duty is a margin
 * already; a pump loses a fifth to wear, heat and a tired battery.
 */
export const wantedRoom: Record<FuelPart, number> = {
  injectors: 1.03,
  pumps: 1.2,
  'high-pump': 1.1,
  lift: 1.1,
};
/** A high-pressure pump fills its barrel to this share (from memory). */
const BARREL = 0.85;
/** An engine at idle breathes against a manifold of about this, Pa absolute (common practice, no source). */
const IDLE_MANIFOLD = 35_000;
/** Losses that take more than this of the pumps' flow are worth a larger line. */
const COSTLY = 0.08;
/** Over this the suction side lets vapour out of the fuel, Pa (common practice, no source). */
const SUCTION = 15_000;
/** A last injector that lacks more than this is said. */
const STARVED = 0.01;

const stateOf = (part: FuelPart, share: number): LimitState =>
  share < 1 ? 'over' : share < wantedRoom[part] ? 'marginal' : 'within';

const order: LimitState[] = ['within', 'marginal', 'over'];
const worstState = (limits: readonly FuelLimit[]): LimitState =>
  limits.reduce<LimitState>(
    (a, { state }) => (order.indexOf(state) > order.indexOf(a) ? state : a),
    'within',
  );

/** The fuel system at a solved point. In: fuel of the whole engine, kg/s, where it is another than the job's own makes. */
export function fuelPointOf(
  build: Build,
  supply: Supply,
  point: OperatingPoint,
  massFlow: number = fuelFlowOf(build, point.path),
): FuelPoint {
  const { speedRpm, boostGauge: manifoldGauge } = point;
  const asked = { speedRpm, manifoldGauge, massFlow };
  const state = solveSupply(supply, asked);
  const share = injectorsShare(point.path);
  const injection = injectionAt(supply, {
    ...asked,
    massFlow: share * massFlow,
    cycle: build.cycle,
    // Whether the rail is there is the supply's matter: the injectors are judged at the pressure they were given.
    difference: Math.max(0, state.set - manifoldGauge),
    battery: supply.pumps.battery,
  });
  const shares: FuelPoint['shares'] = {
    injectors: injection.share,
    pumps: capacityAt(supply, asked) / state.demand,
  };
  if (supply.injection === 'direct')
    shares['high-pump'] = (supply.direct.pumpPerTurn * (speedRpm / 60) * BARREL) / (share * state.demand);
  if (supply.lift) shares.lift = supply.lift.flow / state.demand;
  return {
    speedRpm,
    massFlow,
    manifoldGauge,
    lambda: point.path.lambda,
    power: point.power.flywheel,
    supply: state,
    injection,
    shares,
  };
}

/** Stretches of speeds where a part of the fuel system has run out. */
export type FuelSpan = { kind: 'fuel'; fromRpm: number; toRpm: number };
export function fuelSpans(points: readonly FuelPoint[]): FuelSpan[] {
  const spans: FuelSpan[] = [];
  let isOpen = false;
  for (const { speedRpm, shares } of points) {
    const isShort = Object.values(shares).some((share) => share < 1);
    if (isShort && isOpen) spans.at(-1)!.toRpm = speedRpm;
    else if (isShort) spans.push({ kind: 'fuel', fromRpm: speedRpm, toRpm: speedRpm });
    isOpen = isShort;
  }
  return spans;
}

/** What of the fuel system has run out at a point, the worst first: for the place where it is drawn. */
export function fuelTroubles({ shares, power }: Pick<FuelPoint, 'shares' | 'power'>): Reason[] {
  return fuelPartIds
    .filter((part) => shares[part] !== undefined && shares[part] < 1)
    .sort((a, b) => shares[a]! - shares[b]!)
    .map((part) => reason(`fuel-${part}-here`, { limit: [shares[part]! * power, 'power'] }));
}

/** The limits of the parts over points of the sweep, least room first; as power where the peak has so much, W. */
export function limitsOf(points: readonly FuelPoint[], peak: number): FuelLimit[] {
  return fuelPartIds
    .flatMap((part): FuelLimit[] => {
      let least: FuelPoint | undefined;
      for (const point of points)
        if (point.shares[part] !== undefined && !(point.shares[part] >= (least?.shares[part] ?? Infinity)))
          least = point;
      if (!least) return [];
      const share = least.shares[part]!;
      return [{ part, share, speedRpm: least.speedRpm, power: share * peak, state: stateOf(part, share) }];
    })
    .sort((a, b) => a.share - b.share);
}

/**
 * The boost at which one pump alone is at its end, the lowest over the revs; fuel goes with the manifold's absolute pressure
 * there, an estimate. Null with one pump, or where one is enough everywhere.
 */
function aloneAt(build: Build, supply: Supply, points: readonly FuelPoint[]): FuelLine['alone'] {
  if (supply.pumps.each.length < 2) return null;
  const { pressure: ambient } = build.climate;
  let lowest: FuelLine['alone'] = null;
  for (const { speedRpm, manifoldGauge, supply: state } of points) {
    const demandAt = (gauge: number) => (state.demand * (ambient + gauge)) / (ambient + manifoldGauge);
    const surplus = (gauge: number) =>
      surplusAt(supply, { speedRpm, manifoldGauge: gauge }, demandAt(gauge), { running: 1 });
    if (surplus(manifoldGauge) >= 0) continue;
    const low = findRoot(surplus, -ambient * 0.9, manifoldGauge, { tolerance: 1 }).x;
    if (!lowest || low < lowest.gauge) lowest = { gauge: low, speedRpm };
  }
  return lowest;
}

function idleOf(build: Build, supply: Supply, points: readonly FuelPoint[]): FuelLine['idle'] {
  const first = points[0]!;
  const { pressure: ambient } = build.climate;
  const manifoldGauge = Math.min(0, IDLE_MANIFOLD - ambient);
  const massFlow = (first.massFlow * IDLE_MANIFOLD) / (ambient + first.manifoldGauge);
  const speedRpm = build.idleRpm;
  const state = solveSupply(supply, { speedRpm, manifoldGauge, massFlow });
  const { pulse } = injectionAt(supply, {
    speedRpm,
    manifoldGauge,
    massFlow,
    cycle: build.cycle,
    difference: Math.max(LEAST_SET, state.set - manifoldGauge),
    battery: supply.pumps.battery,
  });
  return { pulse, rail: state.rail, set: state.set, status: state.status };
}
/** Nothing meters under this, Pa. */
const LEAST_SET = 1_000;

/**
 * The fuel system over the revs of a sweep: supply and injectors at each speed, each part's limit as power, and what there is to
 * say. In: build; compiled supply; points of the sweep. Null where no point was solved. Total.
 */
export function fuelLineOf(build: Build, supply: Supply, solved: readonly OperatingPoint[]): FuelLine | null {
  const points = solved.filter((p) => p.status.kind !== 'failed').map((p) => fuelPointOf(build, supply, p));
  if (!points.length) return null;
  const peak = points.reduce((a, b) => (b.power > a.power ? b : a));
  const limits = limitsOf(points, peak.power) as FuelLine['limits'];
  const pumps = limits.find(({ part }) => part === 'pumps')!;
  const tight = points.find(({ speedRpm }) => speedRpm === pumps.speedRpm)!;
  const free = capacityAt(supply, tight, { lossless: true });
  const lost = free > 0 ? 1 - (pumps.share * tight.supply.demand) / free : 0;
  const line = {
    points,
    limits,
    peak: { power: peak.power, speedRpm: peak.speedRpm },
    state: worstState(limits),
    alone: aloneAt(build, supply, points),
    lost,
    idle: idleOf(build, supply, points),
  };
  return { ...line, findings: findingsOf(supply, line, tight) };
}

/** How the part that runs out first is told, by its state. */
const firstWord = { over: 'short', marginal: 'near', within: 'first' } as const satisfies Record<
  LimitState,
  string
>;

function findingsOf(supply: Supply, line: Omit<FuelLine, 'findings'>, tight: FuelPoint): Reason[] {
  const said: Reason[] = [];
  const [first, next] = line.limits;
  const { peak, points } = line;
  said.push(
    reason(`fuel-${first.part}-${firstWord[first.state]}`, {
      limit: [first.power, 'power'],
      power: [peak.power, 'power'],
      speed: [first.speedRpm, 'engineSpeed'],
      short: [Math.max(0, peak.power - first.power), 'power'],
    }),
  );
  if (next)
    said.push(
      reason(`fuel-${next.part}-${next.state === 'marginal' ? 'near' : 'next'}`, {
        limit: [next.power, 'power'],
        power: [peak.power, 'power'],
      }),
    );
  const starved = points.find(({ supply: { status } }) => status === 'starved');
  const sags = points.filter(({ supply: { status } }) => status === 'sags' || status === 'starved');
  const worst = sags.reduce<FuelPoint | null>(
    (a, b) => (!a || b.supply.rail - b.supply.set < a.supply.rail - a.supply.set ? b : a),
    null,
  );
  if (starved)
    said.push(
      reason('fuel-rail-starved', {
        speed: [starved.speedRpm, 'engineSpeed'],
        missing: [starved.supply.missing, 'fuelFlow'],
      }),
    );
  else if (worst)
    said.push(
      reason('fuel-rail-sags', {
        from: [sags[0]!.speedRpm, 'engineSpeed'],
        rail: [worst.supply.rail, 'boost'],
        set: [worst.supply.set, 'boost'],
        speed: [worst.speedRpm, 'engineSpeed'],
        lambda: [
          worst.lambda * Math.sqrt((worst.supply.set - worst.manifoldGauge) / worst.supply.difference),
          'ratio',
        ],
      }),
    );
  const under = points.find((p) => setPressure(supply, p.manifoldGauge) - p.manifoldGauge < 50_000);
  if (under && supply.injection === 'port')
    said.push(
      reason('fuel-set-near-manifold', {
        set: [under.supply.set, 'boost'],
        manifold: [under.manifoldGauge, 'boost'],
        speed: [under.speedRpm, 'engineSpeed'],
      }),
    );
  const beyond = supply.pumps.each.some(({ last }) => last < Math.max(...points.map((p) => p.supply.set)));
  if (beyond)
    said.push(
      reason('pump-curve-short', {
        end: [Math.min(...supply.pumps.each.map(({ last }) => last)), 'boost'],
        asked: [Math.max(...points.map((p) => p.supply.set)), 'boost'],
      }),
    );
  if (line.alone)
    said.push(
      reason(supply.pumps.onGauge === null ? 'fuel-one-pump-left' : 'fuel-second-pump-cut', {
        boost: [line.alone.gauge, 'boost'],
        speed: [line.alone.speedRpm, 'engineSpeed'],
      }),
    );
  if (supply.pumps.onGauge !== null && line.alone && supply.pumps.onGauge > line.alone.gauge)
    said.push(
      reason('fuel-second-pump-late', {
        on: [supply.pumps.onGauge, 'boost'],
        boost: [line.alone.gauge, 'boost'],
      }),
    );
  if (line.lost > COSTLY) said.push(reason('fuel-losses-cost', { lost: [line.lost, 'share'] }));
  if (tight.supply.drops.suction > SUCTION)
    said.push(reason('fuel-suction-low', { drop: [tight.supply.drops.suction, 'pressureDrop'] }));
  const uneven = points.reduce((a, b) => (b.supply.starvedShare > a.supply.starvedShare ? b : a));
  if (
    uneven.supply.starvedShare > STARVED &&
    supply.injection === 'port' &&
    uneven.supply.status !== 'starved'
  )
    said.push(
      reason('fuel-last-injector-lean', {
        share: [uneven.supply.starvedShare, 'fineShare'],
        speed: [uneven.speedRpm, 'engineSpeed'],
      }),
    );
  if (line.idle.status === 'above')
    said.push(
      reason('fuel-rail-high-at-idle', { rail: [line.idle.rail, 'boost'], set: [line.idle.set, 'boost'] }),
    );
  const [own] = supply.sets;
  if (own && supply.injection === 'port') {
    if (own.isDeadTimeAssumed) said.push(reason('injector-dead-time-assumed'));
    if (own.leastPulse !== null && line.idle.pulse < own.leastPulse)
      said.push(
        reason('injector-large-at-idle', {
          pulse: [line.idle.pulse, 'pulse'],
          least: [own.leastPulse, 'pulse'],
        }),
      );
  }
  const liftShort = line.limits.find(({ part, share }) => part === 'lift' && share < 1);
  if (liftShort && supply.lift) {
    const at = points.find(({ speedRpm }) => speedRpm === liftShort.speedRpm)!;
    said.push(
      reason('surge-tank-empties', {
        seconds: [supply.lift.volume / (at.supply.demand - supply.lift.flow), 'time'],
      }),
    );
  }
  return said;
}
