import { defineFormula } from '../working/formula';

export const correctedFlow = defineFormula({
  id: 'corrected-flow',
  form: '{massFlow} · √({temperature} / {referenceTemperature}) / ({pressure} / {referencePressure})',
  source:
    'Similarity of turbomachines; Watson & Janota, Turbocharging the Internal Combustion Engine (1982), ch. 3',
  result: { symbol: 'W_corr', quantity: 'massFlow', meaning: 'corrected flow of one compressor' },
  variables: {
    massFlow: { symbol: 'W', quantity: 'massFlow', meaning: 'air through one compressor' },
    temperature: {
      symbol: 'T_01',
      quantity: 'temperature',
      meaning: 'at the compressor inlet, after the filter',
    },
    pressure: { symbol: 'p_01', quantity: 'pressure', meaning: 'at the compressor inlet, after the filter' },
    referenceTemperature: { symbol: 'T_ref', quantity: 'temperature', meaning: 'of the map' },
    referencePressure: { symbol: 'p_ref', quantity: 'pressure', meaning: 'of the map' },
  },
  fn: (a) =>
    (a.massFlow * Math.sqrt(a.temperature / a.referenceTemperature)) / (a.pressure / a.referencePressure),
});

export const shaftSpeed = defineFormula({
  id: 'shaft-speed',
  form: '{correctedSpeed} · √({temperature} / {referenceTemperature})',
  source: 'Similarity of turbomachines; Watson & Janota (1982), ch. 3',
  result: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'shaft speed' },
  variables: {
    correctedSpeed: { symbol: 'N_corr', quantity: 'shaftSpeed', meaning: 'corrected speed on the map' },
    temperature: { symbol: 'T_01', quantity: 'temperature', meaning: 'at the compressor inlet' },
    referenceTemperature: { symbol: 'T_ref', quantity: 'temperature', meaning: 'of the map' },
  },
  fn: (a) => a.correctedSpeed * Math.sqrt(a.temperature / a.referenceTemperature),
});

export const surgeMargin = defineFormula({
  id: 'surge-margin',
  form: '({flow} − {surgeFlow}) / {flow}',
  note: 'both at the same pressure ratio',
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
  form: '({chokeFlow} − {flow}) / {chokeFlow}',
  note: 'along the speed line',
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
  form: '{temperature} + {temperature} · ({pressureRatio}^0.286 − 1) / {efficiency}',
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
  form: '{temperature} · ({pressureRatio}^0.286 − 1) / ({outlet} − {temperature})',
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
  form: '100 · ({inducer} / {exducer})^2',
  source: 'Definition, common practice',
  result: { symbol: 'trim', quantity: 'count', meaning: 'trim of the wheel' },
  variables: {
    inducer: { symbol: 'd1', quantity: 'bore', meaning: 'inducer diameter' },
    exducer: { symbol: 'd2', quantity: 'bore', meaning: 'exducer diameter' },
  },
  fn: (a) => 100 * (a.inducer / a.exducer) ** 2,
});

const perMass = { symbol: 'kJ/kg', factor: 1000 };
const perKelvin = { symbol: 'kJ/(kg·K)', factor: 1000 };
const inlet = { symbol: 'T_01', quantity: 'temperature', meaning: 'at the compressor inlet' } as const;

export const edgeRoom = defineFormula({
  id: 'edge-room',
  form: '({edgeFlow} − {flow}) / {flow}',
  note: 'at the same pressure ratio, to the edge that is met first',
  source: 'Common practice',
  result: { symbol: 'room', quantity: 'share', meaning: 'room to the edge' },
  variables: {
    edgeFlow: { symbol: 'W_edge', quantity: 'massFlow', meaning: 'corrected flow at the edge' },
    flow: { symbol: 'W', quantity: 'massFlow', meaning: 'corrected flow' },
  },
  fn: (a) => (a.edgeFlow - a.flow) / a.flow,
});

