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

/** A solved speed of a forecast as a line of a file. SI; null where there is none. */
type SpeedLine = {
  speedRpm: number;
  power: number;
  boostGauge: number;
  backPressureGauge: number;
  chargeTemperature: number;
  fuelFlow: number | null;
  limit: number | null;
};

/** Every speed of a forecast as a file. In: lines; the basis of the power in words. */
export function speedsCsv(lines: readonly SpeedLine[], basis: string): string {
  const heads = [
    'rpm',
    `power at the ${basis}, kW`,
    `torque at the ${basis}, N·m`,
    'boost, kPa gauge',
    'back pressure, kPa gauge',
    'charge temperature, °C',
    'fuel, L/h',
    'share of the nearest limit, %',
  ];
  const text = (value: number | null, digits: number) =>
    value === null || !Number.isFinite(value) ? '' : value.toFixed(digits);
  const rows = lines.map((line) => [
    String(line.speedRpm),
    text(line.power / 1_000, 2),
    text((line.power * 30) / (Math.PI * line.speedRpm), 1),
    text(line.boostGauge / 1_000, 2),
    text(line.backPressureGauge / 1_000, 2),
    text(line.chargeTemperature - 273.15, 1),
    text(line.fuelFlow === null ? null : line.fuelFlow * 3.6e6, 2),
    text(line.limit === null ? null : 100 * line.limit, 1),
  ]);
  return `${Papa.unparse([heads, ...rows], { newline: '\r\n' })}\r\n`;
}
