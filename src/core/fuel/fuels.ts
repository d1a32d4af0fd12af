import type { FuelFormula } from '../air/exhaust-gas';
import { defineFormula } from '../working/formula';

/** Atomic masses, g/mol (IUPAC 2021, rounded). */
const CARBON = 12.011;
const HYDROGEN = 1.008;
const OXYGEN = 15.999;
/** Mass of dry air that brings one mole of oxygen, g: 28.9647 / 0.20946. */
const AIR_PER_OXYGEN = 28.9647 / 0.20946;

/**
 * Stoichiometric air-fuel ratio by mass, kg of dry air per kg of CHyOz.
 * In: atoms per carbon atom. Source: atom balance, Heywood (1988), eq. 3.6.
 */
function stoichiometricRatio({ hydrogen, oxygen }: FuelFormula): number {
  const need = 1 + hydrogen / 4 - oxygen / 2;
  return (need * AIR_PER_OXYGEN) / (CARBON + HYDROGEN * hydrogen + OXYGEN * oxygen);
}

/** Molar mass of one carbon's worth of fuel, kg/mol. */
const formulaMass = ({ hydrogen, oxygen }: FuelFormula): number =>
  (CARBON + HYDROGEN * hydrogen + OXYGEN * oxygen) * 1e-3;

export type Fuel = {
  name: string;
  ignition: 'spark' | 'compression';
  /** Whether it enters the port as gas: then it takes the place of air and cools nothing. */
  isGas?: true;
  stoichiometric: number;
  /** λ and BSFC (kg/J) that belong together: the figure for air and power, not the one for sizing injectors. */
  lambda: number;
  bsfc: number;
  /** λ of best power: richer than this, power follows the air; leaner, the fuel. */
  bestPowerLambda: number;
  /** λ between which a mixture burns in a running engine. From memory; diesel below 1 is smoke. */
  burns: [number, number];
  /** Horsepower per lb/min of air, the trade's band: common practice, no source. */
  horsepowerPerPound: [number, number];
  /** Latent heat of evaporation, J/kg, and molar mass of the vapour, kg/mol. From memory, handbook values. */
  latentHeat: number;
  vapourMolarMass: number;
  /** CHyOz of one carbon's worth, for the burnt gas, and the lower heating value, J/kg. Heating values: handbook, from memory. */
  formula: FuelFormula;
  heatingValue: number;
  /** Research octane number; null for a fuel that ignites by itself. E85 and methanol: handbook, from memory. */
  octane: number | null;
  /** Research less motor octane number; from memory, handbook values. */
  sensitivity: number;
  /** Heat of the vapour at constant pressure by t = T/1000 K: c0 + c1 t + c2 t² + c3 t³ + c4/t², J/(kg·K). Heywood (1988), table 4.5, from memory. */
  vapourHeat: readonly [number, number, number, number, number];
  /** λ under which a diesel smokes: its governor lets no more fuel in (common practice, no source). Null for spark. */
  smokeLambda: number | null;
  /** For sizing injectors: density kg/m³ and BSFC kg/J with the margin of the trade (common practice, no source). */
  injectors: { density: number; bsfc: number };
};

const petrolFormula: FuelFormula = { hydrogen: 1.87, oxygen: 0 };
const ethanol: FuelFormula = { hydrogen: 3, oxygen: 0.5 };
const methanol: FuelFormula = { hydrogen: 4, oxygen: 1 };
const dieselFormula: FuelFormula = { hydrogen: 1.85, oxygen: 0 };
const propane: FuelFormula = { hydrogen: 8 / 3, oxygen: 0 };
const methane: FuelFormula = { hydrogen: 4, oxygen: 0 };

/** cal/(mol·K) of the table as J/(kg·K). In: molar mass, kg/mol. */
const perMass = (molarMass: number, coefficients: readonly [number, number, number, number, number]) =>
  coefficients.map((c) => (c * 4.184) / molarMass) as unknown as Fuel['vapourHeat'];
const petrolVapour = perMass(0.1148, [-24.078, 256.63, -201.68, 64.75, 0.5808]);
const ethanolVapour = perMass(0.04607, [6.99, 39.741, -11.926, 0, 0]);

/** The formula of a blend, per carbon atom. In: mass share of the first. Source: atom balance. */
function byMass(share: number, first: FuelFormula, second: FuelFormula): FuelFormula {
  const carbon = (fuel: FuelFormula, mass: number) => mass / formulaMass(fuel);
  const a = carbon(first, share);
  const b = carbon(second, 1 - share);
  return {
    hydrogen: (a * first.hydrogen + b * second.hydrogen) / (a + b),
    oxygen: (a * first.oxygen + b * second.oxygen) / (a + b),
  };
}

