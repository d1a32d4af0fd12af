import { scaleLinear } from 'd3-scale';
import { strokeOf } from '../setups/dashes';

/** One place across of a plot, and what each curve has there. */
export type PlotRow = { x: number } & Record<string, number | [number, number] | undefined>;

/** How a curve is drawn: a setup's own line, and what stands beside it. */
export type Look = {
  stroke: string;
  strokeWidth: number;
  strokeDasharray?: string;
  strokeLinecap?: 'round' | 'butt';
};

export type PlotCurve = {
  key: string;
  /** What the pointer's note calls it. */
  name: string;
  look: Look;
  /** The setup's letter at the curve's end. */
  end?: { letter: string; slot: number };
};

/** A dot in a plot: a figure at the selected speed, a measured row, the end of a search. */
export type PlotDot = { x: number; y: number; radius: number; fill: string; stroke: string; label?: string };

/** A line right through a plot: what is asked, or the selected speed. */
export type PlotFlag = { axis: 'x' | 'y'; at: number; kind: 'goal' | 'asked' | 'selected' };

/** Looks of curves: of a setup in hand or beside it, by its slot; of what is compared with; of what is asked; of heat. */
export const looks = {
  own: (slot: number): Look => ({ ...strokeOf(slot), strokeWidth: 2 }),
  beside: (slot: number): Look => ({ ...strokeOf(slot), strokeWidth: 1.7 }),
  thin: { stroke: 'var(--mute)', strokeWidth: 1.2 },
  asked: { stroke: 'var(--brass)', strokeWidth: 2, strokeDasharray: '6 3' },
  /** A second share beside the first, of the same kind. */
  second: { stroke: 'var(--mute)', strokeWidth: 1.8, strokeDasharray: '4 2' },
  hot: { stroke: 'var(--ember)', strokeWidth: 1.7 },
} as const satisfies Record<string, Look | ((slot: number) => Look)>;

/** Curves that have places of their own, as the rows of one plot. In: points of each by its key. Out: rising in x. */
export function rowsOf(curves: Record<string, readonly { x: number; y: number }[]>): PlotRow[] {
  const rows = new Map<number, PlotRow>();
  const more: PlotRow[] = [];
  for (const [key, points] of Object.entries(curves))
    for (const { x, y } of points) {
      const row = rows.get(x);
      if (!row) rows.set(x, { x, [key]: y });
      // A step of one curve has two values at one place.
      else if (key in row) more.push({ x, [key]: y });
      else row[key] = y;
    }
  return [...rows.values(), ...more].sort((a, b) => a.x - b.x);
}

/** From where to where an axis goes: to even figures, so that it stands still while a curve moves a little. In: how many figures it shows. */
export function evenReach(
  low: number,
  high: number,
  ticks: number,
): { low: number; high: number; ticks: number } {
  const [from = low, to = high] = scaleLinear([low, high], [0, 1])
    .nice(3 * ticks)
    .domain();
  return { low: from, high: to, ticks };
}

/** What a curve has at a place, straight between its neighbours there; null outside its ends. */
export function valueAt(rows: readonly PlotRow[], key: string, x: number): number | null {
  const has = (row: PlotRow) => typeof row[key] === 'number';
  const before = rows.findLast((row) => row.x <= x && has(row));
  const after = rows.find((row) => row.x >= x && has(row));
  if (!before || !after) return null;
  const [low, high] = [Number(before[key]), Number(after[key])];
  return after.x === before.x ? low : low + ((high - low) * (x - before.x)) / (after.x - before.x);
}
