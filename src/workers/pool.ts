import { proxy, wrap, type Remote } from 'comlink';
import type { Assessment } from '@/core/selection/rank';
import type { Job } from '@/core/job/schema/job';
import type { ImportWorker } from './import.worker';
import { guarded } from './guarded';
import { candidateKey, type RankWorker } from './rank-worker';

export { candidateKey };

/** Two, not one less than the cores: the page itself needs one. */
const SIZE = 2;
/** So many of the first rows are solved at every speed of the sweep; the rest stay coarse and say so. */
const REFINED = 60;

export type RankRow = Assessment & { pass: 'coarse' | 'fine' };

type Listeners = {
  rows: (rows: RankRow[]) => void;
  /** Once the coarse pass is through: the keys worth a second look, best first. */
  best: () => string[];
  done: () => void;
  failed: () => void;
};

export type RankPool = {
  /** Fetches the library, unless it is the one that is here already; every later run waits for it. */
  use: (signature: string) => void;
  /** Ranks the library for a setup of a job, coarse first. Out: a function that cancels. */
  run: (job: Job, setupId: string, listeners: Listeners) => () => void;
};

/** Shares the library over the given workers. In a test they run inline. */
export function createRankPool(workers: RankWorker[], wrapCallback: <T extends object>(f: T) => T): RankPool {
  let loaded: Promise<unknown> | null = null;
  let holds = '';
  let hasMaps = false;
  let token = 0;
  const load = () =>
    Promise.all(workers.map((w, i) => w.load(i, workers.length))).then(
      () => (hasMaps = true),
      (error: unknown) => {
        // The server is away: what was fetched before is still worth ranking. The next run asks again.
        loaded = null;
        if (!hasMaps) throw error;
      },
    );
  return {
    use: (signature) => {
      if (signature === holds && loaded) return;
      holds = signature;
      loaded = load();
      loaded.catch(() => {});
    },
    run: (job, setupId, { rows, best, done, failed }) => {
      const mine = ++token;
      let live = true;
      const cancel = () => {
        if (!live) return;
        live = false;
        for (const worker of workers) void worker.cancel(mine);
      };
      const pass = (kind: RankRow['pass'], keys?: string[]) =>
        Promise.all(
          workers.map((worker) =>
            worker.run(
              { token: mine, job, setupId, pass: kind, ...(keys ? { keys } : {}) },
              wrapCallback((found: Assessment[]) => {
                if (live) rows(found.map((row) => ({ ...row, pass: kind })));
              }),
            ),
          ),
        );
      const work = async () => {
        loaded ??= load();
        await loaded;
        if (!live) return;
        const whole = await pass('coarse');
        if (!live || whole.includes(false)) return;
        await pass('fine', best().slice(0, REFINED));
        if (live) done();
      };
      work().catch(() => {
        if (live) failed();
      });
      return cancel;
    },
  };
}

let pool: RankPool | undefined;

const startRankWorker = (): RankWorker =>
  guarded(new Worker(new URL('./rank.worker.ts', import.meta.url), { type: 'module' }), () => {
    pool = undefined;
  });

/** The page's own pool, made when it is first asked for. */
export function rankPool(): RankPool {
  pool ??= createRankPool(Array.from({ length: SIZE }, startRankWorker), proxy);
  return pool;
}

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
