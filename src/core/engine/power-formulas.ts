import { defineFormula } from '../working/formula';

export const airPerPower = defineFormula({
  id: 'air-per-power',
  form: '{stoichiometric} · {bsfcLambda} · {bsfc} · max(1, {lambda} / {bestPowerLambda}) / max(1, {bsfcLambda} / {bestPowerLambda})',
  note: 'AFR = λ · AFR_stoich; rich of best power, power follows the air',
  source: 'Definition of BSFC; that power follows the air when rich: common practice',
  result: { symbol: 'AFR·BSFC', quantity: 'fuelPerEnergy', meaning: 'dry air per energy' },
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

export const schoolPower = defineFormula({
  id: 'power-by-cycle',
  form: '{power} · {factor}',
  source:
    'Indicated work of the cycle less gas exchange and friction, over the fuel-flow school: docs/physics/cylinder.md',
  result: { symbol: 'P', quantity: 'power', meaning: 'power at the flywheel by the cycle' },
  variables: {
    power: { symbol: 'P_f', quantity: 'power', meaning: 'power at the flywheel by fuel flow' },
    factor: {
      symbol: 'k_c',
      quantity: 'ratio',
      meaning: 'cycle over fuel flow at this speed and manifold pressure',
    },
  },
  fn: (a) => a.power * a.factor,
});

export const fuelFlowEquivalent = defineFormula({
  id: 'fuel-flow-equivalent',
  form: '{power} / {factor}',
  source: 'The same turned round',
  result: schoolPower.variables.power,
  variables: { power: schoolPower.result, factor: schoolPower.variables.factor },
  fn: (a) => a.power / a.factor,
});

export const fuelFlowPower = defineFormula({
  id: 'fuel-flow-power',
  form: '{dryFlow} / {airPerPower}',
  source:
    'Fuel-flow school; definition of BSFC. Boosted petrol 290–315 g/kWh at λ 0.80–0.85: common practice',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power by the fuel-flow school' },
  variables: {
    dryFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'dry air that is trapped and burnt' },
    airPerPower: { symbol: 'AFR·BSFC', quantity: 'fuelPerEnergy', meaning: 'dry air per energy' },
  },
  fn: (a) => a.dryFlow / a.airPerPower,
});

/** 1 hp per lb/min, in W per kg/s. */
const HORSEPOWER_PER_POUND = 745.6998715822702 / (0.45359237 / 60);

/** The band's figure of the trade as W per kg/s. In: hp per lb/min. */
export const powerPerFlow = (horsepowerPerPound: number): number => horsepowerPerPound * HORSEPOWER_PER_POUND;

export const ruleOfThumbPower = defineFormula({
  id: 'rule-of-thumb-power',
  form: '{massFlow} · {powerPerFlow}',
  source: 'Common practice, no source: a band, not a constant',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power by the rule of thumb' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air into the engine' },
    powerPerFlow: {
      symbol: 'k',
      quantity: 'plain',
      unit: { symbol: 'hp per lb/min', factor: HORSEPOWER_PER_POUND },
      meaning: 'of the fuel, common practice',
    },
  },
  fn: (a) => a.massFlow * a.powerPerFlow,
});

export const torque = defineFormula({
  id: 'torque',
  form: '{power} / (2 · π · {speedRpm} / 60)',
  source: 'Definition of power',
  result: { symbol: 'T', quantity: 'torque', meaning: 'torque at the flywheel' },
  variables: {
    power: { symbol: 'P', quantity: 'power', meaning: 'flywheel power' },
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
  },
  fn: (a) => a.power / ((2 * Math.PI * a.speedRpm) / 60),
});

/** Power, W, of a torque N·m at a speed in rev/min: `torque` turned round. Source: definition of power. */
export const powerOfTorque = (newtonMetres: number, speedRpm: number): number =>
  (newtonMetres * 2 * Math.PI * speedRpm) / 60;

export const trappedDryAir = defineFormula({
  id: 'trapped-dry-air',
  form: '{massFlow} / (1 + {humidityRatio}) · {trapped} · {condition}',
  source: 'Oxygen comes with the dry air, and only what stays in the cylinder burns',
  result: { symbol: 'ṁ_dry', quantity: 'massFlow', meaning: 'dry air that is trapped and burnt' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
    humidityRatio: {
      symbol: 'x',
      quantity: 'plain',
      unit: { symbol: 'kg/kg', factor: 1 },
      meaning: 'water per dry air',
    },
    trapped: {
      symbol: 'τ',
      quantity: 'share',
      meaning: 'share that stays in the cylinder; all of it in a four-stroke',
    },
    condition: {
      symbol: 'k_c',
      quantity: 'share',
      meaning: 'condition of the engine: what it makes of its air against a sound one',
    },
  },
  fn: (a) => (a.massFlow / (1 + a.humidityRatio)) * a.trapped * a.condition,
});

export const airForPower = defineFormula({
  id: 'air-for-power',
  form: '{power} · {airPerPower} · (1 + {humidityRatio}) / ({trapped} · {condition})',
  source: 'Fuel-flow school, turned round',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air the power needs' },
  variables: {
    power: { symbol: 'P', quantity: 'power', meaning: 'flywheel power asked' },
    airPerPower: fuelFlowPower.variables.airPerPower,
    humidityRatio: trappedDryAir.variables.humidityRatio,
    trapped: trappedDryAir.variables.trapped,
    condition: trappedDryAir.variables.condition,
  },
  fn: (a) => (a.power * a.airPerPower * (1 + a.humidityRatio)) / (a.trapped * a.condition),
});

export const airByHand = defineFormula({
  id: 'air-by-hand',
  form: '{power} / {powerPerFlow}',
  source: 'Rule of thumb with the middle of the fuel’s band: common practice, no source',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'air by hand' },
  variables: {
    power: { symbol: 'P', quantity: 'power', meaning: 'flywheel power' },
    powerPerFlow: ruleOfThumbPower.variables.powerPerFlow,
  },
  fn: (a) => a.power / a.powerPerFlow,
});

export const powerByHand = defineFormula({
  id: 'power-by-hand',
  form: '{alone} · ({ambient} + {boost}) / {ambient}',
  note: 'boost multiplies what the day’s air makes alone',
  source: 'Power goes with absolute pressure: common practice, no source',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power by hand' },
  variables: {
    alone: { symbol: 'P_0', quantity: 'power', meaning: 'on the day’s air alone' },
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
    boost: { symbol: 'boost', quantity: 'pressure', meaning: 'gauge pressure in the manifold' },
  },
  fn: (a) => (a.alone * (a.ambient + a.boost)) / a.ambient,
});
