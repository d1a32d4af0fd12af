import { openAt, type ChargeInjection, type Nitrous, type Spray } from './compile';
import { jetFlow, mixtureTemperature, nozzleFlow } from './formulas';
import { METHANOL_AIR, nitrousBottle, nitrousOxide, sprayLiquids, ZERO } from './liquids';

/** kg/s of each liquid. */
type Sprayed = { water: number; methanol: number };

/** What is injected at a point of the engine, and what it does to the charge. SI, of the whole engine. */
export type Injected = Sprayed & {
  nitrous: number;
  isWet: boolean;
  /** What is gas before the valve. */
  evaporated: Sprayed & { nitrous: number };
  /** Whether the air can take up less than would evaporate. */
  isSaturated: boolean;
  /** Moist air whose place vapour and gas take, kg/s. */
  displaced: number;
  /** Charge before the injection, K. */
  cooled: number;
  /** What it takes up, W, and the heat capacity flow of the mixture, W/K. */
  heat: number;
  capacity: number;
};

/** Molar mass of dry air, kg/mol, and its heat capacity, J/(kg·K). */
const AIR = { molarMass: 0.0289647, heat: 1_006 };
const { water, methanol } = sprayLiquids;

/** Volume flow of the spray at a speed, rev/min, and boost, Pa gauge: m³/s. */
export function sprayAt(spray: Spray, speedRpm: number, gauge: number): number {
  let flow = 0;
  for (const stage of spray.stages)
    flow += nozzleFlow.fn({
      rated: stage.flow,
      open: openAt(stage, speedRpm, gauge),
      difference: spray.pumpGauge - gauge,
      ratedPressure: spray.ratedPressure,
    });
  return flow;
}

/** Flow of nitrous oxide, kg/s, at a speed and a manifold pressure, Pa: absolute, and gauge for what lets it in. */
export function nitrousAt(
  { stages, chosenAt, bottle }: Nitrous,
  speedRpm: number,
  { pressure, gauge }: { pressure: number; gauge: number },
): number {
  const here = nitrousBottle(bottle);
  const chosen = nitrousBottle(chosenAt);
  let flow = 0;
  for (const stage of stages)
    flow += jetFlow.fn({
      chosen: stage.flow,
      open: openAt(stage, speedRpm, gauge),
      density: here.density,
      difference: here.pressure - pressure,
      chosenDensity: chosen.density,
      chosenDifference: chosen.pressure - pressure,
    });
  return flow;
}

/** Flow of air, kg/s, and its pressure, Pa. */
type Air = { flow: number; pressure: number };

/**
 * What evaporates before the valve at a temperature of the mixture, K: the share stated, or what the air can take up if that is
 * less, each over the liquid by its moles (Raoult).
 */
function evaporatedAt(spray: Spray, sprayed: Sprayed, air: Air, temperature: number) {
  const pressureOfWater = spray.waterMoles * water.vapourPressure(temperature);
  const pressureOfMethanol = (1 - spray.waterMoles) * methanol.vapourPressure(temperature);
  const dry = air.pressure - pressureOfWater - pressureOfMethanol;
  // Where the vapours would push out all of the air, the liquid boils.
  const taken = (vapour: number, molarMass: number): number =>
    dry > 0 ? ((air.flow / AIR.molarMass) * vapour * molarMass) / dry : Infinity;
  const most = {
    water: taken(pressureOfWater, water.molarMass),
    methanol: taken(pressureOfMethanol, methanol.molarMass),
  };
  const wanted = {
    water: spray.evaporated * sprayed.water,
    methanol: spray.evaporated * sprayed.methanol,
  };
  return {
    evaporated: {
      water: Math.min(wanted.water, most.water),
      methanol: Math.min(wanted.methanol, most.methanol),
    },
    isSaturated: wanted.water > most.water || wanted.methanol > most.methanol,
  };
}

const NOTHING = { evaporated: { water: 0, methanol: 0 }, isSaturated: false };

/**
 * Nitrous oxide that is gas before the valve at a temperature of the mixture, K, kg/s: the colder the charge has become, the more of it
 * enters the cylinder as droplets. All of it over −20 °C, none under −50 °C (common practice, no source).
 */
const gasOf = (nitrous: number, temperature: number): number =>
  nitrous * Math.min(1, Math.max(0, (temperature - FROZEN) / (ALL_GAS - FROZEN)));
const FROZEN = 223.15;
const ALL_GAS = 253.15;

