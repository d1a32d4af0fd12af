import type { Build } from '../build/build';
import type { Job } from '../job/schema/job';
import { isBelted } from '../charge-path/match';
import { cylinderOf } from '../cylinder/cylinder';
import { runCycle, type Cycle } from '../cylinder/cycle';
import { TIMINGS } from '../cylinder/timing';
import { cylinderAt } from '../limits/cylinder-at';
import { componentLimits } from '../limits/judge';
import type { LimitPart } from '../limits/limit';
import { isUnmoved } from '../limits/metrics';
import { modelLimits } from '../limits/model-limits';
import { peakPressureAt, peaksOver } from '../limits/peak-pressure';
import { findRoot } from '../numerics/roots';
import { fuelLineOf } from '../solve/fuel-line';
import { solvePoint, type OperatingPoint } from '../solve/point';
import type { Level } from '../solve/demand';
import { solveSweep, type Sweep } from '../solve/sweep';
import { brakeOf } from './cylinder';
import { meanTorque } from './schools';

type Engine = Job['engine'];

/** What boost is shaped to. */
export type ShapeAim =
  /** No more torque at the flywheel than this, N·m. */
  | { kind: 'torque'; ceiling: number }
  /** So much of every limit that boost moves is left, a share. */
  | { kind: 'limits'; margin: number; pull: number }
  /** No more cylinder pressure anywhere than at the goal. */
  | { kind: 'peak' };

/** Boost of the shape at a speed, Pa gauge, and what holds it; null where all of the level is let through. */
export type ShapedPoint = {
  speedRpm: number;
  gauge: number;
  heldBy: LimitPart | 'torque' | 'peak' | null;
  /** Even without boost it is over. */
  isOver: boolean;
  /** What is reached there of the whole level, Pa gauge. */
  reached: number;
};

/** Points that a boost curve holds at most. */
const MOST_ROWS = 24;
/** Boost is found to within, Pa. */
const TOLERANCE = 100;

/** The same build asked for a boost at every speed, Pa gauge. */
function askedFor(build: Build, curve: (speedRpm: number) => number): Build {
  const boost = { ...build.boost, kind: 'curve' as const, curve, setIn: null };
  const { changeover } = build;
  return {
    ...build,
    boost,
    changeover: changeover && {
      ...changeover,
      below: changeover.below && { ...changeover.below, boost },
      above: changeover.above && { ...changeover.above, boost },
    },
  };
}

const levelAt = (build: Build, gauge: number): Level => ({
  kind: 'boost',
  pressure: build.climate.pressure + gauge,
  iterations: 0,
  residual: 0,
});

/** The greatest boost that the plan in hand reaches, Pa gauge: what a flat target is set to. */
export const flatLevel = ({ points }: Sweep): number =>
  Math.max(0, ...points.filter(({ status }) => status.kind !== 'failed').map((p) => p.boostGauge));

/** Speeds of the curve, rev/min: even steps of full fifties from the red line down to idle. */
function speedsOf({ idleRpm, redLineRpm }: Build): number[] {
  const count = MOST_ROWS - 2;
  const step = Math.max(50, Math.ceil((redLineRpm - idleRpm) / (count - 1) / 50) * 50);
  const speeds: number[] = [];
  for (let at = redLineRpm; at > idleRpm && speeds.length < count; at -= step) speeds.unshift(at);
  return speeds;
}

type Use = { use: number; by: NonNullable<ShapedPoint['heldBy']> };

/** How much of the aim a point uses, and by what: 1 is where it is held. */
function useOf(aim: ShapeAim, build: Build, engine: Engine, goalPeak: number) {
  return (point: OperatingPoint): Use => {
    if (aim.kind === 'torque') return { use: point.torque / aim.ceiling, by: 'torque' };
    if (aim.kind === 'peak')
      return { use: (peakPressureAt(build, engine, point) ?? 0) / goalPeak, by: 'peak' };
    const fuel = build.supply ? fuelLineOf(build, build.supply, [point]) : null;
    const limits = [
      ...(engine.components ?? []).flatMap((component) => componentLimits(build, engine, component, [point])),
      ...modelLimits(build, { fuel }),
    ];
    let most: Use = { use: 0, by: 'torque' };
    for (const { metric, use, part, seconds } of limits) {
      if (isUnmoved(metric) || (seconds !== null && aim.pull <= seconds)) continue;
      const share = (use(point) ?? 0) / (1 - aim.margin);
      if (share > most.use) most = { use: share, by: part };
    }
    return most;
  };
}

/**
 * Boost over the revs that keeps the aim at every speed, a speed at a time. In: the solved setup, its engine, the aim; the level, Pa
 * gauge, that is let through at the most; where the turbine makes less the whole level is asked. Never throws. Source: bounded root in boost over the whole
 * solved point (Brent); use rises with boost.
 */
