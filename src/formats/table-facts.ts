import { confidences, type Confidence } from '@/core/documents/input';
import { parseQuantity } from '@/core/units/parse';
import { unitsOf, type Quantity } from '@/core/units/quantities';
import { reason } from '@/core/working/range';
import { readNumber, type FileFinding, type MapTable } from './map-table';

/** A fact of a table: its field, how its line is called, and its quantity; a text where it has none. */
export type FactKey<Facts> = [field: keyof Facts & string, pattern: RegExp, quantity: Quantity | null];

type Sure = { sure: Partial<Record<string, Confidence>> };

/** Takes a fact that a line above a table states into the facts, SI; what is not known or cannot be read is left alone. */
export function takeFact<Facts extends Sure>(
  facts: Facts,
  keys: readonly FactKey<Facts>[],
  { key, value }: MapTable['facts'][number],
): void {
  const found = keys.find(([, pattern]) => pattern.test(key));
  if (!found) return;
  const [field, , quantity] = found;
  const into = facts as Record<string, unknown>;
  if (!quantity) {
    into[field] = value.slice(0, field === 'note' ? 2_000 : 80);
    return;
  }
  const [text = '', ...rest] = value.split(',');
  const sure = confidences.find((c) => c === rest.at(-1)?.trim());
  const whole = sure ? value.slice(0, value.lastIndexOf(',')) : value;
  const si = unitsOf(quantity).find((u) => u.factor === 1 && !u.offset) ?? unitsOf(quantity)[0]!;
  const read = parseQuantity(whole.replace(/ abs$/, '').trim() || text, quantity, si);
  if (!read.ok) return;
  into[field] = read.value;
  if (sure) facts.sure[field] = sure;
}

/** The number in a cell; NaN where there is none, with what is wrong and its line among the problems. */
export function cellNumber(
  { line, cells }: MapTable['rows'][number],
  column: number,
  what: string,
  decimal: '.' | ',',
  problems: FileFinding[],
): number {
  const text = (cells[column] ?? '').trim();
  const value = readNumber(text, decimal);
  if (!Number.isFinite(value))
    problems.push({
      line,
      reason: text
        ? reason('cell-not-a-number', {}, { column: what, text: text.slice(0, 40) })
        : reason('cell-empty', {}, { column: what }),
    });
  return value;
}

/** A place of a document in words instead of a path. */
export const wherePlain = (path: PropertyKey[], otherwise: string): string =>
  String(path.findLast((key) => typeof key === 'string' && key !== 'value') ?? otherwise).replace(
    /([A-Z])/g,
    (letter) => ` ${letter.toLowerCase()}`,
  );
