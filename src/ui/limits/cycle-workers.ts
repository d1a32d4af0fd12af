import { proxy, wrap, type Remote } from 'comlink';
import type { CycleWorker } from '@/workers/cycle.worker';
import { tellWork } from '../store/long-work';

/** Two workers: the page itself needs a core. */
const COUNT = 2;
let running: Remote<CycleWorker>[] | null = null;
const workers = (): Remote<CycleWorker>[] =>
  (running ??= Array.from({ length: COUNT }, () =>
    wrap<CycleWorker>(
      new Worker(new URL('../../workers/cycle.worker.ts', import.meta.url), { type: 'module' }),
    ),
  ));

/**
 * Cycles of many cases, shared among the workers and told as long work. In: what is done, as 'Tabulating cycles'; the cases; how one worker
 * does its share; told of progress, 0 to 1; how to take it up again once it was stopped. `done` is given all nodes in the order of the
 * cases, and is not called where it was ended before. Out: ends it.
 */
export function tabulate<Case, Node>(
  what: string,
  cases: Case[],
  share: (worker: Remote<CycleWorker>, cases: Case[], onDone: () => void) => Promise<Node[] | null>,
  {
    move,
    resume,
    done,
  }: { move?: (share: number) => void; resume: () => void; done: (nodes: Node[]) => void },
): () => void {
  let count = 0;
  let isLive = true;
  const stop = () => {
    isLive = false;
    for (const worker of workers()) void worker.stop();
  };
  const told = tellWork(what, { stop, resume });
  const onDone = () => {
    if (!isLive) return;
    count++;
    told.move(count / cases.length);
    if (count % 12 === 0) move?.(count / cases.length);
  };
  const per = Math.ceil(cases.length / COUNT);
  Promise.all(workers().map((worker, k) => share(worker, cases.slice(k * per, (k + 1) * per), proxy(onDone))))
    .then((parts) => {
      if (!isLive) return;
      told.end();
      const nodes = parts.filter((part) => part !== null).flat();
      if (nodes.length === cases.length) done(nodes);
    })
    .catch(() => told.end());
  return () => {
    stop();
    told.end();
  };
}
