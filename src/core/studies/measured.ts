import { drivetrainOf } from '../build/job-engine';
import type { RunCard } from '../dyno/card';
import type { RunHead } from '../dyno/run-head';
import type { Job } from '../job/schema/job';
import { flywheelPower, wheelPower } from '../vehicle/drivetrain';

/** A run's peak against a goal. W, at the run's basis; `share` of the goal, null where no loss is stated between the two. */
export type Measured = { name: string; power: number; basis: RunCard['basis']; share: number | null };

/** Power at another basis by the Brief's drivetrain loss; null from or to the hub, for which none is stated. W. */
export function powerAt(
  power: number,
  from: RunCard['basis'],
  to: RunCard['basis'],
  drivetrain: Job['brief']['drivetrain'],
): number | null {
  if (from === to) return power;
  if (from === 'hub' || to === 'hub') return null;
  const loss = drivetrainOf({ drivetrain });
  return from === 'wheels' ? flywheelPower(power, loss) : wheelPower(power, loss);
}

/** What a run's peak is of the goal; null where the run has no power. Total. */
export function measuredAgainst(
  goal: { power: number; basis: 'flywheel' | 'wheels' },
  drivetrain: Job['brief']['drivetrain'],
  { card, head }: { card: RunCard; head: RunHead },
): Measured | null {
  if (!head.power) return null;
  const there = powerAt(head.power.value, card.basis, goal.basis, drivetrain);
  return {
    name: card.name,
    power: head.power.value,
    basis: card.basis,
    share: there === null ? null : there / goal.power,
  };
}
