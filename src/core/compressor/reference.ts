import type { Compressor } from './document';

type Conditions = Compressor['reference'];

/** Density of dry air at stated conditions, kg/m³: ideal gas, R = 287.05 J/(kg·K). In: Pa absolute, K. */
export const dryAirDensity = ({ pressure, temperature }: Conditions): number =>
  pressure / (287.05 * temperature);

/**
 * Factors that carry a corrected flow and a corrected speed from one reference to another: the same wheel, the same air
 * through it, stated differently. In: Pa absolute, K. Source: W_corr = W √(T01/Tref)/(p01/pref), N_corr = N/√(T01/Tref)
 * (Watson & Janota 1982, ch. 3), solved for the same W and N.
 */
export function referenceFactors(from: Conditions, to: Conditions): { flow: number; speed: number } {
  const root = Math.sqrt(from.temperature / to.temperature);
  return { flow: root * (to.pressure / from.pressure), speed: 1 / root };
}

/**
 * The same map stated to another reference. Pressure ratio, efficiency and the wheel's real limit stay. There and back is
 * the identity to rounding. Never throws for a validated document.
 */
export function restate(compressor: Compressor, reference: Conditions): Compressor {
  const by = referenceFactors(compressor.reference, reference);
  return {
    ...compressor,
    reference,
    lines: compressor.lines.map((line) => ({
      speedRpm: line.speedRpm * by.speed,
      points: line.points.map((p) => ({ ...p, flow: p.flow * by.flow })),
    })),
  };
}
