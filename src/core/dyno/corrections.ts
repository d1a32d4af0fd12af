import { saturationPressure } from '../air/humid-air';

/** The corrections a dyno sheet may carry, the edition in the name; 'none' is as measured. */
export const corrections = ['none', 'sae-j1349', 'sae-j607', 'din-70020', 'iso-1585'] as const;
export type Correction = (typeof corrections)[number];

/** The air of a run: station pressure Pa, temperature K, relative humidity 0 to 1. */
export type RunAir = { pressure: number; temperature: number; humidity: number };

/** Pressure of the dry air, Pa. Never below a tenth of the station's, so that absurd readings stay finite. */
const dryPressure = ({ pressure, temperature, humidity }: RunAir): number =>
  Math.max(0.1 * pressure, pressure - humidity * saturationPressure(temperature));

/**
 * Factor that a correction puts on measured power: corrected = factor · measured. In: the correction; the run's air.
 * Valid for the weather of dyno cells; SAE J1349 itself asks for a factor of 0.93 to 1.07. Never throws.
 * Source: SAE J1349 (1.18 · 990/p_d · √(T/298) − 0.18, p_d dry in hPa), SAE J607 (29.92 inHg and 60 °F, dry), DIN 70020
 * (1013.25 hPa and 20 °C, total pressure), ISO 1585 for spark ignition (99 kPa dry, 298 K).
 */
export function correctionFactor(correction: Correction, air: RunAir): number {
  const { temperature } = air;
  const dry = dryPressure(air);
  switch (correction) {
    case 'none':
      return 1;
    case 'sae-j1349':
      return 1.18 * (99_000 / dry) * Math.sqrt(temperature / 298) - 0.18;
    case 'sae-j607':
      return ((29.92 * 3386.389) / dry) * Math.sqrt(((temperature * 9) / 5 + 0.33) / 520);
    case 'din-70020':
      return (101_325 / air.pressure) * Math.sqrt(temperature / 293);
    case 'iso-1585':
      return (99_000 / dry) ** 1.2 * (temperature / 298) ** 0.6;
  }
}
