import Papa from 'papaparse';

/** A plan of timing as a file. In: columns' boosts, Pa gauge; rows of speed, rev/min, and timing, rad BTDC, null where there is none. */
export function planCsv(
  boosts: readonly number[],
  rows: readonly { speedRpm: number; timings: readonly (number | null)[] }[],
): string {
  const heads = ['rpm', ...boosts.map((boost) => `${(boost / 1_000).toFixed(0)} kPa gauge, ° BTDC`)];
  const lines = rows.map(({ speedRpm, timings }) => [
    String(speedRpm),
    ...timings.map((timing) => (timing === null ? '' : ((timing * 180) / Math.PI).toFixed(1))),
  ]);
  return Papa.unparse([heads, ...lines], { newline: '\r\n' });
}
