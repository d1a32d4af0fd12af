import { cylinderOf, type CylinderCase } from './cylinder';
import { runCycle, type Cycle } from './cycle';
import { ignitionDelay } from './formulas';
import {
  bestTiming,
  FOLLOWED,
  knockFrom,
  plateauBefore,
  TIMINGS,
  topNear,
  useful,
  type TimingLimit,
} from './timing';

const degrees = Math.PI / 180;

/** What a table is corrected by, each from its value at the node, and how far: beyond it the table is made anew. */
const CORRECTIONS = {
  charge: 12,
  backPressure: 0.2,
  lambda: 0.04,
  compressionRatio: 0.3,
} as const;
type Correction = keyof typeof CORRECTIONS;
const corrections = Object.keys(CORRECTIONS) as Correction[];
/** Octane goes into the delay as a factor, which no cycle has to be run for; so far the knock limit is followed. */
const OCTANE_RANGE = 2.01;

/** Retard from best torque at which a node knows its cycles, rad; straight on beyond the last. */
const RETARDS = [0, 6, 13, 21].map((d) => d * degrees);

/** What a node knows: timings in rad; useful work, J, and peak pressure, Pa, per kg of air at best torque. */
const MAIN = ['best', 'knock', 'work', 'peak'] as const;
type Main = Record<(typeof MAIN)[number], number>;

export type TableNode = Main & {
  /** Work and peak pressure at each retard over those at best torque. */
  works: number[];
  peaks: number[];
  /** Of `peaks` by the compression ratio: late peaks are those of the compression alone. */
  peaksByRatio: number[];
  /** By each correction: slope and bend of what is known. */
  slopes: Record<Correction, Main>;
  bends: Record<Correction, Main>;
  /** Knock limit by the logarithm of the delay: slope. */
  perDelay: number;
  /** What the node was made at. */
  at: Record<Correction, number> & { octane: number };
};

/** Cycles over speed and charge. Speeds rev/min and air per cylinder and cycle kg, both rising. */
export type CycleTable = {
  speeds: number[];
  airs: number[];
  /** By speed, then by air. */
  nodes: TableNode[][];
  margin: number;
  peakLimit: number;
  isSilent: boolean;
};

const setOf = (own: CylinderCase, what: Correction, value: number): CylinderCase => {
  switch (what) {
    case 'charge':
      return { ...own, charge: value };
    case 'backPressure':
      return { ...own, exhaust: value * own.manifold };
    case 'lambda':
      return { ...own, lambda: value };
    case 'compressionRatio':
      return { ...own, crank: { ...own.crank, compressionRatio: value } };
  }
};
const valueOf = (own: CylinderCase, what: Correction): number =>
  ({
    charge: own.charge,
    backPressure: own.exhaust / own.manifold,
    lambda: own.lambda,
    compressionRatio: own.crank.compressionRatio,
  })[what];

/** Nothing moves it: until its neighbours say how. */
const unmoved = (): Record<Correction, Main> =>
  Object.fromEntries(corrections.map((what) => [what, { best: 0, knock: 0, work: 0, peak: 0 }])) as Record<
    Correction,
    Main
  >;

/** Whether a node of a grid works out itself how it moves: every other one in both directions, and the last ones. */
export const movesItself = (i: number, j: number, rows: number, columns: number): boolean =>
  (i % 2 === 0 || i === rows - 1) && (j % 2 === 0 || j === columns - 1);

/**
 * How each node moves, of those that do not know it themselves: straight between the nearest ones that do. Slopes change far less from node
 * to node than what they are slopes of. Out: new nodes. Source: bilinear; a test holds the whole to 1 % of the cycles themselves.
 */
export function withMoves(nodes: TableNode[][]): TableNode[][] {
  const [rows, columns] = [nodes.length, nodes[0]!.length];
  const around = (at: number, count: number): [number, number] =>
    at % 2 === 0 || at === count - 1 ? [at, at] : [at - 1, at + 1];
  return nodes.map((row, i) =>
    row.map((node, j) => {
      if (movesItself(i, j, rows, columns)) return node;
      const near = around(i, rows).flatMap((a) => around(j, columns).map((b) => nodes[a]![b]!));
      const mean = (read: (one: TableNode) => number) =>
        near.reduce((sum, one) => sum + read(one), 0) / near.length;
      const moves = (of: 'slopes' | 'bends') =>
        Object.fromEntries(
          corrections.map((what) => [
            what,
            Object.fromEntries(MAIN.map((key) => [key, mean((one) => one[of][what][key])])),
          ]),
        ) as TableNode['slopes'];
      return {
        ...node,
        slopes: moves('slopes'),
        bends: moves('bends'),
        peaksByRatio: node.peaksByRatio.map((_, k) => mean((one) => one.peaksByRatio[k]!)),
      };
    }),
  );
}