export const speedShare = defineFormula({
  id: 'speed-share',
  form: '{speed} / {limit}',
  source: 'Definition',
  result: { symbol: 'N/N_max', quantity: 'share', meaning: 'share of the wheel’s limit' },
  variables: {
    speed: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'shaft speed' },
    limit: { symbol: 'N_max', quantity: 'shaftSpeed', meaning: 'of the wheel' },
  },
  fn: (a) => a.speed / a.limit,
});

export const isentropicExponent = defineFormula({
  id: 'isentropic-exponent',
  form: '{gasConstant} / {meanHeat}',
  source:
    'Isentropic step of an ideal gas; the mean specific heat from s° of the NASA polynomials, TM-4513 (1993)',
  result: { symbol: 'κ', quantity: 'plain', meaning: 'exponent of the isentropic step' },
  variables: {
    gasConstant: { symbol: 'R', quantity: 'plain', unit: perKelvin, meaning: 'of the moist air' },
    meanHeat: {
      symbol: 'c_ps',
      quantity: 'plain',
      unit: perKelvin,
      meaning: 'mean specific heat of the step, by entropy',
    },
  },
  fn: (a) => a.gasConstant / a.meanHeat,
});

export const idealOutlet = defineFormula({
  id: 'ideal-outlet',
  form: '{temperature} · {pressureRatio}^{exponent}',
  source: 'Isentropic step of an ideal gas',
  result: { symbol: 'T_02s', quantity: 'temperature', meaning: 'outlet of a perfect compressor' },
  variables: {
    temperature: inlet,
    pressureRatio: { symbol: 'PR', quantity: 'ratio', meaning: 'across the compressor' },
    exponent: { symbol: 'κ', quantity: 'plain', meaning: 'exponent of the step' },
  },
  fn: (a) => a.temperature * a.pressureRatio ** a.exponent,
});

export const compressorWork = defineFormula({
  id: 'compressor-work',
  form: '{meanHeat} · ({ideal} − {temperature}) / {efficiency}',
  source: 'First law and the definition of the isentropic efficiency, h02 = h01 + (h02s − h01)/η',
  result: { symbol: 'w', quantity: 'plain', unit: perMass, meaning: 'work on the air' },
  variables: {
    meanHeat: {
      symbol: 'c_p',
      quantity: 'plain',
      unit: perKelvin,
      meaning: 'mean specific heat of the perfect step',
    },
    ideal: { symbol: 'T_02s', quantity: 'temperature', meaning: 'outlet of a perfect compressor' },
    temperature: inlet,
    efficiency: { symbol: 'η', quantity: 'share', meaning: 'isentropic efficiency' },
  },
  fn: (a) => (a.meanHeat * (a.ideal - a.temperature)) / a.efficiency,
});

export const outletTemperature = defineFormula({
  id: 'outlet-temperature',
  form: '{temperature} + {work} / {meanHeat}',
  source: 'Enthalpy balance; the mean specific heat from the NASA polynomials, TM-4513 (1993)',
  result: { symbol: 'T_02', quantity: 'temperature', meaning: 'compressor outlet' },
  variables: {
    temperature: inlet,
    work: { symbol: 'w', quantity: 'plain', unit: perMass, meaning: 'work on the air' },
    meanHeat: {
      symbol: 'c_p',
      quantity: 'plain',
      unit: perKelvin,
      meaning: 'mean specific heat of the real step',
    },
  },
  fn: (a) => a.temperature + a.work / a.meanHeat,
});

export const compressorPower = defineFormula({
  id: 'compressor-power',
  form: '{massFlow} · {work}',
  source: 'First law',
  result: { symbol: 'P_c', quantity: 'shaftPower', meaning: 'power the compressor takes' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air of the whole engine' },
    work: { symbol: 'w', quantity: 'plain', unit: perMass, meaning: 'work on the air' },
  },
  fn: (a) => a.massFlow * a.work,
});
