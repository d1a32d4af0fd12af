import { randomUUID } from 'node:crypto';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { canonicalJson } from '@/core/job/history/canonical';
import type { Ref } from '@/core/documents/ref';
import { isRef, refsOf } from '@/core/documents/refs';
import { kindOf, type AnyLine, type KindName } from '@/formats/kinds';
import { current as currentDocument } from '@/formats/kinds/documents';
import {
  type DriveShop,
  isCompressor,
  isOf,
  isTurbine,
  type AnyEntry,
  type AnyItem,
  type ItemOf,
  type LibraryHead,
  type LibraryItem,
  type TurbineItem,
  type TurbochargerItem,
} from '@/formats/library-items';
import type { Database } from '../connection';
import { jobRevisions, jobs, libraryItems, libraryRevisions, type StoredHead } from '../schema';

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
/** A row in the present version of its kind. */
const current = ({ id, revision, document: stored }: AnyItem): AnyItem => ({
  id,
  revision,
  document: currentDocument(stored),
});
/** What is stored beside a revision for the lists: its kind's figures and what it is made of. */
const headOf = (of: AnyItem['document']): StoredHead => ({
  ...kindOf(of.kind).head(of),
  refs: refsOf(of),
});
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
  return rows
    .map(current)
    .filter(isCompressor)
    .sort((a, b) => byName(a.document, b.document));
}

/** Every turbocharger on offer with the turbines on offer, and those older ones that turbochargers are made of. */
export async function listTurbochargers(
  db: Database,
): Promise<{ turbochargers: TurbochargerItem[]; turbines: TurbineItem[] }> {
  const turbochargers = await listItems(db, 'turbocharger');
  const turbines = await listItems(db, 'turbine');
  // A turbocharger keeps its turbine's revision: an older one travels with it.
  const older = turbochargers
    .map((t) => t.document.turbine)
    .filter((ref) => !turbines.some((t) => t.id === ref.id && t.revision === ref.revision));
  const kept = (await findRevisions(db, older)).filter(isTurbine);
  return { turbochargers, turbines: [...turbines, ...kept] };
}

/** Blowers of both kinds with the pulleys and belts that drive them, whole: what is on offer. */
export async function listDrives(db: Database): Promise<DriveShop> {
  return {
    blowers: await listItems(db, 'blower'),
    centrifugals: await listItems(db, 'centrifugal'),
    pulleys: await listItems(db, 'pulley'),
    belts: await listItems(db, 'belt'),
  };
}

/** Which jobs outside the bin have which library revisions on them, of any kind: one row for every use. */
async function uses(db: Database, itemId?: string) {
  const rows = await db
    .select({
      jobId: jobs.id,
      name: sql<string>`${jobRevisions.document}->>'name'`,
      // Whatever may be one: what is one is said in one place.
      found: sql<
        object | null
      >`jsonb_path_query(${jobRevisions.document}, 'strict $.** ? (exists(@.id) && exists(@.revision))')`,
    })
    .from(jobs)
    .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
    .where(isNull(jobs.binnedAt));
  return rows.flatMap(({ jobId, name, found }) =>
    found && isRef(found) && (itemId === undefined || found.id === itemId)
      ? [{ jobId, name, ref: found }]
      : [],
  );
}

/** How many jobs have each item on them. */
async function jobCounts(db: Database): Promise<Map<string, number>> {
  const jobsOf = new Map<string, Set<string>>();
  for (const { jobId, ref } of await uses(db))
    jobsOf.set(ref.id, (jobsOf.get(ref.id) ?? new Set()).add(jobId));
  return new Map([...jobsOf].map(([id, found]) => [id, found.size]));
}

/** What the newest revisions are called, by the item's id. */
async function namesOf(db: Database, ids: string[]): Promise<Map<string, string>> {
  if (!ids.length) return new Map();
  const rows = await db
    .select({ id: libraryItems.id, name: sql<string>`${libraryRevisions.document}->>'name'` })
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(inArray(libraryItems.id, ids));
  return new Map(rows.map((row) => [row.id, row.name]));
}

/** Every line of a kind's list, retired items too, by name. */
export async function listLines(db: Database, kind: KindName): Promise<AnyLine[]> {
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
    .where(and(eq(libraryItems.kind, kind), inShop));
  const counts = await jobCounts(db);
  const made = new Set(rows.flatMap(({ head }) => head?.refs?.map((ref) => ref.id) ?? []));
  const names = await namesOf(db, [...made]);
  return rows
    .flatMap(({ head, retiredAt, savedAt, ...ref }): AnyLine[] => {
      if (!head) return [];
      const { refs = [], ...figures } = head;
      return [
        {
          ...figures,
          ...ref,
          retired: retiredAt !== null,
          savedAt: savedAt.toISOString(),
          jobCount: counts.get(ref.id) ?? 0,
          parts: refs.map((part) => names.get(part.id) ?? 'gone'),
        },
      ];
    })
    .sort(byName);
}

