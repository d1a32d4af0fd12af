import { expose } from 'comlink';
import type { LibraryItem } from '@/formats/library-items';
import { messageRest } from './rest';
import { createRankWorker } from './rank-worker';

async function fetchItems(part: number, of: number): Promise<LibraryItem[]> {
  const answer = await fetch(`/api/library/compressors/maps?part=${part}&of=${of}`, { cache: 'no-store' });
  if (!answer.ok) throw new Error(`The library answered ${answer.status}.`);
  return ((await answer.json()) as { items: LibraryItem[] }).items;
}

expose(createRankWorker({ fetchItems, now: () => performance.now(), rest: messageRest }));
