import { guards, type Guard } from '../job/schema/plan-choices';

/** A piece of the work: whole days, and what must be done before it begins. */
export type Task = {
  id: string;
  days: number;
  needs: readonly string[];
  /** Days before it can begin at the earliest: a part that is on its way. */
  notBefore?: number;
};

/** A task in the plan: days from the first morning; `slack` is how long it may wait without the end moving. */
type Planned = { id: string; start: number; end: number; slack: number; isCritical: boolean };

export type Schedule =
  | { kind: 'planned'; rows: Planned[]; days: number; critical: string[] }
  /** Tasks that wait for each other, in the order they do. */
  | { kind: 'ring'; ring: string[] }
  | { kind: 'missing'; id: string; needs: string };

/** Tasks in an order in which each comes after what it needs; the ring where there is none. */
function sorted(tasks: ReadonlyMap<string, Task>): string[] | { ring: string[] } {
  const order: string[] = [];
  const state = new Map<string, 'open' | 'done'>();
  const way: string[] = [];
  const visit = (id: string): string[] | null => {
    if (state.get(id) === 'done') return null;
    if (state.get(id) === 'open') return way.slice(way.indexOf(id));
    state.set(id, 'open');
    way.push(id);
    for (const before of tasks.get(id)!.needs) {
      const ring = visit(before);
      if (ring) return ring;
    }
    way.pop();
    state.set(id, 'done');
    order.push(id);
    return null;
  };
  for (const id of tasks.keys()) {
    const ring = visit(id);
    if (ring) return { ring };
  }
  return order;
}

/**
 * When each task can begin at the earliest and must at the latest, and the chain that the end hangs on. In: tasks with their days, 0 or more.
 * Out: in the order of the tasks given; a ring or a missing need instead. Total. Source: Kelley & Walker (1959), the critical path method.
 */
export function schedule(tasks: readonly Task[]): Schedule {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  for (const { id, needs } of tasks)
    for (const before of needs) if (!byId.has(before)) return { kind: 'missing', id, needs: before };
  const order = sorted(byId);
  if ('ring' in order) return { kind: 'ring', ring: order.ring };
  const end = new Map<string, number>();
  const start = new Map<string, number>();
  for (const id of order) {
    const { needs, days, notBefore = 0 } = byId.get(id)!;
    const begins = Math.max(notBefore, ...needs.map((before) => end.get(before)!));
    start.set(id, begins);
    end.set(id, begins + days);
  }
  const last = Math.max(0, ...end.values());
  const latest = new Map<string, number>();
  for (const id of [...order].reverse()) {
    const after = tasks.filter(({ needs }) => needs.includes(id));
    const by = Math.min(last, ...after.map((task) => latest.get(task.id)! - task.days));
    latest.set(id, by);
  }
  const rows = tasks.map(({ id, days }): Planned => {
    const slack = latest.get(id)! - days - start.get(id)!;
    return { id, start: start.get(id)!, end: end.get(id)!, slack, isCritical: slack === 0 };
  });
  return { kind: 'planned', rows, days: last, critical: criticalChain(byId, rows) };
}

/** One chain of tasks without slack from the last backwards, in the order of the work. */
function criticalChain(tasks: ReadonlyMap<string, Task>, rows: readonly Planned[]): string[] {
  const byId = new Map(rows.map((row) => [row.id, row]));
  const chain: string[] = [];
  let at = rows
    .filter(({ isCritical }) => isCritical)
    .reduce<Planned | null>((a, b) => (!a || b.end > a.end ? b : a), null);
  while (at) {
    chain.unshift(at.id);
    const begins = at.start;
    const before = tasks
      .get(at.id)!
      .needs.map((id) => byId.get(id)!)
      .find((row) => row.isCritical && row.end === begins);
    at = before ?? null;
  }
  return chain;
}

/** A step of the work as the order of it is judged: what it brings, and the power that is driven after it, W; null where it is not driven. */
export type Step = { id: string; brings: readonly Guard[]; drivenWith: number | null };

/**
 * Steps of an order that would be driven without what their power needs. In: steps in their order; power up to which each guard of today holds,
 * W; a step that brings a guard lifts it for all after. Out: the step, what it lacks, and the power. Total.
 */
export function unguarded(
  steps: readonly Step[],
  holds: Readonly<Record<Guard, number>>,
): { id: string; lacks: Guard; power: number }[] {
  const now = { ...holds };
  return steps.flatMap(({ id, brings, drivenWith }) => {
    for (const guard of brings) now[guard] = Infinity;
    if (drivenWith === null) return [];
    return guards.flatMap((lacks) => (drivenWith > now[lacks] ? [{ id, lacks, power: drivenWith }] : []));
  });
}
