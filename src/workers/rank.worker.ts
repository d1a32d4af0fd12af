import { expose } from 'comlink';
import { compressorItem, turboItem } from '@/core/selection/candidate';
import type { LibraryItem, TurbineItem, TurbochargerItem } from '@/formats/library-items';
import { messageRest } from './rest';
import { createRankWorker } from './rank-worker';

async function ask<T>(path: string): Promise<T> {
  const answer = await fetch(path, { cache: 'no-store' });
  if (!answer.ok) throw new Error(`The library answered ${answer.status}.`);
  return (await answer.json()) as T;
}

const mapsOf = (part: number, of: number) =>
  ask<{ items: LibraryItem[] }>(`/api/selection/compressors?part=${part}&of=${of}`);

/** Every turbocharger on offer with the parts it is made of; one whose parts are gone is left out. */
async function fetchTurbochargers() {
  const [{ turbochargers, turbines }, { items }] = await Promise.all([
    ask<{ turbochargers: TurbochargerItem[]; turbines: TurbineItem[] }>('/api/selection/turbochargers'),
    mapsOf(0, 1),
  ]);
  const key = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;
  const compressors = new Map(items.map((i) => [key(i), i.document]));
  const wheels = new Map(turbines.map((i) => [key(i), i.document]));
  return turbochargers.flatMap(({ id, revision, document }) => {
    const compressor = compressors.get(key(document.compressor));
    const turbine = wheels.get(key(document.turbine));
    return compressor && turbine ? [turboItem({ id, revision, document, compressor, turbine })] : [];
  });
}

expose(
  createRankWorker({
    fetchCompressors: async (part, of) => (await mapsOf(part, of)).items.map(compressorItem),
    fetchTurbochargers,
    now: () => performance.now(),
    rest: messageRest,
  }),
);
