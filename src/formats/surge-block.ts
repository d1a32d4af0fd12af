import { monotoneCubic } from '@/core/numerics/monotone-cubic';
import { readNumber, type MapTable } from './map-table';

export type SurgePoint = { line: number; flow: number; ratio: number };

/**
 * A block at the end of a map file that states the surge line: rows behind a row that names it. In: the table; the columns
 * of flow and ratio; the decimal sign. Out: the rows before it; its points in the file's own units, where they are numbers.
 */
export function withoutSurgeBlock(
  { rows }: Pick<MapTable, 'rows'>,
  columns: { flow: number; ratio: number },
  decimal: '.' | ',',
): { rows: MapTable['rows']; points: SurgePoint[]; leftOut: number } {
  const start = rows.findIndex(
    ({ cells }) =>
      cells.some((cell) => /surge|pump limit/i.test(cell)) &&
      Number.isNaN(readNumber(cells[columns.ratio] ?? '', decimal)),
  );
  if (start < 0) return { rows, points: [], leftOut: 0 };
  const block = rows.slice(start);
  const points = block.flatMap(({ line, cells }): SurgePoint[] => {
    const own = [cells[columns.flow], cells[columns.ratio]].map((c) => readNumber(c ?? '', decimal));
    const numbers = cells.map((c) => readNumber(c, decimal)).filter((v) => Number.isFinite(v));
    const [flow, ratio] = own.every(Number.isFinite) ? own : numbers;
    return flow !== undefined && ratio !== undefined ? [{ line, flow, ratio }] : [];
  });
  return { rows: rows.slice(0, start), points, leftOut: block.length - points.length };
}

/**
 * Points of a speed line from a stated surge line on: what lies left of it by more than reading accuracy is left out, as
 * long as three points stay. In: points by rising flow, the surge line in the same units.
 */
export function rightOfSurge<P extends { flow: number; pressureRatio: number }>(
  line: P[],
  surge: { flow: number; ratio: number }[],
): P[] {
  const rising = [...surge]
    .sort((a, b) => a.ratio - b.ratio)
    .filter((p, i, all) => i === 0 || p.ratio > all[i - 1]!.ratio + 1e-9);
  if (rising.length < 2) return line;
  const at = monotoneCubic(
    rising.map((p) => p.ratio),
    rising.map((p) => p.flow),
  );
  const kept = line.filter(
    ({ flow, pressureRatio }) =>
      pressureRatio < at.first || pressureRatio > at.last || flow >= at.at(pressureRatio) * 0.995,
  );
  return kept.length >= 3 ? kept : line;
}
