import { gzipSync, strToU8 } from 'fflate';
import { and, asc, desc, eq, inArray, isNotNull, isNull, like, or, sql } from 'drizzle-orm';
import { openCard, type RunCard } from '@/core/dyno/card';
import { runHead } from '@/core/dyno/run-head';
import { unpacked, type LogMapping } from '@/formats/run-log';
import type { FileRun, RunLine, ShopRun, StoredLog } from '@/formats/runs';
import type { Database } from '../connection';
import { isJobThere } from './job-there';
import { jobRevisions, jobs, logSources, runs } from '../schema';

/** Runs of a job that are not deleted, in the order they came in, without their readings. */
export async function listRuns(db: Database, jobId: string): Promise<RunLine[]> {
  const rows = await db
    .select({ id: runs.id, card: runs.card, head: runs.head, savedAt: runs.createdAt })
    .from(runs)
    .where(and(eq(runs.jobId, jobId), isNull(runs.deletedAt)))
    .orderBy(asc(runs.createdAt), asc(runs.id));
  return Promise.all(
    rows.map(async ({ id, card, head, savedAt }) => ({
      id,
      card: openCard(card),
      head: head ?? (await makeHead(db, jobId, id)),
      savedAt: savedAt.toISOString(),
    })),
  );
}

/** The head of a run from before there were heads, kept from now on. */
async function makeHead(db: Database, jobId: string, id: string) {
  const log = await runLog(db, jobId, id);
  const head = runHead(unpacked(log ?? {}));
  await db.update(runs).set({ head }).where(isRun(jobId, id));
  return head;
}

/** Readings of a run; null where there is none. */
export async function runLog(db: Database, jobId: string, id: string): Promise<StoredLog | null> {
  const [row] = await db.select({ log: runs.log }).from(runs).where(isRun(jobId, id));
  return row?.log ?? null;
}

const isRun = (jobId: string, id: string) => and(eq(runs.jobId, jobId), eq(runs.id, id));

/** Words of a card by which a run is found. */
const saidOf = (card: RunCard): string =>
  Object.values(card)
    .filter((value) => typeof value === 'string' && value !== '')
    .join(' ')
    .toLowerCase();

/** Stores a run with what its file said. Out: false where there is no such job. */
export async function addRun(
  db: Database,
  jobId: string,
  id: string,
  { card, log, raw, savedAt }: { card: RunCard; log: StoredLog; raw: string; savedAt?: string | undefined },
): Promise<boolean> {
  if (!(await isJobThere(db, jobId))) return false;
  const kept = Buffer.from(gzipSync(strToU8(raw))).toString('base64');
  await db.insert(runs).values({
    id,
    jobId,
    card,
    log,
    raw: kept,
    head: runHead(unpacked(log)),
    said: saidOf(card),
    ...(savedAt ? { createdAt: new Date(savedAt) } : {}),
  });
  return true;
}

/** Runs of a job with their readings, as they travel with it. */
export async function runsWithLogs(db: Database, jobId: string): Promise<FileRun[]> {
  const rows = await db
    .select({ card: runs.card, log: runs.log, savedAt: runs.createdAt })
    .from(runs)
    .where(and(eq(runs.jobId, jobId), isNull(runs.deletedAt)))
    .orderBy(asc(runs.createdAt), asc(runs.id));
  return rows.map(({ card, log, savedAt }) => ({
    card: openCard(card),
    log,
    savedAt: savedAt.toISOString(),
  }));
}

/** Stores a run's card anew; its readings stay. Out: whether there is such a run. */
export async function saveCard(db: Database, jobId: string, id: string, card: RunCard): Promise<boolean> {
  const done = await db
    .update(runs)
    .set({ card, said: saidOf(card) })
    .where(isRun(jobId, id))
    .returning({ id: runs.id });
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

/** The last run of each of some jobs, by job. */
export async function lastRuns(db: Database, jobIds: string[]): Promise<Map<string, RunLine>> {
  if (!jobIds.length) return new Map();
  const rows = await db
    .selectDistinctOn([runs.jobId], {
      id: runs.id,
      jobId: runs.jobId,
      card: runs.card,
      head: runs.head,
      savedAt: runs.createdAt,
    })
    .from(runs)
    .where(and(inArray(runs.jobId, jobIds), isNull(runs.deletedAt)))
    .orderBy(runs.jobId, desc(runs.createdAt), desc(runs.id));
  const found = new Map<string, RunLine>();
  for (const { jobId, card, head, savedAt, ...row } of rows)
    found.set(jobId, {
      ...row,
      card: openCard(card),
      head: head ?? (await makeHead(db, jobId, row.id)),
      savedAt: savedAt.toISOString(),
    });
  return found;
}

/** What columns of these names were taken for last; null where they are new. */
export async function knownMapping(db: Database, columns: string): Promise<LogMapping | null> {
  const [row] = await db
    .select({ mapping: logSources.mapping })
    .from(logSources)
    .where(eq(logSources.columns, columns));
  return row?.mapping ?? null;
}

/** Remembers what the columns of a source are taken for. */
export async function rememberMapping(db: Database, columns: string, mapping: LogMapping): Promise<void> {
  await db
    .insert(logSources)
    .values({ columns, mapping })
    .onConflictDoUpdate({ target: logSources.columns, set: { mapping, savedAt: new Date() } });
}

/** Most runs that a list of the shop has at once. */
const MOST_LISTED = 200;

/** Runs of every job outside the bin, the newest first, whose card or job says all the words. In: words, or none for all. */
export async function searchRuns(db: Database, words: string): Promise<ShopRun[]> {
  // Names of jobs are read once: for every run they would be dug out of a whole document.
  const named = await db
    .select({ id: jobs.id, name: sql<string>`${jobRevisions.document}->>'name'` })
    .from(jobs)
    .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
    .where(isNull(jobs.binnedAt));
  const nameOf = new Map(named.map(({ id, name }) => [id, name]));
  if (!nameOf.size) return [];
  const each = words
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 8)
    .map((word) => {
      const own = named.filter(({ name }) => name.toLowerCase().includes(word)).map(({ id }) => id);
      const pattern = `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
      return or(like(runs.said, pattern), own.length ? inArray(runs.jobId, own) : undefined);
    });
  const rows = await db
    .select({ id: runs.id, jobId: runs.jobId, card: runs.card, head: runs.head, savedAt: runs.createdAt })
    .from(runs)
    .where(and(isNull(runs.deletedAt), inArray(runs.jobId, [...nameOf.keys()]), ...each))
    .orderBy(desc(runs.createdAt), desc(runs.id))
    .limit(MOST_LISTED);
  return rows.map(({ card, head, savedAt, jobId, id }) => {
    const { name, at, dyno, basis } = openCard(card);
    const power = head?.power?.value ?? null;
    return {
      id,
      jobId,
      job: nameOf.get(jobId)!,
      name,
      at,
      dyno,
      basis,
      power,
      savedAt: savedAt.toISOString(),
    };
  });
}
