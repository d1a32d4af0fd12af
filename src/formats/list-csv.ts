import Papa from 'papaparse';
import { toUnit, unitsOf, type Quantity, type Unit } from '@/core/units/quantities';
import { kindOf } from './kinds';
import type { ItemDocument } from './kinds/documents';
import { atPath, BARE, fieldsOf, SURE_WORDS } from './list-table';

/** The unit a file is written in: SI where the quantity has it, and few digits lost to no one. */
const unitIn = (quantity: Quantity): Unit =>
  unitsOf(quantity).find((u) => u.factor === 1 && !u.offset) ?? unitsOf(quantity)[0]!;

const headOf = (label: string, quantity: Quantity): string => {
  const symbol = unitIn(quantity).symbol || (quantity === 'share' ? BARE : '');
  return symbol ? `${label} (${symbol})` : label;
};
const figure = (value: number, quantity: Quantity): number =>
  Number(toUnit(value, unitIn(quantity)).toPrecision(14));

/**
 * Items of a kind as a list: a row each, or one for every line of the table an item has, with the fields of its kind as
 * columns. In: items of one kind. What a shop writes it reads back the same. Described in docs/formats/list.md.
 */
export function writeListCsv(documents: readonly ItemDocument[]): string {
  const fields = fieldsOf(kindOf(documents[0]!.kind));
  const heads = fields.flatMap((field) => {
    switch (field.kind) {
      case 'measure':
        return [headOf(field.label, field.quantity), `${field.label}${SURE_WORDS}`];
      case 'number':
        return [headOf(field.label, field.quantity)];
      case 'table':
        return field.columns.map(({ name, quantity }) => headOf(`${field.label}: ${name}`, quantity));
      default:
        return [field.label];
    }
  });
  const rows = documents.flatMap((document) => {
    const table = fields.find((f) => f.kind === 'table');
    const lines = table ? (atPath(document, table.path) as Record<string, number>[]) : [null];
    return lines.map((line) =>
      fields.flatMap((field): (string | number)[] => {
        const value = atPath(document, field.path);
        if (field.kind === 'table')
          return field.columns.map(({ key, quantity }) => figure(line![key]!, quantity));
        if (field.kind === 'measure') {
          const input = value as { value: number; confidence: string } | undefined;
          return input ? [figure(input.value, field.quantity), input.confidence] : ['', ''];
        }
        if (field.kind === 'number')
          return [value === undefined ? '' : figure(value as number, field.quantity)];
        return [String(value ?? '')];
      }),
    );
  });
  return `${Papa.unparse([heads, ...rows], {
    newline: '\n',
    escapeFormulae: true,
    // A sign in a text is no column.
    quotes: (value) => typeof value === 'string' && value !== '',
  })}\n`;
}
