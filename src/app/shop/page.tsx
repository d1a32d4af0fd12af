import type { Metadata } from 'next';
import { connection } from 'next/server';
import { stateOrReason } from '@/data/connection';
import { ShopAway } from '@/ui/board/ShopAway';
import { DataPage } from '@/ui/shop/DataPage';

export const metadata: Metadata = { title: 'Data and backups' };

export default async function Page() {
  await connection();
  const found = await stateOrReason();
  return 'reason' in found ? <ShopAway message={found.reason} /> : <DataPage state={found.data} />;
}
