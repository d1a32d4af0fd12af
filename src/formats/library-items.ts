import type { Library } from '@/core/build/build';
import type { Compressor } from '@/core/compressor/document';
import type { CompressorHead } from '@/core/compressor/head';
import type { Ref } from '@/core/documents/ref';
import type { ItemDocument } from './kinds/documents';
import type { CommonHead, LineOf } from './kinds/kind';

/** A library revision with its document, as it travels between shop, page and file; the document says of which kind. */
export type AnyItem = Ref & { document: ItemDocument };
export type ItemOf<Kind extends ItemDocument['kind']> = Ref & {
  document: Extract<ItemDocument, { kind: Kind }>;
};
export type LibraryItem = ItemOf<'compressor'>;
export type TurbineItem = ItemOf<'turbine'>;
export type TurbochargerItem = ItemOf<'turbocharger'>;

export type BlowerItem = ItemOf<'blower'>;
export type CentrifugalItem = ItemOf<'centrifugal'>;
export type PulleyItem = ItemOf<'pulley'>;
export type BeltItem = ItemOf<'belt'>;

/** What superchargers are driven by, and the superchargers themselves: all that the shop offers. */
export type DriveShop = {
  blowers: BlowerItem[];
  centrifugals: CentrifugalItem[];
  pulleys: PulleyItem[];
  belts: BeltItem[];
};

/** Whether an item is of a kind. */
export const isOf =
  <Kind extends ItemDocument['kind']>(kind: Kind) =>
  (item: AnyItem): item is ItemOf<Kind> =>
    item.document.kind === kind;
export const isCompressor = isOf('compressor');
export const isTurbine = isOf('turbine');
export const isTurbocharger = isOf('turbocharger');
export const isBlower = isOf('blower');
export const isCentrifugal = isOf('centrifugal');
const isPulley = isOf('pulley');
export const isBelt = isOf('belt');

/** A compressor's line of the library's list. */
export type LibraryHead = LineOf<CompressorHead & CommonHead>;

/** Names what a library offers: the same text, the same maps. */
export const signatureOf = (heads: readonly LibraryHead[]): string =>
  heads
    .filter((h) => !h.retired)
    .map((h) => `${h.id}.${h.revision}`)
    .join(' ');

/** One item whole: a revision, which one is newest, and the jobs that use any of them. */
export type AnyEntry = AnyItem & {
  newest: number;
  retired: boolean;
  binned: boolean;
  savedAt: string;
  jobs: { id: string; name: string; revision: number }[];
};
export type LibraryEntry = AnyEntry & { document: Compressor };

/** A library in memory over items, for the core. */
export function libraryOf(items: readonly AnyItem[]): Library {
  const find = <T>(of: (Ref & { document: T })[]) => {
    const known = new Map(of.map((i) => [`${i.id}.${i.revision}`, i.document]));
    return (ref: Ref) => known.get(`${ref.id}.${ref.revision}`);
  };
  return {
    compressor: find(items.filter(isCompressor)),
    turbine: find(items.filter(isTurbine)),
    blower: find(items.filter(isBlower)),
    centrifugal: find(items.filter(isCentrifugal)),
    pulley: find(items.filter(isPulley)),
    belt: find(items.filter(isBelt)),
  };
}
