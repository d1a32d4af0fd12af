import type { Job } from '../job/schema/job';
import type { ClearanceUse } from '../job/schema/plan-choices';
import { fuelOf } from '../fuel/fuels';

/** Uses that are hard on an engine for long: rules of clearance take them as racing. */
const racing = new Set(['circuit', 'hill-climb', 'strip', 'standing-mile', 'boat']);

/**
 * What an engine is used for, as rules of clearance tell it: stated in its build record, otherwise from its fuel, its duty and what is
 * injected. In: job; place of the setup in hand. Source: common practice.
 */
export function clearanceUseOf(job: Job, setupIndex: number): ClearanceUse {
  if (job.record) return job.record.use;
  return usualUse(job, setupIndex);
}

/** The use that a job’s fuel, duty and injection speak of, whatever its record says. */
export function usualUse(job: Job, setupIndex: number): ClearanceUse {
  const setup = job.setups[setupIndex] ?? job.setups[0]!;
  if (fuelOf(job.brief.fuel.id).ignition === 'compression') return 'diesel';
  if (setup.injection?.nitrous) return 'nitrous';
  const isBoosted = setup.induction.kind === 'charged';
  if (racing.has(job.brief.use.kind)) return isBoosted ? 'boosted-race' : 'road';
  return isBoosted ? 'boosted-road' : 'road';
}
