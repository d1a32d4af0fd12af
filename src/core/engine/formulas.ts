import { defineFormula } from '../working/formula';

export const displacement = defineFormula({
  id: 'displacement',
  symbols: 'V_d = z · π/4 · b² · s',
  source: 'Geometry',
  result: { symbol: 'V_d', quantity: 'volume', meaning: 'displacement' },
  variables: {
    bore: { symbol: 'b', quantity: 'bore', meaning: 'bore' },
    stroke: { symbol: 's', quantity: 'bore', meaning: 'stroke' },
    cylinders: { symbol: 'z', quantity: 'count', meaning: 'cylinders' },
  },
  fn: (a) => (a.cylinders * Math.PI * a.bore * a.bore * a.stroke) / 4,
});

export const airFlow = defineFormula({
  id: 'air-flow',
  symbols: 'ṁ = ηv · p_m / (R · T_m) · V_d · n',
  source: 'Definition of the volumetric efficiency at manifold density; Heywood (1988), eq. 2.27',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
  variables: {
    volumetricEfficiency: { symbol: 'ηv', quantity: 'share', meaning: 'breathing, with its corrections' },
    pressure: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
    temperature: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge temperature' },
    gasConstant: { symbol: 'R', quantity: 'plain', meaning: 'of the moist air, J/(kg·K)' },
    displacement: { symbol: 'V_d', quantity: 'volume', meaning: 'displacement' },
    cyclesPerSecond: { symbol: 'n', quantity: 'plain', meaning: 'intake strokes a second per cylinder' },
  },
  fn: (a) =>
    ((a.volumetricEfficiency * a.pressure) / (a.gasConstant * a.temperature)) *
    a.displacement *
    a.cyclesPerSecond,
});

/** γ of the ideal-cycle correction (Heywood 1988, sec. 6.2). */
const GAMMA = 1.35;

export const backPressureFactor = defineFormula({
  id: 'back-pressure-factor',
  symbols: 'f = r/(r−1) − [p3/p_m + (γ−1)] / [γ (r−1)], γ = 1.35',
  source:
    'Ideal cycle; Heywood (1988), sec. 6.2. Used as a ratio to its value at the reference of the breathing curve',
  result: { symbol: 'f', quantity: 'ratio', meaning: 'back pressure on breathing' },
  variables: {
    compressionRatio: { symbol: 'r', quantity: 'ratio', meaning: 'compression ratio' },
    pressureRatio: {
      symbol: 'p3/p_m',
      quantity: 'ratio',
      meaning: 'turbine inlet over manifold pressure, absolute',
    },
  },
  fn: (a) => {
    const r = a.compressionRatio;
    return r / (r - 1) - (a.pressureRatio + (GAMMA - 1)) / (GAMMA * (r - 1));
  },
});

/** Intake strokes a second per cylinder: N/120 for four-strokes, N/60 for two-strokes; N in rev/min. */
export const cyclesPerSecond = (speedRpm: number, cycle: 'four-stroke' | 'two-stroke'): number =>
  speedRpm / (cycle === 'four-stroke' ? 120 : 60);
