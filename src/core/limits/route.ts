import type { Build } from '../build/build';
import type { Ref } from '../documents/ref';
import { kindsOf, limitMetrics, type ComponentKind, type LimitMetric } from '../job/schema/component-choices';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import { metricsFor } from './fit-part';
import { brakeMeanPressure } from './formulas';
import type { LimitLine, LimitRow } from './judge';
import { ICE, readerOf, sortOf, useOf } from './metrics';
import type { EnginePart } from './part-documents';
import { peaksOver } from './peak-pressure';

/** A part that could be bought: of the library, or the stronger one whose price stands with a component (then `part` is null). */
export type Offer = {
  key: string;
  part: Ref | null;
  name: string;
  type: EnginePart['type'];
  /** What it bears, SI; null for one that is taken at its word. */
  limits: Partial<Record<LimitMetric, number>> | null;
  price: number;
};

/** A part that may give on the way to a power. */
export type Need = {
  kind: ComponentKind;
  name: string;
  /** Limits of it that are reached, with what is asked of each, SI. */
  asked: { row: LimitRow; demand: number }[];
  /** Power at which the first of them gives, W; null where power does not decide. */
  good: number | null;
};

type Step = { offer: Offer; for: Need[] };
export type Route = {
  /** What gives first stands first. */
  steps: Step[];
  price: number;
  /** What no offer mends. */
  unmet: Need[];
  /** Torque limits that boost shaped to them keeps, so that nothing need be bought. */
  shaped: Need[];
};

/** Share of a limit from which it is passed. */
const REACHED = 1.0005;

/** What a metric reaches on a curve that is scaled in power: what goes with the torque goes with it, boost by its absolute pressure. */
function scaled(metric: LimitMetric, value: number, ratio: number, ambient: number): number {
  const sort = sortOf[metric];
  if (sort === 'torque' || sort === 'power' || metric === 'cylinderPressure') return value * ratio;
  return metric === 'boost' ? Math.max(0, (value + ambient) * ratio - ambient) : value;
}

type Solved = {
  build: Build;
  engine: Job['engine'];
  points: readonly OperatingPoint[];
  line: LimitLine;
};

/** The most that a metric reaches once the curve peaks at a power; null where nothing of it is known. */
function demandsAt({ build, engine, points, line }: Solved, power: number) {
  const ratio = power / line.peak.power;
  const solved = points.filter(({ status }) => status.kind !== 'failed');
  const found = new Map<LimitMetric, number | null>();
  return (metric: LimitMetric): number | null => {
    if (!found.has(metric)) {
      const read =
        metric === 'cylinderPressure' ? peaksOver(build, engine, points) : readerOf(build, engine, metric);
      const values = solved.map(read).filter((value): value is number => value !== null);
      found.set(
        metric,
        values.length ? scaled(metric, Math.max(...values), ratio, build.climate.pressure) : null,
      );
    }
    return found.get(metric)!;
  };
}

const isMetric = (metric: LimitRow['metric']): metric is LimitMetric =>
  (limitMetrics as readonly string[]).includes(metric);

/** The kind of component a row is about; null for parts that other benches choose. */
function kindOfRow({ part }: LimitRow): ComponentKind | null {
  if (part.from === 'component') return part.kind;
  return part.part === 'clutch' || part.part === 'gearbox' ? part.part : null;
}

/**
 * Counted limits of components, clutch and gearbox that may give once the curve peaks at a power, gathered by kind. In: the solved job; W.
 * Source: curve scaled in torque; an estimate, since heat and back pressure grow faster than that.
 */
export function needsAt(solved: Solved, power: number): Need[] {
  const { line, build } = solved;
  const ratio = power / line.peak.power;
  const needs = new Map<string, Need>();
  for (const row of line.rows) {
    const kind = kindOfRow(row);
    if (!row.isCounted || !kind || !isMetric(row.metric) || row.low === null) continue;
    const demand = scaled(row.metric, row.peak.value, ratio, build.climate.pressure);
    // What is just reached is not passed.
    if (useOf(row.sort, demand, row.low) < REACHED) continue;
    // Gears of one box are one part to buy.
    const key = row.part.from === 'component' ? row.part.id : row.part.part;
    const need = needs.get(key) ?? { kind, name: row.part.name, asked: [], good: null };
    need.asked.push({ row, demand });
    if (row.allowed !== null) need.good = Math.min(need.good ?? Infinity, row.allowed);
    needs.set(key, need);
  }
  return [...needs.values()].sort((a, b) => (a.good ?? 0) - (b.good ?? 0));
}

