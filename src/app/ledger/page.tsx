import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { ledger } from '@/data/repositories/forecasts';
import { ShopAway } from '@/ui/board/ShopAway';
import { LedgerPage } from '@/ui/shop/LedgerPage';

export const metadata: Metadata = { title: 'Ledger' };

export default async function Page() {
  await connection();
  const found = await shopOrReason(async (db) => ledger(db));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <LedgerPage lines={found.data} />;
}
