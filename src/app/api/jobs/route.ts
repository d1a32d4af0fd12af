import { randomUUID } from 'node:crypto';
import { newJob } from '@/core/job/defaults';
import { onDefaults } from '@/core/job/job-defaults';
import { shopDatabase } from '@/data/connection';
import { createJob, listJobs } from '@/data/repositories/jobs';
import { readSettings } from '@/data/repositories/settings';
import { createJobSchema } from '@/formats/api';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => ({ jobs: await listJobs(await shopDatabase()) }));

export const POST = handler({ body: createJobSchema }, async ({ body }) => {
  const db = await shopDatabase();
  const { defaults } = await readSettings(db);
  return createJob(db, onDefaults(newJob(body.name, randomUUID(), body.start), defaults));
});
