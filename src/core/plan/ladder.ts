/** A part of a power step: what it does on the engine, which one it is, and its price where that is known. */
type StepPart = {
  role: string;
  item: string;
  price: number | null;
  /** Whether it would work on a step below its own: a larger pump does, a larger turbocharger may wake too late. */
  worksEarlier: boolean;
};

/** A step of the ladder, the weakest first: power, W, and its parts, one for each role. */
export type PowerStep = { power: number; parts: readonly StepPart[] };

/** What becomes of a role at a step. */
type Change = 'none' | 'new' | 'carried' | 'replaced' | 'removed';

/** A role bought twice, at the step of the first part and at that which replaces it; what buying the later one at once costs and saves. */
export type Early = {
  role: string;
  from: number;
  to: number;
  item: string;
  /** More to be paid at the first step, and what is saved over both; null where a price is missing. */
  moreNow: number | null;
  saved: number | null;
};

export type Ladder = {
  rows: { role: string; changes: Change[] }[];
  /** Sum of what is bought at each step; null where a price is missing. */
  costs: (number | null)[];
  early: Early[];
  /** Steps that make no more than the one before. */
  falls: number[];
};

const partOf = (step: PowerStep | undefined, role: string): StepPart | undefined =>
  step?.parts.find((part) => part.role === role);

function changeAt(steps: readonly PowerStep[], i: number, role: string): Change {
  const [now, before] = [partOf(steps[i], role), partOf(steps[i - 1], role)];
  if (!now) return before ? 'removed' : 'none';
  if (!before) return 'new';
  return now.item === before.item ? 'carried' : 'replaced';
}

/**
 * Parts over the steps of a ladder: what is new, carried over or replaced, what each step costs, and what would be bought once if the later part
 * were bought at once. In: steps, the weakest first. Total. Source: bookkeeping.
 */
export function ladderOf(steps: readonly PowerStep[]): Ladder {
  const roles = [...new Set(steps.flatMap(({ parts }) => parts.map(({ role }) => role)))];
  const rows = roles.map((role) => ({ role, changes: steps.map((_, i) => changeAt(steps, i, role)) }));
  const bought = ({ role, changes }: (typeof rows)[number], i: number): StepPart | null =>
    changes[i] === 'new' || changes[i] === 'replaced' ? (partOf(steps[i], role) ?? null) : null;
  const costs = steps.map((_, i) =>
    rows.reduce<number | null>((sum, row) => {
      const part = bought(row, i);
      return !part ? sum : sum === null || part.price === null ? null : sum + part.price;
    }, 0),
  );
  const early = rows.flatMap((row) => {
    const times = steps.flatMap((_, i) => (bought(row, i) ? [i] : []));
    return times.slice(1).flatMap((to, k): Early[] => {
      const from = times[k]!;
      const [first, later] = [bought(row, from)!, bought(row, to)!];
      if (!later.worksEarlier || row.changes[to] !== 'replaced') return [];
      const moreNow = first.price === null || later.price === null ? null : later.price - first.price;
      return [{ role: row.role, from, to, item: later.item, moreNow, saved: first.price }];
    });
  });
  return {
    rows,
    costs,
    early,
    falls: steps.flatMap(({ power }, i) => (i && power <= steps[i - 1]!.power ? [i] : [])),
  };
}

/** The ladder with one advice followed: the later part from the earlier step on. */
export function boughtEarly(steps: readonly PowerStep[], { role, from, to }: Early): PowerStep[] {
  const later = partOf(steps[to], role)!;
  return steps.map((step, i) =>
    i >= from && i < to
      ? { ...step, parts: step.parts.map((part) => (part.role === role ? later : part)) }
      : step,
  );
}
