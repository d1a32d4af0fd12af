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

/** What a run's figures may carry: diesels have a form of their own, which rests on how much fuel they burn. */
export const runCorrections = [...corrections, 'iso-1585-diesel'] as const;
export type RunCorrection = (typeof runCorrections)[number];

/** What the diesel form asks of the engine: its factor f_m, and whether the exhaust drives its charger. */
export type DieselEngine = { engineFactor: number; isTurbocharged: boolean };

/** Fuel per litre and cycle over the boost ratio, mg, between which f_m rises. */
const BURNT = { low: 40, high: 65 };

/**
 * Engine factor f_m of a diesel. In: fuel per litre of displacement and cycle, mg; boost pressure ratio, absolute. Out: 0.3 to 1.2.
 * Source: ISO 1585:1992, 6.3.2: f_m = 0.036 q_c − 1.14 for q_c = q/r of 40 to 65, held beyond.
 */
export function engineFactorOf(fuelPerLitreCycle: number, boostRatio: number): number {
  const corrected = fuelPerLitreCycle / boostRatio;
  if (corrected <= BURNT.low) return 0.3;
  return corrected >= BURNT.high ? 1.2 : 0.036 * corrected - 1.14;
}

/**
 * Factor of ISO 1585 for compression ignition: f_a to the power of f_m. In: the run's air; the engine. Valid from 0.9 to 1.1. Source: ISO
 * 1585:1992, 6.3: f_a = (99/p_d)(T/298)^0.7 without a charger or with one on the crankshaft, (99/p_d)^0.7 (T/298)^1.5 with a turbocharger.
 */
export function dieselFactor(air: RunAir, { engineFactor, isTurbocharged }: DieselEngine): number {
  const [dry, heat] = [99_000 / dryPressure(air), air.temperature / 298];
  const atmospheric = isTurbocharged ? dry ** 0.7 * heat ** 1.5 : dry * heat ** 0.7;
  return atmospheric ** engineFactor;
}

/** The factor of any of them; null where the diesel form is asked for and the engine's factor is not known. */
export function runFactor(
  correction: RunCorrection,
  air: RunAir,
  engine: DieselEngine | null,
): number | null {
  if (correction !== 'iso-1585-diesel') return correctionFactor(correction, air);
  return engine && dieselFactor(air, engine);
}
