import type { Compressor } from '@/core/compressor/document';
import type { CompressorHead } from '@/core/compressor/head';
import type { Library } from '@/core/forecast/build';
import type { Ref } from '@/core/job/document';

/** A library revision with its document, as it travels between shop, page and file. */
export type LibraryItem = Ref & { document: Compressor };

/** A line of the library's list: the newest revision without its map, and how many jobs have it on them. */
export type LibraryHead = CompressorHead & Ref & { retired: boolean; savedAt: string; jobCount: number };

/** Names what a library offers: the same text, the same maps. */
export const signatureOf = (heads: readonly LibraryHead[]): string =>
  heads
    .filter((h) => !h.retired)
    .map((h) => `${h.id}.${h.revision}`)
    .join(' ');

/** One item whole: a revision, which one is newest, and the jobs that use any of them. */
export type LibraryEntry = LibraryItem & {
  newest: number;
  retired: boolean;
  binned: boolean;
  savedAt: string;
  jobs: { id: string; name: string; revision: number }[];
};

/** A library in memory over items, for the core. */
export function libraryOf(items: readonly LibraryItem[]): Library {
  const known = new Map(items.map((i) => [`${i.id}.${i.revision}`, i.document]));
  return { compressor: (ref) => known.get(`${ref.id}.${ref.revision}`) };
}
