import { notFound } from 'next/navigation';
import type { Ref } from '@/core/documents/ref';
import { shopOrReason } from '@/data/connection';
import { findEntry, listItems, listLines } from '@/data/repositories/library';
import { itemIdSchema } from '@/formats/api';
import { kindAt, type AnyKind } from '@/formats/kinds';
import { refKinds } from '@/formats/kinds/parts';
import type { Choices } from '@/ui/library/slots';

/** The kind whose shelf an address names. No such shelf: no such page. */
export function kindOrNotFound(path: string): AnyKind {
  return kindAt(path) ?? notFound();
}

/** A shelf with the first item on offer of every kind: what a new one may be put together from. */
export const loadShelf = ({ kind }: AnyKind) =>
  shopOrReason(async (db) => {
    const first: Record<string, Ref> = {};
    const items = await listLines(db, kind);
    for (const part of refKinds(kind)) {
      const line = (await listLines(db, part)).find((one) => !one.retired);
      if (line) first[part] = { id: line.id, revision: line.revision };
    }
    return { items, first };
  });

/** One item with what it may be put together from; null if there is none. */
export const loadItem = ({ kind }: AnyKind, id: string) =>
  shopOrReason(async (db) => {
    const entry = itemIdSchema.safeParse(id).success ? await findEntry(db, kind, id) : null;
    if (!entry) return null;
    const choices: Choices = {};
    for (const part of refKinds(kind))
      choices[part] = (await listItems(db, part)).map(({ document, ...ref }) => ({
        ...ref,
        name: document.name,
        ...(document.kind === 'turbine' ? { housings: document.housings.map((h) => h.name) } : {}),
      }));
    return { entry, choices };
  });
