import { proxy } from 'comlink';
import type { Pass, Row } from '@/core/selection/row';
import type { Job } from '@/core/job/schema/job';
import { guarded } from './guarded';
import type { Field, RankWorker } from './rank-worker';

export type { Field };

/** Two, not one less than the cores: the page itself needs one. */
const SIZE = 2;

/** A ranking is through: all screened; the best matched; all matched; those shown solved whole. */
export type Stage = 'screened' | 'best-matched' | 'matched' | 'full';

/** What follows the first look at everything: which pass, over which places of the order, named when it is through. */
type Step = { pass: Pass; from: number; to?: number; stage: Stage };

/**
 * The steps of each field. A compressor with its drive open has nothing to match: its first rows are looked at whole at once.
 * Of the turbochargers the best are matched before the others, being what is looked at.
 */
const STEPS: Record<Field, Step[]> = {
  compressors: [{ pass: 'full', from: 0, to: 60, stage: 'full' }],
  turbochargers: [
    { pass: 'matched', from: 0, to: 60, stage: 'best-matched' },
    { pass: 'matched', from: 60, stage: 'matched' },
    { pass: 'full', from: 0, to: 12, stage: 'full' },
  ],
};

type Listeners = {
  rows: (rows: Row[]) => void;
  /** Keys of all rows so far, best first. */
  best: () => string[];
  through: (stage: Stage) => void;
  done: () => void;
  failed: () => void;
};

export type RankPool = {
  /** Fetches a field of the library, unless it is the one that is here already; every later run waits for it. */
  use: (field: Field, signature: string) => void;
  /** Ranks a field of the library for a setup of a job. Out: a function that cancels. */
  run: (field: Field, job: Job, setupId: string, listeners: Listeners) => () => void;
};

/** Shares the library over the given workers. In a test they run inline. */
export function createRankPool(workers: RankWorker[], wrapCallback: <T extends object>(f: T) => T): RankPool {
  const library: Record<Field, { loaded: Promise<unknown> | null; holds: string; isHere: boolean }> = {
    compressors: { loaded: null, holds: '', isHere: false },
    turbochargers: { loaded: null, holds: '', isHere: false },
  };
  let token = 0;
  const load = (field: Field) =>
    Promise.all(workers.map((w, i) => w.load(field, i, workers.length))).then(
      () => (library[field].isHere = true),
      (error: unknown) => {
        // The server is away: what was fetched before is still worth ranking. The next run asks again.
        library[field].loaded = null;
        if (!library[field].isHere) throw error;
      },
    );
  return {
    use: (field, signature) => {
      const own = library[field];
      if (signature === own.holds && own.loaded) return;
      own.holds = signature;
      own.loaded = load(field);
      own.loaded.catch(() => {});
    },
    run: (field, job, setupId, { rows, best, through, done, failed }) => {
      const mine = ++token;
      let live = true;
      const cancel = () => {
        if (!live) return;
        live = false;
        for (const worker of workers) void worker.cancel(mine);
      };
      const pass = async (kind: Pass, keys?: string[]) => {
        const whole = await Promise.all(
          workers.map((worker) =>
            worker.run(
              { token: mine, field, job, setupId, pass: kind, ...(keys ? { keys } : {}) },
              wrapCallback((found: Row[]) => {
                if (live) rows(found);
              }),
            ),
          ),
        );
        return live && !whole.includes(false);
      };
      const work = async () => {
        library[field].loaded ??= load(field);
        await library[field].loaded;
        if (!live || !(await pass('screened'))) return;
        through('screened');
        // What is matched in two steps is taken from one order: each candidate once.
        let order = best();
        for (const { pass: kind, from, to, stage } of STEPS[field]) {
          if (kind === 'full') order = best();
          if (!(await pass(kind, order.slice(from, to)))) return;
          through(stage);
        }
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
