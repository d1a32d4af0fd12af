import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { listHeads } from '@/data/repositories/library';
import { ShopAway } from '@/ui/board/ShopAway';
import { LibraryPage } from '@/ui/library/LibraryPage';
import { requireKind } from './load';

export const metadata: Metadata = { title: 'Library: compressors' };

export default async function Page({ params }: { params: Promise<{ kind: string }> }) {
  await connection();
  requireKind((await params).kind);
  const found = await shopOrReason(async (db) => listHeads(db));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <LibraryPage items={found.data} />;
}
