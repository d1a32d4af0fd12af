import { connection } from 'next/server';
import { shopDatabase } from '@/data/connection';
import { DataFolderError } from '@/data/folder';
import { listJobs } from '@/data/repositories/jobs';
import { Board } from '@/ui/board/Board';
import { ShopAway } from '@/ui/board/ShopAway';

export default async function ShopBoard() {
  await connection();
  try {
    return <Board jobs={await listJobs(await shopDatabase())} />;
  } catch (error) {
    if (error instanceof DataFolderError) return <ShopAway message={error.message} />;
    throw error;
  }
}
