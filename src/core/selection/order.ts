import { reason, type Reason } from '../working/range';
import { usualMargins } from '../compressor/usual-margins';
import type { Form } from './candidate';
import type { Row } from './row';

export const criteria = [
  'power',
  'threshold',
  'time',
  'efficiency',
  'margins',
  'price',
  'size',
  'simplicity',
] as const;
export type Criterion = (typeof criteria)[number];
/** How much each criterion counts, 0 (not at all) to 10. */
export type Weights = Record<Criterion, number>;

/** What nobody knows of a machine while its drive is open. */
const NEED_A_DRIVE: readonly Criterion[] = ['threshold', 'time'];

/** The criteria that have a say with a drive, or with the drive left open. */
export const criteriaWith = (drive: 'open' | 'exhaust'): readonly Criterion[] =>
  drive === 'open' ? criteria.filter((c) => !NEED_A_DRIVE.includes(c)) : criteria;

/** Between early boost and top end, as most jobs are built; a second charger has to bring more than any other one thing is worth. */
export const DEFAULT_WEIGHTS: Weights = {
  power: 5,
  threshold: 6,
  time: 5,
  efficiency: 4,
  margins: 5,
  price: 3,
  size: 1,
  simplicity: 8,
};

/** Room over the goal that counts, as a multiple of it: more than a quarter is worth nothing unless it is asked for. */
export const DEFAULT_ROOM = 1.25;
/** What a ranking is judged against: the goal, W at the flywheel, the room over it that counts, and the least surge margin. */
export type RankingGoal = { power: number; room: number; surge?: number };

/** What a second turbo costs in pipes, gates and things that can go wrong, before its price: 1 none. */
const SIMPLICITY: Record<Form, number> = { single: 1, parallel: 0.4, compound: 0 };

export type Ranked = Row & {
  /** 0 to 1 on the weights. */
  score: number;
  credit: Record<Criterion, number>;
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
function roomOf({ potential, worstVenue }: Row, { power, room }: RankingGoal): number {
  const times = (potential * worstVenue) / power;
  return clamp((times - 1) / Math.max(0.02, room - 1)) * (1 - clamp(times / room - TOO_LARGE));
}

/**
 * Puts rows in order on somebody's weights: feasible ones first, then those nearest to feasible, then those without a
 * match. The score is the weighted mean of the credits. Threshold, time and size are judged within the field of the
 * feasible; room over the goal counts up to the share asked for; a second turbo costs simplicity and price.
 * In: rows; weights 0 to 10; the goal. Never throws. Source of the bounds: common practice, no source.
 */
export function rank(rows: readonly Row[], weights: Weights, goal: RankingGoal): Ranked[] {
  const holding = rows.filter((r) => r.kind === 'holds');
  const field = holding.length ? holding : rows.filter((r) => r.kind !== 'fails');
  const range = (of: (r: Row) => number | null): [number, number] => {
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
  const isOpen = rows.some((r) => r.strip !== null);
  const counts = (c: Criterion) =>
    (isOpen && NEED_A_DRIVE.includes(c)) || (c === 'time' && timed < field.length / 2) ? 0 : weights[c];
  const total = criteria.reduce((sum, c) => sum + counts(c), 0) || 1;
  const onFront = frontOf(field);
  const ranked = rows.map((r): Ranked => {
    const credit: Record<Criterion, number> = {
      power: roomOf(r, goal),
      threshold: between(r.threshold, latest, earliest),
      // Before it is matched nobody knows: half.
      time: r.pass === 'screened' ? 0.5 : between(r.time, slowest, quickest),
      efficiency: clamp(((r.efficiency ?? 0) - 0.55) / 0.25),
      margins:
        (r.state === 'marginal' ? MARGINAL : 1) *
        Math.min(clamp((r.surge?.margin ?? SURGE_ROOM) / SURGE_ROOM), clamp((1 - r.fastest) / SPEED_ROOM)),
      price: r.price === null || !cheapest ? 0.5 : clamp(cheapest / r.price),
      size: largest ? clamp(1 - r.size / largest) : 0.5,
      simplicity: SIMPLICITY[r.form],
    };
    const sum = criteria.reduce((s, c) => s + counts(c) * credit[c], 0) / total;
    return {
      ...r,
      credit,
      score: sum,
      isOnFront: onFront.has(r.key),
      // Of some thousand rows a screenful is read.
      get reason() {
        return reasonFor(this, ranked[0]!, counts, goal.surge ?? usualMargins.surge);
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
export function frontOf(rows: readonly Row[]): Set<string> {
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

/** The first of those whose drive is open: what its map does. */
const firstOpen = ({ efficiency, surge }: Row): Reason =>
  surge
    ? reason('rank-first', {
        efficiency: [efficiency ?? 0, 'share'],
        margin: [surge.margin, 'share'],
        speed: [surge.speedRpm, 'engineSpeed'],
      })
    : reason('rank-first-efficient', { efficiency: [efficiency ?? 0, 'share'] });

/** In one sentence why a row stands where it does. */
function reasonFor(
  row: Ranked,
  first: Ranked,
  weightOf: (c: Criterion) => number,
  leastSurge: number,
): Reason {
  if (row.state !== 'within') return row.why;
  if (row.worstVenue < 0.97) return reason('turbo-short-at-worst', { share: [row.worstVenue, 'share'] });
  if (row.surge !== null && row.surge.margin < leastSurge)
    return reason('rank-near-surge', {
      margin: [row.surge.margin, 'share'],
      speed: [row.surge.speedRpm, 'engineSpeed'],
    });
  if (row.key === first.key && row.strip) return firstOpen(row);
  if (row.key === first.key)
    return row.threshold === null
      ? reason('turbo-first-plain', { potential: [row.potential, 'power'] })
      : reason('turbo-first', { threshold: rpm(row.threshold), potential: [row.potential, 'power'] });
  const behind = criteria.reduce((worst, c) =>
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
      return row.surge !== null &&
        clamp(row.surge.margin / SURGE_ROOM) <= clamp((1 - row.fastest) / SPEED_ROOM)
        ? reason('turbo-margin', { margin: [row.surge.margin, 'share'] })
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
  ranked: readonly Ranked[],
  goal: RankingGoal,
): { school: School; row: Ranked; why: Reason }[] {
  // A first look is too coarse to pick by: what is matched is picked from.
  const holding = ranked.filter((r) => r.kind === 'holds' && r.threshold !== null && r.pass !== 'screened');
  if (!holding.length) return [];
  const best = (rows: readonly Ranked[], less: (a: Ranked, b: Ranked) => boolean) =>
    rows.reduce<Ranked | undefined>((found, r) => (!found || less(r, found) ? r : found), undefined);
  const early = best(holding, (a, b) => (a.fullFrom ?? Infinity) < (b.fullFrom ?? Infinity))!;
  const top = best(holding, (a, b) => a.potential > b.potential)!;
  const grow = best(
    holding.filter((r) => r.potential >= goal.room * goal.power),
    (a, b) => (a.fullFrom ?? Infinity) < (b.fullFrom ?? Infinity),
  );
  const full = (r: Ranked) => rpm(r.fullFrom ?? r.threshold!);
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
