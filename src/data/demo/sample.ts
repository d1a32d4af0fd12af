import { addRunSchema } from '@/formats/runs';
import jobs from './jobs.json';
import runs from './runs.json';
import { keptChargers } from '@/core/job/chargers';
import { jobSchema, type Job } from '@/core/job/schema/job';

export * from './sample-library';

type Sample = { id: string; job: unknown; name?: string; earlier?: { name: string; job: unknown }[] };
const all: Sample[] = jobs;

/** The first two jobs: a turbocharged four on a mountain, a V10 with twins. Tests of the match lean on them. */
export function sampleTurboJob(index: 0 | 1): Job {
  const job = jobSchema.parse(all[index]!.job);
  for (const key of ['plan', 'record', 'report'] as const) delete job[key];
  return job;
}

/** The same before a turbine is chosen: back pressure is a guess. Tests of the demand lean on them. */
export function sampleJob(index: 0 | 1): Job {
  const job = sampleTurboJob(index);
  for (const setup of job.setups) for (const charger of keptChargers(setup)) charger.drive = { kind: 'open' };
  return job;
}

/** Every job of the demo shop, the newest document last in its history. */
export const sampleHistories = all.map(({ id, job, name, earlier = [] }) => ({
  id,
  revisions: [...earlier, { name: name ?? null, job }].map((r) => ({
    name: r.name,
    job: jobSchema.parse(r.job),
  })),
}));

/** The demo's dyno runs, each with its job. */
export const sampleRuns = runs.map(({ id, jobId, ...run }) => ({ id, jobId, ...addRunSchema.parse(run) }));
