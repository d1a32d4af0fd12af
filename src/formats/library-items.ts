import type { Compressor } from '@/core/compressor/document';
import type { Library } from '@/core/forecast/build';
import type { Ref } from '@/core/job/document';

/** A library revision with its document, as it travels between shop, page and file. */
export type LibraryItem = Ref & { document: Compressor };

/** A library in memory over items, for the core. */
export function libraryOf(items: readonly LibraryItem[]): Library {
  const known = new Map(items.map((i) => [`${i.id}.${i.revision}`, i.document]));
  return { compressor: (ref) => known.get(`${ref.id}.${ref.revision}`) };
}
