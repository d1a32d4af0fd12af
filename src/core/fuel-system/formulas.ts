import { defineFormula } from '../working/formula';

const seconds = { symbol: 'ms', factor: 1e-3 };
const kgPerCubicMetre = { symbol: 'kg/m³', factor: 1 };
const pascalSecond = { symbol: 'mPa·s', factor: 1e-3 };

export const injectorFlowAt = defineFormula({
  id: 'injector-flow-at',
  form: '{rated} · √(max(0, {difference}) / {ratedPressure}) · √({testDensity} / {density})',
  note: 'where the rating names no test fluid the two densities are the same',
  source: 'Orifice flow: volume goes with √(Δp/ρ); Bernoulli, and the trade’s √Δp law',
  result: { symbol: 'q', quantity: 'injectorFlow', meaning: 'of one injector held open' },
  variables: {
    rated: { symbol: 'q_r', quantity: 'injectorFlow', meaning: 'rated flow' },
    difference: { symbol: 'Δp', quantity: 'boost', meaning: 'pressure across the injector' },
    ratedPressure: { symbol: 'Δp_r', quantity: 'boost', meaning: 'pressure it is rated at' },
    testDensity: { symbol: 'ρ_t', quantity: 'plain', unit: kgPerCubicMetre, meaning: 'of the test fluid' },
    density: { symbol: 'ρ', quantity: 'plain', unit: kgPerCubicMetre, meaning: 'of the fuel' },
  },
  fn: (a) =>
    a.rated * Math.sqrt(Math.max(0, a.difference) / a.ratedPressure) * Math.sqrt(a.testDensity / a.density),
});

export const pulseOfShot = defineFormula({
  id: 'pulse-of-shot',
  form: '{massFlow} / ({count} · {shotsPerSecond} · {density} · {flow})',
  source: 'Continuity: the fuel of a shot over what an open injector passes',
  result: { symbol: 't_p', quantity: 'plain', unit: seconds, meaning: 'pulse, without dead time' },
  variables: {
    massFlow: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel of the whole engine' },
    count: { symbol: 'n', quantity: 'count', meaning: 'injectors' },
    shotsPerSecond: { symbol: 'f', quantity: 'ratio', meaning: 'shots of one injector in a second' },
    density: { symbol: 'ρ', quantity: 'plain', unit: kgPerCubicMetre, meaning: 'of the fuel' },
    flow: { symbol: 'q', quantity: 'injectorFlow', meaning: 'of one injector held open' },
  },
  fn: (a) => a.massFlow / (a.count * a.shotsPerSecond * a.density * a.flow),
});

export const dutyCycle = defineFormula({
  id: 'duty-cycle',
  form: '({pulse} + {deadTime}) · {shotsPerSecond}',
  source: 'Definition of duty: the share of the time that the injector is driven, dead time with it',
  result: { symbol: 'D', quantity: 'share', meaning: 'duty cycle' },
  variables: {
    pulse: { symbol: 't_p', quantity: 'plain', unit: seconds, meaning: 'pulse, without dead time' },
    deadTime: { symbol: 't_d', quantity: 'plain', unit: seconds, meaning: 'dead time' },
    shotsPerSecond: { symbol: 'f', quantity: 'ratio', meaning: 'shots of one injector in a second' },
  },
  fn: (a) => (a.pulse + a.deadTime) * a.shotsPerSecond,
});

export const scaledDuty = defineFormula({
  id: 'scaled-duty',
  form: '{duty} · {power} / {loggedPower} · √({loggedDifference} / {difference})',
  note: 'dead time left out; the same BSFC in both',
  source: 'Fuel goes with power, an injector’s flow with √Δp: common practice',
  result: { symbol: 'D', quantity: 'share', meaning: 'duty cycle at the other power and pressure' },
  variables: {
    duty: { symbol: 'D_0', quantity: 'share', meaning: 'logged duty cycle' },
    power: { symbol: 'P', quantity: 'power', meaning: 'the other power' },
    loggedPower: { symbol: 'P_0', quantity: 'power', meaning: 'power it was logged at' },
    loggedDifference: { symbol: 'Δp_0', quantity: 'boost', meaning: 'pressure across the injector then' },
    difference: { symbol: 'Δp', quantity: 'boost', meaning: 'and at the other power' },
  },
  fn: (a) => ((a.duty * a.power) / a.loggedPower) * Math.sqrt(a.loggedDifference / a.difference),
});

export const windowShare = defineFormula({
  id: 'window-share',
  form: '{pulse} · 6 · {speedRpm} / ({window} · 180 / π)',
  source: 'The crank turns 6° in a second for each rev/min',
  result: { symbol: 'D', quantity: 'share', meaning: 'pulse over its window' },
  variables: {
    pulse: { symbol: 't_p', quantity: 'plain', unit: seconds, meaning: 'pulse' },
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
    window: { symbol: 'θ', quantity: 'angle', meaning: 'crank angle in which it must be in' },
  },
  fn: (a) => (a.pulse * 6 * a.speedRpm) / ((a.window * 180) / Math.PI),
});

