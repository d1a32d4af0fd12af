import type { MapPoint, Place } from '../compressor/lookup';

/** A state of the air: Pa absolute and K. */
export type AirState = { pressure: number; temperature: number };

/** The air through one charger. SI. */
export type ChargedAir = {
  /** What it takes in: after the filter, or after the charger in front with its cooler. */
  inlet: AirState;
  outlet: AirState & { ratio: number; work: number };
  /** Of one machine: to its map's reference, or to 101.325 kPa and 15 °C before one is chosen. */
  correctedFlow: number;
  map: MapPoint | null;
  /** Where the last look-up ended: the next one starts there. */
  place: Place | null;
  efficiency: { value: number; origin: 'map' | 'estimated' | 'guess' };
};

/** The charger that the engine breathes from, of a list that stands ambient first. */
export const engineCharger = <C>({ chargers }: { chargers: readonly C[] }): C =>
  chargers[chargers.length - 1]!;

/** The charger in front of another; null where there is but one. */
export const frontCharger = <C>({ chargers }: { chargers: readonly C[] }): C | null =>
  chargers.length > 1 ? chargers[0]! : null;
