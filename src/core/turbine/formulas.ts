import { defineFormula } from '../working/formula';

const perKilogramKelvin = { symbol: 'J/(kg·K)', factor: 1 };
const perKilogram = { symbol: 'kJ/kg', factor: 1e3 };

export const expansionRatio = defineFormula({
  id: 'expansion-ratio',
  form: '{inlet} / {outlet}',
  source: 'Definition, total to static: turbine inlet over the pressure behind it',
  result: { symbol: 'ER', quantity: 'ratio', meaning: 'expansion ratio across the turbine' },
  variables: {
    inlet: { symbol: 'p_03', quantity: 'pressure', meaning: 'turbine inlet' },
    outlet: { symbol: 'p_4', quantity: 'pressure', meaning: 'behind the turbine' },
  },
  fn: (a) => a.inlet / a.outlet,
});

let lastGamma = NaN;
let lastCritical = NaN;

/** Total-to-static pressure ratio at which one throat chokes. In: γ over 1. Source: as `nozzleFunction`. */
export function criticalRatio(gamma: number): number {
  // One job has one exhaust: the power is worth keeping.
  if (gamma !== lastGamma) {
    lastGamma = gamma;
    lastCritical = ((gamma + 1) / 2) ** (gamma / (gamma - 1));
  }
  return lastCritical;
}

export const nozzleFunction = defineFormula({
  id: 'nozzle-function',
  form: '√(2 · {gamma} / ({gamma} − 1) · (min({ratio}, (({gamma} + 1) / 2)^({gamma} / ({gamma} − 1)))^(−2 / {gamma}) − min({ratio}, (({gamma} + 1) / 2)^({gamma} / ({gamma} − 1)))^(−({gamma} + 1) / {gamma})))',
  note: 'held at its critical value once the throat is choked',
  source: 'Isentropic nozzle; Shapiro, Compressible Fluid Flow (1953), ch. 4; Heywood (1988), app. C',
  result: { symbol: 'Ψ', quantity: 'ratio', meaning: 'flow of an ideal nozzle' },
  variables: {
    ratio: { symbol: 'ER_1', quantity: 'ratio', meaning: 'total to static pressure ratio of one throat' },
    gamma: { symbol: 'γ', quantity: 'ratio', meaning: 'of the gas' },
  },
  fn: ({ ratio, gamma }) => {
    const r = Math.min(ratio, criticalRatio(gamma));
    // A power costs three times an exponential and a logarithm.
    const a = Math.exp(-Math.log(r) / gamma);
    return Math.sqrt(((2 * gamma) / (gamma - 1)) * (a * a - a / r));
  },
});

export const throatRatio = defineFormula({
  id: 'throat-ratio',
  form: '{ratio}^(1 / {throats})',
  source:
    'Housing and wheel are throats in series that share the expansion; one throat would choke at 1.9, two near 3.4, radial turbines choke nearer 2.5 to 3 (after Watson & Janota, 1982, ch. 4)',
  result: { symbol: 'ER_1', quantity: 'ratio', meaning: 'pressure ratio of one throat' },
  variables: {
    ratio: { symbol: 'ER', quantity: 'ratio', meaning: 'expansion ratio across the turbine' },
    throats: { symbol: 'm', quantity: 'ratio', meaning: 'effective throats in series, 1 to 2' },
  },
  fn: (a) => Math.exp(Math.log(a.ratio) / a.throats),
});

export const throatFlow = defineFormula({
  id: 'throat-flow',
  form: '{area} · {pressure} / √({gasConstant} · {temperature}) · {nozzle}',
  source: 'Isentropic nozzle; Heywood (1988), app. C',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'gas through the throat' },
  variables: {
    area: { symbol: 'A', quantity: 'throatArea', meaning: 'effective area' },
    pressure: { symbol: 'p_03', quantity: 'pressure', meaning: 'before it' },
    gasConstant: { symbol: 'R', quantity: 'plain', unit: perKilogramKelvin, meaning: 'of the exhaust gas' },
    temperature: { symbol: 'T_03', quantity: 'temperature', meaning: 'before it' },
    nozzle: { symbol: 'Ψ', quantity: 'ratio', meaning: 'flow of an ideal nozzle' },
  },
  fn: (a) => ((a.area * a.pressure) / Math.sqrt(a.gasConstant * a.temperature)) * a.nozzle,
});

export const spoutingVelocity = defineFormula({
  id: 'spouting-velocity',
  form: '√(2 · {ideal})',
  source: 'Definition; Watson & Janota (1982), ch. 4',
  result: { symbol: 'C_0', quantity: 'velocity', meaning: 'spouting velocity' },
  variables: {
    ideal: {
      symbol: 'Δh_s',
      quantity: 'plain',
      unit: perKilogram,
      meaning: 'isentropic drop, total to static',
    },
  },
  fn: (a) => Math.sqrt(2 * a.ideal),
});

export const bladeSpeed = defineFormula({
  id: 'blade-speed',
  form: 'π · {diameter} · {speed} / 60',
  source: 'Geometry',
  result: { symbol: 'U', quantity: 'velocity', meaning: 'tip speed of the turbine wheel' },
  variables: {
    diameter: { symbol: 'd', quantity: 'bore', meaning: 'inlet diameter of the turbine wheel' },
    speed: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'shaft speed' },
  },
  fn: (a) => (Math.PI * a.diameter * a.speed) / 60,
});

export const turbineEfficiency = defineFormula({
  id: 'turbine-efficiency',
  form: '{peak} · max(0, 2 · {blade} / ({spouting} · {optimum}) − ({blade} / ({spouting} · {optimum}))^2)',
  note: 'a parabola over U/C0',
  source:
    'After Watson & Janota (1982), ch. 4: a parabola over the blade speed ratio, best near 0.65 to 0.70',
  result: { symbol: 'η_t', quantity: 'share', meaning: 'total-to-static efficiency of the turbine' },
  variables: {
    peak: { symbol: 'η_max', quantity: 'share', meaning: 'at its best' },
    blade: { symbol: 'U', quantity: 'velocity', meaning: 'tip speed of the turbine wheel' },
    spouting: { symbol: 'C_0', quantity: 'velocity', meaning: 'spouting velocity' },
    optimum: { symbol: 'x_opt', quantity: 'ratio', meaning: 'U/C0 of the best efficiency' },
  },
  fn: (a) => {
    const x = a.blade / (a.spouting * a.optimum);
    return a.peak * Math.max(0, 2 * x - x * x);
  },
});

export const turbinePower = defineFormula({
  id: 'turbine-power',
  form: '{flow} · {efficiency} · {ideal} · {pulse} · {mechanical}',
  source: 'First law; definition of the efficiencies. What pulses add: common practice, no source',
  result: { symbol: 'P_t', quantity: 'shaftPower', meaning: 'handed to one compressor' },
  variables: {
    flow: { symbol: 'ṁ_t', quantity: 'massFlow', meaning: 'gas through one turbine' },
    efficiency: { symbol: 'η_t', quantity: 'share', meaning: 'total-to-static efficiency of the turbine' },
    ideal: { symbol: 'Δh_s', quantity: 'plain', unit: perKilogram, meaning: 'isentropic drop' },
    pulse: { symbol: 'k_p', quantity: 'ratio', meaning: 'what pulses add' },
    mechanical: { symbol: 'η_m', quantity: 'share', meaning: 'bearings' },
  },
  fn: (a) => a.flow * a.efficiency * a.ideal * a.pulse * a.mechanical,
});
