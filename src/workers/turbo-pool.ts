import { proxy } from 'comlink';
import type { TurboPass, TurboRow } from '@/core/selection/rank-turbos';
import type { Job } from '@/core/job/schema/job';
import { guarded } from './guarded';
import type { TurboWorker } from './turbo-worker';

/** Two, not one less than the cores: the page itself needs one. */
const SIZE = 2;
/** So many of the best are matched before the others: they are what is looked at. */
const FIRST = 60;
/** And so many are solved at every speed of the sweep: those that are shown. */
const SHOWN = 12;

type Listeners = {
  rows: (rows: TurboRow[]) => void;
  /** Keys of all rows so far, best first. */
  best: () => string[];
  /** A pass is through: all screened; the best matched; all matched; those shown solved whole. */
  through: (stage: TurboStage) => void;
  done: () => void;
  failed: () => void;
};
export type TurboStage = 'screened' | 'best-matched' | 'matched' | 'full';

export type TurboPool = {
  /** Makes the next run fetch the library anew. */
  forget: () => void;
  /** Ranks the turbochargers for a setup of a job. Out: a function that cancels. */
  run: (job: Job, setupId: string, listeners: Listeners) => () => void;
};

/** Shares the library over the given workers. In a test they run inline. */
export function createTurboPool(
  workers: TurboWorker[],
  wrapCallback: <T extends object>(f: T) => T,
): TurboPool {
  let loaded: Promise<unknown> | null = null;
  let token = 0;
  return {
    forget: () => (loaded = null),
    run: (job, setupId, { rows, best, through, done, failed }) => {
      const mine = ++token;
      let live = true;
      const cancel = () => {
        if (!live) return;
        live = false;
        for (const worker of workers) void worker.cancel(mine);
      };
      const pass = async (kind: TurboPass, keys?: string[]) => {
        const whole = await Promise.all(
          workers.map((worker) =>
            worker.run(
              { token: mine, job, setupId, pass: kind, ...(keys ? { keys } : {}) },
              wrapCallback((found: TurboRow[]) => {
                if (live) rows(found);
              }),
            ),
          ),
        );
        return live && !whole.includes(false);
      };
      const work = async () => {
        loaded ??= Promise.all(workers.map((w, i) => w.load(i, workers.length)));
        try {
          await loaded;
        } catch (error) {
          loaded = null;
          throw error;
        }
        if (!live || !(await pass('screened'))) return;
        through('screened');
        const order = best();
        if (!(await pass('matched', order.slice(0, FIRST)))) return;
        through('best-matched');
        if (!(await pass('matched', order.slice(FIRST)))) return;
        through('matched');
        if (!(await pass('full', best().slice(0, SHOWN)))) return;
        through('full');
        if (live) done();
      };
      work().catch(() => {
        if (live) failed();
      });
      return cancel;
    },
  };
}

let pool: TurboPool | undefined;

const startWorker = (): TurboWorker =>
  guarded(new Worker(new URL('./turbo.worker.ts', import.meta.url), { type: 'module' }), () => {
    pool = undefined;
  });

/** The page's own pool, made when it is first asked for. */
export function turboPool(): TurboPool {
  pool ??= createTurboPool(Array.from({ length: SIZE }, startWorker), proxy);
  return pool;
}
