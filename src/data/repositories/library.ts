import { randomUUID } from 'node:crypto';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Compressor } from '@/core/compressor/document';
import { headOf } from '@/core/compressor/head';
import { canonicalJson } from '@/core/job/history/canonical';
import type { Ref } from '@/core/documents/ref';
import {
  isCompressor,
  isTurbine,
  isTurbocharger,
  type AnyEntry,
  type AnyItem,
  type LibraryEntry,
  type LibraryHead,
  type LibraryItem,
  type PartDocument,
  type PartEntry,
  type PartLine,
  type TurbineItem,
  type TurbochargerItem,
} from '@/formats/library-items';
import type { Database } from '../connection';
import { jobRevisions, jobs, libraryItems, libraryRevisions } from '../schema';

const onNewest = and(
  eq(libraryRevisions.itemId, libraryItems.id),
  eq(libraryRevisions.revision, libraryItems.revision),
);
const document = {
  id: libraryRevisions.itemId,
  revision: libraryRevisions.revision,
  document: libraryRevisions.document,
};
/** Items in the bin are offered nowhere; a job that has one keeps it. */
const inShop = isNull(libraryItems.binnedAt);
const byName = (a: { name: string }, b: { name: string }) =>
  a.name.localeCompare(b.name, 'en', { numeric: true });

/**
 * The newest revision of every compressor that is not retired, with its map. `part` of `of` takes every so-many-th, so
 * that several readers share the work.
 */
export async function listCompressors(db: Database, part = 0, of = 1): Promise<LibraryItem[]> {
  const ids = await db
    .select({ id: libraryItems.id })
    .from(libraryItems)
    .where(and(eq(libraryItems.kind, 'compressor'), isNull(libraryItems.retiredAt), inShop))
    .orderBy(asc(libraryItems.id));
  const wanted = ids.filter((_, i) => i % of === part).map((row) => row.id);
  if (!wanted.length) return [];
  const rows = await db
    .select(document)
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(inArray(libraryItems.id, wanted));
  return rows.filter(isCompressor).sort((a, b) => byName(a.document, b.document));
}

/** The newest revision of every turbocharger and turbine that is not retired, by name. */
export async function listTurbochargers(
  db: Database,
): Promise<{ turbochargers: TurbochargerItem[]; turbines: TurbineItem[] }> {
  const rows: AnyItem[] = await db
    .select(document)
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(
      and(inArray(libraryItems.kind, ['turbocharger', 'turbine']), isNull(libraryItems.retiredAt), inShop),
    );
  rows.sort((a, b) => byName(a.document, b.document));
  const turbochargers = rows.filter(isTurbocharger);
  const turbines = rows.filter(isTurbine);
  // A turbocharger keeps its turbine's revision: an older one travels with it.
  const older = turbochargers
    .map((t) => t.document.turbine)
    .filter((ref) => !turbines.some((t) => t.id === ref.id && t.revision === ref.revision));
  const kept = (await findRevisions(db, older)).filter(isTurbine);
  return { turbochargers, turbines: [...turbines, ...kept] };
}

/** Which jobs outside the bin have which library revisions on them, of any kind: one row for every use. */
async function uses(db: Database, itemId?: string) {
  const rows = await db
    .select({
      jobId: jobs.id,
      name: sql<string>`${jobRevisions.document}->>'name'`,
      ref: sql<Ref | null>`jsonb_path_query(${jobRevisions.document}, '$.*[*].induction.** ? (exists(@.id) && exists(@.revision))')`,
    })
    .from(jobs)
    .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
    .where(isNull(jobs.binnedAt));
  return rows.flatMap(({ jobId, name, ref }) =>
    ref && (itemId === undefined || ref.id === itemId) ? [{ jobId, name, ref }] : [],
  );
}

/** How many jobs have each item on them. */
async function jobCounts(db: Database): Promise<Map<string, number>> {
  const jobsOf = new Map<string, Set<string>>();
  for (const { jobId, ref } of await uses(db))
    jobsOf.set(ref.id, (jobsOf.get(ref.id) ?? new Set()).add(jobId));
  return new Map([...jobsOf].map(([id, found]) => [id, found.size]));
}

