import { forms, type Form } from '@/core/selection/candidate';
import {
  criteria,
  DEFAULT_ROOM,
  DEFAULT_WEIGHTS,
  type Criterion,
  type Weights,
} from '@/core/selection/order';
import type { Row } from '@/core/selection/row';
import type { Field } from '@/workers/pool';

/** Which candidates are looked at. Lengths in m, price in the shop's currency for all of it; null and '': no limit. */
export type RankFilter = {
  form: 'any' | Form;
  leastInducer: number | null;
  mostInducer: number | null;
  mostFrame: number | null;
  flange: string;
  mostPrice: number | null;
  inStock: boolean;
};

/** `room`: how much more than the goal counts, as a multiple of it. */
export type RankingPrefs = { weights: Weights; room: number; filter: RankFilter };

export const noFilter: RankFilter = {
  form: 'any',
  leastInducer: null,
  mostInducer: null,
  mostFrame: null,
  flange: '',
  mostPrice: null,
  inStock: false,
};

const KEY = 'fierce-lung-ranking';
const number = (x: unknown): number | null => (typeof x === 'number' && Number.isFinite(x) ? x : null);

const filterKey = (field: Field, jobId: string) => `${KEY}-${field}-${jobId}`;

function stored(key: string): Record<string, unknown> {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? '{}');
    return found && typeof found === 'object' ? (found as Record<string, unknown>) : {};
  } catch {
    // A browser without storage keeps the defaults.
    return {};
  }
}

/**
 * The weights of this device, somebody's habit whatever is ranked, and the filter of a field for a job on it: what is looked
 * at there is no habit. Anything odd falls back to the default.
 */
export function readPrefs(field: Field, jobId: string): RankingPrefs {
  const own = stored(KEY) as { weights?: Record<string, unknown>; room?: unknown };
  const filter = stored(filterKey(field, jobId));
  const weight = (c: Criterion) => {
    const value = number(own.weights?.[c]);
    return value === null ? DEFAULT_WEIGHTS[c] : Math.min(10, Math.max(0, value));
  };
  const { form, flange } = filter;
  return {
    weights: Object.fromEntries(criteria.map((c) => [c, weight(c)])) as Weights,
    room: Math.min(3, Math.max(1.02, number(own.room) ?? DEFAULT_ROOM)),
    filter: {
      form: forms.find((known) => known === form) ?? 'any',
      leastInducer: number(filter.leastInducer),
      mostInducer: number(filter.mostInducer),
      mostFrame: number(filter.mostFrame),
      flange: typeof flange === 'string' ? flange.slice(0, 60) : '',
      mostPrice: number(filter.mostPrice),
      inStock: filter.inStock === true,
    },
  };
}

export function keepPrefs(field: Field, jobId: string, { filter, ...own }: RankingPrefs): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(own));
    localStorage.setItem(filterKey(field, jobId), JSON.stringify(filter));
  } catch {
    // Without storage the choice lasts as long as the page.
  }
}

/** Whether a row passes the filter. An unknown price passes no limit; a pair needs both on the shelf. */
export function passes(
  r: Pick<Row, 'form' | 'inducer' | 'frame' | 'flange' | 'price' | 'stock'>,
  filter: RankFilter,
): boolean {
  return (
    (filter.form === 'any' || r.form === filter.form) &&
    (filter.leastInducer === null || r.inducer >= filter.leastInducer - 1e-9) &&
    (filter.mostInducer === null || r.inducer <= filter.mostInducer + 1e-9) &&
    (filter.mostFrame === null || (r.frame !== null && r.frame <= filter.mostFrame + 1e-9)) &&
    (filter.flange === '' || r.flange === filter.flange) &&
    (filter.mostPrice === null || (r.price !== null && r.price <= filter.mostPrice)) &&
    (!filter.inStock || (r.stock ?? 0) >= 1)
  );
}
