import Papa from 'papaparse';

/** A forecast with its band as a file. In: rows of speed, rev/min, and power by the edges of the band, W; the basis. */
export function forecastCsv(
  rows: readonly { speedRpm: number; power: readonly number[] }[],
  basis: 'flywheel' | 'wheels',
): string {
  const heads = ['rpm', ...[10, 25, 50, 75, 90].map((share) => `${share} % under, kW at the ${basis}`)];
  const lines = rows.map(({ speedRpm, power }) => [
    String(speedRpm),
    ...power.map((value) => (Number.isFinite(value) ? (value / 1_000).toFixed(2) : '')),
  ]);
  return `${Papa.unparse([heads, ...lines], { newline: '\r\n' })}\r\n`;
}
