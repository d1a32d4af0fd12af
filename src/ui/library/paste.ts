import { readNumber } from '@/formats/map-table';

type Block = { ok: true; rows: { column: number; value: number }[][] } | { ok: false; why: string };

const MOST_ROWS = 200;

/**
 * A block of cells from a spreadsheet, laid into a grid from a cell on. In: text with tabs and line ends; the cell it lands
 * on; the grid's width. Out: numbers with their columns, or the first cell that is none. A comma is a decimal sign where
 * no cell has a point.
 */
export function readBlock(text: string, row: number, column: number, width: number): Block {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n');
  if (row + lines.length > MOST_ROWS)
    return { ok: false, why: `Nothing was pasted: a speed line has at most ${MOST_ROWS} points.` };
  const decimal = text.includes(',') && !text.includes('.') ? ',' : '.';
  const rows: { column: number; value: number }[][] = [];
  for (const [i, line] of lines.entries()) {
    const parts = line.split('\t');
    if (column + parts.length > width)
      return {
        ok: false,
        why: `Nothing was pasted: row ${i + 1} has ${parts.length} cells, there is room for ${width - column}.`,
      };
    const values = parts.map((part, k) => ({ column: column + k, value: readNumber(part, decimal), part }));
    const bad = values.find((v) => !Number.isFinite(v.value));
    if (bad)
      return { ok: false, why: `Nothing was pasted: row ${i + 1}, “${bad.part.slice(0, 20)}” is no number.` };
    rows.push(values.map(({ column: k, value }) => ({ column: k, value })));
  }
  return { ok: true, rows };
}
