import type { AnyKind, AnyLine } from '@/formats/kinds';

/** What a list is narrowed to. Limits in SI, in the order of the kind's filters; null: no limit. */
export type ListFilter = {
  text: string;
  limits: readonly (number | null)[];
  inStock: boolean;
  retired: boolean;
};

export const noFilter = ({ filters }: AnyKind): ListFilter => ({
  text: '',
  limits: (filters ?? []).map(() => null),
  inStock: false,
  retired: false,
});

/** Whether a line passes: every word of the text stands in it, and no limit is broken. What is not known passes no limit. */
export function passesList({ filters = [], columns }: AnyKind, line: AnyLine, filter: ListFilter): boolean {
  if (line.retired && !filter.retired) return false;
  if (filter.inStock && !line.stock) return false;
  const isWithin = filters.every(({ edge, value }, i) => {
    const limit = filter.limits[i] ?? null;
    const found = value(line);
    if (limit === null) return true;
    if (found === null) return false;
    return edge === 'least' ? found >= limit - 1e-9 : found <= limit + 1e-9;
  });
  if (!isWithin) return false;
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.length) return true;
  const texts = columns
    .filter((column) => !column.quantity && !column.figures)
    .map((c) => c.value(line) ?? '');
  const text = texts.join(' ').toLowerCase();
  return words.every((word) => text.includes(word));
}
