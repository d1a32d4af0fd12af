import type { Plan } from '../job/schema/job';
import { guards, type Guard, type PartRole } from '../job/schema/plan-choices';
import type { OutsideSheet, PlanPart, PlanTask } from '../job/schema/plan';
import { daysAfter, daysBetween, workDay, workDaysBefore } from './calendar';
import { schedule, unguarded } from './schedule';

/** What a part of a role gives the engine before more power is driven; the rest give it nothing of the kind. */
const guardOf: Partial<Record<PartRole, Guard>> = {
  injectors: 'fuel',
  'fuel-pump': 'fuel',
  'fuel-supply': 'fuel',
  clutch: 'clutch',
  cooler: 'cooling',
  cooling: 'cooling',
  engine: 'limits',
};

/** What a task waits for, and until which day. */
type Wait = { for: 'part' | 'outside' | 'place'; name: string; until: string };

export type DatedTask = {
  task: PlanTask;
  /** First and last day of work. */
  from: string;
  to: string;
  /** Days of work that it may wait. */
  slack: number;
  isCritical: boolean;
  /** What keeps it from beginning earlier, the latest; null where only other tasks do. */
  wait: Wait | null;
};

/** A part to order: by when, so that nothing waits, and when it would come if ordered today. */
export type ToOrder = { part: PlanPart; by: string; comes: string; isDue: boolean };

export type Order =
  | {
      kind: 'planned';
      rows: DatedTask[];
      /** The last day of work; the start where nothing is left to do. */
      ready: string;
      critical: string[];
      /** The day the goal’s step is driven; null where it is done. Without such a step the day all is ready. */
      goalOn: string | null;
      /** Calendar days that this is past the day it is wanted; below zero before it; null where none was said or it is done. */
      late: number | null;
      toOrder: ToOrder[];
    }
  /** Names of tasks that wait for each other. */
  | { kind: 'ring'; ring: string[] };

/** When a part is here: null where it is, or lies in stock. In: today, to count its lead time from where it is not ordered. */
const comesOn = (part: PlanPart, today: string): string | null =>
  part.isInStock || part.state === 'here' || part.state === 'fitted'
    ? null
    : daysAfter(part.state === 'ordered' && part.orderedOn ? part.orderedOn : today, part.leadDays);

/** When the work of a sheet is back; null where it is answered. */
const backOn = (sheet: OutsideSheet, today: string): string | null =>
  sheet.answeredOn ? null : daysAfter(sheet.sentOn || today, sheet.days);

function waitsOf(task: PlanTask, plan: Plan, today: string): Wait[] {
  const waits: Wait[] = [];
  for (const part of plan.parts.filter(({ id }) => task.parts.includes(id))) {
    const until = comesOn(part, today);
    if (until) waits.push({ for: 'part', name: part.name, until });
  }
  for (const sheet of plan.outside.filter(({ id }) => task.outside.includes(id))) {
    const until = backOn(sheet, today);
    if (until) waits.push({ for: 'outside', name: sheet.trade, until });
  }
  if (task.place !== 'shop' && task.placeOn)
    waits.push({ for: 'place', name: task.place, until: task.placeOn });
  return waits.sort((a, b) => (a.until < b.until ? 1 : -1));
}

/**
 * The work dated: each task as early as its needs, parts, outside work and slot allow, what is critical, when all is ready, and what must be
 * ordered by when. In: plan; today; the day it is wanted ('' for none). Work begins at the plan’s start, or today where that is later or unsaid. A
 * task that is done takes no time. The day wanted is held against the step of the goal, where one is named. Total. Source: critical path method over days of work.
 */