/** Parts of the Brief that may not change, as kinds of components. */
const fixedKinds: Partial<Record<Job['brief']['fixed'][number]['what'], readonly ComponentKind[]>> = {
  block: ['block'],
  gearbox: ['gearbox'],
  clutch: ['clutch', 'converter'],
  head: ['valves'],
};

/** Kinds that the Brief says may not change. */
export const kindsFixed = (fixed: Job['brief']['fixed']): ComponentKind[] =>
  fixed.flatMap(({ what }) => fixedKinds[what] ?? []);

/** What an offer bears by a metric as a part of a kind: torque from mean pressure and the other way round. */
function bears(offer: Offer, kind: ComponentKind, metric: LimitMetric, build: Build): number | null {
  if (!offer.limits || !metricsFor(offer.type, kind).includes(metric)) return null;
  const stated = offer.limits[metric];
  if (stated !== undefined) return stated;
  const perTorque = brakeMeanPressure.fn({
    torque: 1,
    turns: build.cycle === 'four-stroke' ? 2 : 1,
    displacement: build.displacement,
  });
  if (metric === 'torque' && offer.limits.bmep !== undefined) return offer.limits.bmep / perTorque;
  if (metric === 'bmep' && offer.limits.torque !== undefined) return offer.limits.torque * perTorque;
  return null;
}

const holds = (metric: LimitMetric, demand: number, limit: number): boolean =>
  sortOf[metric] === 'temperature' ? demand - ICE < limit - ICE : demand < limit;

export type Bounds = {
  offers: readonly Offer[];
  /** Kinds that may not change. */
  fixed: readonly ComponentKind[];
  /** Whether boost can be shaped to a torque. */
  canShape: boolean;
  goalPoint: OperatingPoint;
};

/**
 * The cheapest way to a power: for every part that may give the offer, or the assembly for several, so that the sum of prices is least. In:
 * the solved job; W; what can be bought; whether boost is shaped to the torque that holds at the goal's speed rather than strengthened for.
 * Out: steps, what nothing mends, what the shape keeps. Source: exact search over what is covered already (a test holds it to all subsets).
 */
export function routeTo(solved: Solved, power: number, bounds: Bounds, isShaped: boolean): Route {
  const { build, line } = solved;
  const demand = demandsAt(solved, power);
  const ratio = power / line.peak.power;
  const { goalPoint } = bounds;
  const keptByShape = ({ asked }: Need): boolean =>
    asked.every(({ row }) => {
      const atGoal = row.use(goalPoint);
      return row.sort === 'torque' && atGoal !== null && atGoal * ratio < 1;
    });
  const all = needsAt(solved, power);
  const shaped = isShaped && bounds.canShape ? all.filter(keptByShape) : [];
  const needs = all.filter((need) => !shaped.includes(need));
  const isShapedMetric = (metric: LimitMetric) => shaped.length > 0 && sortOf[metric] === 'torque';
  const usable = bounds.offers.filter((offer) => {
    const kinds = kindsOf(offer.type);
    if (kinds.some((kind) => bounds.fixed.includes(kind))) return false;
    // What it states must hold where the curve goes, or it is the next to give.
    return limitMetrics.every((metric) => {
      const limit = offer.limits?.[metric];
      const asked = demand(metric);
      return limit === undefined || asked === null || isShapedMetric(metric) || holds(metric, asked, limit);
    });
  });
  const mends = (offer: Offer, need: Need): boolean => {
    if (!offer.limits) return offer.key === keyOf(need);
    return (
      kindsOf(offer.type).includes(need.kind) &&
      need.asked.every(({ row, demand: asked }) => {
        const metric = row.metric as LimitMetric;
        const limit = bears(offer, need.kind, metric, build);
        return limit !== null && holds(metric, asked, limit);
      })
    );
  };
  const choices = usable
    .map((offer) => ({
      offer,
      mask: needs.reduce((sum, need, i) => sum + (mends(offer, need) ? 2 ** i : 0), 0),
    }))
    .filter(({ mask }) => mask > 0);
  const mendable = needs.map((_, i) => choices.some(({ mask }) => has(mask, i)));
  const best = cheapestCover(
    needs.length,
    mendable,
    choices.map(({ mask, offer }) => ({ mask, price: offer.price })),
  );
  const steps = best.chosen.map((i): Step => {
    const { offer, mask } = choices[i]!;
    return { offer, for: needs.filter((_, k) => has(mask, k)) };
  });
  const first = ({ for: its }: Step) => Math.min(...its.map(({ good }) => good ?? 0));
  return {
    steps: steps.sort((a, b) => first(a) - first(b)),
    price: best.price,
    unmet: needs.filter((_, i) => !mendable[i]),
    shaped,
  };
}

