import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { listBin } from '@/data/repositories/bin';
import { BinPage } from '@/ui/bin/BinPage';
import { ShopAway } from '@/ui/board/ShopAway';

export const metadata: Metadata = { title: 'Bin' };

export default async function Page() {
  await connection();
  const found = await shopOrReason(async (db) => listBin(db));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <BinPage bin={found.data} />;
}
