import { refsOf } from '@/core/documents/refs';
import type { Ref } from '@/core/documents/ref';
import type { ItemDocument } from './documents';

/** Of which kind the parts of an item must be, by the key they stand under; what is not named may be of any. */
const wanted: Partial<Record<ItemDocument['kind'], Record<string, ItemDocument['kind']>>> = {
  turbocharger: { compressor: 'compressor', turbine: 'turbine' },
};

const isSame = (a: Ref, b: Ref): boolean => a.id === b.id && a.revision === b.revision;

/**
 * What is wrong with the parts an item is made of, as a sentence; null where all of them are in the library. In: the
 * document; the revisions it refers to that the library has.
 */
export function partsProblem(
  document: ItemDocument,
  found: readonly (Ref & { document: ItemDocument })[],
): string | null {
  const missing = refsOf(document).find((ref) => !found.some((item) => isSame(item, ref)));
  for (const [key, kind] of Object.entries(wanted[document.kind] ?? {})) {
    const ref = (document as unknown as Record<string, Ref>)[key]!;
    if (!found.some((item) => isSame(item, ref) && item.document.kind === kind))
      return `Its ${kind} is not in the library.`;
  }
  if (missing) return `A part of it is not in the library: ${missing.id}, revision ${missing.revision}.`;
  if (document.kind !== 'turbocharger') return null;
  const turbine = found.find((item) => isSame(item, document.turbine))?.document;
  const housings = turbine?.kind === 'turbine' ? turbine.housings.length : 0;
  if (document.housing < housings) return null;
  return `${turbine?.name} has ${housings} ${housings === 1 ? 'housing' : 'housings'}: choose one of them.`;
}

/** The kinds an item of a kind is put together from. */
export const refKinds = (kind: ItemDocument['kind']): ItemDocument['kind'][] =>
  Object.values(wanted[kind] ?? {});
