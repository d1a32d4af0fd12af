import { notFound } from 'next/navigation';
import { shopOrReason } from '@/data/connection';
import { findCompressor } from '@/data/repositories/library';
import { itemIdSchema } from '@/formats/api';

/** The kinds of items the library keeps so far. */
export function requireKind(kind: string): void {
  if (kind !== 'compressors') notFound();
}

export const loadItem = (id: string) =>
  shopOrReason(async (db) => (itemIdSchema.safeParse(id).success ? findCompressor(db, id) : null));
