import { notFound } from 'next/navigation';
import { refsOf } from '@/core/documents/refs';
import { shopOrReason } from '@/data/connection';
import { findCompressor, findPart, listHeads, listParts } from '@/data/repositories/library';
import { itemIdSchema } from '@/formats/api';
import type { PartDocument, PartLine } from '@/formats/library-items';

/** The shelves of the library, by the word in the address. */
const partKinds: Record<string, PartDocument['kind']> = {
  turbines: 'turbine',
  turbochargers: 'turbocharger',
};

/** What kind of part a shelf holds; undefined for that of the compressors. No such shelf: no such page. */
export function partKindOf(kind: string): PartDocument['kind'] | undefined {
  if (kind !== 'compressors' && !Object.hasOwn(partKinds, kind)) notFound();
  return Object.hasOwn(partKinds, kind) ? partKinds[kind] : undefined;
}

/** Only the compressors have this page. */
export function requireKind(kind: string): void {
  if (kind !== 'compressors') notFound();
}

export const loadItem = (id: string) =>
  shopOrReason(async (db) => (itemIdSchema.safeParse(id).success ? findCompressor(db, id) : null));

const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** A shelf of parts, with the names of what they are made of. */
export const loadParts = (kind: PartDocument['kind']) =>
  shopOrReason(async (db) => {
    const items = await listParts(db, kind);
    if (kind === 'turbine') return { items, names: {}, first: null };
    const [heads, turbines] = await Promise.all([listHeads(db), listParts(db, 'turbine')]);
    // By id: a turbocharger keeps an older revision of its parts under the same name.
    const byId = new Map([
      ...heads.map((h) => [h.id, h.name] as const),
      ...turbines.map((t) => [t.id, t.document.name] as const),
    ]);
    const names: Record<string, string> = {};
    for (const ref of items.flatMap(({ document }) => refsOf(document))) {
      const name = byId.get(ref.id);
      if (name) names[keyOf(ref)] = name;
    }
    const offered = <T extends { retired: boolean }>(all: T[]) => all.find((one) => !one.retired);
    const [compressor, turbine] = [offered(heads), offered(turbines)];
    return {
      items,
      names,
      first:
        compressor && turbine
          ? {
              compressor: { id: compressor.id, revision: compressor.revision },
              turbine: { id: turbine.id, revision: turbine.revision },
            }
          : null,
    };
  });

/** One turbine or turbocharger with what a turbocharger may be put together from. */
export const loadPart = (id: string, kind: PartDocument['kind']) =>
  shopOrReason(async (db) => {
    const entry = itemIdSchema.safeParse(id).success ? await findPart(db, id) : null;
    if (!entry || entry.document.kind !== kind) return null;
    if (kind === 'turbine') return { entry, choices: { compressors: [], turbines: [] } };
    const [heads, turbines] = await Promise.all([listHeads(db), listParts(db, 'turbine')]);
    const housingsOf = ({ document }: PartLine) =>
      document.kind === 'turbine' ? document.housings.map((h) => h.name) : [];
    return {
      entry,
      choices: {
        compressors: heads
          .filter((h) => !h.retired)
          .map((h) => ({ id: h.id, revision: h.revision, name: h.name })),
        turbines: turbines
          .filter((t) => !t.retired)
          .map((t) => ({
            id: t.id,
            revision: t.revision,
            name: t.document.name,
            housings: housingsOf(t),
          })),
      },
    };
  });
