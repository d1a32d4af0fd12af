import { sql } from 'drizzle-orm';
import type * as z from 'zod';
import { openJob } from '@/core/job/history/migrations';
import { refsOf } from '@/core/documents/refs';
import { itemDocumentSchema } from '@/formats/kinds/documents';
import type { Database } from '../connection';
import { jobRevisions, libraryRevisions } from '../schema';

/** What a full check read, and what is wrong; one sentence each. */
export type FullCheck = { documents: number; problems: string[] };
/** More problems than these are only counted. */
const SHOWN = 50;
const AT_ONCE = 40;

const issueOf = ({ issues }: z.ZodError) => `${issues[0]?.path.join('.')}: ${issues[0]?.message}`;

/** Rows of a query that asks for some at a time. */
async function* pages<T>(page: (offset: number) => Promise<T[]>): AsyncGenerator<T> {
  for (let offset = 0; ; offset += AT_ONCE) {
    const rows = await page(offset);
    yield* rows;
    if (rows.length < AT_ONCE) return;
  }
}

/**
 * Reads every document of the shop and follows every reference from one to another. In: database. Out: how many were read,
 * and what is wrong in words. Changes nothing.
 */
export async function fullCheck(db: Database): Promise<FullCheck> {
  const problems: string[] = [];
  let hidden = 0;
  const note = (problem: string) => (problems.length < SHOWN ? problems.push(problem) : hidden++);
  let documents = 0;
  const refs: { from: string; to: string }[] = [];
  const items = new Set<string>();
  const library = pages((offset) =>
    db
      .select({
        id: libraryRevisions.itemId,
        revision: libraryRevisions.revision,
        document: libraryRevisions.document,
      })
      .from(libraryRevisions)
      .orderBy(libraryRevisions.itemId, libraryRevisions.revision)
      .limit(AT_ONCE)
      .offset(offset),
  );
  for await (const { id, revision, document } of library) {
    documents++;
    items.add(`${id}.${revision}`);
    const from = `Library item ${id}, revision ${revision}`;
    const read = itemDocumentSchema.safeParse(document);
    if (!read.success) note(`${from} cannot be read: ${issueOf(read.error)}`);
    else for (const ref of refsOf(read.data)) refs.push({ from, to: `${ref.id}.${ref.revision}` });
  }
  const revisions = pages((offset) =>
    db
      .select({ id: jobRevisions.jobId, revision: jobRevisions.revision, document: jobRevisions.document })
      .from(jobRevisions)
      .orderBy(jobRevisions.jobId, jobRevisions.revision)
      .limit(AT_ONCE)
      .offset(offset),
  );
  for await (const { id, revision, document } of revisions) {
    documents++;
    const from = `Job ${id}, revision ${revision}`;
    const read = openJob(document);
    if (read.ok) for (const ref of refsOf(read.job)) refs.push({ from, to: `${ref.id}.${ref.revision}` });
    else note(`${from} cannot be read: ${read.issues[0]?.path} ${read.issues[0]?.message}`);
  }
  for (const { from, to } of refs) if (!items.has(to)) note(`${from} refers to ${to}, which is not there.`);
  const { rows } = await db.execute<{ id: string }>(
    sql`select id from jobs where not exists (select 1 from job_revisions r where r.job_id = jobs.id and r.revision = jobs.revision)`,
  );
  for (const { id } of rows) note(`Job ${id} has lost its current revision.`);
  if (hidden) problems.push(`And ${hidden} more.`);
  return { documents, problems };
}
