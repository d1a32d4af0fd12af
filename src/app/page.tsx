import { connection } from 'next/server';
import { shopOrReason } from '@/data/connection';
import { listJobs } from '@/data/repositories/jobs';
import { Board } from '@/ui/board/Board';
import { ShopAway } from '@/ui/board/ShopAway';

export default async function ShopBoard() {
  await connection();
  const found = await shopOrReason(async (db) => listJobs(db));
  return 'reason' in found ? <ShopAway message={found.reason} /> : <Board jobs={found.data} />;
}
