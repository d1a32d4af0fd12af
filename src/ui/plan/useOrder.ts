import { useMemo } from 'react';
import { limitLineOf } from '@/core/limits/judge';
import { faultsOf, orderOf } from '@/core/plan/order';
import { holdsOf, pullOf } from '@/core/plan/steps';
import { flywheelPower } from '@/core/vehicle/drivetrain';
import { drivetrainOf } from '@/core/build/job-engine';
import { today } from '../device/today';
import { useJob, useJobState } from '../store/solved';
import { usePlan } from './usePlan';

/** The work of the plan dated from today, and what is wrong with its order. */
export function useOrder() {
  const { answer } = useJob();
  const { plan, edit } = usePlan();
  const engine = useJobState((s) => s.draft.engine);
  const brief = useJobState((s) => s.draft.brief);
  const day = today();
  // The first step that has what the goal asks; a hair under it counts.
  const goalStep = plan.steps.find(({ power }) => power >= 0.995 * brief.goal.power.value)?.id ?? '';
  const order = useMemo(() => orderOf(plan, day, brief.due, goalStep), [plan, day, brief.due, goalStep]);
  const faults = useMemo(() => {
    const line = answer ? limitLineOf(answer.build, answer.sweep, engine, pullOf({ brief })) : null;
    const drivetrain = drivetrainOf(brief);
    const powers = Object.fromEntries(
      plan.steps.map(({ id, power }) => [
        id,
        brief.goal.basis === 'wheels' ? flywheelPower(power, drivetrain) : power,
      ]),
    );
    return faultsOf(plan, holdsOf(line), powers);
  }, [plan, answer, engine, brief]);
  return { plan, edit, order, faults, due: brief.due, today: day };
}
