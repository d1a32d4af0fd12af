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

/**
 * What passes a filter: every word of the text stands in the line, and no limit is broken; what is not known passes no limit.
 * Worked out once for thousands of lines.
 */
export function passing({ filters = [], columns }: AnyKind, filter: ListFilter): (line: AnyLine) => boolean {
  const limits = filters.flatMap(({ edge, value }, i) => {
    const limit = filter.limits[i] ?? null;
    return limit === null ? [] : [{ edge, value, limit }];
  });
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  const texts = columns.filter((column) => !column.quantity && !column.figures);
  return (line) => {
    if (line.retired && !filter.retired) return false;
    if (filter.inStock && !line.stock) return false;
    for (const { edge, value, limit } of limits) {
      const found = value(line);
      if (found === null || (edge === 'least' ? found < limit - 1e-9 : found > limit + 1e-9)) return false;
    }
    if (!words.length) return true;
    let text = '';
    for (const column of texts) text += ` ${column.value(line) ?? ''}`;
    text = text.toLowerCase();
    return words.every((word) => text.includes(word));
  };
}
