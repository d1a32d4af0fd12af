import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { ItemPage } from '@/ui/library/ItemPage';
import { loadItem, requireKind } from '../load';

type Props = { params: Promise<{ kind: string; id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const found = await loadItem((await params).id);
  return { title: ('data' in found && found.data?.document.name) || 'No such compressor' };
}

export default async function Page({ params }: Props) {
  await connection();
  const { kind, id } = await params;
  requireKind(kind);
  const found = await loadItem(id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return <ItemPage key={id} entry={found.data} />;
}
