import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { refsOf } from '@/core/documents/refs';
import { shopOrReason } from '@/data/connection';
import { findJob } from '@/data/repositories/jobs';
import { findRevisions } from '@/data/repositories/library';
import { readSettings } from '@/data/repositories/settings';
import { jobIdSchema } from '@/formats/api';
import { ShopAway } from '@/ui/board/ShopAway';
import { BriefSheet } from '@/ui/brief/BriefSheet';

export const metadata: Metadata = { title: 'Sheet for signature' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const { id } = await params;
  const found = await shopOrReason(async (db) => {
    const stored = jobIdSchema.safeParse(id).success ? await findJob(db, id) : null;
    return (
      stored && {
        stored,
        items: await findRevisions(db, refsOf(stored.job)),
        shop: await readSettings(db),
      }
    );
  });
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return <BriefSheet {...found.data} />;
}
