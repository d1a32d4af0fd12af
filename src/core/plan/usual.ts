import type { Plan } from '../job/schema/job';
import type { PlanPart, PlanTask } from '../job/schema/plan';
import type { PartRole } from '../job/schema/plan-choices';
import { blankTask } from './blank';

/** A task that is usual, to be named by who shows it. */
export type UsualTask =
  | { what: 'base-file' | 'base-pull' | 'strip' | 'bare-block' | 'check' | 'new-file' }
  | { what: 'trial' | 'fit' | 'pull-after'; part: string }
  | { what: 'old-file' | 'pull'; power: number };

/** Days of work of fitting by what it is (common practice, no source). */
const fitDays: Partial<Record<PartRole, number>> = {
  charger: 2,
  cooler: 1,
  engine: 5,
  head: 2,
  clutch: 2,
  gearbox: 2,
  exhaust: 2,
  drive: 1,
};
/** Fuel, clutch and cooling come before what makes the power. */
const first: readonly PartRole[] = [
  'engine',
  'head',
  'fuel-pump',
  'injectors',
  'fuel-supply',
  'clutch',
  'gearbox',
  'cooling',
  'cooler',
];
/** Bulky parts that are tried for room before anything is cut or bent. */
const tried: readonly PartRole[] = ['charger', 'exhaust', 'cooler', 'drive'];
/** What is not fitted by a task of its own. */
const noTask: readonly PartRole[] = ['consumables', 'work', 'other'];

const rank = (part: PlanPart): number => {
  const at = first.indexOf(part.role);
  return at < 0 ? first.length : at;
};

/**
 * The usual order of the work for a plan, by its schools: base calibration before the teardown or after it; one change at a time with a pull after
 * each, or the whole package; the new hardware on the old file first where that is chosen. In: plan with its steps and parts; ids; names.
 * Out: tasks that need each other in a row, guards before power. Total. Source: common practice.
 */
export function usualTasks(plan: Plan, nextId: () => string, name: (task: UsualTask) => string): PlanTask[] {
  const { school } = plan;
  const tasks: PlanTask[] = [];
  const add = (kind: PlanTask['kind'], what: UsualTask, more: Partial<PlanTask> = {}): PlanTask => {
    const task = {
      ...blankTask(nextId(), name(what).slice(0, 100), kind),
      needs: tasks.at(-1) ? [tasks.at(-1)!.id] : [],
      ...more,
    };
    tasks.push(task);
    return task;
  };
  const cell = { place: 'cell' as const };
  const base = () => {
    add('calibrate', { what: 'base-file' });
    add('pull', { what: 'base-pull' }, cell);
  };
  const firstStep = plan.steps[0]?.id ?? '';
  const open = plan.parts.filter(({ state, role }) => state !== 'fitted' && !noTask.includes(role));
  if (school.base === 'before') base();
  const strip = add('strip', { what: 'strip' }, { days: 2 });
  if (open.some(({ role }) => role === 'engine')) add('mock-up', { what: 'bare-block' });
  for (const part of open.filter(({ role }) => tried.includes(role)))
    add('mock-up', { what: 'trial', part: part.name }, { needs: [strip.id], parts: [part.id] });
  if (school.base === 'after') base();
  for (const step of plan.steps.length ? plan.steps : [null]) {
    const id = step?.id ?? '';
    const parts = open.filter((part) => (part.step || firstStep) === id).sort((a, b) => rank(a) - rank(b));
    const trials = tasks.filter(({ kind }) => kind === 'mock-up').map((task) => task.id);
    let isFirst = true;
    for (const part of parts) {
      // Each trial is over before the first part goes on for good.
      const needs = isFirst
        ? [...new Set([tasks.at(-1)!.id, ...(id === firstStep ? trials : [])])]
        : [tasks.at(-1)!.id];
      add(
        'fit',
        { what: 'fit', part: part.name },
        { needs, parts: [part.id], days: fitDays[part.role] ?? 1 },
      );
      isFirst = false;
      // Between two changes the engine is driven with what it made before.
      if (school.changes === 'one' && part !== parts.at(-1))
        add('pull', { what: 'pull-after', part: part.name }, cell);
    }
    if (!parts.length && step !== null && step !== plan.steps[0]) {
      add('calibrate', { what: 'new-file' });
      add('pull', { what: 'pull', power: step.power }, { ...cell, drives: id });
      continue;
    }
    if (!parts.length) continue;
    add('check', { what: 'check' });
    if (school.onOldFile) add('pull', { what: 'old-file', power: step?.power ?? 0 }, cell);
    add('calibrate', { what: 'new-file' });
    if (step) add('pull', { what: 'pull', power: step.power }, { ...cell, drives: id });
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
