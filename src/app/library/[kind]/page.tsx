import type { Metadata } from 'next';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { ShelfPage } from '@/ui/library/ShelfPage';
import { kindOrNotFound, loadShelf } from './load';

type Props = { params: Promise<{ kind: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Library: ${kindOrNotFound((await params).kind).words.shelf.toLowerCase()}` };
}

export default async function Page({ params }: Props) {
  await connection();
  const kind = kindOrNotFound((await params).kind);
  const found = await loadShelf(kind);
  return 'reason' in found ? (
    <ShopAway message={found.reason} />
  ) : (
    <ShelfPage key={kind.path} path={kind.path} {...found.data} />
  );
}
