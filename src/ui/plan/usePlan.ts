import { useCallback, useDeferredValue, useMemo } from 'react';
import { create } from 'zustand';
import type { Plan } from '@/core/job/schema/job';
import { blankPlan } from '@/core/plan/blank';
import { partLadder } from '@/core/plan/bill';
import { solveStep, stopsOf, type EnginePartOf, type SolvedStep } from '@/core/plan/steps';
import { wheelPower } from '@/core/vehicle/drivetrain';
import { drivetrainOf } from '@/core/build/job-engine';
import { isOf, libraryOf } from '@/formats/library-items';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

const NONE = blankPlan();

/** What of the plan is in hand on this screen. */
export const usePicked = create<{
  step: string;
  part: string;
  task: string;
  sheet: string;
  pick: (what: Partial<Record<'step' | 'part' | 'task' | 'sheet', string>>) => void;
}>((set) => ({ step: '', part: '', task: '', sheet: '', pick: set }));

/** The plan of the job and how it is changed: each change a commit. */
export function usePlan() {
  const { store } = useJob();
  const plan = useJobState((s) => s.draft.plan ?? NONE);
  const edit = useCallback(
    (change: (plan: Plan) => void) => {
      store.getState().edit((job) => {
        job.plan ??= blankPlan();
        change(job.plan);
      });
      store.getState().commit();
    },
    [store],
  );
  return { plan, edit };
}

/** Money in the job's currency. */
export function useMoney() {
  const { figure } = useWords();
  const currency = useJobState((s) => s.draft.brief.budget.currency);
  return useCallback(
    (amount: number | null) => (amount === null ? '–' : `${figure(amount, 'money')}\u00a0${currency}`),
    [figure, currency],
  );
}

/** Engine parts of the library by their references. */
export function useEngineParts(): EnginePartOf {
  const { items } = useJob();
  return useMemo(() => {
    const parts = new Map(
      items
        .filter(isOf('engine-part'))
        .map(({ id, revision, document: { name, type, material, limits } }) => [
          `${id}.${revision}`,
          { id, revision, name, type, material, limits },
        ]),
    );
    return ({ id, revision }) => parts.get(`${id}.${revision}`);
  }, [items]);
}

/** A step as the screen knows it. */
type Solving = SolvedStep | { kind: 'waiting'; id: string };
export type Solved = Extract<SolvedStep, { kind: 'solved' }>;

/** The power steps solved, each with its own setup; what the ladder of parts says; where it stops. */
export function useLadder() {
  const { items } = useJob();
  const job = useJobState((s) => s.draft);
  const { plan } = usePlan();
  const enginePart = useEngineParts();
  const { brief } = job;
  const wanted = useDeferredValue(useMemo(() => ({ job, plan, items }), [job, plan, items]));
  const solved = useMemo(() => {
    const library = libraryOf(wanted.items);
    return new Map(
      wanted.plan.steps.map(({ id }, i) => [id, solveStep(wanted.job, wanted.plan, i, library, enginePart)]),
    );
  }, [wanted, enginePart]);
  // A step that came this moment is still being solved; one that went is not shown any more.
  const steps = useMemo(
    () => plan.steps.map(({ id }): Solving => solved.get(id) ?? { kind: 'waiting', id }),
    [plan.steps, solved],
  );
  const drivetrain = useMemo(() => drivetrainOf(brief), [brief]);
  const { basis } = brief.goal;
  const at = useCallback(
    (watts: number) => (basis === 'wheels' ? wheelPower(watts, drivetrain) : watts),
    [basis, drivetrain],
  );
  const ladder = useMemo(
    () =>
      partLadder(
        plan,
        plan.steps.map((_, i) => (steps[i]?.kind === 'solved' ? steps[i].made : null)),
      ),
    [plan, steps],
  );
  const stops = useMemo(() => stopsOf(steps), [steps]);
  return { plan, steps, ladder, stops, basis, at };
}