/** The compressors' lines, with their figures. */
export const listHeads = (db: Database): Promise<LibraryHead[]> =>
  listLines(db, 'compressor') as Promise<LibraryHead[]>;

/** One item of a kind at a revision (the newest if none is named), with the jobs that use it; null if there is none. */
export async function findEntry<Kind extends KindName>(
  db: Database,
  kind: Kind,
  id: string,
  revision?: number,
): Promise<(AnyEntry & ItemOf<Kind>) | null> {
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
    .where(
      and(
        eq(libraryItems.id, id),
        eq(libraryItems.kind, kind),
        eq(libraryRevisions.revision, revision ?? libraryItems.revision),
      ),
    );
  if (!row) return null;
  const { retiredAt, binnedAt, savedAt, ...item } = row;
  const used = await uses(db, id);
  return {
    ...(current(item) as ItemOf<Kind>),
    newest: item.newest,
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

/** Every item of a kind outside the bin that is not retired, whole, in the newest revision, by name. */
export async function listItems<Kind extends KindName>(db: Database, kind: Kind): Promise<ItemOf<Kind>[]> {
  const rows = await db
    .select(document)
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(and(eq(libraryItems.kind, kind), isNull(libraryItems.retiredAt), inShop));
  return rows
    .map(current)
    .filter(isOf(kind))
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
  return rows.filter((row) => refs.some((r) => r.id === row.id && r.revision === row.revision)).map(current);
}

/** The newest revision of each of these items, also of retired ones. */
export async function findNewest(db: Database, ids: string[]): Promise<AnyItem[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select(document)
    .from(libraryItems)
    .innerJoin(libraryRevisions, onNewest)
    .where(inArray(libraryItems.id, ids));
  return rows.map(current);
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
  const head = headOf(document);
  return db.transaction(async (tx) => {
    await tx.insert(libraryItems).values({ id, kind: document.kind, revision: 1 });
    await tx.insert(libraryRevisions).values({ itemId: id, revision: 1, document, head });
    return { id, revision: 1, document };
  });
}

/** Adds items of a list: all of them or none. */
export function addItems(db: Database, documents: readonly AnyItem['document'][]): Promise<Ref[]> {
  return db.transaction(async (tx) => {
    const added: Ref[] = [];
    for (const one of documents) {
      const { id, revision } = await addItem(tx as unknown as Database, one);
      added.push({ id, revision });
    }
    return added;
  });
}

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
    await tx.insert(libraryRevisions).values({ itemId: id, revision, document: next, head: headOf(next) });
    await tx.update(libraryItems).set({ revision }).where(eq(libraryItems.id, id));
    return { ok: true, revision };
  });
}

/** Retires an item (no longer offered, jobs keep it) or takes it back. Out: whether there was one. */
export async function setRetired(
  db: Database,
  kind: KindName,
  id: string,
  retired: boolean,
): Promise<boolean> {
  const rows = await db
    .update(libraryItems)
    .set({ retiredAt: retired ? new Date() : null })
    .where(and(eq(libraryItems.id, id), eq(libraryItems.kind, kind)))
    .returning({ id: libraryItems.id });
  return rows.length > 0;
}

/** Moves an item to the bin or back: gone from the library, kept by the jobs that have it. Out: whether there was one. */
export async function setItemBinned(
  db: Database,
  kind: KindName,
  id: string,
  binned: boolean,
): Promise<boolean> {
  const rows = await db
    .update(libraryItems)
    .set({ binnedAt: binned ? new Date() : null })
    .where(and(eq(libraryItems.id, id), eq(libraryItems.kind, kind)))
    .returning({ id: libraryItems.id });
  return rows.length > 0;
}

/** A copy under its own name: 'Birch 50, copy', then 'copy 2' and so on. Null if there is nothing to copy. */
export async function duplicateItem(db: Database, kind: KindName, id: string): Promise<AnyItem | null> {
  const [source] = await findNewest(db, [id]);
  if (source?.document.kind !== kind) return null;
  const taken = new Set((await listLines(db, kind)).map((line) => line.name));
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

/** Makes the lists' figures where an older version stored none. Out: how many. */
export async function refreshHeads(db: Database): Promise<number> {
  const rows = await db.select(document).from(libraryRevisions).where(isNull(libraryRevisions.head));
  for (const row of rows)
    await db
      .update(libraryRevisions)
      .set({ head: headOf(current(row).document) })
      .where(and(eq(libraryRevisions.itemId, row.id), eq(libraryRevisions.revision, row.revision)));
  return rows.length;
}
