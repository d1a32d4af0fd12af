import type { Setup } from '../job/schema/job';
import { monotoneCubic } from '../numerics/monotone-cubic';
import { reason } from '../working/range';
import type { Problem } from './job-engine';

type Plan = Setup['boost'];

/** The level a plan asks for, Pa gauge: of the gear that is looked at, where each has its own. */
export const levelOf = (plan: Plan): number =>
  plan.kind === 'gears'
    ? (plan.gears[Math.min(plan.gear, plan.gears.length - 1)]?.value ?? plan.levelGauge.value)
    : plan.levelGauge.value;

/** Boost over the revs as asked, Pa gauge; held at the ends. Null where the plan is no curve. */
export function curveOf(plan: Plan): ((speedRpm: number) => number) | null {
  const { rows } = plan.curve;
  if (plan.kind !== 'curve' || rows.length < 2) return null;
  return monotoneCubic(
    rows.map((r) => r.speedRpm),
    rows.map((r) => r.gauge),
  ).at;
}

export function boostProblems(plan: Plan): Problem[] {
  if (plan.kind === 'curve' && plan.curve.rows.length < 2)
    return [{ path: 'setups.0.boost.curve', reason: reason('boost-curve-short') }];
  if (plan.kind === 'gears' && !plan.gears.length)
    return [{ path: 'setups.0.boost.gears', reason: reason('no-gears') }];
  return [];
}
