import { gzipSync, strToU8 } from 'fflate';
import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { RunCard } from '@/core/dyno/card';
import type { StoredLog, StoredRun } from '@/formats/runs';
import type { Database } from '../connection';
import { jobs, runs } from '../schema';

/** Runs of a job that are not deleted, in the order they came in. */
export async function listRuns(db: Database, jobId: string): Promise<StoredRun[]> {
  const rows = await db
    .select({ id: runs.id, card: runs.card, log: runs.log, savedAt: runs.createdAt })
    .from(runs)
    .where(and(eq(runs.jobId, jobId), isNull(runs.deletedAt)))
    .orderBy(asc(runs.createdAt), asc(runs.id));
  return rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }));
}

const isRun = (jobId: string, id: string) => and(eq(runs.jobId, jobId), eq(runs.id, id));

/** Stores a run with what its file said. Out: false where there is no such job. */
export async function addRun(
  db: Database,
  jobId: string,
  id: string,
  { card, log, raw }: { card: RunCard; log: StoredLog; raw: string },
): Promise<boolean> {
  const [job] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, jobId), isNull(jobs.binnedAt)));
  if (!job) return false;
  const kept = Buffer.from(gzipSync(strToU8(raw))).toString('base64');
  await db.insert(runs).values({ id, jobId, card, log, raw: kept });
  return true;
}

/** Stores a run's card anew; its readings stay. Out: whether there is such a run. */
export async function saveCard(db: Database, jobId: string, id: string, card: RunCard): Promise<boolean> {
  const done = await db.update(runs).set({ card }).where(isRun(jobId, id)).returning({ id: runs.id });
  return done.length > 0;
}

/** Deletes a run, or brings it back. Out: whether there is such a run. */
export async function setRunDeleted(
  db: Database,
  jobId: string,
  id: string,
  deleted: boolean,
): Promise<boolean> {
  const done = await db
    .update(runs)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(and(isRun(jobId, id), deleted ? isNull(runs.deletedAt) : isNotNull(runs.deletedAt)))
    .returning({ id: runs.id });
  return done.length > 0;
}
