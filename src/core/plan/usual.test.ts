import fc from 'fast-check';
import type { Plan } from '../job/schema/job';
import { partRoles } from '../job/schema/plan-choices';
import { blankPart, blankPlan } from './blank';
import { faultsOf, orderOf } from './order';
import { moved, usualTasks } from './usual';

const nothing = { fuel: Infinity, clutch: Infinity, cooling: Infinity, limits: Infinity };
const step = (id: string, power: number) => ({ id, power, note: '', blanked: '' }) as Plan['steps'][number];
const ids = () => {
  let n = 0;
  return () => `t${++n}`;
};
const names = (task: { what: string; part?: string }) => `${task.what} ${task.part ?? ''}`.trim();

it('what carries the power is fitted before what makes it; pulls stand only between changes that make power', () => {
  const plan: Plan = {
    ...blankPlan(),
    steps: [step('s1', 220e3)],
    parts: [
      blankPart('turbo', 'Rowan 48', 'charger'),
      blankPart('cooler', 'Firn 3', 'cooler'),
      blankPart('pump', 'Wren', 'fuel-pump'),
      blankPart('filter', 'Gravel', 'fuel-supply'),
    ],
  };
  expect(usualTasks(plan, ids(), names).map(({ name }) => name)).toEqual([
    'base-file',
    'base-pull',
    'strip',
    'trial Rowan 48',
    'trial Firn 3',
    'fit Wren, Gravel',
    'fit Firn 3',
    'pull-after Firn 3',
    'fit Rowan 48',
    'check',
    'new-file',
    'pull',
  ]);
});

it('the usual order of any plan can be worked, and no guard is missing anywhere in it', () => {
  const plans = fc.record({
    parts: fc.array(fc.record({ role: fc.constantFrom(...partRoles), at: fc.integer({ min: 0, max: 2 }) }), {
      maxLength: 14,
    }),
    steps: fc.integer({ min: 0, max: 3 }),
    changes: fc.constantFrom('one' as const, 'package' as const),
    base: fc.constantFrom('before' as const, 'after' as const),
    onOldFile: fc.boolean(),
  });
  fc.assert(
    fc.property(plans, ({ parts, steps, ...school }) => {
      const plan: Plan = {
        ...blankPlan(),
        school,
        steps: Array.from({ length: steps }, (_, i) => step(`s${i}`, 200e3 + i * 50e3)),
        parts: parts.map(({ role, at }, i) => ({
          ...blankPart(`p${i}`, `part ${i}`, role),
          step: at < steps ? `s${at}` : '',
        })),
      };
      plan.tasks = usualTasks(plan, ids(), names);
      expect(faultsOf(plan, nothing, {})).toEqual([]);
      expect(orderOf(plan, '2027-01-04', '').kind).toBe('planned');
      // Every step is driven once.
      expect(plan.tasks.flatMap(({ drives }) => (drives ? [drives] : []))).toEqual(
        plan.steps.map(({ id }) => id),
      );
    }),
  );
});

it('a task that is moved takes the place of the one it is let go over; all are kept', () => {
  const tasks = usualTasks({ ...blankPlan(), steps: [step('s1', 1e5)] }, ids(), names);
  const order = moved(tasks, 't1', 't3').map(({ id }) => id);
  expect(order.slice(0, 3)).toEqual(['t2', 't3', 't1']);
  expect([...order].sort()).toEqual(tasks.map(({ id }) => id).sort());
  expect(moved(tasks, 't1', 'gone')).toEqual(tasks);
});
