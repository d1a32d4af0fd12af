import type { FlowLoss } from '../charge-air/losses';
import type { AirLosses, PlacedLoss } from './plumbing';

/** Stations of the air that hold losses, in the order of the flow. */
export type LossStation = keyof AirLosses;

/**
 * A cooler: its charge-side effectiveness at a flow of charge, kg/s, and what cools it, K. `byPoints`: whether that follows from
 * points over the flow; where it does not one figure stands for every flow.
 */
export type Cooler = { effectiveness: (flow: number) => number; coolant: number; byPoints: boolean };

/** What the air passes on its way, in the order of the flow. Chargers stand for themselves in `Build.chargers`, in turn. */
export type Element =
  | { kind: 'loss'; station: LossStation; loss: PlacedLoss }
  | { kind: 'charger' }
  | { kind: 'cooler'; station: LossStation; cooler: Cooler };

/** What the air passes before the first charger, between two, or behind the last. */
export type Leg = {
  /** On the way to the cooler, at the temperature the leg begins with. */
  before: FlowLoss[];
  cooler: Cooler | null;
  /** Behind it, at the temperature the leg ends with. */
  behind: FlowLoss[];
};

/**
 * The way of the air as a list. In: losses by station; the cooler behind each charger, ambient first (null: none). What
 * lies between two chargers stands there only where there are two.
 */
export function elementsOf(losses: AirLosses, coolers: (Cooler | null)[]): Element[] {
  const lossesAt = (station: LossStation): Element[] =>
    losses[station].map((loss) => ({ kind: 'loss', station, loss }));
  const coolerAt = (station: LossStation, cooler: Cooler | null): Element[] =>
    cooler ? [{ kind: 'cooler', station, cooler }] : [];
  const elements = lossesAt('filter');
  coolers.forEach((cooler, i) => {
    const isLast = i === coolers.length - 1;
    const station = isLast ? 'cooler' : 'between';
    elements.push({ kind: 'charger' }, ...lossesAt(station), ...coolerAt(station, cooler));
  });
  return [...elements, ...lossesAt('throttle')];
}

const known = new WeakMap<readonly Element[], Leg[]>();

/** The legs of a way, one more than it has chargers. Kept: the solver asks on every turn. */
export function legsOf(elements: readonly Element[]): Leg[] {
  const before = known.get(elements);
  if (before) return before;
  const legs: Leg[] = [{ before: [], cooler: null, behind: [] }];
  for (const element of elements) {
    const leg = legs[legs.length - 1]!;
    if (element.kind === 'charger') legs.push({ before: [], cooler: null, behind: [] });
    else if (element.kind === 'cooler') leg.cooler = element.cooler;
    else (element.station === 'throttle' ? leg.behind : leg.before).push(element.loss);
  }
  known.set(elements, legs);
  return legs;
}

/** The losses of a station, in the order of the flow. */
export const lossesAt = (
  { elements }: { elements: readonly Element[] },
  station: LossStation,
): PlacedLoss[] => elements.flatMap((e) => (e.kind === 'loss' && e.station === station ? e.loss : []));

/** The cooler of a station; null where there is none. */
export const coolerAt = (
  { elements }: { elements: readonly Element[] },
  station: LossStation,
): Cooler | null =>
  elements.flatMap((e) => (e.kind === 'cooler' && e.station === station ? e.cooler : []))[0] ?? null;

/** A way without what a station loses and cools there. */
export const without = (elements: readonly Element[], station: LossStation): Element[] =>
  elements.filter((e) => e.kind === 'charger' || e.station !== station);
