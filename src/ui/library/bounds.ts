import type { Bound } from '../fields/QuantityInput';

/** Ranges of a compressor's facts, SI: those of its schema, which does not travel to the page. A test holds the two together. */
export const bounds = {
  inducer: { min: 0.005, max: 1 },
  exducer: { min: 0.005, max: 1 },
  maxSpeedRpm: { min: 5_000, max: 500_000 },
  referencePressure: { min: 50_000, max: 120_000 },
  referenceTemperature: { min: 250, max: 330 },
  price: { min: 0, max: 1_000_000 },
  stock: { min: 0, max: 100_000 },
} satisfies Record<string, Bound>;
