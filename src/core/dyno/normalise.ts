import { defineFormula } from '../working/formula';

export const normalisedTorque = defineFormula({
  id: 'normalised-torque',
  form: '{torque} · {toPressure} / {pressure} · ({temperature} / {toTemperature})^{exponent}',
  note: 'one engine at another charge: torque with the manifold’s absolute pressure, and against its temperature',
  source: 'Airflow at equal breathing; exponent one half as in the corrections of the standards, editable',
  result: { symbol: 'T_n', quantity: 'torque', meaning: 'torque at the reference charge' },
  variables: {
    torque: { symbol: 'T', quantity: 'torque', meaning: 'torque as run' },
    toPressure: { symbol: 'p_0', quantity: 'pressure', meaning: 'manifold pressure of the reference' },
    pressure: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold pressure as run' },
    temperature: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge temperature as run' },
    toTemperature: { symbol: 'T_0', quantity: 'temperature', meaning: 'charge temperature of the reference' },
    exponent: { symbol: 'n', quantity: 'ratio', meaning: 'exponent of the temperature' },
  },
  fn: (a) => a.torque * (a.toPressure / a.pressure) * (a.temperature / a.toTemperature) ** a.exponent,
});

/** Exponent of the charge temperature where nobody has said. */
export const USUAL_EXPONENT = 0.5;
