import { and, desc, eq, inArray, isNotNull, isNull, sql, type Column } from 'drizzle-orm';
import { refsOf } from '@/core/documents/refs';
import type { Setup } from '@/core/job/schema/job';
import type { Bin } from '@/formats/history';
import type { KindName } from '@/formats/kinds';
import type { Database } from '../connection';
import { forecasts, jobRevisions, jobs, libraryItems, libraryRevisions, pictures, runs } from '../schema';

const onHead = and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision));
const jobName = sql<string>`${jobRevisions.document}->>'name'`;

/**
 * Names of the jobs, also binned ones, of which any revision has the item on it, and of the items of the library made of it.
 * The database says where the id stands at all; whether it is a reference there is said in one place.
 */
async function usersOf(db: Database, itemId: string): Promise<string[]> {
  const isNamed = (document: Column) =>
    sql`jsonb_path_exists(${document}, 'strict $.** ? (@ == $id)', jsonb_build_object('id', ${itemId}::text))`;
  const isUsed = (document: unknown) => refsOf(document).some((ref) => ref.id === itemId);
  const revisions = await db
    .select({ id: jobRevisions.jobId, document: jobRevisions.document })
    .from(jobRevisions)
    .where(isNamed(jobRevisions.document));
  const users = [...new Set(revisions.filter((row) => isUsed(row.document)).map((row) => row.id))];
  const rows = users.length
    ? await db
        .select({ name: jobName })
        .from(jobs)
        .innerJoin(jobRevisions, onHead)
        .where(inArray(jobs.id, users))
    : [];
  // An item of the library needs its parts as much as a job does.
  const items = await db
    .select({ document: libraryRevisions.document })
    .from(libraryRevisions)
    .where(isNamed(libraryRevisions.document));
  const names = new Set(items.filter((row) => isUsed(row.document)).map((row) => row.document.name));
  return [...rows.map((row) => row.name), ...names].sort();
}

/** Everything that was deleted and not yet removed for good. */
export async function listBin(db: Database): Promise<Bin> {
  const binnedJobs = await db
    .select({ id: jobs.id, name: jobName, binnedAt: jobs.binnedAt })
    .from(jobs)
    .innerJoin(jobRevisions, onHead)
    .where(isNotNull(jobs.binnedAt))
    .orderBy(desc(jobs.binnedAt));
  const withBin = await db
    .select({ id: jobs.id, name: jobName, bin: sql<Setup[]>`${jobRevisions.document}->'bin'` })
    .from(jobs)
    .innerJoin(jobRevisions, onHead)
    .where(
      and(
        isNull(jobs.binnedAt),
        sql`jsonb_array_length(coalesce(${jobRevisions.document}->'bin', '[]')) > 0`,
      ),
    );
  const items = await db
    .select({
      id: libraryItems.id,
      kind: sql<KindName>`${libraryItems.kind}`,
      name: sql<string>`${libraryRevisions.document}->>'name'`,
      binnedAt: libraryItems.binnedAt,
    })
    .from(libraryItems)
    .innerJoin(
      libraryRevisions,
      and(eq(libraryRevisions.itemId, libraryItems.id), eq(libraryRevisions.revision, libraryItems.revision)),
    )
    .where(isNotNull(libraryItems.binnedAt))
    .orderBy(desc(libraryItems.binnedAt));
  const kept: Bin['items'] = [];
  for (const item of items)
    kept.push({ ...item, binnedAt: item.binnedAt!.toISOString(), jobs: await usersOf(db, item.id) });
  return {
    jobs: binnedJobs.map((job) => ({ ...job, binnedAt: job.binnedAt!.toISOString() })),
    setups: withBin.flatMap(({ id, name, bin }) =>
      bin.map((s) => ({ jobId: id, jobName: name, id: s.id, letter: s.letter, name: s.name })).reverse(),
    ),
    items: kept,
  };
}

/** Removes a binned job with all its revisions, for good. Out: whether there was one in the bin. */
export function removeJob(db: Database, id: string): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [job] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, id), isNotNull(jobs.binnedAt)));
    if (!job) return false;
    await tx.delete(runs).where(eq(runs.jobId, id));
    await tx.delete(forecasts).where(eq(forecasts.jobId, id));
    await tx.delete(pictures).where(eq(pictures.jobId, id));
    await tx.delete(jobRevisions).where(eq(jobRevisions.jobId, id));
    await tx.delete(jobs).where(eq(jobs.id, id));
    return true;
  });
}

export type RemovedItem =
  { ok: true } | { ok: false; reason: 'missing' } | { ok: false; reason: 'in-use'; users: string[] };

/** Removes a binned library item with all its revisions, for good, unless a job or one of its revisions has it. */
export function removeItem(db: Database, kind: KindName, id: string): Promise<RemovedItem> {
  return db.transaction(async (transaction): Promise<RemovedItem> => {
    const tx = transaction as unknown as Database;
    const [item] = await tx
      .select({ id: libraryItems.id })
      .from(libraryItems)
      .where(and(eq(libraryItems.id, id), eq(libraryItems.kind, kind), isNotNull(libraryItems.binnedAt)));
    if (!item) return { ok: false, reason: 'missing' };
    const users = await usersOf(tx, id);
    if (users.length) return { ok: false, reason: 'in-use', users };
    await tx.delete(libraryRevisions).where(eq(libraryRevisions.itemId, id));
    await tx.delete(libraryItems).where(eq(libraryItems.id, id));
    return { ok: true };
  });
}
