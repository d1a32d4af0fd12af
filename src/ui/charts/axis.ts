/** Axes of the charts: narrow figures in mute, a hairline of ink, ticks inward. */
export const axisProps = {
  tick: { fill: 'var(--mute)', fontSize: 12, style: { fontStretch: '86%' } },
  axisLine: { stroke: 'var(--ink)' },
  tickLine: { stroke: 'var(--ink)' },
  tickSize: 4,
} as const;

/** Decimals that ticks need to be told apart. */
export const digitsOf = (ticks: readonly number[]): number =>
  Math.max(0, -Math.floor(Math.log10((ticks[1] ?? 1) - (ticks[0] ?? 0)) + 1e-9));