/** Reynolds number under which a pipe's flow is laminar, and over which it is turbulent. */
const LAMINAR = 2_300;
const TURBULENT = 4_000;

/**
 * Friction factor (Darcy) of a smooth bore over the Reynolds number, without a jump: laminar, turbulent, and straight between
 * the two in the logarithm. In: Reynolds number above zero. Source: Hagen–Poiseuille 64/Re; Petukhov, Incropera & DeWitt eq. 8.21.
 */
export function smoothFriction(reynolds: number): number {
  const turbulent = (re: number) => (0.79 * Math.log(re) - 1.64) ** -2;
  if (reynolds <= LAMINAR) return 64 / Math.max(1e-9, reynolds);
  if (reynolds >= TURBULENT) return turbulent(reynolds);
  const share = Math.log(reynolds / LAMINAR) / Math.log(TURBULENT / LAMINAR);
  return Math.exp((1 - share) * Math.log(64 / LAMINAR) + share * Math.log(turbulent(TURBULENT)));
}

export const fuelLineDrop = defineFormula({
  id: 'fuel-line-drop',
  form: '({friction} · {length} / {bore} + {bends}) · {density} / 2 · (4 · {flow} / (π · {bore}^2))^2',
  note: 'a fuel fitting or a bend of a right angle costs a dynamic pressure',
  source: 'Darcy & Weisbach; loss of a hose fitting of a right angle about 1: common practice, no source',
  result: { symbol: 'Δp', quantity: 'pressureDrop', meaning: 'lost in the line' },
  variables: {
    friction: { symbol: 'f', quantity: 'smallRatio', meaning: 'friction factor' },
    length: { symbol: 'L', quantity: 'length', meaning: 'length of the line' },
    bore: { symbol: 'd', quantity: 'bore', meaning: 'bore of the line' },
    bends: { symbol: 'b', quantity: 'ratio', meaning: 'bends and fittings' },
    density: { symbol: 'ρ', quantity: 'plain', unit: kgPerCubicMetre, meaning: 'of the fuel' },
    flow: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'through the line' },
  },
  fn: (a) =>
    ((a.friction * a.length) / a.bore + a.bends) *
    (a.density / 2) *
    ((4 * a.flow) / (Math.PI * a.bore ** 2)) ** 2,
});

export const reynoldsOfLine = defineFormula({
  id: 'reynolds-of-line',
  form: '4 · {flow} · {density} / (π · {bore} · {viscosity})',
  source: 'Definition of the Reynolds number',
  result: { symbol: 'Re', quantity: 'count', meaning: 'Reynolds number' },
  variables: {
    flow: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'through the line' },
    density: { symbol: 'ρ', quantity: 'plain', unit: kgPerCubicMetre, meaning: 'of the fuel' },
    bore: { symbol: 'd', quantity: 'bore', meaning: 'bore of the line' },
    viscosity: { symbol: 'μ', quantity: 'plain', unit: pascalSecond, meaning: 'of the fuel' },
  },
  fn: (a) => (4 * a.flow * a.density) / (Math.PI * a.bore * a.viscosity),
});

export const filterDrop = defineFormula({
  id: 'fuel-filter-drop',
  form: '{clogged} · {drop} · ({flow} / {rated} + ({flow} / {rated})^2) / 2',
  note: 'half of it through the medium, with the flow; half through its ports, with the square',
  source: 'Darcy & Forchheimer; halves from memory',
  result: { symbol: 'Δp', quantity: 'pressureDrop', meaning: 'lost in the filter' },
  variables: {
    clogged: { symbol: 'k', quantity: 'ratio', meaning: 'against a new one' },
    drop: { symbol: 'Δp_r', quantity: 'pressureDrop', meaning: 'new, at its rated flow' },
    flow: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'through the filter' },
    rated: { symbol: 'Q_r', quantity: 'fuelFlow', meaning: 'rated flow' },
  },
  fn: (a) => (a.clogged * a.drop * (a.flow / a.rated + (a.flow / a.rated) ** 2)) / 2,
});

export const pumpFlow = defineFormula({
  id: 'pump-flow',
  form: 'max(0, {free} · {speed} − ({free} − {rated}))',
  note: 'what pressure takes from its flow is the same at every speed: the motor turns slower and the rotor leaks',
  source:
    'Positive-displacement pump on a permanent-magnet motor: speed = V/k − torque·R/k², leakage with pressure; from memory',
  result: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'what the pump delivers' },
  variables: {
    free: { symbol: 'Q_0', quantity: 'fuelFlow', meaning: 'against no pressure, as rated' },
    speed: { symbol: 's', quantity: 'ratio', meaning: 'voltage or speed over the rated one' },
    rated: { symbol: 'Q_r', quantity: 'fuelFlow', meaning: 'at this pressure, as rated' },
  },
  fn: (a) => Math.max(0, a.free * a.speed - (a.free - a.rated)),
});