/** What is injected into a flow of air at a manifold state of this turn. Gauge for what lets it in, Pa. */
export function injectedAt(
  { spray, nitrous }: ChargeInjection,
  { speedRpm, gauge, temperature, ...air }: Air & { speedRpm: number; gauge: number; temperature: number },
): Injected {
  const volume = spray ? sprayAt(spray, speedRpm, gauge) : 0;
  const sprayed = { water: volume * (spray?.water ?? 0), methanol: volume * (spray?.methanol ?? 0) };
  const { evaporated, isSaturated } =
    spray && volume > 0 ? evaporatedAt(spray, sprayed, air, temperature) : NOTHING;
  const jets = nitrous ? nitrousAt(nitrous, speedRpm, { pressure: air.pressure, gauge }) : 0;
  const gas = gasOf(jets, temperature);
  return {
    ...sprayed,
    nitrous: jets,
    isWet: nitrous?.isWet ?? false,
    evaporated: { ...evaporated, nitrous: gas },
    isSaturated,
    displaced:
      AIR.molarMass *
      (evaporated.water / water.molarMass +
        evaporated.methanol / methanol.molarMass +
        gas / nitrousOxide.molarMass),
    cooled: temperature,
    heat: 0,
    capacity: AIR.heat * air.flow,
  };
}

/** Heat, W, that takes what is injected from its liquid to a charge temperature, K, and the heat capacity flow of all, W/K. */
function balance(
  { spray, nitrous }: ChargeInjection,
  { evaporated, ...sprayed }: Pick<Injected, 'water' | 'methanol' | 'evaporated'>,
  airFlow: number,
  cooled: number,
): { heat: number; capacity: number } {
  let heat = 0;
  let capacity = AIR.heat * airFlow;
  for (const name of ['water', 'methanol'] as const) {
    const { latentHeat, liquidHeat, vapourHeat } = sprayLiquids[name];
    const liquid = sprayed[name] - evaporated[name];
    const from = spray?.temperature ?? ZERO;
    heat +=
      evaporated[name] * (latentHeat + vapourHeat * (cooled - ZERO) + liquidHeat * (ZERO - from)) +
      liquid * liquidHeat * (cooled - from);
    capacity += evaporated[name] * vapourHeat + liquid * liquidHeat;
  }
  if (evaporated.nitrous > 0) {
    const bottle = nitrous?.bottle ?? ZERO;
    const { heat: toGas, liquidHeat, gasHeat } = nitrousOxide;
    heat += evaporated.nitrous * (toGas + liquidHeat * (293.15 - bottle) + gasHeat * (cooled - ZERO));
    capacity += evaporated.nitrous * gasHeat;
  }
  return { heat, capacity };
}

/** Turns in which the temperature of a saturated charge is halved, and how closely that settles, K. */
const MOST_HALVES = 44;
const SETTLED = 1e-7;

/**
 * The charge once it is mixed with what is injected, written into `injected`. In: what is injected; the air it meets; its
 * temperature before that, K. Out: K. Source: energy balance; what evaporates is never more than the air can take up there.
 */
export function mixedTemperature(
  injection: ChargeInjection,
  injected: Injected,
  air: Air,
  cooled: number,
): number {
  const { spray } = injection;
  injected.cooled = cooled;
  const at = (temperature: number): number => {
    if (spray && injected.water + injected.methanol > 0) {
      const { evaporated, isSaturated } = evaporatedAt(spray, injected, air, temperature);
      Object.assign(injected.evaporated, evaporated);
      injected.isSaturated = isSaturated;
    }
    injected.evaporated.nitrous = gasOf(injected.nitrous, temperature);
    Object.assign(injected, balance(injection, injected, air.flow, cooled));
    return mixtureTemperature.fn({ cooled, heat: injected.heat, capacity: injected.capacity });
  };
  // The hotter it is the more evaporates and the colder it would be: between the two lies the answer.
  let high = Math.max(cooled, at(cooled), spray?.temperature ?? 0);
  let low = Math.min(at(high), high);
  // With all of the share stated evaporated at the cold end too, that is it.
  const cold = at(low);
  if (Math.abs(cold - low) < SETTLED) return cold;
  for (let i = 0; i < MOST_HALVES && high - low > SETTLED; i++) {
    const middle = (low + high) / 2;
    if (at(middle) > middle) low = middle;
    else high = middle;
  }
  return at((low + high) / 2);
}

/** Dry air whose oxygen a flow of nitrous oxide brings, kg/s. */
export const nitrousAir = (injected: Injected | null): number =>
  injected ? injected.nitrous * nitrousOxide.airPerMass : 0;

/** Everything that is injected, kg/s. */
export const injectedMass = (injected: Injected | null): number =>
  injected ? injected.water + injected.methanol + injected.nitrous : 0;

/** Heat that what is not gas before the valve still takes up in the cylinder, W. */
export const heatLeft = ({ water: all, methanol: fuel, nitrous, evaporated }: Injected): number =>
  (all - evaporated.water) * water.latentHeat +
  (fuel - evaporated.methanol) * methanol.latentHeat +
  (nitrous - evaporated.nitrous) * nitrousOxide.heat;

/** A flow of methanol as a fuel with another stoichiometric ratio that would burn the same air, kg/s. */
export const methanolAsFuel = (injected: Injected | null, stoichiometric: number): number =>
  injected ? (injected.methanol * METHANOL_AIR) / stoichiometric : 0;
