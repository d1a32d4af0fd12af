import { randomUUID } from 'node:crypto';
import { newJob } from '@/core/job/defaults';
import { shopDatabase } from '@/data/connection';
import { createJob, listJobs } from '@/data/repositories/jobs';
import { createJobSchema } from '@/formats/api';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => ({ jobs: await listJobs(await shopDatabase()) }));

export const POST = handler({ body: createJobSchema }, async ({ body }) =>
  createJob(await shopDatabase(), newJob(body.name, randomUUID(), body.start)),
);
