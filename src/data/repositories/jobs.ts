import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { changesBetween } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import { openJob } from '@/core/job/history/migrations';
import { marksWithItems } from '@/core/job/schema/marks';
import { refsOf, mapRefs } from '@/core/documents/refs';
import { summarise, type Summary } from '@/core/studies/summary';
import { measuredAgainst, type Measured } from '@/core/studies/measured';
import { CORE_VERSION } from '@/core/solve/sweep';
import type { JobFile } from '@/formats/job-json';
import { libraryOf, type AnyItem } from '@/formats/library-items';
import type { Database } from '../connection';
import { dataFolderErrorIn } from '../storage/errors';
import { forecasts, jobRevisions, jobs } from '../schema';
import { adopt, findRevisions } from './library';
import { addRun, lastRuns } from './runs';

export type JobHead = {
  id: string;
  revision: number;
  name: string;
  summary: Summary;
  savedAt: string;
  /** The last run against the goal; null where none was made. */
  measured: Measured | null;
  /** Between the bases of power. */
  drivetrain: Job['brief']['drivetrain'];
};
export type StoredJob = { id: string; revision: number; job: Job; savedAt: string };
export type Saved =
  | { ok: true; revision: number }
  | { ok: false; reason: 'missing' }
  | { ok: false; reason: 'binned' }
  | { ok: false; reason: 'stale'; current: StoredJob };

/** Figures that are still to be made. */
const NOT_YET = { coreVersion: 0 } as const;

/** A transaction takes the same calls as the database. */
type Tx = Database;

const onHead = and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision));

/** The stored document as today's version: an older one is migrated on the way out. */
export function opened(document: unknown): Job {
  const result = openJob(document);
  if (!result.ok)
    throw new Error(`A stored job cannot be opened: ${result.issues[0]?.path} ${result.issues[0]?.message}`);
  return result.job;
}

