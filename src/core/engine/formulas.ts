import { defineFormula } from '../working/formula';

export const displacement = defineFormula({
  id: 'displacement',
  form: '{cylinders} · π / 4 · {bore}^2 · {stroke}',
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
  form: '{volumetricEfficiency} · {pressure} / ({gasConstant} · {temperature}) · {displacement} · {cyclesPerSecond}',
  source: 'Definition of the volumetric efficiency at manifold density; Heywood (1988), eq. 2.27',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
  variables: {
    volumetricEfficiency: { symbol: 'ηv', quantity: 'share', meaning: 'breathing, with its corrections' },
    pressure: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
    temperature: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge temperature' },
    gasConstant: {
      symbol: 'R',
      quantity: 'plain',
      unit: { symbol: 'J/(kg·K)', factor: 1 },
      meaning: 'of the moist air',
    },
    displacement: { symbol: 'V_d', quantity: 'volume', meaning: 'displacement' },
    cyclesPerSecond: {
      symbol: 'n',
      quantity: 'plain',
      unit: { symbol: '/s', factor: 1 },
      meaning: 'intake strokes a second per cylinder',
    },
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
  form: '{compressionRatio} / ({compressionRatio} − 1) − ({pressureRatio} + 1.35 − 1) / (1.35 · ({compressionRatio} − 1))',
  note: 'γ = 1.35',
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

/** Revolutions a minute that make one intake stroke a second per cylinder. */
const revolutionsPerStroke = { 'four-stroke': 120, 'two-stroke': 60 } as const;

export const intakeStrokes = defineFormula({
  id: 'intake-strokes',
  form: '{speedRpm} / {divisor}',
  note: '120 for four-strokes, 60 for two-strokes',
  source: 'Geometry',
  result: {
    symbol: 'n',
    quantity: 'plain',
    unit: { symbol: '/s', factor: 1 },
    meaning: 'intake strokes a second per cylinder',
  },
  variables: {
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
    divisor: {
      symbol: 'k',
      quantity: 'plain',
      meaning: 'revolutions a minute for one intake stroke a second',
    },
  },
  fn: (a) => a.speedRpm / a.divisor,
});

/** What `intakeStrokes` takes for a cycle. */
export const strokeDivisor = (cycle: 'four-stroke' | 'two-stroke'): number => revolutionsPerStroke[cycle];

export const breathingCorrection = defineFormula({
  id: 'breathing-correction',
  form: 'max(0.05, ({temperature} / {referenceTemperature})^{exponent} · {backPressure} / {backPressureReference} · {evaporation} / {evaporationReference})',
  source:
    'Only the change from the condition of the curve acts: temperature by a power (common practice, near 0.5), back pressure and evaporation after Heywood (1988), sec. 6.2',
  result: { symbol: 'c', quantity: 'ratio', meaning: 'correction of the breathing curve' },
  variables: {
    temperature: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge temperature' },
    referenceTemperature: { symbol: 'T_ref', quantity: 'temperature', meaning: 'of the breathing curve' },
    exponent: { symbol: 'e', quantity: 'ratio', meaning: 'of the temperature' },
    backPressure: { symbol: 'f', quantity: 'ratio', meaning: 'back pressure on breathing, here' },
    backPressureReference: { symbol: 'f_ref', quantity: 'ratio', meaning: 'the same at the reference' },
    evaporation: { symbol: 'v', quantity: 'ratio', meaning: 'evaporating fuel on breathing, here' },
    evaporationReference: { symbol: 'v_ref', quantity: 'ratio', meaning: 'the same at the reference' },
  },
  fn: (a) =>
    Math.max(
      0.05,
      ((Math.exp(a.exponent * Math.log(a.temperature / a.referenceTemperature)) * a.backPressure) /
        a.backPressureReference) *
        (a.evaporation / a.evaporationReference),
    ),
});

export const volumetricEfficiency = defineFormula({
  id: 'volumetric-efficiency',
  form: '{curve} · {correction}',
  source: 'The breathing curve, carried to this manifold state',
  result: { symbol: 'ηv', quantity: 'share', meaning: 'breathing, referred to manifold density' },
  variables: {
    curve: { symbol: 'ηv_curve', quantity: 'share', meaning: 'from the breathing curve at this speed' },
    correction: { symbol: 'c', quantity: 'ratio', meaning: 'correction to this state' },
  },
  fn: (a) => a.curve * a.correction,
});

export const manifoldFromAir = defineFormula({
  id: 'manifold-from-air',
  form: '{massFlow} · {gasConstant} · {temperature} / ({volumetricEfficiency} · {displacement} · {cyclesPerSecond})',
  source: 'Definition of the volumetric efficiency, turned round; Heywood (1988), eq. 2.27',
  result: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
    gasConstant: airFlow.variables.gasConstant,
    temperature: airFlow.variables.temperature,
    volumetricEfficiency: airFlow.variables.volumetricEfficiency,
    displacement: airFlow.variables.displacement,
    cyclesPerSecond: airFlow.variables.cyclesPerSecond,
  },
  fn: (a) =>
    (a.massFlow * a.gasConstant * a.temperature) /
    (a.volumetricEfficiency * a.displacement * a.cyclesPerSecond),
});
