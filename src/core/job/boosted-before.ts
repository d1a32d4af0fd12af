import type { Job } from './schema/job';

/** Whether the engine's own run, before anything was changed, was boosted: then its insides were made for it. */
export const wasBoosted = ({ baseline }: Job['engine']): boolean =>
  baseline.rows.some((row) => (row.boostGauge ?? 0) > 0);
