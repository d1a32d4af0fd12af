import { fuels } from '../fuel/fuels';
import { saturationPressure } from '../air/humid-air';

/** Heat is counted from here, K. */
export const ZERO = 298.15;

/** A liquid that is sprayed into the charge. SI, at 25 °C where it matters. */
type SprayLiquid = {
  /** kg/mol. */
  molarMass: number;
  density: number;
  latentHeat: number;
  liquidHeat: number;
  vapourHeat: number;
  /** Over the pure liquid at a temperature, K: Pa. */
  vapourPressure: (temperature: number) => number;
};

/** Ends of the water's own range, K. */
const COLDEST = 223.15;
const HOTTEST = 473.15;

/**
 * Water and methanol. Source: water by ASHRAE Handbook, Fundamentals 2017, ch. 1, eq. 6; vapour pressure of methanol by Antoine's
 * equation with 8.08097, 1582.271, 239.726 (mmHg, °C; handbook, from memory); the other figures handbook, from memory.
 */
export const sprayLiquids = {
  water: {
    molarMass: 0.01801528,
    density: 997,
    latentHeat: 2_442e3,
    liquidHeat: 4_180,
    vapourHeat: 1_870,
    vapourPressure: (temperature) => saturationPressure(Math.min(HOTTEST, Math.max(COLDEST, temperature))),
  },
  methanol: {
    molarMass: 0.03204,
    density: 787,
    latentHeat: 1_168e3,
    liquidHeat: 2_530,
    vapourHeat: 1_370,
    vapourPressure: (temperature) =>
      133.322 * 10 ** (8.08097 - 1582.271 / (Math.min(HOTTEST, temperature) - 273.15 + 239.726)),
  },
} satisfies Record<string, SprayLiquid>;

/** Mass of dry air that a kilogram of methanol needs. */
export const METHANOL_AIR = fuels.methanol.stoichiometric;

/**
 * Nitrous oxide: 36.35 % of its mass is oxygen, of dry air 23.14 %. `heat`: from the liquid at 20 °C to thin gas at 25 °C, from
 * memory, within about 3 %. The heat of its decay into nitrogen and oxygen is left out: power counts its oxygen alone.
 */
export const nitrousOxide = {
  molarMass: 0.044013,
  airPerMass: 0.3635 / 0.2314,
  heat: 255e3,
  liquidHeat: 2_300,
  gasHeat: 880,
  criticalTemperature: 309.57,
} as const;

const CRITICAL_PRESSURE = 7.251e6;
const CRITICAL_DENSITY = 452;

/**
 * Nitrous oxide in a closed bottle: its pressure, Pa absolute, and the density of its liquid, kg/m³. In: temperature, K, 183 to
 * 309; held at the ends. Source: ESDU 91022 (1991), eqs. 4.1 and 4.2, from memory.
 */
export function nitrousBottle(temperature: number): { pressure: number; density: number } {
  const reduced = Math.min(0.998, Math.max(0.59, temperature / nitrousOxide.criticalTemperature));
  const below = 1 - reduced;
  const pressure =
    CRITICAL_PRESSURE *
    Math.exp(
      (-6.71893 * below + 1.35966 * below ** 1.5 - 1.3779 * below ** 2.5 - 4.051 * below ** 5) / reduced,
    );
  const density =
    CRITICAL_DENSITY *
    Math.exp(
      1.72328 * below ** (1 / 3) - 0.8395 * below ** (2 / 3) + 0.5106 * below - 0.10412 * below ** (4 / 3),
    );
  return { pressure, density };
}
