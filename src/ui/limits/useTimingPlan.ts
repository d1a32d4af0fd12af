import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { create } from 'zustand';
import type { TableNode } from '@/core/cylinder/table';
import { planAt, planGridOf, tableOf, type PlanShift } from '@/core/studies/timing-plan';
import type { CycleWorker } from '@/workers/cycle.worker';
import { tellWork } from '../store/long-work';
import { useJob, useJobState } from '../store/solved';

/** Two workers: the page itself needs a core. */
const COUNT = 2;
let running: Remote<CycleWorker>[] | null = null;
const workers = (): Remote<CycleWorker>[] =>
  (running ??= Array.from({ length: COUNT }, () =>
    wrap<CycleWorker>(
      new Worker(new URL('../../workers/cycle.worker.ts', import.meta.url), { type: 'module' }),
    ),
  ));

const NO_SHIFT: PlanShift = { charge: 0, octane: 0, lambda: 0, compressionRatio: 0 };

/** What is shifted beside the setup in hand: of the screen, not of the job. */
export const useShift = create<{
  shift: PlanShift;
  move: (change: Partial<PlanShift>) => void;
}>((set) => ({
  shift: NO_SHIFT,
  move: (change) => set(({ shift }) => ({ shift: { ...shift, ...change } })),
}));

/** The plan of timing: its table is made by the workers, and read anew for every shift. */
export function useTimingPlan() {
  const { answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const { shift } = useShift();
  const grid = useMemo(
    () => (answer ? planGridOf(answer.build, engine, answer.sweep) : null),
    [answer, engine],
  );
  const [made, setMade] = useState<{ grid: typeof grid; nodes: TableNode[][] } | null>(null);
  const [share, setShare] = useState(0);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (!grid) return;
    const cases = grid.cases.flat();
    const nodes: TableNode[] = [];
    let done = 0;
    let isLive = true;
    const told = tellWork('Tabulating cycles', {
      stop: () => {
        isLive = false;
        for (const worker of workers()) void worker.stop();
      },
      resume: () => setTurn((n) => n + 1),
    });
    const per = Math.ceil(cases.length / COUNT);
    const work = workers().map((worker, k) =>
      worker.nodes(
        cases.slice(k * per, (k + 1) * per),
        proxy((place: number, node: TableNode) => {
          if (!isLive) return;
          nodes[k * per + place] = node;
          done++;
          told.move(done / cases.length);
          if (done % 12 === 0) setShare(done / cases.length);
        }),
      ),
    );
    Promise.all(work)
      .then((whole) => {
        if (!isLive || whole.includes(false)) return;
        told.end();
        const width = grid.airs.length;
        setMade({ grid, nodes: grid.speeds.map((_, i) => nodes.slice(i * width, (i + 1) * width)) });
      })
      .catch(() => told.end());
    return () => {
      isLive = false;
      told.end();
      for (const worker of workers()) void worker.stop();
    };
  }, [grid, turn]);
  const plan = useMemo(() => {
    if (!made?.grid || !answer) return null;
    const own = made.grid;
    const table = tableOf(answer.build, engine, own, made.nodes);
    return {
      boosts: own.boosts,
      rows: own.speeds.map((speedRpm, i) => ({
        speedRpm,
        cells: own.boosts.map((gauge) => planAt(table, own, i, gauge, shift)),
      })),
      isSpark: answer.build.fuel.octane !== null,
    };
  }, [made, answer, engine, shift]);
  return { plan, share, isCurrent: made?.grid === grid, hasGrid: grid !== null };
}
