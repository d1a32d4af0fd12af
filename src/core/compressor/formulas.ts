import { defineFormula } from '../working/formula';

export const correctedFlow = defineFormula({
  id: 'corrected-flow',
  symbols: 'W_corr = W √(T01/Tref) / (p01/pref)',
  source:
    'Similarity of turbomachines; Watson & Janota, Turbocharging the Internal Combustion Engine (1982), ch. 3',
  result: { symbol: 'W_corr', quantity: 'massFlow', meaning: 'corrected flow of one compressor' },
  variables: {
    massFlow: { symbol: 'W', quantity: 'massFlow', meaning: 'air through one compressor' },
    temperature: {
      symbol: 'T01',
      quantity: 'temperature',
      meaning: 'at the compressor inlet, after the filter',
    },
    pressure: { symbol: 'p01', quantity: 'pressure', meaning: 'at the compressor inlet, after the filter' },
    referenceTemperature: { symbol: 'Tref', quantity: 'temperature', meaning: 'of the map' },
    referencePressure: { symbol: 'pref', quantity: 'pressure', meaning: 'of the map' },
  },
  fn: (a) =>
    (a.massFlow * Math.sqrt(a.temperature / a.referenceTemperature)) / (a.pressure / a.referencePressure),
});

export const shaftSpeed = defineFormula({
  id: 'shaft-speed',
  symbols: 'N = N_corr √(T01/Tref)',
  source: 'Similarity of turbomachines; Watson & Janota (1982), ch. 3',
  result: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'shaft speed' },
  variables: {
    correctedSpeed: { symbol: 'N_corr', quantity: 'shaftSpeed', meaning: 'corrected speed on the map' },
    temperature: { symbol: 'T01', quantity: 'temperature', meaning: 'at the compressor inlet' },
    referenceTemperature: { symbol: 'Tref', quantity: 'temperature', meaning: 'of the map' },
  },
  fn: (a) => a.correctedSpeed * Math.sqrt(a.temperature / a.referenceTemperature),
});

export const surgeMargin = defineFormula({
  id: 'surge-margin',
  symbols: '(W − W_surge) / W, at the same pressure ratio',
  source: 'Common practice; the definition at constant pressure ratio',
  result: { symbol: 'SM', quantity: 'share', meaning: 'surge margin' },
  variables: {
    flow: { symbol: 'W', quantity: 'massFlow', meaning: 'corrected flow' },
    surgeFlow: { symbol: 'W_surge', quantity: 'massFlow', meaning: 'corrected flow on the surge line' },
  },
  fn: (a) => (a.flow - a.surgeFlow) / a.flow,
});

export const chokeMargin = defineFormula({
  id: 'choke-margin',
  symbols: '(W_choke − W) / W_choke, along the speed line',
  source: 'Common practice; choke at the last point or where efficiency falls to 58 %',
  result: { symbol: 'CM', quantity: 'share', meaning: 'choke margin' },
  variables: {
    flow: { symbol: 'W', quantity: 'massFlow', meaning: 'corrected flow' },
    chokeFlow: {
      symbol: 'W_choke',
      quantity: 'massFlow',
      meaning: 'corrected choke flow of this speed line',
    },
  },
  fn: (a) => (a.chokeFlow - a.flow) / a.chokeFlow,
});

export const outletByHand = defineFormula({
  id: 'outlet-by-hand',
  symbols: 'T2 = T1 + T1 (PR^0.286 − 1) / η',
  source: 'The by-hand form with a fixed exponent: common practice',
  result: { symbol: 'T2', quantity: 'temperature', meaning: 'compressor outlet, by hand' },
  variables: {
    temperature: { symbol: 'T1', quantity: 'temperature', meaning: 'at the compressor inlet' },
    pressureRatio: { symbol: 'PR', quantity: 'ratio', meaning: 'across the compressor' },
    efficiency: { symbol: 'η', quantity: 'share', meaning: 'isentropic efficiency' },
  },
  fn: (a) => a.temperature + (a.temperature * (a.pressureRatio ** 0.286 - 1)) / a.efficiency,
});

export const efficiencyByHand = defineFormula({
  id: 'efficiency-by-hand',
  symbols: 'η = T1 (PR^0.286 − 1) / (T2 − T1)',
  source: 'The by-hand form with a fixed exponent: common practice',
  result: { symbol: 'η', quantity: 'share', meaning: 'isentropic efficiency from two thermometers' },
  variables: {
    temperature: { symbol: 'T1', quantity: 'temperature', meaning: 'in' },
    outlet: { symbol: 'T2', quantity: 'temperature', meaning: 'out' },
    pressureRatio: { symbol: 'PR', quantity: 'ratio', meaning: 'across the compressor' },
  },
  fn: (a) => (a.temperature * (a.pressureRatio ** 0.286 - 1)) / (a.outlet - a.temperature),
});

export const trim = defineFormula({
  id: 'trim',
  symbols: 'trim = 100 (inducer/exducer)²',
  source: 'Definition, common practice',
  result: { symbol: 'trim', quantity: 'count', meaning: 'trim of the wheel' },
  variables: {
    inducer: { symbol: 'd1', quantity: 'bore', meaning: 'inducer diameter' },
    exducer: { symbol: 'd2', quantity: 'bore', meaning: 'exducer diameter' },
  },
  fn: (a) => 100 * (a.inducer / a.exducer) ** 2,
});
