import { defineFormula } from '../working/formula';

export const gateArea = defineFormula({
  id: 'gate-area',
  form: '{coefficient} · π / 4 · {bore}^2',
  source: 'Geometry and flow coefficient of a poppet or flap valve; coefficient: common practice, no source',
  result: { symbol: 'A_g', quantity: 'throatArea', meaning: 'effective area of the open gate' },
  variables: {
    coefficient: { symbol: 'C_d', quantity: 'ratio', meaning: 'flow coefficient of the open valve' },
    bore: { symbol: 'd_g', quantity: 'bore', meaning: 'bore of its seat' },
  },
  fn: (a) => (a.coefficient * Math.PI * a.bore * a.bore) / 4,
});

export const springBoost = defineFormula({
  id: 'spring-boost',
  form: '{spring} − ({inlet} − {outlet}) · ({bore} / {diaphragm})^2',
  note: 'exhaust pressure on the valve helps it open',
  source: 'Balance of forces on the valve; common practice',
  result: { symbol: 'boost_least', quantity: 'boost', meaning: 'least boost the gate can hold' },
  variables: {
    spring: { symbol: 'p_spring', quantity: 'boost', meaning: 'of the spring alone' },
    inlet: { symbol: 'p_03', quantity: 'pressure', meaning: 'turbine inlet' },
    outlet: { symbol: 'p_4', quantity: 'pressure', meaning: 'behind the turbine' },
    bore: { symbol: 'd_g', quantity: 'bore', meaning: 'bore of the valve seat' },
    diaphragm: { symbol: 'd_d', quantity: 'bore', meaning: 'effective diameter of the diaphragm' },
  },
  fn: (a) => a.spring - (a.inlet - a.outlet) * (a.bore / a.diaphragm) ** 2,
});

export const backPressureRatio = defineFormula({
  id: 'back-pressure-ratio',
  form: '{inlet} / {manifold}',
  source: 'Definition, both absolute',
  result: { symbol: 'p_3/p_m', quantity: 'ratio', meaning: 'turbine inlet over manifold pressure, absolute' },
  variables: {
    inlet: { symbol: 'p_3', quantity: 'pressure', meaning: 'turbine inlet' },
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
  },
  fn: (a) => a.inlet / a.manifold,
});

export const backPressureRatioGauge = defineFormula({
  id: 'back-pressure-ratio-gauge',
  form: '({inlet} − {ambient}) / ({manifold} − {ambient})',
  source: 'Definition by gauge, as two hoses show it; common practice',
  result: {
    symbol: '(p_3/p_m)_gauge',
    quantity: 'ratio',
    meaning: 'back pressure over boost, both gauge',
  },
  variables: {
    inlet: { symbol: 'p_3', quantity: 'pressure', meaning: 'turbine inlet' },
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
  },
  fn: (a) => (a.inlet - a.ambient) / (a.manifold - a.ambient),
});

export const gateShare = defineFormula({
  id: 'gate-share',
  form: '({exhaust} − {turbine}) / {exhaust}',
  source: 'Mass balance around turbine and gate',
  result: { symbol: 'x_g', quantity: 'share', meaning: 'share of the exhaust that goes through the gate' },
  variables: {
    exhaust: { symbol: 'ṁ_ex', quantity: 'massFlow', meaning: 'exhaust of one turbine with its gate' },
    turbine: { symbol: 'ṁ_t', quantity: 'massFlow', meaning: 'through the wheel' },
  },
  fn: (a) => (a.exhaust - a.turbine) / a.exhaust,
});

export const turbineInlet = defineFormula({
  id: 'turbine-inlet',
  form: '{outlet} · {ratio}',
  source: 'Definition of the expansion ratio, total to static',
  result: { symbol: 'p_03', quantity: 'pressure', meaning: 'turbine inlet' },
  variables: {
    outlet: { symbol: 'p_4', quantity: 'pressure', meaning: 'behind the turbine' },
    ratio: { symbol: 'ER', quantity: 'ratio', meaning: 'expansion ratio across the turbine' },
  },
  fn: (a) => a.outlet * a.ratio,
});
