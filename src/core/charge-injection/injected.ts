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

/** A place to write into what is gas before the valve. */
type Evaporated = Injected['evaporated'];

/**
 * What is gas before the valve at a temperature of the mixture, K, written into `evaporated`: of the spray the share stated, or what
 * the air can take up if that is less, each over the liquid by its moles (Raoult). Out: whether the air limits it.
 */
function evaporate(
  spray: Spray | null,
  sprayed: Sprayed & { nitrous: number },
  air: Air,
  temperature: number,
  evaporated: Evaporated,
): boolean {
  evaporated.nitrous = gasOf(sprayed.nitrous, temperature);
  evaporated.water = 0;
  evaporated.methanol = 0;
  if (!spray || sprayed.water + sprayed.methanol === 0) return false;
  const pressureOfWater = spray.waterMoles > 0 ? spray.waterMoles * water.vapourPressure(temperature) : 0;
  const pressureOfMethanol =
    spray.waterMoles < 1 ? (1 - spray.waterMoles) * methanol.vapourPressure(temperature) : 0;
  const dry = air.pressure - pressureOfWater - pressureOfMethanol;
  evaporated.water = spray.evaporated * sprayed.water;
  evaporated.methanol = spray.evaporated * sprayed.methanol;
  // Where the vapours would push out all of the air, the liquid boils.
  if (!(dry > 0)) return false;
  const perPascal = air.flow / AIR.molarMass / dry;
  const mostWater = perPascal * pressureOfWater * water.molarMass;
  const mostMethanol = perPascal * pressureOfMethanol * methanol.molarMass;
  const isSaturated = evaporated.water > mostWater || evaporated.methanol > mostMethanol;
  if (evaporated.water > mostWater) evaporated.water = mostWater;
  if (evaporated.methanol > mostMethanol) evaporated.methanol = mostMethanol;
  return isSaturated;
}

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
  const injected: Injected = {
    water: volume * (spray?.water ?? 0),
    methanol: volume * (spray?.methanol ?? 0),
    nitrous: nitrous ? nitrousAt(nitrous, speedRpm, { pressure: air.pressure, gauge }) : 0,
    isWet: nitrous?.isWet ?? false,
    evaporated: { water: 0, methanol: 0, nitrous: 0 },
    isSaturated: false,
    displaced: 0,
    cooled: temperature,
    heat: 0,
    capacity: AIR.heat * air.flow,
  };
  const { evaporated } = injected;
  injected.isSaturated = evaporate(spray, injected, air, temperature, evaporated);
  injected.displaced =
    AIR.molarMass *
    (evaporated.water / water.molarMass +
      evaporated.methanol / methanol.molarMass +
      evaporated.nitrous / nitrousOxide.molarMass);
  return injected;
}

/** What takes a sprayed liquid from its tank to a charge temperature, K: heat, W; written into the balance of `injected`. */
function addLiquid(injected: Injected, name: 'water' | 'methanol', from: number): void {
  const { latentHeat, liquidHeat, vapourHeat } = sprayLiquids[name];
  const gas = injected.evaporated[name];
  const liquid = injected[name] - gas;
  injected.heat +=
    gas * (latentHeat + vapourHeat * (injected.cooled - ZERO) + liquidHeat * (ZERO - from)) +
    liquid * liquidHeat * (injected.cooled - from);
  injected.capacity += gas * vapourHeat + liquid * liquidHeat;
}

/** The temperature that air and all that is injected come to with so much of it gas, K; heat and capacity written down. */
function balanced({ spray, nitrous }: ChargeInjection, injected: Injected, airFlow: number): number {
  injected.heat = 0;
  injected.capacity = AIR.heat * airFlow;
  if (spray) {
    addLiquid(injected, 'water', spray.temperature);
    addLiquid(injected, 'methanol', spray.temperature);
  }
  const { nitrous: gas } = injected.evaporated;
  if (nitrous && gas > 0) {
    const { heat, liquidHeat, gasHeat } = nitrousOxide;
    injected.heat +=
      gas * (heat + liquidHeat * (293.15 - nitrous.bottle) + gasHeat * (injected.cooled - ZERO));
    injected.capacity += gas * gasHeat;
  }
  return mixtureTemperature.fn(injected);
}

/** Steps in which the temperature of a saturated charge is found, and how closely, K. */
const MOST_STEPS = 40;
const SETTLED = 1e-7;

/**
 * The charge once it is mixed with what is injected, written into `injected`. In: what is injected; the air it meets; its
 * temperature before that, K. Out: K. Source: energy balance; what evaporates is never more than the air can take up there. The
 * hotter it is the more evaporates and the colder it would be: regula falsi (Illinois) between the two.
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
    injected.isSaturated = evaporate(spray, injected, air, temperature, injected.evaporated);
    return balanced(injection, injected, air.flow);
  };
  // As cold as it can be: all of the share stated is gas. Where it still is at that temperature, that is it.
  let low = at(BOILING);
  let overLow = at(low) - low;
  if (overLow <= SETTLED) return low + overLow;
  let high = Math.max(cooled, spray?.temperature ?? 0);
  let overHigh = at(high) - high;
  let side = 0;
  for (let i = 0; i < MOST_STEPS && high - low > SETTLED && overHigh < 0; i++) {
    const next = (low * overHigh - high * overLow) / (overHigh - overLow);
    const over = at(next) - next;
    if (Math.abs(over) < SETTLED) return next;
    if (over > 0) {
      low = next;
      overLow = over;
      if (side > 0) overHigh /= 2;
      side = 1;
    } else {
      high = next;
      overHigh = over;
      if (side < 0) overLow /= 2;
      side = -1;
    }
  }
  return at((low + high) / 2);
}
/** Hot enough that the air limits nothing, K. */
const BOILING = 473;

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
