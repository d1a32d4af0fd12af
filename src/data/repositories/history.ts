import { and, desc, eq, sql } from 'drizzle-orm';
import type { Change } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import type { RevisionLine } from '@/formats/history';
import type { Database } from '../connection';
import { jobRevisions } from '../schema';
import { opened } from './jobs';

/** A line of the history shows so many changes; the rest is a number. */
const SHOWN = 6;

const at = (id: string, revision: number) =>
  and(eq(jobRevisions.jobId, id), eq(jobRevisions.revision, revision));

/** Every revision of a job, newest first, with what changed in it but without its document. */
export async function listRevisions(db: Database, id: string): Promise<RevisionLine[]> {
  const rows = await db
    .select({
      revision: jobRevisions.revision,
      savedAt: jobRevisions.createdAt,
      name: jobRevisions.name,
      count: sql<number>`jsonb_array_length(${jobRevisions.changes})`,
      changes: sql<
        Change[]
      >`(select coalesce(jsonb_agg(one.c), '[]') from (select c from jsonb_array_elements(${jobRevisions.changes}) c limit ${sql.raw(String(SHOWN))}) one)`,
    })
    .from(jobRevisions)
    .where(eq(jobRevisions.jobId, id))
    .orderBy(desc(jobRevisions.revision));
  return rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }));
}

/** The job as it was at a revision, migrated to today's version; null if there is none. */
export async function findRevision(db: Database, id: string, revision: number): Promise<Job | null> {
  const [row] = await db
    .select({ document: jobRevisions.document })
    .from(jobRevisions)
    .where(at(id, revision));
  return row ? opened(row.document) : null;
}

/** Names a revision, or takes its name away. Out: whether there is one. */
export async function nameRevision(
  db: Database,
  id: string,
  revision: number,
  name: string | null,
): Promise<boolean> {
  const rows = await db
    .update(jobRevisions)
    .set({ name })
    .where(at(id, revision))
    .returning({ revision: jobRevisions.revision });
  return rows.length > 0;
}