/** Two fuels by mass share of the first: the ratio mixes by mass. */
const blend = (share: number, first: number, second: number) => share * first + (1 - share) * second;
const mixed = (share: number, first: Fuel['vapourHeat'], second: Fuel['vapourHeat']) =>
  first.map((c, i) => blend(share, c, second[i]!)) as unknown as Fuel['vapourHeat'];
/** kg/L at 20 and 15 °C, as blends are counted. */
const ETHANOL_DENSITY = 0.789;
const PETROL_DENSITY = 0.745;
/** 85 % ethanol by volume as a mass share. */
const E85_SHARE = (0.85 * ETHANOL_DENSITY) / (0.85 * ETHANOL_DENSITY + 0.15 * PETROL_DENSITY);

const gPerKWh = (value: number) => (value * 1e-3) / 3.6e6;

const poundsPerHorsepowerHour = (value: number) => (value * 0.45359237) / (745.6998715822702 * 3600);

const petrol = (name: string, octane: number): Fuel => ({
  name,
  octane,
  sensitivity: 10,
  vapourHeat: petrolVapour,
  smokeLambda: null,
  ignition: 'spark',
  stoichiometric: stoichiometricRatio(petrolFormula),
  lambda: 0.82,
  bsfc: gPerKWh(304), // 0.50 lb/hp·h: common practice for boosted petrol at λ 0.80–0.85
  bestPowerLambda: 0.88,
  burns: [0.55, 1.6],
  horsepowerPerPound: [9.5, 10.5],
  latentHeat: 350e3,
  vapourMolarMass: 0.105,
  formula: petrolFormula,
  heatingValue: 43.0e6,
  injectors: { density: 720, bsfc: poundsPerHorsepowerHour(0.6) }, // 10.5 cc/min per lb/h
});

/** The fuels of this version. Defaults are common practice, no source, unless said; each job can change λ and BSFC. */
export const fuels = {
  'petrol-92': petrol('Petrol 92 RON', 92),
  'petrol-95': petrol('Petrol 95 RON', 95),
  'petrol-98': petrol('Petrol 98 RON', 98),
  'petrol-102': petrol('Petrol 102 RON', 102),
  e85: {
    name: 'E85',
    octane: 106,
    sensitivity: 16,
    vapourHeat: mixed(E85_SHARE, ethanolVapour, petrolVapour),
    smokeLambda: null,
    ignition: 'spark',
    stoichiometric: blend(E85_SHARE, stoichiometricRatio(ethanol), stoichiometricRatio(petrolFormula)),
    lambda: 0.82,
    bsfc: gPerKWh(438), // 0.72 lb/hp·h
    bestPowerLambda: 0.86,
    burns: [0.5, 1.6],
    horsepowerPerPound: [9.8, 11],
    latentHeat: blend(E85_SHARE, 918e3, 350e3),
    vapourMolarMass: 0.0502,
    formula: byMass(E85_SHARE, ethanol, petrolFormula),
    heatingValue: blend(E85_SHARE, 26.8e6, 43.0e6),
    injectors: { density: 785, bsfc: poundsPerHorsepowerHour(0.8) },
  },
  methanol: {
    name: 'Methanol',
    octane: 109,
    sensitivity: 20,
    vapourHeat: perMass(0.03204, [-2.7059, 44.168, -27.501, 7.2193, 0.20299]),
    smokeLambda: null,
    ignition: 'spark',
    stoichiometric: stoichiometricRatio(methanol),
    lambda: 0.8,
    bsfc: gPerKWh(669), // 1.10 lb/hp·h
    bestPowerLambda: 0.83,
    burns: [0.4, 1.7],
    horsepowerPerPound: [9.8, 11.2],
    latentHeat: 1100e3,
    vapourMolarMass: formulaMass(methanol),
    formula: methanol,
    heatingValue: 19.9e6,
    injectors: { density: 792, bsfc: poundsPerHorsepowerHour(1.2) },
  },
  lpg: {
    name: 'LPG, as gas',
    octane: 108,
    sensitivity: 13,
    vapourHeat: perMass(0.0441, [-1.4867, 74.339, -39.065, 8.0543, 0.01219]),
    smokeLambda: null,
    ignition: 'spark',
    isGas: true,
    stoichiometric: stoichiometricRatio(propane),
    lambda: 0.9,
    bsfc: gPerKWh(257), // petrol's heat for the same air
    bestPowerLambda: 0.92,
    burns: [0.55, 1.5],
    horsepowerPerPound: [9.4, 10.4],
    latentHeat: 0,
    vapourMolarMass: 3 * formulaMass(propane),
    formula: propane,
    heatingValue: 46.3e6,
    injectors: { density: 510, bsfc: poundsPerHorsepowerHour(0.5) },
  },
  cng: {
    name: 'Natural gas',
    octane: 125,
    sensitivity: 3,
    vapourHeat: perMass(0.01604, [-0.29149, 26.327, -10.61, 1.5656, 0.16573]),
    smokeLambda: null,
    ignition: 'spark',
    isGas: true,
    stoichiometric: stoichiometricRatio(methane),
    lambda: 0.95,
    bsfc: gPerKWh(226), // petrol's heat for the same air, as near as its heating value comes
    bestPowerLambda: 0.95,
    burns: [0.65, 1.8],
    horsepowerPerPound: [9.2, 10.3],
    latentHeat: 0,
    vapourMolarMass: formulaMass(methane),
    formula: methane,
    heatingValue: 50.0e6,
    injectors: { density: 170, bsfc: poundsPerHorsepowerHour(0.45) },
  },
  diesel: {
    name: 'Diesel',
    octane: null,
    sensitivity: 0,
    vapourHeat: perMass(0.1486, [-9.1063, 246.97, -143.74, 32.329, 0.0518]),
    smokeLambda: 1.25,
    ignition: 'compression',
    stoichiometric: stoichiometricRatio(dieselFormula),
    lambda: 1.35,
    bsfc: gPerKWh(222), // 0.365 lb/hp·h
    bestPowerLambda: 1,
    burns: [1, 6],
    horsepowerPerPound: [7.5, 8.6],
    latentHeat: 0,
    vapourMolarMass: 0.19,
    formula: dieselFormula,
    heatingValue: 42.6e6,
    injectors: { density: 835, bsfc: poundsPerHorsepowerHour(0.4) },
  },
} satisfies Record<string, Fuel>;

