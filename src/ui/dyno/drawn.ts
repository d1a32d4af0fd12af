import { scaleLinear } from 'd3-scale';
import { channels, type ChannelId } from '@/core/dyno/channels';
import { thinned } from '@/core/dyno/thinning';
import type { Curve } from '@/core/dyno/smoothing';
import { intervalOf } from '@/core/numerics/monotone-cubic';
import type { Quantity } from '@/core/units/quantities';
import type { Look, PlotCurve, PlotRow } from '../charts/curves';

/** A line of an aligned plot in the reader's units. */
export type Line = { key: string; name: string; look: Look; xs: number[]; ys: number[] };
export type AlignedPlot = {
  id: string;
  title: string;
  quantity: Quantity;
  rows: PlotRow[];
  curves: PlotCurve[];
  y: { low: number; high: number; ticks: number };
  lines: Line[];
};

/** Looks of the runs drawn: the one in hand, the one it is held against, and others; told apart by width and dash before colour. */
export const runLooks: Look[] = [
  { stroke: 'var(--ink)', strokeWidth: 2.4 },
  { stroke: 'var(--mute)', strokeWidth: 1.3 },
  { stroke: 'var(--plum)', strokeWidth: 1.6, strokeDasharray: '7 4' },
  { stroke: 'var(--teal)', strokeWidth: 1.8, strokeDasharray: '0.1 4.5', strokeLinecap: 'round' },
  { stroke: 'var(--plum)', strokeWidth: 1.3, strokeDasharray: '2 3' },
  { stroke: 'var(--teal)', strokeWidth: 1.3, strokeDasharray: '9 3 2 3' },
];
export const modelLook: Look = { stroke: 'var(--brass)', strokeWidth: 1.6 };
/** A promise is thinner than what the model has today, and dashed. */
export const promiseLook: Look = { stroke: 'var(--brass)', strokeWidth: 1, strokeDasharray: '5 3' };

/** Channels whose plot stands on nought: a curve cut off below is read as a steeper one. */
const FROM_NOUGHT: readonly ChannelId[] = [
  'torque',
  'power',
  'boost',
  'manifold',
  'backPressure',
  'injectorDuty',
];
const CELLS = 400;

/** What a line has at a place, straight between; null outside it. */
export function lineAt({ xs, ys }: Line, x: number): number | null {
  if (xs.length < 2 || x < xs[0]! || x > xs.at(-1)!) return null;
  const i = intervalOf(xs, x);
  const width = xs[i + 1]! - xs[i]!;
  return width > 0 ? ys[i]! + ((x - xs[i]!) / width) * (ys[i + 1]! - ys[i]!) : ys[i]!;
}

/** A curve over the revs as a line. In: what turns SI into the reader's unit. */
export const lineOf = (
  its: Pick<Line, 'key' | 'name' | 'look'>,
  { speeds, values }: Curve,
  show: (value: number) => number,
): Line => ({ ...its, xs: speeds, ys: values.map(show) });

/** A line between two places alone. */
export function clipped({ xs, ys, ...line }: Line, low: number, high: number): Line {
  const kept = xs.flatMap((x, i) => (x >= low && x <= high ? [i] : []));
  return { ...line, xs: kept.map((i) => xs[i]!), ys: kept.map((i) => ys[i]!) };
}

/** A channel over time from the start of the pull, thinned to what can be drawn. */
export function timeLine(
  its: Pick<Line, 'key' | 'name' | 'look'>,
  time: readonly number[],
  values: readonly number[],
  show: (value: number) => number,
): Line {
  const start = time[0] ?? 0;
  const { places, values: kept } = thinned(time, values, start, time.at(-1) ?? start, CELLS);
  return { ...its, xs: places.map((t) => t - start), ys: kept.map(show) };
}

/** Lines of one channel as a plot: rows of equal place are one. */
export function plotOf(channel: ChannelId, lines: Line[]): AlignedPlot {
  const rows = new Map<number, PlotRow>();
  for (const { key, xs, ys } of lines)
    xs.forEach((x, i) => {
      const row: PlotRow = rows.get(x) ?? { x };
      row[key] = ys[i]!;
      rows.set(x, row);
    });
  const all = lines.flatMap(({ ys }) => ys).filter(Number.isFinite);
  const [least, most] = all.reduce(
    ([low, high], y) => [Math.min(low, y), Math.max(high, y)],
    [Infinity, -Infinity],
  );
  const room = 0.06 * Math.max(most - least, 1e-3 * Math.abs(most), 1e-6);
  const low = FROM_NOUGHT.includes(channel) ? Math.min(0, least) : least - room;
  const [bottom, top] = all.length
    ? scaleLinear([low, most + room], [0, 1])
        .nice(4)
        .domain()
    : [0, 1];
  const { name, quantity } = channels[channel];
  return {
    id: channel,
    title: /^[a-z]/.test(name) ? name.charAt(0).toUpperCase() + name.slice(1) : name,
    quantity,
    rows: [...rows.values()].sort((a, b) => a.x - b.x),
    curves: lines.map(({ key, name: its, look }) => ({ key, name: its, look })),
    y: { low: bottom!, high: top!, ticks: 3 },
    lines,
  };
}
