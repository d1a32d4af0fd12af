import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '../connection';
import { jobs } from '../schema';

/** Whether there is a job outside the bin that something can be kept beside. */
export async function isJobThere(db: Database, id: string): Promise<boolean> {
  const [job] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)));
  return job !== undefined;
}
