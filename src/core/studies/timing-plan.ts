import { plannedLambda } from '../charge-path/air-path';
import type { Build } from '../build/build';
import { octaneIndex } from '../cylinder/formulas';
import type { CylinderCase } from '../cylinder/cylinder';
import { readTable, withMoves, type CycleTable, type TableNode, type TableReading } from '../cylinder/table';
import type { Job } from '../job/schema/job';
import { cylinderCaseOf, timingRules } from '../limits/cylinder-at';
import type { Sweep } from '../solve/sweep';

type Engine = Job['engine'];

/** Speeds and charges that a table is made for. */
const SPEEDS = 20;
const AIRS = 12;
/** Exhaust over manifold pressure without boost (common practice, no source). */
const OPEN = 1.05;
/** A plan goes so far past the boost that is reached. */
const BEYOND = 1.1;
/** Boost from which charge and back pressure are taken to grow with it, Pa gauge. */
const LEAST_KNOWN = 10_000;
/** Boost that a table goes up to at the least, Pa gauge. */
const LEAST_BOOST = 40_000;

/** What the charge is over speed and boost: charge and back pressure grow with boost as they do in the setup in hand. */
export type PlanGrid = {
  speeds: number[];
  airs: number[];
  /** Columns of the plan, Pa gauge. */
  boosts: number[];
  /** Boost that it reaches to, Pa gauge. */
  reach: number;
  /** How charge, K, and exhaust over manifold pressure grow with a Pa of boost. */
  perGauge: { hotter: number; backed: number };
  /** By speed, then by air. */
  cases: CylinderCase[][];
  /** The cylinder at a speed of the grid and a boost, Pa gauge. */
  caseAt: (speedIndex: number, gauge: number) => CylinderCase;
};

/** In: a solved setup. Null where nothing burns. Out: what a table of its cycles is made from. */
export function planGridOf(build: Build, engine: Engine, sweep: Sweep): PlanGrid | null {
  const points = sweep.points.filter(({ status }) => status.kind !== 'failed');
  const most = points.reduce<(typeof points)[number] | null>(
    (a, b) => (a && a.boostGauge >= b.boostGauge ? a : b),
    null,
  );
  const full = most && cylinderCaseOf(build, engine, most);
  if (!most || !full || points.length < 3) return null;
  const { pressure: ambient, temperature } = build.climate;
  const top = Math.max(LEAST_BOOST, BEYOND * most.boostGauge);
  // Without boost nothing is known of what it would do: the plan is the one column.
  const isBoosted = most.boostGauge > LEAST_KNOWN;
  const open = isBoosted ? OPEN : full.exhaust / full.manifold;
  const hotter = isBoosted ? (full.charge - temperature) / most.boostGauge : 0;
  const backed = isBoosted ? (full.exhaust / full.manifold - open) / most.boostGauge : 0;
  const first = Math.max(points[0]!.speedRpm, build.idleRpm);
  const last = points.at(-1)!.speedRpm;
  const step = Math.max(1, Math.ceil((last - first) / (SPEEDS - 1) / 50)) * 50;
  const speeds: number[] = [];
  for (let n = last; n > first && speeds.length < SPEEDS; n -= step) speeds.unshift(n);
  const bases = speeds.map((speedRpm) => {
    const near = points.reduce((a, b) =>
      Math.abs(b.speedRpm - speedRpm) < Math.abs(a.speedRpm - speedRpm) ? b : a,
    );
    const own = cylinderCaseOf(build, engine, near) ?? full;
    // What the cylinder takes of a charge, by its density.
    return { own, filling: (own.air * own.charge) / own.manifold };
  });
  const caseAt = (index: number, gauge: number): CylinderCase => {
    const { own, filling } = bases[index]!;
    const charge = temperature + hotter * gauge;
    const manifold = ambient + gauge;
    const speedRpm = speeds[index]!;
    return {
      ...own,
      speedRpm,
      charge,
      manifold,
      exhaust: (open + backed * gauge) * manifold,
      air: (filling * manifold) / charge,
      lambda: build.fuel.ignition === 'spark' ? plannedLambda(build, manifold, speedRpm) : own.lambda,
      exhaustTemperature: full.exhaustTemperature,
      liquid: 0,
    };
  };
  /** The boost that gives a cylinder so much air: `caseAt` turned round. */
  const gaugeFor = (index: number, air: number): number => {
    const { filling } = bases[index]!;
    return (air * temperature - filling * ambient) / (filling - air * hotter);
  };
  const ends = speeds.flatMap((_, i) => [caseAt(i, 0).air, caseAt(i, top).air]);
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const airs = Array.from({ length: AIRS }, (_, j) => low + ((high - low) * j) / (AIRS - 1));
  // Below no air's boost and above what anybody asks the charge stays that of the end.
  const held = (gauge: number) => Math.min(1.5 * top, Math.max(-0.5 * ambient, gauge));
  const width = [10_000, 20_000, 25_000, 50_000, 100_000].find((w) => top / w <= 7) ?? 100_000;
  const boosts: number[] = [];
  for (let gauge = 0; gauge <= (isBoosted ? top + 1 : 0); gauge += width) boosts.push(gauge);
  return {
    speeds,
    airs,
    boosts,
    reach: top,
    perGauge: { hotter, backed },
    cases: speeds.map((_, i) => airs.map((air) => ({ ...caseAt(i, held(gaugeFor(i, air))), air }))),
    caseAt,
  };
}

/** A table from the nodes of a grid's cases. */
export const tableOf = (
  build: Build,
  engine: Engine,
  { speeds, airs }: PlanGrid,
  nodes: TableNode[][],
): CycleTable => ({ speeds, airs, nodes: withMoves(nodes), ...timingRules(build, engine) });

/** What is asked beside the setup in hand: K, octane numbers, λ, ratio. */
export type PlanShift = { charge: number; octane: number; lambda: number; compressionRatio: number };

/** A cell of the plan: read off the table, shifted. Null where the table does not reach. */
export function planAt(
  table: CycleTable,
  grid: PlanGrid,
  speedIndex: number,
  gauge: number,
  shift: PlanShift,
): TableReading | null {
  const own = grid.caseAt(speedIndex, gauge);
  const { fuel } = own;
  const charge = own.charge + shift.charge;
  return readTable(table, {
    speedRpm: own.speedRpm,
    air: (own.air * own.charge) / charge,
    charge,
    backPressure: own.exhaust / own.manifold,
    lambda: own.lambda + shift.lambda,
    compressionRatio: own.crank.compressionRatio + shift.compressionRatio,
    octane:
      fuel.octane === null
        ? 0
        : octaneIndex.fn({
            research: fuel.octane + shift.octane,
            weight: own.octaneWeight,
            sensitivity: fuel.sensitivity,
          }),
  });
}
