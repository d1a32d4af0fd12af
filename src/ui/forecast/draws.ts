import { wrap, type Remote } from 'comlink';
import type { Draw, Held } from '@/core/forecast/band';
import type { Bounds } from '@/core/job/inputs/bound-at';
import type { Job } from '@/core/job/schema/job';
import type { AnyItem } from '@/formats/library-items';
import type { ForecastWorker } from '@/workers/forecast.worker';
import { tellWork } from '../store/long-work';

/** Draws of a whole band, and of its first look. */
export const DRAWS = 2_000;
const FIRST = 32;
/** Draws that a worker does before it is heard again. */
const PIECE = 70;
const COUNT = 2;

let running: { worker: Worker; remote: Remote<ForecastWorker> }[] | null = null;
const workers = () =>
  (running ??= Array.from({ length: COUNT }, () => {
    const worker = new Worker(new URL('../../workers/forecast.worker.ts', import.meta.url), {
      type: 'module',
    });
    return { worker, remote: wrap<ForecastWorker>(worker) };
  }));

/** Ends what the workers are at. */
function drop(): void {
  running?.forEach(({ worker }) => worker.terminate());
  running = null;
}

export type Asked = {
  job: Job;
  setupIndex: number;
  held: Held;
  items: AnyItem[];
  bounds: Bounds;
  seed: number;
  /** Fewer where only a difference is asked for. */
  count?: number;
};

/**
 * Draws a band in two workers, told as long work. In: what of; told of the draws so far, in the order of the design, after the first look and
 * then piece by piece; how to take it up again once it was stopped. Out: ends it.
 */
export function drawBand(
  { job, setupIndex, held, items, bounds, seed, count = DRAWS }: Asked,
  onDraws: (draws: (Draw | undefined)[], isAll: boolean) => void,
  resume: () => void,
): () => void {
  let isLive = true;
  let isDone = false;
  // Workers that have nothing left to do are kept for the next band.
  const end = () => {
    isLive = false;
    if (!isDone) drop();
  };
  const told = tellWork('Drawing the band', { stop: end, resume });
  const draws = new Array<Draw | undefined>(count);
  let next = 0;
  let done = 0;
  const work = async ({ remote }: { remote: Remote<ForecastWorker> }) => {
    await remote.begin(job, setupIndex, held, items, bounds, count, seed);
    while (isLive && next < count) {
      const from = next;
      const to = Math.min(count, from + (from < FIRST ? FIRST / COUNT : PIECE));
      next = to;
      const own = await remote.draw(from, to);
      if (!isLive) return;
      own.forEach((draw, i) => (draws[from + i] = draw));
      done += own.length;
      isDone = done >= count;
      told.move(done / count);
      onDraws(draws, done >= count);
    }
  };
  Promise.all(workers().map(work))
    .catch(() => {})
    .finally(() => told.end());
  return () => {
    end();
    told.end();
  };
}
