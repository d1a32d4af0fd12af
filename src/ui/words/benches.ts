import type { JobBench } from '@/core/job/benches';

/** What the benches are called. */
export const benchNames: Record<JobBench, string> = {
  brief: 'Brief',
  engine: 'Engine',
  demand: 'Demand',
  charger: 'Charger',
};
