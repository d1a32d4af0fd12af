import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { searchRuns } from '@/data/repositories/runs';
import { ShopAway } from '@/ui/board/ShopAway';
import { ShopRuns } from '@/ui/shop/ShopRuns';

export const metadata: Metadata = { title: 'Runs' };

export default async function Page() {
  await connection();
  const found = await shopOrReason(async (db) => searchRuns(db, ''));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <ShopRuns first={found.data} />;
}
