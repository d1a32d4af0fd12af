import { findRoot } from '../numerics/roots';
import { filterDrop, fuelLineDrop, reynoldsOfLine, smoothFriction } from './formulas';
import { injectorSet, type InjectorSet } from './injectors';
import { compilePumps, deliveredBy, runningAt, speedOf, type Pumps } from './pumps';
import type { FuelSystemDocument } from './schema';

type Line = { bore: number; length: number; bends: number };
type Filter = { drop: number; flow: number; clogged: number };

/** A fuel system as numbers, with the fuel that is in it. SI; pressures gauge. */
export type Supply = {
  injection: FuelSystemDocument['injection'];
  density: number;
  viscosity: number;
  sets: InjectorSet[];
  shots: 1 | 2;
  mostDuty: number;
  direct: { window: number; railPressure: number; pumpPerTurn: number };
  basePressure: number;
  regulator: { isReferenced: boolean; isReturn: boolean; slope: number };
  pumps: Pumps;
  lift: { flow: number; volume: number } | null;
  suction: Filter | null;
  filter: Filter | null;
  feed: Line;
  back: Line;
  rails: { kind: FuelSystemDocument['rails']['kind']; bore: number; length: number };
};

const lineOf = ({ bore, length, bends }: FuelSystemDocument['feed']): Line => ({
  bore: bore.value,
  length: length.value,
  bends: bends.value,
});
const filterOf = (its: FuelSystemDocument['filters']['suction']): Filter | null =>
  its ? { drop: its.drop.value, flow: its.flow.value, clogged: its.clogged.value } : null;

/** A fuel system's document with the fuel in it, ready for `solveSupply`. In: density kg/m³, viscosity Pa·s of the fuel. */
export function compileSupply(
  document: FuelSystemDocument,
  { density, viscosity }: { density: number; viscosity: number },
): Supply {
  const { regulator, rails, direct, second, lift } = document;
  return {
    injection: document.injection,
    density,
    viscosity,
    sets: [
      injectorSet(document.injectors),
      ...(second && document.injection === 'port' ? [injectorSet(second, second.fromGauge.value)] : []),
    ],
    shots: document.shots,
    mostDuty: document.mostDuty.value,
    direct: {
      window: direct.window.value,
      railPressure: direct.railPressure.value,
      pumpPerTurn: direct.pumpPerTurn.value,
    },
    basePressure: document.basePressure.value,
    regulator: {
      isReferenced: regulator.kind === 'referenced' && document.injection === 'port',
      isReturn: regulator.layout === 'return',
      slope: regulator.slope.value,
    },
    pumps: compilePumps(document),
    lift: lift ? { flow: lift.flow.value, volume: lift.volume.value } : null,
    suction: filterOf(document.filters.suction),
    filter: filterOf(document.filters.pressure),
    feed: lineOf(document.feed),
    back: lineOf(document.back),
    rails: { kind: rails.kind, bore: rails.bore.value, length: rails.length.value },
  };
}

type Liquid = Pick<Supply, 'density' | 'viscosity'>;

/** Lost in a line at a flow, Pa. */
function lineDrop({ bore, length, bends }: Line, { density, viscosity }: Liquid, flow: number): number {
  if (flow <= 0) return 0;
  const friction = smoothFriction(reynoldsOfLine.fn({ flow, density, bore, viscosity }));
  return fuelLineDrop.fn({ friction, length, bore, bends, density, flow });
}

const dropOf = (filter: Filter | null, flow: number): number =>
  filter ? filterDrop.fn({ clogged: filter.clogged, drop: filter.drop, flow, rated: filter.flow }) : 0;

/** What stands on the way at a flow of the pumps, and on the way back, Pa. */
export function lossesAt(supply: Supply, flow: number) {
  return {
    suction: dropOf(supply.suction, flow),
    filter: dropOf(supply.filter, flow),
    feed: lineDrop(supply.feed, supply, flow),
  };
}

/** What is asked of a supply at one speed: boost of the manifold, gauge, and the fuel of the whole engine, kg/s. */
export type Asked = { speedRpm: number; manifoldGauge: number; massFlow: number };
/** What is changed to see what it costs: how many pumps run, and losses left out. */
export type Case = { running?: number; lossless?: true };

/** What the regulator holds at the rail without flow, gauge. */
export const setPressure = ({ basePressure, regulator }: Supply, manifoldGauge: number): number =>
  basePressure + (regulator.isReferenced ? manifoldGauge : 0);

/** What a rail at a pressure asks of the pumps as a rise, at their flow and what the engine burns of it, m³/s. */
function riseFor(supply: Supply, rail: number, flow: number, { lossless }: Case): number {
  if (lossless) return rail;
  const { suction, filter, feed } = lossesAt(supply, flow);
  return rail + suction + filter + feed;
}

/**
 * The most that pumps, filters and lines bring to the rail at its pressure, m³/s: what runs out first of the supply. In: speed
 * rev/min; boost gauge. Falls with boost. Source: continuity; pump curves and drops as they stand.
 */
export function capacityAt(
  supply: Supply,
  { speedRpm, manifoldGauge }: Pick<Asked, 'speedRpm' | 'manifoldGauge'>,
  change: Case = {},
): number {
  const running = change.running ?? runningAt(supply.pumps, manifoldGauge);
  const most = deliveredBy(supply.pumps, Math.max(0, setPressure(supply, manifoldGauge)), speedRpm, running);
  if (most <= 0) return 0;
  const over = (flow: number) => surplusAt(supply, { speedRpm, manifoldGauge }, flow, change);
  return Math.max(0, findRoot(over, 0, most, { tolerance: 1e-9 }).x);
}

