import type { LibraryHead } from '@/formats/library-items';

/** What the list is narrowed to. SI; null: no limit. */
export type ListFilter = {
  text: string;
  leastInducer: number | null;
  mostInducer: number | null;
  leastFlow: number | null;
  leastRatio: number | null;
  mostPrice: number | null;
  inStock: boolean;
  retired: boolean;
};

export const noListFilter: ListFilter = {
  text: '',
  leastInducer: null,
  mostInducer: null,
  leastFlow: null,
  leastRatio: null,
  mostPrice: null,
  inStock: false,
  retired: false,
};

/** Whether a compressor passes: every word of the text stands in its name or note, and no limit is broken. */
export function passesList(head: LibraryHead, filter: ListFilter): boolean {
  if (head.retired && !filter.retired) return false;
  if (filter.inStock && !head.stock) return false;
  const least = (limit: number | null, value: number) => limit === null || value >= limit - 1e-9;
  const most = (limit: number | null, value: number | null) =>
    limit === null || (value !== null && value <= limit + 1e-9);
  if (!least(filter.leastInducer, head.inducer) || !most(filter.mostInducer, head.inducer)) return false;
  if (!least(filter.leastFlow, head.mostFlow) || !least(filter.leastRatio, head.highestRatio)) return false;
  if (!most(filter.mostPrice, head.price)) return false;
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.length) return true;
  const text = `${head.name} ${head.note}`.toLowerCase();
  return words.every((word) => text.includes(word));
}
