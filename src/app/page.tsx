import { connection } from 'next/server';
import { shopOrReason, stateOrReason } from '@/data/connection';
import { listJobs } from '@/data/repositories/jobs';
import { Board } from '@/ui/board/Board';
import { ShopAway } from '@/ui/board/ShopAway';

export default async function ShopBoard() {
  await connection();
  const found = await shopOrReason(async (db) => listJobs(db));
  if ('reason' in found) return <ShopAway message={found.reason} />;
  const state = await stateOrReason();
  return <Board jobs={found.data} state={'data' in state ? state.data : null} />;
}
