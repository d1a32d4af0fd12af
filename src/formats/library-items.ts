import type { Compressor } from '@/core/compressor/document';
import type { CompressorHead } from '@/core/compressor/head';
import type { Turbine } from '@/core/turbine/document';
import type { Turbocharger } from '@/core/turbocharger/document';
import type { Library } from '@/core/build/build';
import type { Ref } from '@/core/documents/ref';

/** A library revision with its document, as it travels between shop, page and file. */
export type LibraryItem = Ref & { document: Compressor };

export type TurbineItem = Ref & { document: Turbine };
export type TurbochargerItem = Ref & { document: Turbocharger };
/** An item of any kind; its document says which. */
export type AnyItem = Ref & { document: Compressor | Turbine | Turbocharger };

export const isCompressor = (item: AnyItem): item is LibraryItem => item.document.kind === 'compressor';
export const isTurbine = (item: AnyItem): item is TurbineItem => item.document.kind === 'turbine';
export const isTurbocharger = (item: AnyItem): item is TurbochargerItem =>
  item.document.kind === 'turbocharger';

/** A line of the library's list: the newest revision without its map, and how many jobs have it on them. */
export type LibraryHead = CompressorHead & Ref & { retired: boolean; savedAt: string; jobCount: number };

/** Names what a library offers: the same text, the same maps. */
export const signatureOf = (heads: readonly LibraryHead[]): string =>
  heads
    .filter((h) => !h.retired)
    .map((h) => `${h.id}.${h.revision}`)
    .join(' ');

type Entry = {
  newest: number;
  retired: boolean;
  binned: boolean;
  savedAt: string;
  jobs: { id: string; name: string; revision: number }[];
};
/** One item whole: a revision, which one is newest, and the jobs that use any of them. */
export type AnyEntry = AnyItem & Entry;
export type LibraryEntry = LibraryItem & Entry;

/** What a turbocharger is made of beside its compressor, and the turbocharger itself. */
export type PartDocument = Turbine | Turbocharger;
export type PartEntry = Ref & { document: PartDocument } & Entry;
/** A line of their lists: the newest revision whole, their documents are small. */
export type PartLine = Ref & { document: PartDocument; retired: boolean; savedAt: string; jobCount: number };

/** A library in memory over items, for the core. */
export function libraryOf(items: readonly AnyItem[]): Library {
  const find = <T>(of: (Ref & { document: T })[]) => {
    const known = new Map(of.map((i) => [`${i.id}.${i.revision}`, i.document]));
    return (ref: Ref) => known.get(`${ref.id}.${ref.revision}`);
  };
  return { compressor: find(items.filter(isCompressor)), turbine: find(items.filter(isTurbine)) };
}