/**
 * One node: the cylinder at best torque, retarded, at its knock limit, and how each of it moves. About 60 cycles; some fifteen where how it
 * moves is left to its neighbours.
 */
export function nodeOf(own: CylinderCase, isWhole = true): TableNode {
  const cylinder = cylinderOf(own);
  const near = bestTiming(cylinder).advance;
  const top = topNear(cylinder, near);
  const isSpark = cylinder.knock !== null;
  const [knock, slope] = isSpark ? knockFrom(cylinder, top.best, top.best, 6) : [top.best + FOLLOWED, 1];
  const main: Main = { ...top, knock };
  const cycles = RETARDS.map((d) => runCycle(cylinder, top.best - d));
  const share = (read: (cycle: Cycle) => number) => cycles.map((cycle) => read(cycle) / read(cycles[0]!));
  const peaksAt = (ratio: number, best: number) => {
    const other = cylinderOf(setOf(own, 'compressionRatio', ratio));
    const peaks = RETARDS.map((d) => runCycle(other, best - d).peakPressure);
    return peaks.map((peak) => peak / peaks[0]!);
  };
  const moved = (what: Correction, by: number): Main => {
    const other = cylinderOf(setOf(own, what, valueOf(own, what) + by));
    const its = topNear(other, top.best);
    return { ...its, knock: isSpark ? knockFrom(other, its.best, knock, 4)[0] : its.best + FOLLOWED };
  };
  const slopes = unmoved();
  const bends = unmoved();
  for (const what of isWhole ? corrections : []) {
    const by = 0.7 * CORRECTIONS[what];
    const [less, more] = [moved(what, -by), moved(what, by)];
    const read = (of: (key: keyof Main) => number) =>
      Object.fromEntries(MAIN.map((key) => [key, of(key)])) as Main;
    slopes[what] = read((key) => (more[key] - less[key]) / (2 * by));
    bends[what] = read((key) => (more[key] - 2 * main[key] + less[key]) / (by * by));
  }
  const byRatio = (): number[] => {
    const ratio = valueOf(own, 'compressionRatio');
    const step = 0.7 * CORRECTIONS.compressionRatio;
    const turn = slopes.compressionRatio.best * step;
    const low = peaksAt(ratio - step, top.best - turn);
    return peaksAt(ratio + step, top.best + turn).map((peak, i) => (peak - low[i]!) / (2 * step));
  };
  return {
    ...main,
    peaksByRatio: isWhole ? byRatio() : RETARDS.map(() => 0),
    works: share(useful),
    peaks: share(({ peakPressure }) => peakPressure),
    slopes,
    bends,
    perDelay: isSpark && knock < top.best + FOLLOWED ? 1 / Math.max(0.5, slope) : 0,
    at: {
      ...(Object.fromEntries(corrections.map((what) => [what, valueOf(own, what)])) as Record<
        Correction,
        number
      >),
      octane: cylinder.knock?.octane ?? 0,
    },
  };
}

/** Where a point is read: speed, charge, and what the table is corrected by. SI; octane as index. */
export type TablePlace = Record<Correction, number> & { speedRpm: number; air: number; octane: number };

/** What the table says of a point. */
export type TableReading = {
  best: number;
  /** Past best torque where knock limits nothing. */
  knock: number;
  planned: number;
  limit: TimingLimit;
  /** Useful work of a cycle per cylinder, J, at the planned timing. */
  work: number;
  peak: number;
};

/** Delay by octane alone, at any one state. */
const delayAt = (octane: number): number =>
  ignitionDelay.fn({ factor: 1, octane, pressure: 4e6, unburnt: 850 });

