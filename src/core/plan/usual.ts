import type { Plan } from '../job/schema/job';
import type { PlanPart, PlanTask } from '../job/schema/plan';
import type { PartRole } from '../job/schema/plan-choices';
import { blankTask } from './blank';

/** A task that is usual, to be named by who shows it. */
export type UsualTask =
  | { what: 'base-file' | 'base-pull' | 'strip' | 'bare-block' | 'fixture' | 'check' | 'new-file' }
  | { what: 'trial' | 'fit' | 'pull-after'; part: string }
  | { what: 'old-file' | 'pull'; power: number };

/** Groups of parts that are fitted in one go, those that carry the power before those that make it. Days of work by common practice. */
const groups: readonly { roles: readonly PartRole[]; days: number; makesPower: boolean }[] = [
  { roles: ['engine'], days: 5, makesPower: false },
  { roles: ['head'], days: 3, makesPower: true },
  { roles: ['injectors', 'fuel-pump', 'fuel-supply'], days: 2, makesPower: false },
  { roles: ['clutch', 'gearbox'], days: 2, makesPower: false },
  { roles: ['cooling'], days: 1, makesPower: false },
  { roles: ['electronics'], days: 1, makesPower: false },
  { roles: ['cooler', 'piping'], days: 2, makesPower: true },
  { roles: ['exhaust'], days: 2, makesPower: true },
  { roles: ['charger', 'drive'], days: 2, makesPower: true },
];
/** Bulky parts that are tried for room before anything is cut or bent. */
const tried: readonly PartRole[] = ['charger', 'exhaust', 'cooler'];

/** Names in a row, as long as the name of a task takes them. */
const named = (parts: readonly PlanPart[]): string => parts.map(({ name }) => name).join(', ');

/**
 * The usual order of the work for a plan, by its schools: base calibration before the teardown or after it; one change at a time with a pull after
 * each that makes power, or the whole package; the new hardware on the old file first where that is chosen. In: plan with its steps and
 * parts; ids; names. Out: what carries the power is fitted beside each other and before what makes it; nothing is driven before the
 * first start is checked. Total. Source: common practice.
 */
export function usualTasks(plan: Plan, nextId: () => string, name: (task: UsualTask) => string): PlanTask[] {
  const { school } = plan;
  const tasks: PlanTask[] = [];
  const add = (
    kind: PlanTask['kind'],
    what: UsualTask,
    needs: readonly (PlanTask | undefined)[],
    more: Partial<PlanTask> = {},
  ): PlanTask => {
    const before = [...new Set(needs.flatMap((task) => (task ? [task.id] : [])))];
    const task = { ...blankTask(nextId(), name(what).slice(0, 100), kind), needs: before, ...more };
    tasks.push(task);
    return task;
  };
  const cell = { place: 'cell' as const };
  const base = (after: readonly (PlanTask | undefined)[]): PlanTask =>
    add('pull', { what: 'base-pull' }, [add('calibrate', { what: 'base-file' }, after)], cell);
  const firstStep = plan.steps[0]?.id ?? '';
  const fitted = new Set<PartRole>(groups.flatMap(({ roles }) => roles));
  const open = plan.parts.filter(({ state, role }) => state !== 'fitted' && fitted.has(role));
  const before = school.base === 'before' ? base([]) : undefined;
  const strip = add('strip', { what: 'strip' }, [before], { days: 2 });
  const trials: PlanTask[] = [];
  if (open.some(({ role }) => role === 'engine'))
    trials.push(add('mock-up', { what: 'bare-block' }, [strip]));
  if (open.some(({ role }) => role === 'exhaust'))
    trials.push(add('mock-up', { what: 'fixture' }, [strip], { days: 1 }));
  for (const part of open.filter(({ role }) => tried.includes(role)))
    trials.push(add('mock-up', { what: 'trial', part: part.name }, [strip], { parts: [part.id] }));
  let last = school.base === 'after' ? base([strip, ...trials]) : undefined;
  for (const step of plan.steps.length ? plan.steps : [null]) {
    const id = step?.id ?? '';
    const own = open.filter((part) => (part.step || firstStep) === id);
    const start = [last ?? strip, ...(id === firstStep ? trials : [])];
    /** What the first start of the step waits for. */
    const done: PlanTask[] = [];
    const power = groups.filter(({ makesPower }) => makesPower);
    const fit = ({ roles, days }: (typeof groups)[number], needs: readonly (PlanTask | undefined)[]) => {
      const parts = own.filter(({ role }) => roles.includes(role));
      if (!parts.length) return null;
      return add('fit', { what: 'fit', part: named(parts) }, needs, {
        parts: parts.map((part) => part.id).slice(0, 30),
        days,
      });
    };
    // What carries the power goes on side by side.
    for (const group of groups.filter(({ makesPower }) => !makesPower)) {
      const task = fit(group, start);
      if (task) done.push(task);
    }
    for (const group of power) {
      const task = fit(group, school.changes === 'one' && done.length ? done.slice() : start);
      if (!task) continue;
      done.push(task);
      const isLast = !power
        .slice(power.indexOf(group) + 1)
        .some(({ roles }) => own.some(({ role }) => roles.includes(role)));
      // Between two changes the engine is driven with what it made before.
      if (school.changes === 'one' && !isLast)
        done.push(
          add(
            'pull',
            { what: 'pull-after', part: named(own.filter(({ role }) => group.roles.includes(role))) },
            [task],
            cell,
          ),
        );
    }
    if (!done.length && step === plan.steps[0] && step !== null) {
      last = add(
        'pull',
        { what: 'pull', power: step.power },
        [add('calibrate', { what: 'new-file' }, start)],
        { ...cell, drives: id },
      );
      continue;
    }
    if (!done.length && !step) continue;
    const checked = done.length ? add('check', { what: 'check' }, done) : last;
    const old =
      school.onOldFile && done.length
        ? add('pull', { what: 'old-file', power: step?.power ?? 0 }, [checked], cell)
        : checked;
    last = add('calibrate', { what: 'new-file' }, [old]);
    if (step) last = add('pull', { what: 'pull', power: step.power }, [last], { ...cell, drives: id });
  }
  return tasks;
}

/** The tasks with one moved to another place. In: ids; the place of `over` is taken. */
export function moved(tasks: readonly PlanTask[], id: string, over: string): PlanTask[] {
  const [from, to] = [tasks.findIndex((task) => task.id === id), tasks.findIndex((task) => task.id === over)];
  if (from < 0 || to < 0 || from === to) return [...tasks];
  const rest = tasks.filter((_, i) => i !== from);
  return [...rest.slice(0, to), tasks[from]!, ...rest.slice(to)];
}
