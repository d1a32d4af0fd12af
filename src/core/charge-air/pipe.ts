import { defineFormula } from '../working/formula';

const viscosityUnit = { symbol: 'Pa·s', factor: 1 };

export const airViscosity = defineFormula({
  id: 'air-viscosity',
  form: '0.000001458 · {temperature}^1.5 / ({temperature} + 110.4)',
  source: 'Sutherland’s law, US Standard Atmosphere 1976; taken for exhaust gas too (within 10 %)',
  result: { symbol: 'μ', quantity: 'plain', unit: viscosityUnit, meaning: 'viscosity' },
  variables: {
    temperature: {
      symbol: 'T',
      quantity: 'plain',
      unit: { symbol: 'K', factor: 1 },
      meaning: 'of the gas in the pipe',
    },
  },
  fn: (a) => (1.458e-6 * a.temperature ** 1.5) / (a.temperature + 110.4),
});

export const frictionFactor = defineFormula({
  id: 'friction-factor',
  form: '(0.79 · ln(max(3000, 4 · {massFlow} / (π · {diameter} · {viscosity}))) − 1.64)^(−2)',
  note: 'turbulent, smooth wall',
  source: 'Petukhov; Incropera & DeWitt, Fundamentals of Heat and Mass Transfer, eq. 8.21',
  result: { symbol: 'f', quantity: 'smallRatio', meaning: 'friction factor' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'through one pipe' },
    diameter: { symbol: 'd', quantity: 'bore', meaning: 'bore of the pipe' },
    viscosity: { symbol: 'μ', quantity: 'plain', unit: viscosityUnit, meaning: 'viscosity' },
  },
  fn: (a) =>
    (0.79 * Math.log(Math.max(3_000, (4 * a.massFlow) / (Math.PI * a.diameter * a.viscosity))) - 1.64) ** -2,
});

export const pipeDrop = defineFormula({
  id: 'pipe-drop',
  form: '({friction} · {length} / {diameter} + 0.25 · {bends}) · 8 · {massFlow}^2 · {gasConstant} · {temperature} / (π^2 · {diameter}^4 · {pressure})',
  note: 'each bend of a right angle costs a quarter of the dynamic pressure',
  source:
    'Darcy & Weisbach; a smooth bend of 1.5 diameters 0.25: Miller, Internal Flow Systems (1990), from memory',
  result: { symbol: 'Δp', quantity: 'pressureDrop', meaning: 'pressure lost in the pipe' },
  variables: {
    friction: { symbol: 'f', quantity: 'smallRatio', meaning: 'friction factor' },
    length: { symbol: 'L', quantity: 'length', meaning: 'length of the pipe' },
    diameter: { symbol: 'd', quantity: 'bore', meaning: 'bore of the pipe' },
    bends: { symbol: 'b', quantity: 'ratio', meaning: 'bends of a right angle' },
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'through one pipe' },
    gasConstant: {
      symbol: 'R',
      quantity: 'plain',
      unit: { symbol: 'J/(kg·K)', factor: 1 },
      meaning: 'of the gas',
    },
    temperature: { symbol: 'T', quantity: 'temperature', meaning: 'of the gas' },
    pressure: { symbol: 'p', quantity: 'pressure', meaning: 'at its inlet' },
  },
  fn: (a) =>
    ((a.friction * a.length) / a.diameter + 0.25 * a.bends) *
    ((8 * a.massFlow ** 2 * a.gasConstant * a.temperature) / (Math.PI ** 2 * a.diameter ** 4 * a.pressure)),
});

/** A pipe by its measures. m; bends of a right angle. */
export type Pipe = { diameter: number; length: number; bends: number };

/** Of dry air; exhaust gas lies within 1 %. */
export const PIPE_GAS = 287.05;

/** The drop of a pipe at a flow through it, Pa. In: kg/s of one pipe, inlet Pa absolute and K. Source: as the formulas. */
export function dropOfPipe(pipe: Pipe, massFlow: number, pressure: number, temperature: number): number {
  const { diameter } = pipe;
  const friction = frictionFactor.fn({ massFlow, diameter, viscosity: airViscosity.fn({ temperature }) });
  return pipeDrop.fn({ ...pipe, friction, massFlow, gasConstant: PIPE_GAS, temperature, pressure });
}