/** What the pumps deliver over a flow that reaches the rail at its pressure, m³/s: below zero it sags. In: as `capacityAt`. */
export function surplusAt(
  supply: Supply,
  { speedRpm, manifoldGauge }: Pick<Asked, 'speedRpm' | 'manifoldGauge'>,
  flow: number,
  change: Case = {},
): number {
  const running = change.running ?? runningAt(supply.pumps, manifoldGauge);
  const rise = riseFor(supply, setPressure(supply, manifoldGauge), flow, change);
  return deliveredBy(supply.pumps, rise, speedRpm, running) - flow;
}

/** The supply at one speed. Flows m³/s; pressures gauge; drops Pa. */
export type SupplyState = {
  /** The rail stands at what the regulator holds; under it; has nothing over the manifold; or over it, where more comes back than it lets pass. */
  status: 'held' | 'sags' | 'starved' | 'above';
  demand: number;
  set: number;
  rail: number;
  /** Rail over manifold. */
  difference: number;
  pumped: number;
  back: number;
  rise: number;
  running: number;
  voltage: number | null;
  current: number | null;
  drops: { suction: number; filter: number; feed: number; back: number; rail: number };
  /** Of the injector that gets the least: what it lacks against the first. */
  starvedShare: number;
  /** What is missing where the rail cannot be fed at all. */
  missing: number;
};

/** A rail this far over what its regulator holds is said. */
const ABOVE = 25_000;
/** A rail under this share of its pressure over the manifold sags. */
const SAG = 0.995;
/** Under this over the manifold nothing is metered any more, Pa. */
const LEAST_DIFFERENCE = 10_000;

/**
 * Pressure and flow of every part of the supply at one speed. In: the supply; what is asked. Total: a supply that cannot feed is
 * 'starved', with what is missing. Source: continuity and energy of each branch, solved by Brent's method for the pumps' flow.
 */
export function solveSupply(supply: Supply, asked: Asked, change: Case = {}): SupplyState {
  const { pumps, regulator } = supply;
  const { speedRpm, manifoldGauge } = asked;
  const demand = asked.massFlow / supply.density;
  const running = change.running ?? runningAt(pumps, manifoldGauge);
  const set = setPressure(supply, manifoldGauge);
  const delivered = (rise: number) => deliveredBy(pumps, rise, speedRpm, running);
  /** Pressure at the regulator with a flow going back. */
  const heldAt = (back: number): number => set + regulator.slope * back + lineDrop(supply.back, supply, back);
  // Without a line back the regulator sits at the pump: what lies behind it is lost to the rail.
  const behind = regulator.isReturn
    ? 0
    : dropOf(supply.filter, demand) + lineDrop(supply.feed, supply, demand);
  const riseAt = (flow: number): number =>
    regulator.isReturn
      ? riseFor(supply, heldAt(flow - demand), flow, change)
      : heldAt(flow - demand) + dropOf(supply.suction, flow);
  const over = (flow: number) => delivered(riseAt(flow)) - flow;
  let rail: number;
  let pumped = demand;
  let missing = 0;
  let rise: number;
  if (over(demand) >= 0) {
    const most = Math.max(demand * 1.0001, delivered(0));
    pumped = findRoot(over, demand, most, { tolerance: 1e-10 }).x;
    rise = riseAt(pumped);
    rail = heldAt(pumped - demand) - behind;
  } else {
    const { suction, filter, feed } = lossesAt(supply, demand);
    const losses = suction + filter + feed;
    const lowest = manifoldGauge + LEAST_DIFFERENCE;
    const short = (at: number) => delivered(Math.max(0, at + losses)) - demand;
    if (short(lowest) < 0) {
      rail = lowest;
      pumped = delivered(Math.max(0, lowest + losses));
      missing = demand - pumped;
    } else rail = findRoot(short, lowest, Math.max(set, lowest + 1), { tolerance: 1 }).x;
    rise = rail + losses;
  }
  const difference = rail - manifoldGauge;
  const back = Math.max(0, pumped - demand);
  const along = alongRails(supply, demand, regulator.isReturn ? back : 0);
  const { voltage, current } = speedOf(
    pumps,
    pumps.each[0]!,
    pumps.arrangement === 'series' ? rise / running : rise,
    speedRpm,
  );
  const wanted = set - manifoldGauge;
  return {
    status:
      missing > 0 || difference <= 0
        ? 'starved'
        : difference < SAG * wanted
          ? 'sags'
          : rail > set + ABOVE
            ? 'above'
            : 'held',
    demand,
    set,
    rail,
    difference,
    pumped,
    back,
    rise,
    running,
    voltage,
    current,
    drops: {
      ...lossesAt(supply, pumped),
      back: lineDrop(supply.back, supply, back),
      rail: along,
    },
    starvedShare: difference > 0 ? 1 - Math.sqrt(Math.max(0, 1 - along / difference)) : 1,
    missing,
  };
}

/** Pressure lost from the first injector of the rails to the last, Pa: each takes its share of what passes. */
function alongRails(supply: Supply, demand: number, back: number): number {
  const { kind, bore, length } = supply.rails;
  const injectors = supply.sets[0]!.count;
  const share = kind === 'parallel' ? 0.5 : 1;
  const count = Math.max(1, Math.round(injectors * share));
  const whole = kind === 'series' ? 2 * length : length;
  let drop = 0;
  for (let i = 1; i < count; i++)
    drop += lineDrop(
      { bore, length: whole / count, bends: 0 },
      supply,
      share * (back + demand * (1 - i / count)),
    );
  return drop;
}
