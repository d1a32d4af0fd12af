import { reason, type Reason } from '../working/range';
import type { Climate } from '../air/climate';
import { gainsOver, type Gains } from '../build/baseline';
import { revGrid, type Build } from '../build/build';
import type { Level } from './demand';
import { beltLineOf, type BeltLine } from './belt-line';
import { fuelLineOf, type FuelLine } from './fuel-line';
import { drawnPoints, kneesOf, type Knee } from './knee';
import { allSpans, type Span } from './map-spans';
import { pairLineOf, type PairLine } from './pair-line';
import { planLevel, solvePoint, type OperatingPoint } from './point';
import { turboLineOf, type TurboLine } from './turbo-line';
import { verdictOf, type GoalVerdict } from './verdict';

/** Raised whenever a change of the core changes its figures: summaries of an older core are stale. */
export const CORE_VERSION = 6;

export type Sweep = {
  climate: Climate;
  level: Level;
  points: OperatingPoint[];
  goalPoint: OperatingPoint;
  /** The points with both ends of every step of the boost: what a curve is drawn through. */
  drawn: OperatingPoint[];
  /** Where boost steps from one branch to another; empty for most. */
  knees: Knee[];
  spans: Span[];
  goal: GoalVerdict;
  /** What turbine and gate do over the revs; null while no turbine is chosen. */
  turbo: TurboLine | null;
  /** What a sequential or compound pair does; null without one. */
  pair: PairLine | null;
  /** What a charger on the crankshaft does over the revs; null without one. */
  belt: BeltLine | null;
  /** What injectors and supply do over the revs; null until they are chosen. Made when it is asked for. */
  readonly fuel: FuelLine | null;
  coreVersion: number;
};

/** Clutch and gearbox, the gearbox by its weakest gear. */
function weakestOf(driveline: Build['driveline']): Build['driveline'] {
  return (['clutch', 'gearbox'] as const).flatMap((part) => {
    const all = driveline.filter((one) => one.part === part);
    if (!all.length) return [];
    const weakest = all.reduce((a, b) => (b.torque < a.torque ? b : a));
    const name = [weakest.name, ...(weakest.gear === null ? [] : [`gear ${weakest.gear + 1}`])];
    return [{ ...weakest, name: name.filter(Boolean).join(', ') }];
  });
}

/** What else there is to say of a forecast: the torque wanted, what hands it on, and what it adds to a measured run. */
function besides(build: Build, level: Level, points: OperatingPoint[]): Reason[] {
  const solved = points.filter((p) => p.status.kind !== 'failed');
  if (level.kind === 'failed' || !solved.length) return [];
  const said: Reason[] = [];
  const strongest = solved.reduce((a, b) => (b.torque > a.torque ? b : a));
  for (const { part, name, torque } of weakestOf(build.driveline)) {
    const over = strongest.torque > torque;
    said.push(
      reason(
        `${part}-${over ? 'gives' : 'holds'}`,
        {
          limit: [torque, 'torque'],
          torque: [strongest.torque, 'torque'],
          speed: [(over ? solved.find((p) => p.torque > torque)! : strongest).speedRpm, 'engineSpeed'],
        },
        { name },
      ),
    );
  }
  const wanted = build.goal.torque;
  if (wanted) {
    const there = pointOf(build, level, points, wanted.speedRpm);
    const short = wanted.torque - there.torque;
    said.push(
      reason(short > 0.005 * wanted.torque ? 'torque-short' : 'torque-holds', {
        wanted: [wanted.torque, 'torque'],
        torque: [there.torque, 'torque'],
        short: [Math.abs(short), 'torque'],
        speed: [wanted.speedRpm, 'engineSpeed'],
      }),
    );
  }
  const added = addedToRun(build, points);
  if (build.run && added)
    said.push(
      reason(
        added.most.gain > 0 ? 'adds-to-run' : 'takes-from-run',
        {
          from: [added.peak.from, 'power'],
          to: [added.peak.to, 'power'],
          most: [Math.abs(added.most.gain), 'power'],
          speed: [added.most.speedRpm, 'engineSpeed'],
        },
        { run: build.run.name || 'the measured run' },
      ),
    );
  return said;
}

