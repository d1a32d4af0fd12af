import { scaleLinear } from 'd3-scale';

/** Axes of the charts: narrow figures in mute, a hairline of ink, ticks inward. */
export const axisProps = {
  tick: { fill: 'var(--mute)', fontSize: 12, style: { fontStretch: '86%' } },
  axisLine: { stroke: 'var(--ink)' },
  tickLine: { stroke: 'var(--ink)' },
  tickSize: 4,
} as const;

/** Round engine speeds for an axis, about eight. rev/min. */
export const speedTicks = (from: number, to: number): number[] => scaleLinear([from, to], [0, 1]).ticks(8);
