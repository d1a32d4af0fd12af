import type { Job } from './schema/job';

/**
 * Whether the engine was boosted from new: then its insides were made for it. As its record says, otherwise whether its own run, before
 * anything was changed, was boosted.
 */
export function wasBoosted({ baseline, record }: Pick<Job['engine'], 'baseline' | 'record'>): boolean {
  if (record && record.boosted !== 'unknown') return record.boosted === 'from-new';
  return baseline.rows.some((row) => (row.boostGauge ?? 0) > 0);
}
