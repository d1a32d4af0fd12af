import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { ItemPage } from '@/ui/library/ItemPage';
import { PartPage } from '@/ui/library/PartPage';
import { loadItem, loadPart, partKindOf } from '../load';

type Props = { params: Promise<{ kind: string; id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind, id } = await params;
  const part = partKindOf(kind);
  if (part) {
    const found = await loadPart(id, part);
    return { title: ('data' in found && found.data?.entry.document.name) || `No such ${part}` };
  }
  const found = await loadItem(id);
  return { title: ('data' in found && found.data?.document.name) || 'No such compressor' };
}

export default async function Page({ params }: Props) {
  await connection();
  const { kind, id } = await params;
  const part = partKindOf(kind);
  if (part) {
    const found = await loadPart(id, part);
    if ('reason' in found) return <ShopAway message={found.reason} />;
    if (!found.data) notFound();
    return <PartPage key={id} {...found.data} />;
  }
  const found = await loadItem(id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return <ItemPage key={id} entry={found.data} />;
}
