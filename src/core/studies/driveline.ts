import type { Build } from '../build/build';
import type { LimitRow } from '../limits/judge';
import type { OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { greatestLevel } from './sites';

/** Clutch, or a gear of the gearbox, against the forecast's torque. SI. */
export type DrivelineRow = {
  part: 'clutch' | 'gearbox';
  gear: number | null;
  /** What it bears, at the crank. */
  limit: number;
  torque: number;
  speedRpm: number;
  /** Share of the limit that is left: below 0 it gives. */
  margin: number;
  /** Peak torque at the driven axle in that gear, without what slips, N·m; null where gears or tyres are not known. */
  axleTorque: number | null;
};

const torquePeak = (points: readonly OperatingPoint[]): OperatingPoint | null => {
  const solved = points.filter(({ status }) => status.kind !== 'failed');
  return solved.length ? solved.reduce((a, b) => (b.torque > a.torque ? b : a)) : null;
};

/** Clutch and gearbox against the greatest torque, in the Brief's order. In: build, its points. Empty where nothing is known. */
export function drivelineRows(
  { driveline, road, drivetrain }: Build,
  points: readonly OperatingPoint[],
): DrivelineRow[] {
  const peak = torquePeak(points);
  if (!peak) return [];
  return driveline.map(({ part, torque: limit, gear }) => {
    const reduction = gear === null ? null : (road?.gears[gear]?.reduction ?? null);
    return {
      part,
      gear,
      limit,
      torque: peak.torque,
      speedRpm: peak.speedRpm,
      margin: 1 - peak.torque / limit,
      axleTorque:
        reduction === null ? null : Math.min(peak.torque, limit) * reduction * (1 - drivetrain.lossShare),
    };
  });
}

/** Boost of a gear at which its torque holds, Pa gauge. */
export type GearLevel = { gear: number; kind: 'holds' | 'found' | 'nowhere'; gauge: number };

/** A build that holds one level over the revs. */
const atLevel = (build: Build, levelGauge: number): Build => ({
  ...build,
  boost: { ...build.boost, kind: 'level', levelGauge, setIn: null },
});

/**
 * The greatest flat boost of each gear at which clutch and gearbox keep a margin. In: build with a gearbox known by gear; the level of full
 * boost, Pa gauge; share of each limit that is left. Gives `undefined` while it works, a level for each gear; gears of one torque are worked
 * out once. Method: `greatestLevel` over whole sweeps. Total.
 */
export function* boostByGear(build: Build, full: number, margin: number): Generator<GearLevel | undefined> {
  const clutch = build.driveline.find(({ part }) => part === 'clutch')?.torque ?? Infinity;
  const known = new Map<number, Omit<GearLevel, 'gear'>>();
  for (const { part, gear, torque } of build.driveline) {
    if (part !== 'gearbox' || gear === null) continue;
    const ceiling = Math.min(torque, clutch) * (1 - margin);
    const breaksAt = function* (gauge: number): Generator<undefined, boolean> {
      yield undefined;
      return (torquePeak(solveSweep(atLevel(build, gauge)).points)?.torque ?? 0) > ceiling;
    };
    const level = known.get(ceiling) ?? (yield* greatestLevel(full, breaksAt));
    known.set(ceiling, level);
    yield { gear, ...level };
  }
}

/** A step of a test for a limit that sources disagree about: power at the flywheel, W, and the share of each end that is used there. */
export type TestStep = { power: number; ofLow: number; ofHigh: number };

/** Steps of a test, as share of where it may give: never more than this at once. */
const STEP = 0.05;
const FIRST = 0.9;
/** And never so far as to where it gives whoever is right. */
const SHORT_OF = 0.95;

/**
 * Steps from a tenth below where a limit may give to a twentieth short of where it does whoever is right. In: a row whose power decides and
 * whose ends differ. Out: rising powers; empty for any other row. Source: common practice: small steps with a look at each.
 */
export function stepTest({ allowed, low, high }: LimitRow): TestStep[] {
  if (allowed === null || low === null || high === null || high <= low) return [];
  const other = high / low;
  const top = SHORT_OF * other;
  const count = Math.ceil((top - FIRST) / STEP - 1e-9);
  return Array.from({ length: count + 1 }, (_, i) => {
    const share = FIRST + ((top - FIRST) * i) / count;
    return { power: allowed * share, ofLow: share, ofHigh: share / other };
  });
}
