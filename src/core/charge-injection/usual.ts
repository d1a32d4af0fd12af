import { guess } from '../documents/input';
import { nitrousOxide } from './liquids';
import type { NitrousDocument, SprayDocument } from './schema';

const BAR = 1e5;
/** To full tenths of a bar, litres an hour, and grams a second. */
const tenths = (pressure: number): number => Math.round(pressure / 1e4) * 1e4;
const litres = (flow: number): number => Math.max(1, Math.round(flow * 3.6e6)) / 3.6e6;
const grams = (flow: number): number => Math.max(1, Math.round(flow * 1e3)) / 1e3;
/** To full hundreds of rev/min. */
const hundreds = (speedRpm: number): number => Math.round(speedRpm / 100) * 100;

/** Share of the fuel's mass that is sprayed in as a start, and of the air's oxygen that nitrous oxide brings (common practice). */
const SPRAY_PER_FUEL = 0.18;
/** Half water, half methanol, kg/m³. */
const BLEND_DENSITY = 890;
const NITROUS_PER_AIR = 0.12;

/** What an injection is laid out for: fuel and dry air kg/s, boost Pa gauge, at the goal; red line, rev/min; K. */
export type LaidOutFor = {
  fuelFlow: number;
  dryFlow: number;
  boostGauge: number;
  redLineRpm: number;
  ambient: number;
  isSpark: boolean;
};

/** A spray to start from: half water, half methanol, one nozzle, full shortly before the boost of the goal. Common practice. */
export function usualSpray({ fuelFlow, boostGauge, redLineRpm, ambient }: LaidOutFor): SprayDocument {
  const isBoosted = boostGauge > 0.2 * BAR;
  return {
    methanol: guess(0.5),
    ratedPressure: guess(7 * BAR),
    pumpGauge: guess(10 * BAR),
    stages: [
      {
        nozzles: guess(1),
        flow: guess(litres((SPRAY_PER_FUEL * fuelFlow) / BLEND_DENSITY)),
        ...(isBoosted
          ? {
              startsGauge: guess(tenths(0.5 * boostGauge)),
              fullGauge: guess(tenths(0.85 * boostGauge)),
            }
          : {}),
        fromRpm: guess(hundreds(0.35 * redLineRpm)),
      },
    ],
    evaporated: guess(0.6),
    tank: guess(5e-3),
    temperature: guess(Math.min(333.15, Math.max(263.15, Math.round(ambient - 273.15) + 273.15))),
  };
}

/** Nitrous oxide to start from: one stage with its fuel beside it, from the middle of the revs on. Common practice. */
export const usualNitrous = ({ dryFlow, redLineRpm, isSpark }: LaidOutFor): NitrousDocument => ({
  stages: [
    {
      flow: guess(grams((NITROUS_PER_AIR * dryFlow) / nitrousOxide.airPerMass)),
      fromRpm: guess(hundreds(Math.max(2_500, 0.45 * redLineRpm))),
    },
  ],
  chosenAt: guess(293.15),
  bottle: guess(293.15),
  fuel: isSpark ? 'wet' : 'dry',
  content: guess(4.5),
});