/** Share of the first of two by mole. In: share by mass. */
const byMole = (share: number): number => {
  // One carbon's worth is half a mole of ethanol; petrol's vapour has 0.105 kg/mol.
  const first = share / (2 * formulaMass(ethanol));
  return first / (first + (1 - share) / 0.105);
};

/**
 * Petrol and ethanol by content, as a fuel: stoichiometric ratio, heats and formula by mass, octane by mole, what is practice
 * (λ, BSFC over its heating value, what burns) on the line from petrol through E85. In: ethanol, share of the volume, 0 to 1.
 * At 0.85 it is E85. Source: atom and energy balance; practice as for the fuels themselves.
 */
export function ethanolBlend(content: number): Fuel {
  const mass = (content * ETHANOL_DENSITY) / (content * ETHANOL_DENSITY + (1 - content) * PETROL_DENSITY);
  const [plain, e85] = [fuels['petrol-98'], fuels.e85];
  const onLine = (a: number, b: number) => a + ((b - a) * mass) / E85_SHARE;
  const heatingValue = blend(mass, 26.8e6, plain.heatingValue);
  // Over what its heat would make of petrol's: E85 has a little more.
  const more = (e85.bsfc * e85.heatingValue) / (plain.bsfc * plain.heatingValue);
  return {
    ...e85,
    name: `Ethanol blend E${Math.round(100 * content)}`,
    sensitivity: onLine(plain.sensitivity, e85.sensitivity),
    vapourHeat: mixed(mass, ethanolVapour, petrolVapour),
    octane: plain.octane! + ((e85.octane - plain.octane!) * byMole(mass)) / byMole(E85_SHARE),
    stoichiometric: blend(mass, stoichiometricRatio(ethanol), stoichiometricRatio(petrolFormula)),
    bsfc: ((plain.bsfc * plain.heatingValue) / heatingValue) * onLine(1, more),
    bestPowerLambda: onLine(plain.bestPowerLambda, e85.bestPowerLambda),
    burns: [onLine(plain.burns[0], e85.burns[0]), e85.burns[1]],
    horsepowerPerPound: [
      onLine(plain.horsepowerPerPound[0], e85.horsepowerPerPound[0]),
      onLine(plain.horsepowerPerPound[1], e85.horsepowerPerPound[1]),
    ],
    latentHeat: blend(mass, 918e3, plain.latentHeat),
    vapourMolarMass: onLine(plain.vapourMolarMass, e85.vapourMolarMass),
    formula: byMass(mass, ethanol, petrolFormula),
    heatingValue,
    injectors: {
      density: onLine(plain.injectors.density, e85.injectors.density),
      bsfc: onLine(plain.injectors.bsfc, e85.injectors.bsfc),
    },
  };
}

/** The fuel that a Brief names: E85 by the ethanol it was measured to hold, where that is known. */
export const fuelOfBrief = ({
  id,
  ethanol: content,
}: {
  id: FuelId;
  ethanol?: { value: number } | undefined;
}): Fuel => (id === 'e85' && content ? ethanolBlend(content.value) : fuelOf(id));

export type FuelId = keyof typeof fuels;
export const fuelIds = Object.keys(fuels) as [FuelId, ...FuelId[]];
export const fuelOf = (id: FuelId): Fuel => fuels[id];

