import { wrap, type Remote } from 'comlink';
import type { ImportWorker } from './import.worker';

/** One proxy for as long as its worker lives: one that is let go of would close the worker's ear for the others. */
let importer: { worker: Worker; remote: Remote<ImportWorker> } | null = null;

function startImporter() {
  const worker = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<ImportWorker>(worker) };
}

/** Longest that a file is read, ms: at the upload cap it takes a second or two. */
const LONGEST_IMPORT = 20_000;

/**
 * Does a piece of an import in its worker. In: the work; a signal that cancels it. Rejects with 'cancelled' or 'too-long'
 * and ends the worker with what it was at: the next piece gets a new one.
 */
export async function importing<T>(
  work: (worker: Remote<ImportWorker>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  importer ??= startImporter();
  const own = importer;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ended = new Promise<never>((_, reject) => {
    const end = (why: string) => {
      own.worker.terminate();
      if (importer === own) importer = null;
      reject(new Error(why));
    };
    timer = setTimeout(() => end('too-long'), LONGEST_IMPORT);
    signal?.addEventListener('abort', () => end('cancelled'), { once: true });
    own.worker.addEventListener('error', () => end('broken'), { once: true });
  });
  ended.catch(() => {});
  try {
    return await Promise.race([work(own.remote), ended]);
  } finally {
    clearTimeout(timer);
  }
}
