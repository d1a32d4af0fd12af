import { defineFormula } from '../working/formula';

/** A part that costs pressure: its drop at one flow, with the inlet state it was taken at. SI. */
export type FlowLoss = { drop: number; massFlow: number; pressure: number; temperature: number };

export const flowLoss = defineFormula({
  id: 'flow-loss',
  form: '{drop} · ({massFlow} / {referenceFlow})^2 · ({temperature} / {referenceTemperature}) · ({referencePressure} / {pressure})',
  source: 'Turbulent loss of an incompressible step, Δp ∝ ṁ² T/p; Miller, Internal Flow Systems (1990)',
  result: { symbol: 'Δp', quantity: 'pressureDrop', meaning: 'pressure lost in this part' },
  variables: {
    drop: { symbol: 'Δp_0', quantity: 'pressureDrop', meaning: 'as stated' },
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air through it' },
    referenceFlow: { symbol: 'ṁ_0', quantity: 'massFlow', meaning: 'where it was stated' },
    temperature: { symbol: 'T', quantity: 'temperature', meaning: 'at its inlet' },
    referenceTemperature: { symbol: 'T_0', quantity: 'temperature', meaning: 'where it was stated' },
    pressure: { symbol: 'p', quantity: 'pressure', meaning: 'at its inlet' },
    referencePressure: { symbol: 'p_0', quantity: 'pressure', meaning: 'where it was stated' },
  },
  fn: (a) =>
    a.drop *
    (a.massFlow / a.referenceFlow) ** 2 *
    (a.temperature / a.referenceTemperature) *
    (a.referencePressure / a.pressure),
});

/** The loss of a part at a state of its own inlet, Pa. */
export const lossAt = (loss: FlowLoss, pressure: number, temperature: number, massFlow: number): number =>
  flowLoss.fn({
    drop: loss.drop,
    massFlow,
    referenceFlow: loss.massFlow,
    temperature,
    referenceTemperature: loss.temperature,
    pressure,
    referencePressure: loss.pressure,
  });

/** ρ·Δp is constant at a given ṁ²: k in Δp = k · ṁ² · T / p. */
const coefficient = (loss: FlowLoss) => (loss.drop * loss.pressure) / (loss.massFlow ** 2 * loss.temperature);

/**
 * Pressure after a part. In: inlet pressure Pa and temperature K, flow kg/s. Out: Pa; may fall to zero or below when the
 * part cannot pass the flow, which the caller must judge. Source: Δp ∝ ṁ² T/p, turbulent loss of an incompressible
 * step; Miller, Internal Flow Systems (1990).
 */
export const outletPressure = (
  loss: FlowLoss,
  inlet: number,
  temperature: number,
  massFlow: number,
): number => inlet - lossAt(loss, inlet, temperature, massFlow);

/** Pressure before a part that leaves `outlet` behind it: the larger root of p − k/p = outlet. Same source and units. */
export const inletPressure = (
  loss: FlowLoss,
  outlet: number,
  temperature: number,
  massFlow: number,
): number => {
  const k = coefficient(loss) * massFlow * massFlow * temperature;
  return (outlet + Math.sqrt(outlet * outlet + 4 * k)) / 2;
};

/** Mach number above which a pipe is worth a word (common practice, no source). */
export const MACH_WARNING = 0.3;

/** γ of air for the speed of sound in a pipe. */
const GAMMA = 1.4;

export const machNumber = defineFormula({
  id: 'mach-number',
  form: '{massFlow} · {gasConstant} · {temperature} / ({pressure} · π / 4 · {diameter}^2) / √(1.4 · {gasConstant} · {temperature})',
  note: 'γ = 1.4',
  source:
    'Continuity and the speed of sound of an ideal gas, γ = 1.4; the usual warning is 0.3 (common practice)',
  result: { symbol: 'M', quantity: 'ratio', meaning: 'Mach number in the pipe' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air through this pipe' },
    temperature: { symbol: 'T', quantity: 'temperature', meaning: 'of the air in it' },
    pressure: { symbol: 'p', quantity: 'pressure', meaning: 'in it' },
    gasConstant: {
      symbol: 'R',
      quantity: 'plain',
      unit: { symbol: 'J/(kg·K)', factor: 1 },
      meaning: 'of the moist air',
    },
    diameter: { symbol: 'd', quantity: 'bore', meaning: 'bore of the pipe' },
  },
  fn: (a) => {
    const speed =
      (a.massFlow * a.gasConstant * a.temperature) / (a.pressure * (Math.PI / 4) * a.diameter ** 2);
    return speed / Math.sqrt(GAMMA * a.gasConstant * a.temperature);
  },
});