/** Fuels that are fed as gas, by tank pressure and a reducer: injectors and pumps for liquids say nothing of them. */
type GasId = 'lpg' | 'cng';
export type LiquidId = Exclude<FuelId, GasId>;
export const isLiquid = (id: FuelId): id is LiquidId => !fuelOf(id).isGas;
export const liquidIds = fuelIds.filter(isLiquid);

/** Share of a fuel that is gas before the intake valve: all of one that is fed as gas, otherwise what the engine evaporates. */
export const gaseousShare = ({ isGas }: Pick<Fuel, 'isGas'>, evaporated: number): number =>
  isGas ? 1 : evaporated;

/**
 * What evaporating fuel does to the charge before the intake valve: the air's share of the volume times the gain from
 * the cooler charge (flow rises with 1/√T at a fixed manifold pressure; see `breathing`).
 * In: fuel; λ; share of the fuel evaporated before the valve, 0 to 1; charge temperature K. Out: factor on air flow.
 * Source: energy and volume balance of an ideal mixture, Heywood (1988), sec. 6.2.1; cp of air 1005 J/(kg·K).
 */
export function evaporationFactor(fuel: Fuel, lambda: number, share: number, temperature: number): number {
  const fuelPerAir = evaporatedFuel.fn({
    share: gaseousShare(fuel, share),
    stoichiometric: fuel.stoichiometric,
    lambda,
  });
  return evaporation.fn({
    fuelPerAir,
    vapourMolarMass: fuel.vapourMolarMass,
    latentHeat: fuel.latentHeat,
    temperature,
  });
}

export const evaporatedFuel = defineFormula({
  id: 'evaporated-fuel',
  form: '{share} / ({stoichiometric} · {lambda})',
  source: 'Definition of λ',
  result: { symbol: 'x', quantity: 'plain', meaning: 'fuel evaporated before the valve, per mass of air' },
  variables: {
    share: { symbol: 's', quantity: 'share', meaning: 'share of the fuel that evaporates before the valve' },
    stoichiometric: { symbol: 'AFR_stoich', quantity: 'ratio', meaning: 'stoichiometric air-fuel ratio' },
    lambda: { symbol: 'λ', quantity: 'ratio', meaning: 'air over what the fuel needs' },
  },
  fn: (a) => a.share / (a.stoichiometric * a.lambda),
});

const kelvin = { symbol: 'K', factor: 1 };

export const evaporation = defineFormula({
  id: 'evaporation',
  // Evaporation stops long before the charge is 60 K colder; the cap keeps an absurd share from freezing the sums.
  form: '1 / (1 + {fuelPerAir} · 0.0289647 / {vapourMolarMass}) · √({temperature} / ({temperature} − min(60, {fuelPerAir} · {latentHeat} / 1005)))',
  source:
    'Energy and volume balance of an ideal mixture, Heywood (1988), sec. 6.2.1; cp of air 1005 J/(kg·K)',
  result: { symbol: 'v', quantity: 'ratio', meaning: 'evaporating fuel on breathing' },
  variables: {
    fuelPerAir: {
      symbol: 'x',
      quantity: 'plain',
      meaning: 'fuel evaporated before the valve, per mass of air',
    },
    vapourMolarMass: {
      symbol: 'M_f',
      quantity: 'plain',
      unit: { symbol: 'kg/mol', factor: 1 },
      meaning: 'of the vapour',
    },
    latentHeat: {
      symbol: 'r_f',
      quantity: 'plain',
      unit: { symbol: 'J/kg', factor: 1 },
      meaning: 'latent heat',
    },
    temperature: { symbol: 'T', quantity: 'plain', unit: kelvin, meaning: 'charge temperature' },
  },
  fn: (a) => {
    const volume = 1 / (1 + (a.fuelPerAir * 0.0289647) / a.vapourMolarMass);
    const drop = Math.min(60, (a.fuelPerAir * a.latentHeat) / 1005);
    return volume * Math.sqrt(a.temperature / (a.temperature - drop));
  },
});

/** What λ is planned for, by name: best power, safe (richer, as boosted engines are left at), or a diesel's smoke limit. */
export type LambdaTarget = 'best-power' | 'safe' | 'smoke-limit' | 'clean';

/** Targets of a fuel with their λ, the richest last. Common practice, no source. */
export const lambdaTargets = ({
  ignition,
  lambda,
  bestPowerLambda,
  smokeLambda,
}: Fuel): [LambdaTarget, number][] =>
  ignition === 'compression'
    ? [
        ['clean', lambda],
        ['smoke-limit', smokeLambda ?? lambda],
      ]
    : bestPowerLambda - lambda > 0.005
      ? [
          ['best-power', bestPowerLambda],
          ['safe', lambda],
        ]
      : [['best-power', lambda]];
