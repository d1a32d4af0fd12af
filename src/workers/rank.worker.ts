import { expose } from 'comlink';
import type { LibraryItem } from '@/formats/library-items';
import { createRankWorker } from './rank-worker';

async function fetchItems(part: number, of: number): Promise<LibraryItem[]> {
  const answer = await fetch(`/api/library/compressors/maps?part=${part}&of=${of}`, { cache: 'no-store' });
  if (!answer.ok) throw new Error(`The library answered ${answer.status}.`);
  return ((await answer.json()) as { items: LibraryItem[] }).items;
}

/** A message to itself lets those of the page in first; a timer would wait 4 ms each time. */
const rest = () =>
  new Promise<void>((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(null);
  });

expose(createRankWorker({ fetchItems, now: () => performance.now(), rest }));
