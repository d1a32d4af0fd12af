import { useEffect, useMemo, useState } from 'react';
import { create } from 'zustand';
import { movesItself, type TableNode } from '@/core/cylinder/table';
import { planAt, planGridOf, tableOf, type PlanShift } from '@/core/studies/timing-plan';
import { useJob, useJobState } from '../store/solved';
import { tabulate } from './cycle-workers';

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
    return tabulate(
      'Tabulating cycles',
      grid.cases.flatMap((row, i) =>
        row.map((own, j) => ({ own, isWhole: movesItself(i, j, grid.speeds.length, grid.airs.length) })),
      ),
      (worker, cases, onDone) => worker.nodes(cases, onDone),
      {
        move: setShare,
        resume: () => setTurn((n) => n + 1),
        done: (nodes: TableNode[]) => {
          const width = grid.airs.length;
          setMade({ grid, nodes: grid.speeds.map((_, i) => nodes.slice(i * width, (i + 1) * width)) });
        },
      },
    );
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
