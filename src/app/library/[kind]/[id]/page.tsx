import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { ShopAway } from '@/ui/board/ShopAway';
import { ItemPage } from '@/ui/library/ItemPage';
import { kindOrNotFound, loadItem } from '../load';

type Props = { params: Promise<{ kind: string; id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind: path, id } = await params;
  const kind = kindOrNotFound(path);
  const found = await loadItem(kind, id);
  return { title: ('data' in found && found.data?.entry.document.name) || `No such ${kind.words.one}` };
}

export default async function Page({ params }: Props) {
  await connection();
  const { kind, id } = await params;
  const found = await loadItem(kindOrNotFound(kind), id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return <ItemPage key={id} {...found.data} />;
}
