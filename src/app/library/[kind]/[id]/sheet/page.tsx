import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { SheetPage } from '@/ui/library/SheetPage';
import { kindOrNotFound, loadItem } from '../../load';

export const metadata: Metadata = { title: 'Map sheet' };

export default async function Page({ params }: { params: Promise<{ kind: string; id: string }> }) {
  await connection();
  const { kind: path, id } = await params;
  const kind = kindOrNotFound(path);
  if (!kind.hasSheet) notFound();
  const found = await loadItem(kind, id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  const entry = found.data?.entry;
  if (entry?.document.kind !== 'compressor') notFound();
  return <SheetPage id={id} map={entry.document} revision={entry.revision} />;
}
