import { defineFormula } from '../working/formula';

const perKilogram = { symbol: 'kJ/kg', factor: 1e3 };

export const exhaustShare = defineFormula({
  id: 'exhaust-share',
  form: '{share} · (1 + 0.011 · {retard} / (π / 180))',
  note: 'about 9 °C for every degree of late spark',
  source: 'Common practice, no source: late spark leaves more of the heat in the exhaust',
  result: { symbol: 's', quantity: 'share', meaning: 'share of the heat that leaves with the gas' },
  variables: {
    share: { symbol: 's_0', quantity: 'share', meaning: 'at best timing' },
    retard: { symbol: 'ζ', quantity: 'angle', meaning: 'spark later than best' },
  },
  fn: (a) => a.share * (1 + (0.011 * a.retard * 180) / Math.PI),
});

/** Retard of the estimate beyond which nobody plans an engine: it would be run richer or on less boost, rad. */
const MOST_RETARD = (15 * Math.PI) / 180;

export const estimatedRetard = defineFormula({
  id: 'estimated-retard',
  form: 'min(15, max(0, 0.7 · (91 + 4.5 · ({compressionRatio} − 10) + 11 · ({manifold} − 101325) / 100000 − {octane}))) · π / 180',
  note: 'none where the octane suffices, and at most 15 °',
  source:
    'Estimate from memory, until the cylinder is modelled: octane wanted by compression ratio and manifold pressure, 0.7 ° a number that is missing',
  result: { symbol: 'ζ', quantity: 'angle', meaning: 'spark retard from MBT' },
  variables: {
    compressionRatio: { symbol: 'r', quantity: 'ratio', meaning: 'compression ratio' },
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'in the manifold' },
    octane: { symbol: 'ON', quantity: 'plain', unit: { symbol: 'RON', factor: 1 }, meaning: 'of the fuel' },
  },
  fn: (a) =>
    Math.min(
      MOST_RETARD,
      Math.max(
        0,
        (0.7 *
          Math.PI *
          (91 + 4.5 * (a.compressionRatio - 10) + (11 * (a.manifold - 101_325)) / 1e5 - a.octane)) /
          180,
      ),
    ),
});

/**
 * What a kilogram of oxygen that is missing leaves unburnt, CO and hydrogen, over what the fuel gives with one: 1.3 for hydrocarbons,
 * from the heats of formation.
 */
const UNBURNT = 1.3;
/** Heat released over what the oxygen alone would allow: rich of λ 1 some of it goes into CO and hydrogen. */
const richness = (lambda: number): number => Math.min(1, (1 - UNBURNT * (1 - lambda)) / lambda);

export const heatReleased = defineFormula({
  id: 'heat-released',
  form: 'min(1, {lambda}) · min(1, (1 − 1.3 · (1 − {lambda})) / {lambda}) / min(1, (1 − 1.3 · (1 − {usual})) / {usual})',
  note: 'rich of λ 1 the oxygen decides, and CO and hydrogen leave unburnt; one at the λ the share belongs to',
  source: 'Heats of formation of CO, hydrogen and the fuel; Heywood (1988), sec. 3.5.4',
  result: { symbol: 'φ', quantity: 'ratio', meaning: 'heat released over the fuel’s' },
  variables: {
    lambda: { symbol: 'λ', quantity: 'ratio', meaning: 'air over what the fuel needs' },
    usual: { symbol: 'λ_0', quantity: 'ratio', meaning: 'usual λ of the fuel, at which the share is stated' },
  },
  fn: ({ lambda, usual }) => Math.min(1, lambda) * (richness(lambda) / richness(usual)),
});

export const exhaustHeat = defineFormula({
  id: 'exhaust-heat',
  form: '{share} · {heatingValue} · {released} · {fuelFlow} / {exhaustFlow} + {charge} · {airFlow} / {exhaustFlow}',
  source: 'Energy balance with a share of the heat released, spark 0.36, diesel 0.33 (from memory)',
  result: {
    symbol: 'q',
    quantity: 'plain',
    unit: perKilogram,
    meaning: 'heat of the gas in the port above 25 °C',
  },
  variables: {
    share: { symbol: 's', quantity: 'share', meaning: 'share of the heat that leaves with the gas' },
    heatingValue: {
      symbol: 'H_u',
      quantity: 'plain',
      unit: { symbol: 'MJ/kg', factor: 1e6 },
      meaning: 'lower heating value of the fuel',
    },
    released: { symbol: 'φ', quantity: 'ratio', meaning: 'heat released over the fuel’s' },
    fuelFlow: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel' },
    exhaustFlow: { symbol: 'ṁ_ex', quantity: 'massFlow', meaning: 'exhaust gas' },
    charge: {
      symbol: 'h_m',
      quantity: 'plain',
      unit: perKilogram,
      meaning: 'heat of the charge above 25 °C',
    },
    airFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
  },
  fn: (a) =>
    (a.share * a.heatingValue * a.released * a.fuelFlow) / a.exhaustFlow +
    (a.charge * a.airFlow) / a.exhaustFlow,
});

export const turbineInletTemperature = defineFormula({
  id: 'turbine-inlet-temperature',
  form: '{wall} + ({port} − {wall}) · exp(−{heatLoss} / ({exhaustFlow} · {specificHeat}))',
  source:
    'Heat lost to a wall of one temperature along the port and the manifold; Incropera & DeWitt, internal flow',
  result: { symbol: 'T_03', quantity: 'temperature', meaning: 'turbine inlet' },
  variables: {
    wall: { symbol: 'T_w', quantity: 'temperature', meaning: 'wall of port and manifold' },
    port: { symbol: 'T_x', quantity: 'temperature', meaning: 'gas leaving the cylinder' },
    heatLoss: {
      symbol: 'hA',
      quantity: 'plain',
      unit: { symbol: 'W/K', factor: 1 },
      meaning: 'heat loss of port and manifold',
    },
    exhaustFlow: { symbol: 'ṁ_ex', quantity: 'massFlow', meaning: 'exhaust gas' },
    specificHeat: {
      symbol: 'c_p',
      quantity: 'plain',
      unit: { symbol: 'J/(kg·K)', factor: 1 },
      meaning: 'of the gas',
    },
  },
  fn: (a) => a.wall + (a.port - a.wall) * Math.exp(-a.heatLoss / (a.exhaustFlow * a.specificHeat)),
});
