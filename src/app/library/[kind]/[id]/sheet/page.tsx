import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { SheetPage } from '@/ui/library/SheetPage';
import { loadItem, requireKind } from '../../load';

export const metadata: Metadata = { title: 'Map sheet' };

export default async function Page({ params }: { params: Promise<{ kind: string; id: string }> }) {
  await connection();
  const { kind, id } = await params;
  requireKind(kind);
  const found = await loadItem(id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return <SheetPage entry={found.data} />;
}