/** Every job outside the bin, last saved first, with its figures of now. */
export async function listJobs(db: Database): Promise<JobHead[]> {
  const made = await refreshSummaries(db);
  const rows = await db
    .select({
      id: jobs.id,
      revision: jobs.revision,
      name: sql<string>`${jobRevisions.document}->>'name'`,
      summary: jobRevisions.summary,
      savedAt: jobRevisions.createdAt,
      drivetrain: sql<Job['brief']['drivetrain']>`${jobRevisions.document}->'brief'->'drivetrain'`,
    })
    .from(jobs)
    .innerJoin(jobRevisions, onHead)
    .where(isNull(jobs.binnedAt))
    .orderBy(desc(jobRevisions.createdAt), desc(jobs.createdAt));
  const last = await lastRuns(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map(({ savedAt, summary: stored, drivetrain, ...row }) => {
    const summary = made.get(row.id) ?? (stored as Summary);
    const run = last.get(row.id);
    return {
      ...row,
      summary,
      drivetrain,
      savedAt: savedAt.toISOString(),
      measured: run ? measuredAgainst(summary.goal, drivetrain, run) : null,
    };
  });
}

/** One job at its current revision; null if there is none or it lies in the bin. */
export async function findJob(db: Database, id: string): Promise<StoredJob | null> {
  const [row] = await db
    .select({
      id: jobs.id,
      revision: jobs.revision,
      document: jobRevisions.document,
      savedAt: jobRevisions.createdAt,
    })
    .from(jobs)
    .innerJoin(jobRevisions, onHead)
    .where(and(eq(jobs.id, id), isNull(jobs.binnedAt)));
  return row
    ? { id: row.id, revision: row.revision, job: opened(row.document), savedAt: row.savedAt.toISOString() }
    : null;
}

async function summaryOf(db: Tx, job: Job): Promise<Summary> {
  return summarise(job, libraryOf(await findRevisions(db, refsOf(job))));
}

async function insertJob(tx: Tx, job: Job, id: string): Promise<StoredJob> {
  await tx.insert(jobs).values({ id, revision: 1 });
  await tx
    .insert(jobRevisions)
    .values({ jobId: id, revision: 1, document: job, changes: [], summary: await summaryOf(tx, job) });
  return { id, revision: 1, job, savedAt: new Date().toISOString() };
}

/** Stores a new job. */
export const createJob = (db: Database, job: Job, id: string = randomUUID()): Promise<StoredJob> =>
  db.transaction((tx) => insertJob(tx as unknown as Tx, job, id));

/**
 * Commits a new revision on top of `baseRevision`. A stale base is answered with what stands there now: nothing is merged
 * or overwritten. A commit that changes nothing makes no revision. The board's figures are left for the next reading of
 * the board: solving them here would hold up every other commit.
 */
export function saveJob(db: Database, id: string, baseRevision: number, job: Job): Promise<Saved> {
  return db.transaction(async (transaction): Promise<Saved> => {
    const tx = transaction as unknown as Tx;
    const current = await findJob(tx, id);
    if (!current)
      return { ok: false, reason: (await isBinned(tx, id)) ? ('binned' as const) : ('missing' as const) };
    const changes = changesBetween(current.job, job);
    if (changes.length === 0) return { ok: true, revision: current.revision };
    if (current.revision !== baseRevision) return { ok: false, reason: 'stale', current };
    const revision = baseRevision + 1;
    await tx.insert(jobRevisions).values({ jobId: id, revision, document: job, changes, summary: NOT_YET });
    await tx.update(jobs).set({ revision }).where(eq(jobs.id, id));
    return { ok: true, revision };
  });
}

/** Whether a job lies in the bin; false where there is none. */
async function isBinned(db: Tx, id: string): Promise<boolean> {
  const [row] = await db.select({ at: jobs.binnedAt }).from(jobs).where(eq(jobs.id, id));
  return row !== undefined && row.at !== null;
}

/** Moves a job to the bin or back. Out: whether there was one to move. */
export async function setBinned(db: Database, id: string, binned: boolean): Promise<boolean> {
  const rows = await db
    .update(jobs)
    .set({ binnedAt: binned ? new Date() : null })
    .where(eq(jobs.id, id))
    .returning({ id: jobs.id });
  return rows.length > 0;
}

/** A copy under its own name: 'Name, copy', then 'copy 2' and so on, within the length a name may have. */
export async function duplicateJob(db: Database, id: string): Promise<StoredJob | null> {
  const source = await findJob(db, id);
  if (!source) return null;
  const taken = new Set((await listJobs(db)).map((j) => j.name));
  const base = source.job.name.replace(/, copy( \d+)?$/, '').slice(0, 68);
  let name = `${base}, copy`;
  for (let n = 2; taken.has(name); n++) name = `${base}, copy ${n}`;
  return createJob(db, { ...source.job, name });
}

/** Stores a job from a file, with its runs and promises. Library items that the shop already has, to the figure, are used; others are added. */
export function importJob(db: Database, file: JobFile): Promise<StoredJob> {
  return db.transaction(async (transaction) => {
    const tx = transaction as unknown as Tx;
    const refs = new Map<string, Ref>();
    const ofHere = (old: Ref) => refs.get(`${old.id}.${old.revision}`) ?? old;
    const isMadeOfOthers = (item: AnyItem) => refsOf(item.document).length > 0;
    // What others are made of comes first: they name it.
    const inOrder = [...file.library].sort((a, b) => Number(isMadeOfOthers(a)) - Number(isMadeOfOthers(b)));
    for (const item of inOrder) {
      const document = mapRefs(item.document, ofHere);
      refs.set(`${item.id}.${item.revision}`, await adopt(tx, { ...item, document }));
    }
    const here = mapRefs(file.job, ofHere);
    const settled = marksWithItems(file.job.settled, (id, revision) => refs.get(`${id}.${revision}`));
    const made = await insertJob(tx, { ...here, settled }, randomUUID());
    for (const run of file.runs ?? [])
      await addRun(tx, made.id, randomUUID(), { ...run, raw: 'Came with its job in a file.' });
    for (const { frozenAt, document } of file.promises ?? [])
      await tx.insert(forecasts).values({
        id: randomUUID(),
        jobId: made.id,
        document: { ...document, job: mapRefs(document.job, ofHere) },
        frozenAt: new Date(frozenAt),
      });
    return made;
  });
}

/**
 * Makes the board's figures where a newer revision or an older core left none of now, and stores them. On a disk that takes
 * no more they are made all the same. Out: those that were made, by job.
 */
export async function refreshSummaries(db: Database): Promise<Map<string, Summary>> {
  const stale = await db
    .select({ id: jobs.id, revision: jobs.revision, document: jobRevisions.document })
    .from(jobs)
    .innerJoin(jobRevisions, onHead)
    .where(sql`(${jobRevisions.summary}->>'coreVersion')::int is distinct from ${CORE_VERSION}`);
  const made = new Map<string, Summary>();
  for (const row of stale) {
    const summary = await summaryOf(db, opened(row.document));
    made.set(row.id, summary);
    try {
      await db
        .update(jobRevisions)
        .set({ summary })
        .where(and(eq(jobRevisions.jobId, row.id), eq(jobRevisions.revision, row.revision)));
    } catch (error) {
      if (!dataFolderErrorIn(error)) throw error;
    }
  }
  return made;
}
