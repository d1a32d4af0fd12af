import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { listHeads } from '@/data/repositories/library';
import { ShopAway } from '@/ui/board/ShopAway';
import { LibraryPage } from '@/ui/library/LibraryPage';
import { PartsPage } from '@/ui/library/PartsPage';
import { loadParts, partKindOf } from './load';

type Props = { params: Promise<{ kind: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Library: ${(await params).kind}` };
}

export default async function Page({ params }: Props) {
  await connection();
  const kind = partKindOf((await params).kind);
  if (kind) {
    const found = await loadParts(kind);
    return 'reason' in found ? (
      <ShopAway message={found.reason} />
    ) : (
      <PartsPage key={kind} kind={kind} {...found.data} />
    );
  }
  const found = await shopOrReason(async (db) => listHeads(db));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <LibraryPage items={found.data} />;
}
