import { defineFormula } from '../working/formula';

export const fuelMassFlow = defineFormula({
  id: 'fuel-mass-flow',
  form: '{dryFlow} · {trapped} / ({stoichiometric} · {lambda})',
  source: 'Definition of λ, of the air that stays in the cylinder',
  result: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel of the whole engine' },
  variables: {
    dryFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'dry air into the engine' },
    trapped: { symbol: 'τ', quantity: 'share', meaning: 'share of it that stays in the cylinder' },
    stoichiometric: { symbol: 'AFR_stoich', quantity: 'ratio', meaning: 'stoichiometric air-fuel ratio' },
    lambda: { symbol: 'λ', quantity: 'ratio', meaning: 'air over what the fuel needs' },
  },
  fn: (a) => (a.dryFlow * a.trapped) / (a.stoichiometric * a.lambda),
});

export const fuelVolumeFlow = defineFormula({
  id: 'fuel-volume-flow',
  form: '{massFlow} / {density}',
  source: 'Definition of density; of the fuel at its temperature',
  result: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'fuel of the whole engine' },
  variables: {
    massFlow: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel of the whole engine' },
    density: {
      symbol: 'ρ',
      quantity: 'plain',
      unit: { symbol: 'kg/m³', factor: 1 },
      meaning: 'of the fuel',
    },
  },
  fn: (a) => a.massFlow / a.density,
});
