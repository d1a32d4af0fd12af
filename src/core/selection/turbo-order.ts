import { reason, type Reason } from '../working/range';
import { LEAST_SURGE_MARGIN } from '../solve/map-spans';
import {
  turboCriteria,
  type Form,
  type RankingGoal,
  type TurboCriterion,
  type TurboRow,
  type TurboWeights,
} from './rank-turbos';

/** What a second turbo costs in pipes, gates and things that can go wrong, before its price: 1 none. */
const SIMPLICITY: Record<Form, number> = { single: 1, parallel: 0.4, compound: 0 };

export type RankedTurbo = TurboRow & {
  /** 0 to 1 on the weights. */
  score: number;
  credit: Record<TurboCriterion, number>;
  readonly reason: Reason;
  /** On the front: nothing else has both an earlier threshold and more power in it. */
  isOnFront: boolean;
};

/** Margins beyond these are worth nothing more: a turbo too large has plenty of both (common practice, no source). */
const SURGE_ROOM = 0.2;
const SPEED_ROOM = 0.15;

const clamp = (x: number) => Math.min(1, Math.max(0, x));
/** What is left of the margins where a limit is only just kept. */
const MARGINAL = 0.5;
/** Room beyond what is asked by this much again makes a wheel too large for the goal: it costs what too little would. */
const TOO_LARGE = 1.25;

/** Where a value lies between the worst and the best of the field; half where nobody knows. */
function between(value: number | null, worst: number, best: number): number {
  if (value === null) return 0;
  return worst === best ? 1 : clamp((value - worst) / (best - worst));
}

/** Room over the goal, up to the share asked for: less where the worst venue takes power away, or where the wheel is far too large. */
function roomOf({ potential, worstVenue }: TurboRow, { power, room }: RankingGoal): number {
  const times = (potential * worstVenue) / power;
  return clamp((times - 1) / Math.max(0.02, room - 1)) * (1 - clamp(times / room - TOO_LARGE));
}

/**
 * Puts rows in order on somebody's weights: feasible ones first, then those nearest to feasible, then those without a
 * match. The score is the weighted mean of the credits. Threshold, time and size are judged within the field of the
 * feasible; room over the goal counts up to the share asked for; a second turbo costs simplicity and price.
 * In: rows; weights 0 to 10; the goal. Never throws. Source of the bounds: common practice, no source.
 */
