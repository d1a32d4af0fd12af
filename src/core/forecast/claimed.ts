import { floorOf, valueAt } from '../dyno/compare';
import { torque as torqueFormula } from '../engine/power-formulas';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import { wheelPower, type Drivetrain } from '../vehicle/drivetrain';
import { reason, type Reason } from '../working/range';

/** A gain that somebody lists, W: from, and to where a range was said. */
export type ClaimedGain = { low: number; high: number };

/** What listed gains come to beside the gain that the model finds for all of them together. W. */
export type ClaimedSum = {
  low: number;
  high: number;
  gained: number;
  verdict: 'over' | 'near' | 'under';
  why: Reason;
};

/**
 * Listed gains against what the whole is worth. In: gains; the model’s gain from the same base. Null without a gain. Total. Source: common
 * practice: gains of parts are each counted on an engine without the others, and what one takes away the next does not find any more.
 */
export function claimedSum(claims: readonly ClaimedGain[], gained: number): ClaimedSum | null {
  if (!claims.length) return null;
  const low = claims.reduce((sum, claim) => sum + claim.low, 0);
  const high = claims.reduce((sum, claim) => sum + Math.max(claim.low, claim.high), 0);
  const verdict = low > gained ? 'over' : high < gained ? 'under' : 'near';
  const figures = {
    low: [low, 'power'],
    high: [high, 'power'],
    gained: [gained, 'power'],
    off: [verdict === 'over' ? low - gained : verdict === 'under' ? gained - high : 0, 'power'],
  } satisfies Parameters<typeof reason>[1];
  return { low, high, gained, verdict, why: reason(`claims-${verdict}`, figures) };
}

/** The least torque over a span of the revs against the least that is wanted, N·m at the goal’s basis. */
export type TorqueFloor = { wanted: number; fromRpm: number; toRpm: number; made: number; atRpm: number };

/**
 * Whether a setup keeps the torque that the Brief wants over a span. In: the goal; solved points; drivetrain. Null where none is wanted, or the
 * span is not solved. Total.
 */
export function torqueFloorOf(
  { floorTorque, floorFromRpm, floorToRpm, basis }: Job['brief']['goal'],
  points: readonly OperatingPoint[],
  drivetrain: Drivetrain,
): TorqueFloor | null {
  if (!floorTorque || !floorFromRpm || !floorToRpm) return null;
  const solved = points.filter(({ status }) => status.kind !== 'failed');
  const curve = {
    speeds: solved.map(({ speedRpm }) => speedRpm),
    values: solved.map(({ speedRpm, power: { flywheel } }) =>
      torqueFormula.fn({ power: basis === 'wheels' ? wheelPower(flywheel, drivetrain) : flywheel, speedRpm }),
    ),
  };
  const [fromRpm, toRpm] = [floorFromRpm.value, floorToRpm.value];
  if (solved.length < 2 || fromRpm >= toRpm) return null;
  const made = floorOf(curve, fromRpm, toRpm);
  if (made === null) return null;
  const speeds = [fromRpm, ...curve.speeds.filter((n) => n > fromRpm && n < toRpm), toRpm];
  const atRpm = speeds.reduce((a, b) => (valueAt(curve, b)! < valueAt(curve, a)! ? b : a));
  return { wanted: floorTorque.value, fromRpm, toRpm, made, atRpm };
}
