import { defineFormula } from '../working/formula';

export const airPerPower = defineFormula({
  id: 'air-per-power',
  symbols: 'ṁ_air/P = AFR · BSFC, AFR = λ · AFR_stoich; rich of best power the product stays constant',
  source: 'Definition of BSFC; that power follows the air when rich: common practice',
  result: { symbol: 'ṁ/P', quantity: 'plain', meaning: 'dry air per energy, kg/J' },
  variables: {
    stoichiometric: {
      symbol: 'AFR_stoich',
      quantity: 'ratio',
      meaning: 'stoichiometric air-fuel ratio by mass',
    },
    lambda: { symbol: 'λ', quantity: 'ratio', meaning: 'air over what the fuel needs' },
    bsfc: { symbol: 'BSFC', quantity: 'fuelPerEnergy', meaning: 'for air and power, at its own λ' },
    bsfcLambda: { symbol: 'λ_BSFC', quantity: 'ratio', meaning: 'λ the BSFC belongs to' },
    bestPowerLambda: { symbol: 'λ_best', quantity: 'ratio', meaning: 'λ of best power' },
  },
  fn: (a) =>
    (a.stoichiometric * a.bsfcLambda * a.bsfc * Math.max(1, a.lambda / a.bestPowerLambda)) /
    Math.max(1, a.bsfcLambda / a.bestPowerLambda),
});

export const fuelFlowPower = defineFormula({
  id: 'fuel-flow-power',
  symbols: 'P = ṁ_air,dry / (AFR · BSFC)',
  source:
    'Fuel-flow school; definition of BSFC. Boosted petrol 290–315 g/kWh at λ 0.80–0.85: common practice',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power by the fuel-flow school' },
  variables: {
    dryFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'dry air that is trapped and burnt' },
    airPerPower: { symbol: 'AFR · BSFC', quantity: 'plain', meaning: 'kg of dry air per joule' },
  },
  fn: (a) => a.dryFlow / a.airPerPower,
});

const HORSEPOWER = 745.6998715822702;
const POUND_PER_MINUTE = 0.45359237 / 60;

export const ruleOfThumbPower = defineFormula({
  id: 'rule-of-thumb-power',
  symbols: 'P = k · ṁ, k in hp per lb/min',
  source: 'Common practice, no source: a band, not a constant',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power by the rule of thumb' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air into the engine' },
    horsepowerPerPound: { symbol: 'k', quantity: 'plain', meaning: 'hp per lb/min' },
  },
  fn: (a) => (a.massFlow / POUND_PER_MINUTE) * a.horsepowerPerPound * HORSEPOWER,
});

export const boostGauge = defineFormula({
  id: 'boost',
  symbols: 'boost = p_m − p_amb',
  source: 'Definition',
  result: { symbol: 'boost', quantity: 'boost', meaning: 'gauge pressure in the manifold' },
  variables: {
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
  },
  fn: (a) => a.manifold - a.ambient,
});

export const pressureRatio = defineFormula({
  id: 'pressure-ratio',
  symbols: 'PR = p02 / p01',
  source: 'Definition, across the compressor itself: every loss stands on its own side',
  result: { symbol: 'PR', quantity: 'ratio', meaning: 'pressure ratio across the compressor' },
  variables: {
    outlet: { symbol: 'p02', quantity: 'pressure', meaning: 'compressor outlet' },
    inlet: { symbol: 'p01', quantity: 'pressure', meaning: 'compressor inlet, after the filter' },
  },
  fn: (a) => a.outlet / a.inlet,
});

export const torque = defineFormula({
  id: 'torque',
  symbols: 'T = P / (2π N/60)',
  source: 'Definition of power',
  result: { symbol: 'T', quantity: 'torque', meaning: 'torque at the flywheel' },
  variables: {
    power: { symbol: 'P', quantity: 'power', meaning: 'flywheel power' },
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
  },
  fn: (a) => a.power / ((2 * Math.PI * a.speedRpm) / 60),
});