/** What a forecast adds to the measured run; null without one. */
export const addedToRun = (build: Build, points: OperatingPoint[]): Gains | null =>
  build.run &&
  gainsOver(
    build.run,
    points
      .filter((p) => p.status.kind !== 'failed')
      .map((p) => ({ speedRpm: p.speedRpm, power: p.power.flywheel })),
  );

/**
 * The demand line over the revs: multiples of the step from idle to the red line, the goal's own speed exactly, the
 * stretches off the map and the verdict. In: build; speeds, rev/min; the plan's level where it is known. Total: never throws.
 */
export function solveSweep(
  build: Build,
  speeds: number[] = revGrid(build),
  level: Level = planLevel(build),
): Sweep {
  const asked: OperatingPoint[] = [];
  for (const speed of speeds) asked.push(solvePoint(build, speed, level, asked.at(-1), asked.at(-2)));
  const points = filledIn(build, level, asked);
  const goalPoint = pointOf(build, level, points, build.goal.speedRpm);
  const spans = allSpans(build, points);
  const knees = kneesOf(build, level, points);
  const drawn = drawnPoints(points, knees);
  const turbo = turboLineOf(build, level, drawn, knees);
  const pair = pairLineOf(build, level, points, goalPoint);
  const belt = beltLineOf(build, points);
  const verdict = verdictOf({ build, level, points, goalPoint, spans, turbo, pair, belt });
  // The last finding is the demand itself.
  const findings = [
    ...verdict.findings.slice(0, -1),
    ...besides(build, level, points),
    ...verdict.findings.slice(-1),
  ];
  let fuel: FuelLine | null | undefined;
  return {
    climate: build.climate,
    level,
    points,
    goalPoint,
    drawn,
    knees,
    spans,
    goal: { ...verdict, findings },
    turbo,
    pair,
    belt,
    get fuel() {
      return (fuel ??= build.supply && fuelLineOf(build, build.supply, points));
    },
    coreVersion: CORE_VERSION,
  };
}

/**
 * Where speeds far apart were asked for, the sweep's own are filled in from where the turbine hands over to the gate to one
 * speed beyond it: full boost and a step stand where the whole sweep has them.
 */
function filledIn(build: Build, level: Level, points: OperatingPoint[]): OperatingPoint[] {
  const last = points.findLastIndex((p) => p.match?.kind === 'turbine');
  const [low, high] = [points[last], points[last + 1]];
  if (!low || !high || high.speedRpm - low.speedRpm <= build.stepRpm * 1.01) return points;
  const filled: OperatingPoint[] = [];
  for (const speed of revGrid(build)) {
    if (speed <= low.speedRpm || speed >= high.speedRpm) continue;
    filled.push(solvePoint(build, speed, level, filled.at(-1) ?? low, filled.at(-2)));
    if (
      filled.at(-1)!.match?.kind !== 'turbine' &&
      filled.at(-2)?.match?.kind !== 'turbine' &&
      filled.length > 1
    )
      break;
  }
  return [...points.slice(0, last + 1), ...filled, ...points.slice(last + 1)];
}

/** A speed held between idle and red line, rev/min. */
export const clampSpeed = (build: Pick<Build, 'idleRpm' | 'redLineRpm'>, speedRpm: number): number =>
  Math.min(build.redLineRpm, Math.max(build.idleRpm, speedRpm));

/** One speed of a solved setup, held within its range: from the sweep where it has it, otherwise solved exactly. */
export function pointAt({ build, sweep }: { build: Build; sweep: Sweep }, speedRpm: number): OperatingPoint {
  const speed = clampSpeed(build, speedRpm);
  return pointOf(build, sweep.level, sweep.points, speed);
}

/** One speed of a sweep: its own point where it has one, otherwise solved on from the one below. */
function pointOf(build: Build, level: Level, points: OperatingPoint[], speedRpm: number): OperatingPoint {
  const at = points.findIndex((p) => p.speedRpm >= speedRpm);
  if (points[at]?.speedRpm === speedRpm) return points[at];
  return solvePoint(build, speedRpm, level, at < 0 ? points.at(-1) : points[at - 1]);
}
