import { useEffect, useMemo, useState } from 'react';
import {
  beyondCycle,
  cycleInputsOf,
  cyclePowerOf,
  schoolGridOf,
  type SchoolNode,
} from '@/core/studies/cycle-school';
import { useJob, useJobState } from '../store/solved';
import { tabulate } from './cycle-workers';

type RetardBy = 'stated' | 'estimate' | 'cycle';

/** The school that the forecast of the setup in hand goes by, and how it is changed. */
export function useSchool() {
  const { store, setupIndex, answer } = useJob();
  const job = useJobState((s) => s.draft);
  const setup = job.setups[setupIndex]!;
  const { cycle } = setup;
  /** Set while a table is asked for; counts up when it is taken up again. */
  const [turn, setTurn] = useState(0);
  const inputs = useMemo(() => cycleInputsOf(job, setup), [job, setup]);
  const isStale = cycle !== undefined && cycle.madeFor !== inputs;
  const beyond = useMemo(
    () => (answer && cycle ? beyondCycle(cycle, answer.sweep.points) : []),
    [answer, cycle],
  );
  const [ask, setAsk] = useState<{
    grid: NonNullable<ReturnType<typeof schoolGridOf>>;
    madeFor: string;
  } | null>(null);
  const canTabulate = useMemo(
    () => answer !== null && schoolGridOf(answer.build, job.engine, answer.sweep) !== null,
    [answer, job.engine],
  );
  const tabulateNow = () => {
    const grid = answer && schoolGridOf(answer.build, job.engine, answer.sweep);
    if (grid) setAsk({ grid, madeFor: inputs });
  };
  useEffect(() => {
    if (!ask || !answer) return;
    const { grid, madeFor } = ask;
    return tabulate(
      'Tabulating cycles for the forecast',
      grid.cases.flat(),
      (worker, cases, onDone) => worker.school(cases, grid.rules, onDone),
      {
        resume: () => setTurn((n) => n + 1),
        done: (nodes: SchoolNode[]) => {
          const width = grid.pressures.length;
          const rows = grid.speeds.map((_, i) => nodes.slice(i * width, (i + 1) * width));
          store.getState().edit((its) => {
            const own = its.setups[setupIndex]!;
            const first = own.cycle === undefined;
            own.cycle = cyclePowerOf(answer.build, its.engine, grid, rows, madeFor);
            // The spark that is planned heats the exhaust too, unless somebody has stated another.
            if (first && own.exhaust.retardBy === 'estimate') own.exhaust.retardBy = 'cycle';
          });
          store.getState().commit();
          setAsk(null);
        },
      },
    );
    // The answer moves while the table is made: it is made for what was asked.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ask, turn]);
  const byFuelFlow = () => {
    store.getState().edit((its) => {
      const own = its.setups[setupIndex]!;
      delete own.cycle;
      if (own.exhaust.retardBy === 'cycle') own.exhaust.retardBy = 'estimate';
    });
    store.getState().commit();
  };
  const setRetardBy = (by: RetardBy) => {
    store.getState().edit((its) => void (its.setups[setupIndex]!.exhaust.retardBy = by));
    store.getState().commit();
  };
  return {
    school: cycle ? ('cycle' as const) : ('fuel-flow' as const),
    isStale,
    isMaking: ask !== null,
    canTabulate,
    beyond,
    retardBy: setup.exhaust.retardBy,
    retardPath: `setups.${setupIndex}.exhaust.retard` as const,
    isSpark: answer ? answer.build.fuel.octane !== null : true,
    tabulateNow,
    byFuelFlow,
    setRetardBy,
  };
}