export function orderOf(plan: Plan, today: string, due: string, goalStep = ''): Order {
  const start = plan.start > today ? plan.start : today;
  const known = new Set(plan.tasks.map(({ id }) => id));
  const waits = new Map(plan.tasks.map((task) => [task.id, waitsOf(task, plan, today)]));
  const found = schedule(
    plan.tasks.map(({ id, days, needs, isDone }) => {
      const until = waits.get(id)![0]?.until;
      return {
        id,
        days: isDone ? 0 : days,
        // What was taken out of the plan is waited for no longer.
        needs: needs.filter((need) => known.has(need)),
        notBefore: isDone || !until ? 0 : workDaysBefore(start, until, plan.week),
      };
    }),
  );
  if (found.kind === 'missing') return { kind: 'ring', ring: [] };
  if (found.kind === 'ring')
    return { kind: 'ring', ring: found.ring.map((id) => plan.tasks.find((task) => task.id === id)!.name) };
  const rows = plan.tasks.map((task, i): DatedTask => {
    const { start: from, end, slack, isCritical } = found.rows[i]!;
    const wait = task.isDone ? null : (waits.get(task.id)![0] ?? null);
    return {
      task,
      from: workDay(start, from, plan.week),
      to: workDay(start, Math.max(from, end - 1), plan.week),
      slack,
      isCritical: isCritical && !task.isDone,
      wait: wait && wait.until > start ? wait : null,
    };
  });
  const toOrder = plan.parts
    .filter(({ state, isInStock }) => state === 'wanted' && !isInStock)
    .map((part): ToOrder => {
      const needing = found.rows.filter(
        (_, i) => plan.tasks[i]!.parts.includes(part.id) && !plan.tasks[i]!.isDone,
      );
      // As late as the task may begin without the end moving, had the part no lead at all.
      const latest = needing.length ? Math.min(...needing.map((row) => row.start + row.slack)) : 0;
      const by = daysAfter(workDay(start, latest, plan.week), -part.leadDays);
      return { part, by, comes: daysAfter(today, part.leadDays), isDue: by <= today };
    })
    .sort((a, b) => (a.by < b.by ? -1 : 1));
  const ready = found.days ? workDay(start, found.days - 1, plan.week) : start;
  const driven = goalStep ? rows.filter(({ task }) => task.drives === goalStep) : [];
  const goalOn = driven.length
    ? driven.every(({ task }) => task.isDone)
      ? null
      : driven.reduce((last, { to, task }) => (!task.isDone && to > last ? to : last), '')
    : ready;
  return {
    kind: 'planned',
    rows,
    ready,
    critical: found.critical,
    goalOn,
    late: due && goalOn ? daysBetween(due, goalOn) : null,
    toOrder,
  };
}

/** What an order leaves the engine without, at which task. */
export type OrderFault =
  | { kind: 'part'; task: PlanTask; guard: Guard; part: PlanPart }
  | { kind: 'holds'; task: PlanTask; guard: Guard; power: number; holds: number }
  | { kind: 'needs'; task: PlanTask; before: PlanTask };

/**
 * What is wrong with the order in which the tasks stand: one above what it needs, and one that drives a step’s power before the fuel, the
 * clutch, the cooling or the strength for it is on the engine. In: plan; power W that each guard of the engine as it stands holds, Infinity
 * where it is not known; flywheel power of each step by its id. Total.
 */
export function faultsOf(
  plan: Plan,
  holds: Readonly<Record<Guard, number>>,
  powers: Readonly<Record<string, number>>,
): OrderFault[] {
  const place = new Map(plan.tasks.map((task, i) => [task.id, i]));
  const ranks = new Map(plan.steps.map(({ id }, i) => [id, i]));
  const rank = (step: string): number => ranks.get(step) ?? 0;
  const fittedAt = (part: PlanPart): number =>
    part.state === 'fitted'
      ? -1
      : Math.min(
          Infinity,
          ...plan.tasks.flatMap((task, i) =>
            task.kind === 'fit' && task.parts.includes(part.id) ? [i] : [],
          ),
        );
  const faults: OrderFault[] = [];
  plan.tasks.forEach((task, i) => {
    if (task.isDone) return;
    for (const need of task.needs) {
      const at = place.get(need);
      if (at !== undefined && at > i) faults.push({ kind: 'needs', task, before: plan.tasks[at]! });
    }
    if (!task.drives) return;
    for (const part of plan.parts) {
      const guard = guardOf[part.role];
      if (
        guard &&
        rank(part.step) <= rank(task.drives) &&
        fittedAt(part) > i &&
        !isReplaced(plan, part, task.drives, rank)
      )
        faults.push({ kind: 'part', task, guard, part });
    }
  });
  const parts = new Map(plan.parts.map((part) => [part.id, part]));
  const brought = (task: PlanTask): Guard[] => [
    ...task.brings,
    ...(task.kind === 'fit' ? task.parts.flatMap((id) => guardOf[parts.get(id)?.role ?? 'other'] ?? []) : []),
  ];
  const fitted = plan.parts
    .filter(({ state }) => state === 'fitted')
    .flatMap(({ role }) => guardOf[role] ?? []);
  const now = Object.fromEntries(
    guards.map((guard) => [guard, fitted.includes(guard) ? Infinity : holds[guard]]),
  ) as Record<Guard, number>;
  const short = unguarded(
    plan.tasks.map((task) => ({
      id: task.id,
      brings: brought(task),
      drivenWith: task.drives && !task.isDone ? (powers[task.drives] ?? null) : null,
    })),
    now,
  );
  for (const { id, lacks, power } of short) {
    const task = plan.tasks[place.get(id)!]!;
    const isSaid = faults.some((one) => one.kind === 'part' && one.task === task && one.guard === lacks);
    if (!isSaid) faults.push({ kind: 'holds', task, guard: lacks, power, holds: now[lacks] });
  }
  return faults;
}

/** Whether a later part of the same role, needed at the step too, stands in its place. */
function isReplaced(plan: Plan, part: PlanPart, step: string, rank: (step: string) => number): boolean {
  return plan.parts.some(
    (other) =>
      other.role === part.role && rank(other.step) > rank(part.step) && rank(other.step) <= rank(step),
  );
}
