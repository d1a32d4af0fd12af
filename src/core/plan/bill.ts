import type { Plan } from '../job/schema/job';
import type { PlanPart } from '../job/schema/plan';
import type { PartRole } from '../job/schema/plan-choices';
import { ladderOf, type Ladder, type PowerStep } from './ladder';

/** Roles of which an engine has one: another part of the role takes the place of the one before. Of the rest each stands beside the others. */
const single: readonly PartRole[] = [
  'charger',
  'cooler',
  'injectors',
  'fuel-pump',
  'clutch',
  'gearbox',
  'exhaust',
];

/** Of a part, all pieces; null where nobody knows what one costs. */
export const costOf = ({ price, count }: Pick<PlanPart, 'price' | 'count'>): number | null =>
  price === null ? null : price * count;

/** What a list of parts comes to: the sum of what is known, and the parts without a price. */
export type Bill = {
  sum: number;
  unpriced: PlanPart[];
  /** What is spent already: ordered, here or fitted. */
  spent: number;
  /** Budget less the sum; null without a budget. */
  left: number | null;
  doubted: PlanPart[];
  toAsk: PlanPart[];
};

/** In: parts; budget in the job’s currency, null for none. Total. Source: bookkeeping. */
export function billOf(parts: readonly PlanPart[], budget: number | null): Bill {
  const add = (its: readonly PlanPart[]) => its.reduce((sum, part) => sum + (costOf(part) ?? 0), 0);
  const sum = add(parts);
  return {
    sum,
    unpriced: parts.filter((part) => costOf(part) === null),
    spent: add(parts.filter(({ state }) => state !== 'wanted')),
    left: budget === null ? null : budget - sum,
    doubted: parts.filter(({ isDoubted }) => isDoubted),
    toAsk: parts.filter(({ approval }) => approval === 'ask'),
  };
}

/** A row of the ladder: what the parts in it do, and which part each step has. */
type LadderRow = Ladder['rows'][number] & { kind: PartRole; parts: (PlanPart | null)[] };

export type PartLadder = Omit<Ladder, 'rows'> & { rows: LadderRow[] };

/** Names the row of the ladder that a part stands in: of its role, the n-th on its step; or its own. */
function rowKey(plan: Pick<Plan, 'parts'>, part: PlanPart): string {
  if (!single.includes(part.role)) return `${part.role} ${part.name}`;
  const before = plan.parts.filter(({ role, step }) => role === part.role && step === part.step);
  return `${part.role} ${before.indexOf(part) + 1}`;
}

/**
 * The ladder of the plan’s list: each step has the parts of the steps before it but those that a later one replaces. In: plan; what each step
 * makes, W, null where it has no answer. Parts without a step belong to the first. Total.
 */
export function partLadder(plan: Plan, made: readonly (number | null)[]): PartLadder {
  const first = plan.steps[0]?.id ?? '';
  const ranks = new Map(plan.steps.map(({ id }, i) => [id, i]));
  const rank = ({ step }: PlanPart): number => ranks.get(step || first) ?? 0;
  const rows = new Map<string, PlanPart[]>();
  for (const part of plan.parts) {
    const key = rowKey(plan, part);
    rows.set(key, [...(rows.get(key) ?? []), part]);
  }
  const at = (parts: readonly PlanPart[], step: number): PlanPart | null =>
    parts.reduce<PlanPart | null>(
      (best, part) => (rank(part) <= step && (!best || rank(part) >= rank(best)) ? part : best),
      null,
    );
  const steps = plan.steps.map((_, i): PowerStep => ({
    power: made[i] ?? Infinity,
    parts: [...rows].flatMap(([role, parts]) => {
      const part = at(parts, i);
      return part ? [{ role, item: part.id, price: costOf(part), worksEarlier: part.worksEarlier }] : [];
    }),
  }));
  const { rows: found, falls, ...rest } = ladderOf(steps);
  return {
    ...rest,
    // A step without an answer neither rises nor falls.
    falls: falls.filter((i) => Number.isFinite(steps[i]!.power) && Number.isFinite(steps[i - 1]!.power)),
    rows: found.map((row) => {
      const parts = rows.get(row.role)!;
      return { ...row, kind: parts[0]!.role, parts: plan.steps.map((_, i) => at(parts, i)) };
    }),
  };
}

/** The part still to be ordered that takes longest to come; null where none takes any time. */
export const longestLead = (parts: readonly PlanPart[]): PlanPart | null =>
  parts.reduce<PlanPart | null>(
    (most, part) =>
      part.state === 'wanted' && !part.isInStock && part.leadDays > (most?.leadDays ?? 0) ? part : most,
    null,
  );

/** What a step costs for each watt it adds over the one before; null where the cost is not known or nothing is added. */
export const pricePerGain = (cost: number | null, gain: number): number | null =>
  cost === null || gain <= 0 ? null : cost / gain;