/** Every compressor's line for the list, retired ones too, by name. */
export async function listHeads(db: Database): Promise<LibraryHead[]> {
  const rows = await db
    .select({
      id: libraryItems.id,
      revision: libraryItems.revision,
      retiredAt: libraryItems.retiredAt,
      head: libraryRevisions.head,
      savedAt: libraryRevisions.createdAt,
    })
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(and(eq(libraryItems.kind, 'compressor'), inShop));
  const counts = await jobCounts(db);
  return rows
    .flatMap(({ head, retiredAt, savedAt, ...ref }) =>
      head
        ? [
            {
              ...head,
              ...ref,
              retired: retiredAt !== null,
              savedAt: savedAt.toISOString(),
              jobCount: counts.get(ref.id) ?? 0,
            },
          ]
        : [],
    )
    .sort(byName);
}

/** One item at a revision (the newest if none is named), with the jobs that use it; null if there is none. */
async function findEntry(db: Database, id: string, revision?: number): Promise<AnyEntry | null> {
  const [row] = await db
    .select({
      ...document,
      savedAt: libraryRevisions.createdAt,
      newest: libraryItems.revision,
      retiredAt: libraryItems.retiredAt,
      binnedAt: libraryItems.binnedAt,
    })
    .from(libraryItems)
    .innerJoin(libraryRevisions, eq(libraryRevisions.itemId, libraryItems.id))
    .where(and(eq(libraryItems.id, id), eq(libraryRevisions.revision, revision ?? libraryItems.revision)));
  if (!row) return null;
  const { retiredAt, binnedAt, savedAt, ...item } = row;
  const used = await uses(db, id);
  return {
    ...item,
    retired: retiredAt !== null,
    binned: binnedAt !== null,
    savedAt: savedAt.toISOString(),
    jobs: [
      ...new Map(
        used.map((u) => [u.jobId, { id: u.jobId, name: u.name, revision: u.ref.revision }]),
      ).values(),
    ],
  };
}

/** A compressor at a revision, as `findEntry`. */
export async function findCompressor(
  db: Database,
  id: string,
  revision?: number,
): Promise<LibraryEntry | null> {
  const entry = await findEntry(db, id, revision);
  return entry?.document.kind === 'compressor' ? { ...entry, document: entry.document } : null;
}

/** A turbine or a turbocharger at a revision, as `findEntry`. */
export async function findPart(db: Database, id: string, revision?: number): Promise<PartEntry | null> {
  const entry = await findEntry(db, id, revision);
  if (!entry || entry.document.kind === 'compressor') return null;
  return { ...entry, document: entry.document };
}

/** Every turbine or every turbocharger outside the bin, retired ones too, whole, by name. */
export async function listParts(db: Database, kind: PartDocument['kind']): Promise<PartLine[]> {
  const rows = await db
    .select({ ...document, retiredAt: libraryItems.retiredAt, savedAt: libraryRevisions.createdAt })
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(and(eq(libraryItems.kind, kind), inShop));
  const counts = await jobCounts(db);
  return rows
    .flatMap(({ retiredAt, savedAt, document: found, ...ref }): PartLine[] =>
      found.kind === 'compressor'
        ? []
        : [
            {
              ...ref,
              document: found,
              retired: retiredAt !== null,
              savedAt: savedAt.toISOString(),
              jobCount: counts.get(ref.id) ?? 0,
            },
          ],
    )
    .sort((a, b) => byName(a.document, b.document));
}

/** The revisions named by refs, also of retired items. Missing ones are left out. */
export async function findRevisions(db: Database, refs: Ref[]): Promise<AnyItem[]> {
  if (refs.length === 0) return [];
  const rows = await db
    .select(document)
    .from(libraryRevisions)
    .where(
      inArray(
        libraryRevisions.itemId,
        refs.map((r) => r.id),
      ),
    );
  return rows.filter((row) => refs.some((r) => r.id === row.id && r.revision === row.revision));
}

/** The newest revision of each of these items, also of retired ones. */
export async function findNewest(db: Database, ids: string[]): Promise<AnyItem[]> {
  if (ids.length === 0) return [];
  return db
    .select(document)
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(inArray(libraryItems.id, ids));
}

/** The ids of all items there ever were. */
export async function knownIds(db: Database): Promise<Set<string>> {
  const rows = await db.select({ id: libraryItems.id }).from(libraryItems);
  return new Set(rows.map((row) => row.id));
}

/** Puts something into the library as a new item. */
export function addItem<Document extends AnyItem['document']>(
  db: Database,
  document: Document,
  id: string = randomUUID(),
): Promise<Ref & { document: Document }> {
  const head = document.kind === 'compressor' ? headOf(document) : null;
  return db.transaction(async (tx) => {
    await tx.insert(libraryItems).values({ id, kind: document.kind, revision: 1 });
    await tx.insert(libraryRevisions).values({ itemId: id, revision: 1, document, head });
    return { id, revision: 1, document };
  });
}

