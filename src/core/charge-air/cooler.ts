import { defineFormula } from '../working/formula';

export const coolerOutlet = defineFormula({
  id: 'cooler-outlet',
  form: '{inlet} − {effectiveness} · ({inlet} − {coolant})',
  source: 'Definition of the charge-side effectiveness, as two thermometers show it; common practice',
  result: { symbol: 'T_out', quantity: 'temperature', meaning: 'charge temperature after the cooler' },
  variables: {
    inlet: { symbol: 'T_in', quantity: 'temperature', meaning: 'into the cooler' },
    coolant: { symbol: 'T_coolant', quantity: 'temperature', meaning: 'cooling air or water' },
    effectiveness: { symbol: 'ε', quantity: 'share', meaning: 'charge-side effectiveness' },
  },
  fn: (a) => a.inlet - a.effectiveness * (a.inlet - a.coolant),
});

export const coolerEffectiveness = defineFormula({
  id: 'cooler-effectiveness',
  form: '({inlet} − {outlet}) / ({inlet} − {coolant})',
  source: 'Definition of the charge-side effectiveness; common practice',
  result: { symbol: 'ε', quantity: 'share', meaning: 'charge-side effectiveness' },
  variables: {
    inlet: { symbol: 'T_in', quantity: 'temperature', meaning: 'into the cooler' },
    outlet: { symbol: 'T_out', quantity: 'temperature', meaning: 'out of it' },
    coolant: { symbol: 'T_coolant', quantity: 'temperature', meaning: 'cooling air or water' },
  },
  fn: (a) => (a.inlet - a.outlet) / (a.inlet - a.coolant),
});
