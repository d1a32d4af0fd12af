import { act } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Job } from '@/core/job/schema/job';
import { sampleHistories } from '@/data/demo/sample';
import { openInJob } from './job-page';

const jobs = sampleHistories.map(({ revisions }) => revisions.at(-1)!.job);

/** A demo job with its plan, its record and its report, as a copy. In: how its name begins. */
export const demoJob = (name: RegExp): Job => structuredClone(jobs.find((job) => name.test(job.name))!);

/** A part of a job's page, opened, with what it asks of the server answered. */
export async function openSoon(job: Job, part: ReactNode): Promise<ReturnType<typeof openInJob>> {
  let page!: ReturnType<typeof openInJob>;
  await act(async () => void (page = openInJob(job, part)));
  return page;
}
