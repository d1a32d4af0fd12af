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

/** Ranges of turbines and turbochargers, SI: those of their schemas, held together by the same test. */
export const partBounds = {
  wheel: { min: 0.005, max: 1 },
  efficiency: { min: 0.2, max: 0.9 },
  velocityRatio: { min: 0.4, max: 0.9 },
  throats: { min: 1, max: 2 },
  speed: { min: 5_000, max: 500_000 },
  temperature: { min: 600, max: 1_500 },
  referencePressure: { min: 50_000, max: 120_000 },
  referenceTemperature: { min: 250, max: 1_400 },
  ar: { min: 0.001, max: 0.2 },
  area: { min: 1e-6, max: 0.1 },
  inertia: { min: 1e-8, max: 1 },
  mechanical: { min: 0.5, max: 1 },
  bore: { min: 0.003, max: 0.2 },
  flowCoefficient: { min: 0.1, max: 1 },
  springGauge: { min: 5_000, max: 500_000 },
  diaphragm: { min: 0.01, max: 0.3 },
  vanesClosed: { min: 0.1, max: 1 },
  vanesOpen: { min: 0.5, max: 2 },
  price: { min: 0, max: 1_000_000 },
  stock: { min: 0, max: 100_000 },
} satisfies Record<string, Bound>;
