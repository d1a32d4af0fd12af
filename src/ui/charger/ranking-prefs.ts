import { criteria, DEFAULT_WEIGHTS, type Criterion, type Weights } from '@/core/selection/rank';

/** Which candidates are looked at. Lengths in m, price in the shop's currency; null: no limit. */
export type RankFilter = {
  arrangement: 'any' | 'single' | 'parallel';
  leastInducer: number | null;
  mostInducer: number | null;
  mostPrice: number | null;
  inStock: boolean;
};

export type RankingPrefs = { weights: Weights; filter: RankFilter };

export const noFilter: RankFilter = {
  arrangement: 'any',
  leastInducer: null,
  mostInducer: null,
  mostPrice: null,
  inStock: false,
};

const KEY = 'fierce-lung-ranking';
const number = (x: unknown): number | null => (typeof x === 'number' && Number.isFinite(x) ? x : null);

/** The weights and filter of this device: somebody's habit, not part of a job. Anything odd falls back to the default. */
export function readPrefs(): RankingPrefs {
  let stored: { weights?: Record<string, unknown>; filter?: Record<string, unknown> } = {};
  try {
    stored = JSON.parse(localStorage.getItem(KEY) ?? '{}') as typeof stored;
  } catch {
    // A browser without storage keeps the defaults.
  }
  const weight = (c: Criterion) => {
    const value = number(stored?.weights?.[c]);
    return value === null ? DEFAULT_WEIGHTS[c] : Math.min(10, Math.max(0, value));
  };
  const filter = stored?.filter ?? {};
  return {
    weights: Object.fromEntries(criteria.map((c) => [c, weight(c)])) as Weights,
    filter: {
      arrangement:
        filter.arrangement === 'single' || filter.arrangement === 'parallel' ? filter.arrangement : 'any',
      leastInducer: number(filter.leastInducer),
      mostInducer: number(filter.mostInducer),
      mostPrice: number(filter.mostPrice),
      inStock: filter.inStock === true,
    },
  };
}

export function keepPrefs(prefs: RankingPrefs): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(prefs));
  } catch {
    // Without storage the choice lasts as long as the page.
  }
}

type Filtered = { count: number; inducer: number; price: number | null; stock: number | null };

/** Whether a candidate passes the filter. Twins need two on the shelf and cost twice; an unknown price passes no limit. */
export function passes(c: Filtered, filter: RankFilter): boolean {
  if (filter.arrangement === 'single' && c.count !== 1) return false;
  if (filter.arrangement === 'parallel' && c.count !== 2) return false;
  if (filter.leastInducer !== null && c.inducer < filter.leastInducer - 1e-9) return false;
  if (filter.mostInducer !== null && c.inducer > filter.mostInducer + 1e-9) return false;
  if (filter.mostPrice !== null && (c.price === null || c.price * c.count > filter.mostPrice)) return false;
  return !filter.inStock || (c.stock ?? 0) >= c.count;
}