/** Place on an axis: the cell, and how far in it; null more than a twentieth of the axis outside it. */
function placeOn(axis: readonly number[], at: number): [number, number] | null {
  const reach = (axis.at(-1)! - axis[0]!) / 20;
  if (at < axis[0]! - reach || at > axis.at(-1)! + reach) return null;
  let i = axis.findIndex((value) => value > at) - 1;
  if (i === -2) i = axis.length - 2;
  i = Math.max(0, Math.min(axis.length - 2, i));
  return [i, (at - axis[i]!) / (axis[i + 1]! - axis[i]!)];
}

/** A list over the retards at one of them: a cubic through the four, its end's slope beyond. */
function atRetard(list: readonly number[], retard: number): number {
  const last = RETARDS.at(-1)!;
  const cubic = (d: number) =>
    list.reduce(
      (sum, value, i) =>
        sum +
        value * RETARDS.reduce((part, x, k) => (k === i ? part : (part * (d - x)) / (RETARDS[i]! - x)), 1),
      0,
    );
  if (retard <= last) return cubic(retard);
  return cubic(last) + ((cubic(last) - cubic(last - 0.01)) / 0.01) * (retard - last);
}

/**
 * A point by the table. Out: within 1 % of the cycles themselves in work and peak pressure; null outside its speeds and charges, or
 * further from its nodes than they are corrected for: then it is to be made anew. Bilinear between nodes, each corrected to second order.
 */
export function readTable(table: CycleTable, place: TablePlace): TableReading | null {
  const speed = placeOn(table.speeds, place.speedRpm);
  const charge = placeOn(table.airs, place.air);
  if (!speed || !charge) return null;
  const [i, u] = speed;
  const [j, v] = charge;
  const weights: [TableNode, number][] = [
    [table.nodes[i]![j]!, (1 - u) * (1 - v)],
    [table.nodes[i]![j + 1]!, (1 - u) * v],
    [table.nodes[i + 1]![j]!, u * (1 - v)],
    [table.nodes[i + 1]![j + 1]!, u * v],
  ];
  const main: Main = { best: 0, knock: 0, work: 0, peak: 0 };
  const lists = { works: [0, 0, 0, 0], peaks: [0, 0, 0, 0] };
  for (const [node, weight] of weights) {
    for (const what of corrections) {
      const off = place[what] - node.at[what];
      // A corner that has hardly a say may lie further off.
      if (Math.abs(off) > CORRECTIONS[what] * (weight > 0.3 ? 1.001 : 1.5)) return null;
      for (const key of MAIN)
        main[key] += weight * (node.slopes[what][key] * off + (node.bends[what][key] * off * off) / 2);
    }
    if (Math.abs(place.octane - node.at.octane) > OCTANE_RANGE) return null;
    for (const key of MAIN) main[key] += weight * node[key];
    if (node.at.octane > 0)
      main.knock += weight * node.perDelay * Math.log(delayAt(place.octane) / delayAt(node.at.octane));
    const ratio = place.compressionRatio - node.at.compressionRatio;
    for (const key of ['works', 'peaks'] as const)
      lists[key].forEach((_, k) => {
        const own = node[key][k]! + (key === 'peaks' ? node.peaksByRatio[k]! * ratio : 0);
        lists[key][k]! += weight * own;
      });
  }
  const { best, knock, work, peak } = main;
  const late = atRetard(lists.works, 6 * degrees);
  const flat = table.isSilent ? plateauBefore(best, late) : best;
  const safe = knock - table.margin;
  const wanted = Math.max(TIMINGS.latest, Math.min(flat, safe));
  const peakAt = (advance: number) => peak * place.air * atRetard(lists.peaks, best - advance);
  const planned = peakAt(wanted) > table.peakLimit ? keepingPeak(peakAt, table.peakLimit, wanted) : wanted;
  return {
    best,
    knock,
    planned,
    limit: planned < wanted ? 'pressure' : safe < flat ? 'knock' : flat < best ? 'plateau' : 'best-torque',
    work: work * place.air * atRetard(lists.works, best - planned),
    peak: peakAt(planned),
  };
}

/** Most advance up to `most` whose peak is kept, by halving. */
function keepingPeak(peakAt: (advance: number) => number, limit: number, most: number): number {
  let [low, high] = [TIMINGS.latest, most];
  if (peakAt(low) > limit) return low;
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (peakAt(middle) > limit) high = middle;
    else low = middle;
  }
  return low;
}