export function rankTurbos(
  rows: readonly TurboRow[],
  weights: TurboWeights,
  goal: RankingGoal,
): RankedTurbo[] {
  const holding = rows.filter((r) => r.kind === 'holds');
  const field = holding.length ? holding : rows.filter((r) => r.kind !== 'fails');
  const range = (of: (r: TurboRow) => number | null): [number, number] => {
    let least = Infinity;
    let most = -Infinity;
    for (const row of field) {
      const value = of(row);
      if (value === null) continue;
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
    return least <= most ? [least, most] : [0, 0];
  };
  const [earliest, latest] = range((r) => r.threshold);
  const [quickest, slowest] = range((r) => r.time);
  const [cheapest] = range((r) => r.price);
  const [, largest] = range((r) => r.size);
  // A trial at a speed where most have no full boost yet says nothing of their times.
  const timed = field.filter((r) => r.time !== null || r.pass === 'screened').length;
  const counts = (c: TurboCriterion) => (c === 'time' && timed < field.length / 2 ? 0 : weights[c]);
  const total = turboCriteria.reduce((sum, c) => sum + counts(c), 0) || 1;
  const onFront = frontOf(field);
  const ranked = rows.map((r): RankedTurbo => {
    const credit: Record<TurboCriterion, number> = {
      power: roomOf(r, goal),
      threshold: between(r.threshold, latest, earliest),
      // Before it is matched nobody knows: half.
      time: r.pass === 'screened' ? 0.5 : between(r.time, slowest, quickest),
      efficiency: clamp(((r.efficiency ?? 0) - 0.55) / 0.25),
      margins:
        (r.state === 'marginal' ? MARGINAL : 1) *
        Math.min(clamp((r.surge ?? SURGE_ROOM) / SURGE_ROOM), clamp((1 - r.fastest) / SPEED_ROOM)),
      price: r.price === null || !cheapest ? 0.5 : clamp(cheapest / r.price),
      size: largest ? clamp(1 - r.size / largest) : 0.5,
      simplicity: SIMPLICITY[r.form],
    };
    const sum = turboCriteria.reduce((s, c) => s + counts(c) * credit[c], 0) / total;
    return {
      ...r,
      credit,
      score: sum,
      isOnFront: onFront.has(r.key),
      // Of some thousand rows a screenful is read.
      get reason() {
        return reasonFor(this, ranked[0]!, counts);
      },
    };
  });
  ranked.sort(
    (a, b) =>
      a.excess - b.excess ||
      b.score - a.score ||
      (a.name < b.name ? -1 : a.name > b.name ? 1 : a.key < b.key ? -1 : 1),
  );
  return ranked;
}

/** Keys of the rows that no other beats in both threshold and power. In: rows that are in the running. */
export function frontOf(rows: readonly TurboRow[]): Set<string> {
  const known = rows
    .filter((r) => r.threshold !== null)
    .sort((a, b) => a.threshold! - b.threshold! || b.potential - a.potential || (a.key < b.key ? -1 : 1));
  const front = new Set<string>();
  let most = -Infinity;
  for (const r of known) {
    if (r.potential <= most) continue;
    most = r.potential;
    front.add(r.key);
  }
  return front;
}

const rpm = (value: number): [number, 'engineSpeed'] => [Math.round(value / 50) * 50, 'engineSpeed'];

/** In one sentence why a row stands where it does. */
function reasonFor(row: RankedTurbo, first: RankedTurbo, weightOf: (c: TurboCriterion) => number): Reason {
  if (row.state !== 'within') return row.why;
  if (row.worstVenue < 0.97) return reason('turbo-short-at-worst', { share: [row.worstVenue, 'share'] });
  if (row.surge !== null && row.surge < LEAST_SURGE_MARGIN)
    return reason('turbo-near-surge', { margin: [row.surge, 'share'] });
  if (row.key === first.key)
    return row.threshold === null
      ? reason('turbo-first-plain', { potential: [row.potential, 'power'] })
      : reason('turbo-first', { threshold: rpm(row.threshold), potential: [row.potential, 'power'] });
  const behind = turboCriteria.reduce((worst, c) =>
    weightOf(c) * (first.credit[c] - row.credit[c]) >
    weightOf(worst) * (first.credit[worst] - row.credit[worst])
      ? c
      : worst,
  );
  switch (behind) {
    case 'threshold':
      if (row.threshold !== null && first.threshold !== null)
        return reason('turbo-later', { threshold: rpm(row.threshold), first: rpm(first.threshold) });
      break;
    case 'time':
      if (row.time !== null && first.time !== null)
        return reason('turbo-slower', { time: [row.time, 'shortTime'], first: [first.time, 'shortTime'] });
      if (row.time === null && first.time !== null && row.pass !== 'screened')
        return reason('turbo-never-full');
      break;
    case 'power':
      return reason('turbo-less-room', {
        potential: [row.potential, 'power'],
        first: [first.potential, 'power'],
      });
    case 'margins':
      return row.surge !== null && clamp(row.surge / SURGE_ROOM) <= clamp((1 - row.fastest) / SPEED_ROOM)
        ? reason('turbo-margin', { margin: [row.surge, 'share'] })
        : reason('turbo-fast', { share: [row.fastest, 'share'] });
    case 'price':
      if (row.price !== null && first.price !== null)
        return reason('turbo-dearer', { price: [row.price, 'money'], first: [first.price, 'money'] });
      break;
    case 'simplicity':
      return reason(row.form === 'parallel' ? 'turbo-twins-more' : 'turbo-pair-more', {});
    case 'size':
      return reason('turbo-larger', { inducer: [row.inducer, 'bore'], first: [first.inducer, 'bore'] });
  }
  return reason('turbo-less-efficient', {
    efficiency: [row.efficiency ?? 0, 'share'],
    first: [first.efficiency ?? 0, 'share'],
  });
}

export type School = 'early' | 'top' | 'grow';

/** What each school would pick of those that hold, and why; none where nothing does. */
export function schoolPicks(
  ranked: readonly RankedTurbo[],
  goal: RankingGoal,
): { school: School; row: RankedTurbo; why: Reason }[] {
  // A first look is too coarse to pick by: what is matched is picked from.
  const holding = ranked.filter((r) => r.kind === 'holds' && r.threshold !== null && r.pass !== 'screened');
  if (!holding.length) return [];
  const best = (rows: readonly RankedTurbo[], less: (a: RankedTurbo, b: RankedTurbo) => boolean) =>
    rows.reduce<RankedTurbo | undefined>((found, r) => (!found || less(r, found) ? r : found), undefined);
  const early = best(holding, (a, b) => (a.fullFrom ?? Infinity) < (b.fullFrom ?? Infinity))!;
  const top = best(holding, (a, b) => a.potential > b.potential)!;
  const grow = best(
    holding.filter((r) => r.potential >= goal.room * goal.power),
    (a, b) => (a.fullFrom ?? Infinity) < (b.fullFrom ?? Infinity),
  );
  const full = (r: RankedTurbo) => rpm(r.fullFrom ?? r.threshold!);
  return [
    {
      school: 'early',
      row: early,
      why: reason('picks-early', { full: full(early), threshold: rpm(early.threshold!) }),
    },
    ...(grow
      ? [
          {
            school: 'grow' as const,
            row: grow,
            why: reason('picks-grow', { potential: [grow.potential, 'power'], full: full(grow) }),
          },
        ]
      : []),
    {
      school: 'top',
      row: top,
      why: reason('picks-top', { potential: [top.potential, 'power'], full: full(top) }),
    },
  ];
}
