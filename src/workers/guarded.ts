import { wrap, type Remote } from 'comlink';
import type { RankWorker } from './rank-worker';

/** A worker whose script cannot be fetched says nothing at all: its error must end the wait, and the next try starts anew. */
export function guarded(worker: Worker, onBroken: () => void): RankWorker {
  const remote = wrap<RankWorker>(worker) as Remote<RankWorker>;
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => {
      onBroken();
      reject(new Error('The worker did not start.'));
    });
  });
  broken.catch(() => {});
  return {
    load: (field, part, of) => Promise.race([remote.load(field, part, of), broken]),
    run: (request, onRows) => Promise.race([remote.run(request, onRows), broken]),
    cancel: (token) => void remote.cancel(token),
  };
}