export function* shapedBoost(
  { build, sweep, engine }: { build: Build; sweep: Sweep; engine: Engine },
  aim: ShapeAim,
  flat = flatLevel(sweep),
): Generator<ShapedPoint> {
  const goalPeak =
    aim.kind === 'peak' ? (peakPressureAt(build, engine, sweep.goalPoint) ?? Infinity) : Infinity;
  const read = useOf(aim, build, engine, goalPeak);
  let near: OperatingPoint | undefined;
  for (const speedRpm of speedsOf(build)) {
    const at = (gauge: number): OperatingPoint => {
      const asked = askedFor(build, () => gauge);
      const point = solvePoint(asked, speedRpm, levelAt(build, gauge), near);
      if (point.status.kind !== 'failed') near = point;
      return point;
    };
    const over = (gauge: number): number => {
      const point = at(gauge);
      return point.status.kind === 'failed' ? 1 : read(point).use - 1;
    };
    const full = at(flat);
    const held = full.status.kind === 'failed' ? null : read(full);
    if (!held || held.use <= 1) {
      const reached = held ? Math.max(0, full.boostGauge) : 0;
      yield { speedRpm, gauge: flat, heldBy: null, isOver: false, reached };
      continue;
    }
    const reached = Math.max(0, full.boostGauge);
    if (over(0) >= 0) {
      yield { speedRpm, gauge: 0, heldBy: held.by, isOver: true, reached };
      continue;
    }
    const root = findRoot(over, 0, reached, { tolerance: TOLERANCE });
    const gauge = root.kind === 'no-bracket' ? reached : root.x;
    yield { speedRpm, gauge: Math.max(0, gauge), heldBy: read(at(gauge)).by, isOver: false, reached };
  }
}

/**
 * The curve that is asked, as its rows: where the turbine makes less than the level, no more is asked than beside it, so that boost does
 * not come in over what is held at the next speed. Pa gauge, to half a kilopascal below.
 */
export function rowsOfShape(points: readonly ShapedPoint[]): { speedRpm: number; gauge: number }[] {
  return points.map(({ speedRpm, gauge, heldBy, reached }, i) => {
    const next = points.slice(i + 1).find((p) => p.heldBy !== null);
    const comesIn = heldBy === null && next && reached < gauge - TOLERANCE;
    const asked = comesIn ? Math.min(gauge, Math.max(reached, next.gauge)) : gauge;
    return { speedRpm, gauge: Math.max(0, Math.floor(asked / STEP) * STEP) };
  });
}

/** Boost steps that a controller is given, Pa. */
const STEP = 500;

/** What boost over the revs brings: flywheel W and N·m, Pa. */
export type ShapeFigures = {
  peakPower: number;
  redLinePower: number;
  peakTorque: number;
  /** Mean over the revs between idle and red line: area over width. */
  meanTorque: number;
  cylinderPeak: number | null;
};

/** A curve of boost solved whole, with what it brings. In: gauge by speed. */
export function figuresOf(
  build: Build,
  engine: Engine,
  curve: (speedRpm: number) => number,
): { sweep: Sweep; figures: ShapeFigures } {
  const asked = askedFor(build, curve);
  const sweep = solveSweep(asked);
  const solved = sweep.points.filter(({ status }) => status.kind !== 'failed');
  const strongest = solved.reduce((a, b) => (b.power.flywheel > a.power.flywheel ? b : a));
  const peaks = peaksOver(asked, engine, sweep.points);
  const all = solved.map(peaks).filter((peak) => peak !== null);
  return {
    sweep,
    figures: {
      peakPower: strongest.power.flywheel,
      redLinePower: solved.at(-1)!.power.flywheel,
      peakTorque: Math.max(...solved.map(({ torque }) => torque)),
      meanTorque: meanTorque(sweep.points, solved[0]!.speedRpm, solved.at(-1)!.speedRpm) ?? 0,
      cylinderPeak: all.length ? Math.max(...all) : null,
    },
  };
}

/** Whether boost over the revs can be asked of a build at all: a belt gives what its pulley gives. */
export const canShape = (build: Build): boolean => build.charged && !isBelted(build);

/** The other school: torque held at a ceiling by late spark, at all of the boost. rad; K hotter when the exhaust opens; null where nothing is over. */
export type SparkHold = { retard: number; speedRpm: number; hotter: number; reaches: boolean };

/**
 * What holding a ceiling by spark asks for, at the speed where it asks most. In: the flat build's solved points; ceiling, N·m. Timing is
 * later than the planned one by as much as takes the torque down to it; torque by the cycle, as a share of the planned timing's.
 */
export function heldBySpark(
  build: Build,
  engine: Engine,
  points: readonly OperatingPoint[],
  ceiling: number,
): SparkHold | null {
  const over = points.filter(({ status, torque }) => status.kind !== 'failed' && torque > ceiling);
  const most = over.reduce<OperatingPoint | null>((a, b) => (a && a.torque >= b.torque ? a : b), null);
  const at = most && cylinderAt(build, engine, most);
  if (!at) return null;
  const cylinder = cylinderOf(at.case);
  const { planned } = at.timing;
  const brake = (cycle: Cycle) => brakeOf(build, at.case, cycle, 0).brake;
  const wanted = (ceiling / most.torque) * brake(planned.cycle);
  const { x, kind } = findRoot(
    (advance) => brake(runCycle(cylinder, advance)) - wanted,
    TIMINGS.latest,
    planned.advance,
  );
  const advance = kind === 'no-bracket' ? TIMINGS.latest : x;
  return {
    retard: planned.advance - advance,
    speedRpm: most.speedRpm,
    hotter: runCycle(cylinder, advance).end.temperature - planned.cycle.end.temperature,
    reaches: kind !== 'no-bracket',
  };
}
