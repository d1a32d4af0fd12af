import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import type { Compressor } from '@/core/compressor/document';
import { canonicalJson } from '@/core/job/canonical';
import type { Ref } from '@/core/job/document';
import type { LibraryItem } from '@/formats/library-items';
import type { Database } from '../connection';
import { libraryItems, libraryRevisions } from '../schema';

/** The current revision of every compressor that is not retired, by name. */
export async function listCompressors(db: Database): Promise<LibraryItem[]> {
  const rows = await db
    .select({ id: libraryItems.id, revision: libraryRevisions.revision, document: libraryRevisions.document })
    .from(libraryItems)
    .innerJoin(
      libraryRevisions,
      and(eq(libraryRevisions.itemId, libraryItems.id), eq(libraryRevisions.revision, libraryItems.revision)),
    )
    .where(and(eq(libraryItems.kind, 'compressor'), isNull(libraryItems.retiredAt)))
    .orderBy(asc(libraryItems.id));
  return rows.sort((a, b) => a.document.name.localeCompare(b.document.name));
}

/** The revisions named by refs, also of retired items. Missing ones are left out. */
export async function findRevisions(db: Database, refs: Ref[]): Promise<LibraryItem[]> {
  if (refs.length === 0) return [];
  const rows = await db
    .select({
      id: libraryRevisions.itemId,
      revision: libraryRevisions.revision,
      document: libraryRevisions.document,
    })
    .from(libraryRevisions)
    .where(
      inArray(
        libraryRevisions.itemId,
        refs.map((r) => r.id),
      ),
    );
  return rows.filter((row) => refs.some((r) => r.id === row.id && r.revision === row.revision));
}

/** Puts a compressor into the library as a new item. */
export async function addCompressor(db: Database, id: string, document: Compressor): Promise<LibraryItem> {
  await db.insert(libraryItems).values({ id, kind: 'compressor', revision: 1 });
  await db.insert(libraryRevisions).values({ itemId: id, revision: 1, document });
  return { id, revision: 1, document };
}

/**
 * Takes over an item that came with a job: the shop's own revision if it holds the same data, else a new item.
 * `newId` makes an id. Out: the ref that stands for it here.
 */
export async function adopt(db: Database, item: LibraryItem, newId: () => string): Promise<Ref> {
  const text = canonicalJson(item.document);
  const rows = await db
    .select({
      id: libraryRevisions.itemId,
      revision: libraryRevisions.revision,
      document: libraryRevisions.document,
    })
    .from(libraryRevisions);
  const same = rows.filter((row) => canonicalJson(row.document) === text);
  const best = same.find((row) => row.id === item.id) ?? same[0];
  if (best) return { id: best.id, revision: best.revision };
  const added = await addCompressor(db, newId(), item.document);
  return { id: added.id, revision: added.revision };
}
