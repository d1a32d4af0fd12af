import { and, eq, isNull, sql } from 'drizzle-orm';
import type { FinderIndex } from '@/formats/history';
import type { Database } from '../connection';
import { jobRevisions, jobs, libraryItems, libraryRevisions } from '../schema';
import { refreshSummaries } from './jobs';

/** Names of every job and library item in the shop, without their documents. */
export async function finderIndex(db: Database): Promise<FinderIndex> {
  await refreshSummaries(db);
  const foundJobs = await db
    .select({
      id: jobs.id,
      name: sql<string>`${jobRevisions.document}->>'name'`,
      words: sql<string>`coalesce(${jobRevisions.summary}->'charger'->>'name', '')`,
    })
    .from(jobs)
    .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
    .where(isNull(jobs.binnedAt));
  const items = await db
    .select({
      id: libraryItems.id,
      kind: sql<FinderIndex['items'][number]['kind']>`${libraryRevisions.document}->>'kind'`,
      name: sql<string>`${libraryRevisions.document}->>'name'`,
      note: sql<string>`coalesce(${libraryRevisions.document}->>'note', '')`,
    })
    .from(libraryItems)
    .innerJoin(
      libraryRevisions,
      and(eq(libraryRevisions.itemId, libraryItems.id), eq(libraryRevisions.revision, libraryItems.revision)),
    )
    .where(isNull(libraryItems.binnedAt));
  return { jobs: foundJobs, items };
}