/** Puts a compressor into the library as a new item. */
export const addCompressor = (db: Database, map: Compressor, id?: string): Promise<LibraryItem> =>
  addItem(db, map, id);

type SavedItem =
  | { ok: true; revision: number }
  | { ok: false; reason: 'missing' }
  | { ok: false; reason: 'stale'; newest: number };

/** A new revision of an item on top of `baseRevision`; jobs keep theirs. What changes nothing makes none. */
export function saveItem(
  db: Database,
  id: string,
  baseRevision: number,
  next: AnyItem['document'],
): Promise<SavedItem> {
  return db.transaction(async (transaction): Promise<SavedItem> => {
    const tx = transaction as unknown as Database;
    const [current] = await findNewest(tx, [id]);
    // What an item is it stays: a compressor does not become a turbine.
    if (!current || current.document.kind !== next.kind) return { ok: false, reason: 'missing' };
    if (canonicalJson(current.document) === canonicalJson(next))
      return { ok: true, revision: current.revision };
    if (current.revision !== baseRevision) return { ok: false, reason: 'stale', newest: current.revision };
    const revision = baseRevision + 1;
    const head = next.kind === 'compressor' ? headOf(next) : null;
    await tx.insert(libraryRevisions).values({ itemId: id, revision, document: next, head });
    await tx.update(libraryItems).set({ revision }).where(eq(libraryItems.id, id));
    return { ok: true, revision };
  });
}

/** Retires an item (no longer offered, jobs keep it) or takes it back. Out: whether there was one. */
export async function setRetired(db: Database, id: string, retired: boolean): Promise<boolean> {
  const rows = await db
    .update(libraryItems)
    .set({ retiredAt: retired ? new Date() : null })
    .where(eq(libraryItems.id, id))
    .returning({ id: libraryItems.id });
  return rows.length > 0;
}

/** Moves an item to the bin or back: gone from the library, kept by the jobs that have it. Out: whether there was one. */
export async function setItemBinned(db: Database, id: string, binned: boolean): Promise<boolean> {
  const rows = await db
    .update(libraryItems)
    .set({ binnedAt: binned ? new Date() : null })
    .where(eq(libraryItems.id, id))
    .returning({ id: libraryItems.id });
  return rows.length > 0;
}

/** A copy under its own name: 'Birch 50, copy', then 'copy 2' and so on. Null if there is nothing to copy. */
export async function duplicateItem(db: Database, id: string): Promise<AnyItem | null> {
  const [source] = await findNewest(db, [id]);
  if (!source) return null;
  const { kind } = source.document;
  const names =
    kind === 'compressor'
      ? (await listHeads(db)).map((head) => head.name)
      : (await listParts(db, kind)).map((part) => part.document.name);
  const taken = new Set(names);
  const base = source.document.name.replace(/, copy( \d+)?$/, '').slice(0, 68);
  let name = `${base}, copy`;
  for (let n = 2; taken.has(name); n++) name = `${base}, copy ${n}`;
  return addItem(db, { ...source.document, name });
}

/**
 * Takes over an item that came with a job: the shop's own revision if it holds the same data, else a new item.
 * Out: the ref that stands for it here.
 */
export async function adopt(db: Database, item: AnyItem): Promise<Ref> {
  const text = canonicalJson(item.document);
  const rows = await db
    .select(document)
    .from(libraryRevisions)
    .where(sql`${libraryRevisions.document}->>'name' = ${item.document.name}`);
  const same = rows.filter((row) => canonicalJson(row.document) === text);
  const best = same.find((row) => row.id === item.id) ?? same[0];
  if (best) return { id: best.id, revision: best.revision };
  const added = await addItem(db, item.document);
  return { id: added.id, revision: added.revision };
}

/** Makes the list's figures where an older version stored none. Out: how many. */
export async function refreshHeads(db: Database): Promise<number> {
  const rows = await db.select(document).from(libraryRevisions).where(isNull(libraryRevisions.head));
  const compressors = rows.filter(isCompressor);
  for (const row of compressors)
    await db
      .update(libraryRevisions)
      .set({ head: headOf(row.document) })
      .where(and(eq(libraryRevisions.itemId, row.id), eq(libraryRevisions.revision, row.revision)));
  return compressors.length;
}
