import { defineFormula } from '../working/formula';

export const nozzleFlow = defineFormula({
  id: 'nozzle-flow',
  form: '{rated} · {open} · √(max(0, {difference}) / {ratedPressure})',
  source: 'Flow through a nozzle; a progressive controller opens in proportion (common practice)',
  result: { symbol: 'Q', quantity: 'fuelFlow', meaning: 'sprayed in' },
  variables: {
    rated: { symbol: 'Q_r', quantity: 'fuelFlow', meaning: 'rated flow of the nozzles of a stage' },
    open: { symbol: 's', quantity: 'share', meaning: 'share of it that the controller lets through' },
    difference: { symbol: 'Δp', quantity: 'pressure', meaning: 'pump over manifold' },
    ratedPressure: { symbol: 'Δp_r', quantity: 'pressure', meaning: 'pressure it was rated at' },
  },
  fn: (a) => a.rated * a.open * Math.sqrt(Math.max(0, a.difference) / a.ratedPressure),
});

export const jetFlow = defineFormula({
  id: 'jet-flow',
  form: '{chosen} · {open} · √({density} · max(0, {difference}) / ({chosenDensity} · {chosenDifference}))',
  source: 'Flow of a liquid through a jet, of what the bottle holds at its temperature (common practice)',
  result: { symbol: 'ṁ_N', quantity: 'massFlow', meaning: 'nitrous oxide' },
  variables: {
    chosen: {
      symbol: 'ṁ_s',
      quantity: 'massFlow',
      meaning: 'at the bottle temperature the jets were chosen for',
    },
    open: { symbol: 's', quantity: 'share', meaning: 'share of it that the controller lets through' },
    density: {
      symbol: 'ρ',
      quantity: 'plain',
      unit: { symbol: 'kg/m³', factor: 1 },
      meaning: 'of the liquid in the bottle',
    },
    difference: { symbol: 'Δp', quantity: 'pressure', meaning: 'bottle over manifold' },
    chosenDensity: {
      symbol: 'ρ_s',
      quantity: 'plain',
      unit: { symbol: 'kg/m³', factor: 1 },
      meaning: 'at the temperature the jets were chosen for',
    },
    chosenDifference: {
      symbol: 'Δp_s',
      quantity: 'pressure',
      meaning: 'at that temperature, over the manifold',
    },
  },
  fn: (a) =>
    a.chosen *
    a.open *
    Math.sqrt((a.density * Math.max(0, a.difference)) / (a.chosenDensity * a.chosenDifference)),
});

export const mixtureTemperature = defineFormula({
  id: 'mixture-temperature',
  form: '{cooled} − {heat} / {capacity}',
  source: 'Energy balance of charge and what is injected, without heat from walls',
  result: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge temperature' },
  variables: {
    cooled: { symbol: 'T_c', quantity: 'temperature', meaning: 'before the injection' },
    heat: {
      symbol: 'Q',
      quantity: 'plain',
      unit: { symbol: 'kW', factor: 1e3 },
      meaning: 'taken up by what evaporates and by the rest as it warms up',
    },
    capacity: {
      symbol: 'C',
      quantity: 'plain',
      unit: { symbol: 'W/K', factor: 1 },
      meaning: 'heat capacity flow of the mixture',
    },
  },
  fn: (a) => a.cooled - a.heat / a.capacity,
});

export const airBesideVapour = defineFormula({
  id: 'air-beside-vapour',
  form: '{filling} − {displaced}',
  source: 'Vapour and gas take the place of as many moles of air',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
  variables: {
    filling: { symbol: 'ṁ_0', quantity: 'massFlow', meaning: 'without what is injected' },
    displaced: { symbol: 'ṁ_v', quantity: 'massFlow', meaning: 'air whose place vapour and gas take' },
  },
  fn: (a) => a.filling - a.displaced,
});

export const burningAir = defineFormula({
  id: 'burning-air',
  form: '{dryFlow} + {nitrous} · {airPerMass} · {kept}',
  source: 'Oxygen of nitrous oxide, 36.35 % by mass, as dry air with 23.14 %',
  result: { symbol: 'ṁ_O', quantity: 'massFlow', meaning: 'dry air that the oxygen counts as' },
  variables: {
    dryFlow: { symbol: 'ṁ_dry', quantity: 'massFlow', meaning: 'dry air' },
    nitrous: { symbol: 'ṁ_N', quantity: 'massFlow', meaning: 'nitrous oxide' },
    airPerMass: {
      symbol: 'k_N',
      quantity: 'ratio',
      meaning: 'dry air with the oxygen of one kilogram of it',
    },
    kept: { symbol: 'k', quantity: 'share', meaning: 'share of it that counts, as of the air' },
  },
  fn: (a) => a.dryFlow + a.nitrous * a.airPerMass * a.kept,
});

export const fuelBesideMethanol = defineFormula({
  id: 'fuel-beside-methanol',
  form: 'max(0, {whole} − {methanol} · {methanolAir} / {stoichiometric})',
  source: 'What methanol burns of the air the fuel need not burn; λ counts both',
  result: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel of the whole engine' },
  variables: {
    whole: { symbol: 'ṁ_0', quantity: 'massFlow', meaning: 'fuel for all of the air' },
    methanol: { symbol: 'ṁ_M', quantity: 'massFlow', meaning: 'methanol injected, as far as it is burnt' },
    methanolAir: { symbol: 'AFR_M', quantity: 'ratio', meaning: 'stoichiometric air-fuel ratio of methanol' },
    stoichiometric: { symbol: 'AFR_stoich', quantity: 'ratio', meaning: 'of the fuel' },
  },
  fn: (a) => Math.max(0, a.whole - (a.methanol * a.methanolAir) / a.stoichiometric),
});

export const fillingOf = defineFormula({
  id: 'filling',
  form: '{massFlow} + {displaced}',
  source: 'Vapour and gas take the place of as many moles of air',
  result: { symbol: 'ṁ_0', quantity: 'massFlow', meaning: 'air that would fill the cylinders alone' },
  variables: {
    massFlow: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
    displaced: { symbol: 'ṁ_v', quantity: 'massFlow', meaning: 'air whose place vapour and gas take' },
  },
  fn: (a) => a.massFlow + a.displaced,
});

export const airBesideNitrous = defineFormula({
  id: 'air-beside-nitrous',
  form: '{air} − {nitrous} · {airPerMass} · (1 + {humidityRatio})',
  source: 'Oxygen that nitrous oxide brings need not come with the air',
  result: { symbol: 'ṁ', quantity: 'massFlow', meaning: 'moist air into the engine' },
  variables: {
    air: { symbol: 'ṁ_P', quantity: 'massFlow', meaning: 'moist air the power needs' },
    nitrous: burningAir.variables.nitrous,
    airPerMass: burningAir.variables.airPerMass,
    humidityRatio: {
      symbol: 'x',
      quantity: 'plain',
      unit: { symbol: 'kg/kg', factor: 1 },
      meaning: 'water per dry air',
    },
  },
  fn: (a) => a.air - a.nitrous * a.airPerMass * (1 + a.humidityRatio),
});