/** Names the component of a need: the offer at its word carries the same. */
const keyOf = ({ asked }: Need): string => {
  const { part } = asked[0]!.row;
  return part.from === 'component' ? part.id : part.part;
};

const has = (mask: number, bit: number): boolean => Math.floor(mask / 2 ** bit) % 2 === 1;

type Cover = { chosen: number[]; price: number };

/** Least sum of prices that covers all bits that can be covered. In: number of bits, which can be; choices. Total. */
function cheapestCover(
  bits: number,
  mendable: readonly boolean[],
  choices: readonly { mask: number; price: number }[],
): Cover {
  const known = new Map<number, Cover>();
  const from = (covered: number): Cover => {
    const open = mendable.findIndex((can, i) => can && !has(covered, i));
    if (open < 0) return { chosen: [], price: 0 };
    const before = known.get(covered);
    if (before) return before;
    let best: Cover = { chosen: [], price: Infinity };
    choices.forEach(({ mask, price }, i) => {
      if (!has(mask, open)) return;
      let next = covered;
      for (let bit = 0; bit < bits; bit++) if (has(mask, bit) && !has(next, bit)) next += 2 ** bit;
      const rest = from(next);
      if (price + rest.price < best.price) best = { chosen: [i, ...rest.chosen], price: price + rest.price };
    });
    known.set(covered, best);
    return best;
  };
  return from(0);
}

/**
 * The solved job with a route's parts in it, as far as limits go: what a second goal asks beyond the first. In: the solved job, the route.
 * Out: a limit line in which what was bought bears what it states.
 */
export function withRoute(solved: Solved, { steps }: Route): Solved {
  const boughtFor = (row: LimitRow, kind: ComponentKind): Offer | undefined => {
    const key = row.part.from === 'component' ? row.part.id : row.part.part;
    // An assembly replaces all of its kinds, also those that would have held.
    return steps.find(({ offer, for: needs }) =>
      offer.limits ? kindsOf(offer.type).includes(kind) : needs.some((need) => keyOf(need) === key),
    )?.offer;
  };
  const rows = solved.line.rows.flatMap((row): LimitRow[] => {
    const kind = kindOfRow(row);
    const offer = kind && boughtFor(row, kind);
    if (!offer || !isMetric(row.metric) || row.low === null) return [row];
    // One that is taken at its word holds the goal it was bought for, and no more is known of it.
    const low = bears(offer, kind, row.metric, solved.build);
    if (low === null) return offer.limits ? [] : [row];
    const factor = useOf(row.sort, row.peak.value, low) / useOf(row.sort, row.peak.value, row.low);
    const use = (point: OperatingPoint) => {
      const before = row.use(point);
      return before === null ? null : before * factor;
    };
    return [
      {
        ...row,
        low,
        high: null,
        use,
        useHigh: use,
        peak: { ...row.peak, use: row.peak.use * factor },
        allowed: row.allowed === null ? null : row.allowed / factor,
      },
    ];
  });
  return { ...solved, line: { ...solved.line, rows } };
}

/** What buying for a second, higher goal at once saves against buying for the first and again for the second. */
export type TwoGoals = { first: Route; second: Route; after: Route; saves: number };

/** In: the solved job, both powers, W; what can be bought; whether boost is shaped. */
export function twoGoals(
  solved: Solved,
  powers: { first: number; second: number },
  bounds: Bounds,
  isShaped: boolean,
): TwoGoals {
  const first = routeTo(solved, powers.first, bounds, isShaped);
  const second = routeTo(solved, powers.second, bounds, isShaped);
  const after = routeTo(withRoute(solved, first), powers.second, bounds, isShaped);
  return { first, second, after, saves: first.price + after.price - second.price };
}
