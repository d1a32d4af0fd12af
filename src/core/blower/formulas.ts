import { defineFormula } from '../working/formula';

export const deliveredFlow = defineFormula({
  id: 'blower-flow',
  form: '{density} · {volume} · {speedRpm} / 60 · {volumetricEfficiency}',
  source: 'Definition of the volumetric efficiency of a displacement machine',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air that one blower delivers' },
  variables: {
    density: { symbol: 'ρ₁', quantity: 'density', meaning: 'air at the blower inlet' },
    volume: { symbol: 'V', quantity: 'volume', meaning: 'carried in one turn of the rotor' },
    speedRpm: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'rotor speed' },
    volumetricEfficiency: { symbol: 'η_v', quantity: 'share', meaning: 'what of it arrives' },
  },
  fn: (a) => ((a.density * a.volume * a.speedRpm) / 60) * a.volumetricEfficiency,
});

/**
 * Work of an ideal displacement machine on a unit of inlet volume, in units of the inlet pressure: compression inside to the
 * built-in ratio, then against the whole pressure behind it. With an internal ratio of 1 it is V·Δp.
 * In: pressure ratio ≥ 1; built-in volume ratio ≥ 1; γ. Source: indicated diagram of a machine with built-in compression, as
 * in handbooks of screw compressors (from memory): p₁[(v^(γ−1) − 1)/(γ−1) + PR/v − 1].
 */
export const indicatedWork = (pressureRatio: number, internalRatio: number, gamma: number): number =>
  (internalRatio ** (gamma - 1) - 1) / (gamma - 1) + pressureRatio / internalRatio - 1;

/** Isentropic work on the same volume in the same unit. In: pressure ratio ≥ 1; γ. Source: first law, ideal gas. */
export const isentropicWork = (pressureRatio: number, gamma: number): number =>
  (gamma / (gamma - 1)) * (pressureRatio ** ((gamma - 1) / gamma) - 1);
