import * as z from 'zod';
import { input } from '../documents/input-schema';
import { injectionKinds, pumpDrives, regulatorKinds } from './choices';
import { deadTimesSchema, pumpPointsSchema } from './schema';

/** What every item of the library has besides its figures. */
const shop = {
  name: z.string().trim().min(1).max(80),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
};

export const impedances = ['high', 'low', 'peak and hold'] as const;
export const fuelPartUses = ['petrol', 'petrol and alcohol', 'diesel'] as const;

/** An injector of the library by its rating, and what it fits. SI. */
export const injectorSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('injector'),
  ...shop,
  injection: z.enum(injectionKinds),
  suits: z.enum(fuelPartUses),
  /** Open all the time at its rated pressure, m³/s. */
  flow: input(1e-7, 2e-4),
  ratedPressure: input(50_000, 300_000_000),
  /** Of the fluid that it was rated with; a volume of the fuel itself where it is not named. */
  testDensity: input(600, 950).optional(),
  deadTimes: deadTimesSchema.optional(),
  leastPulse: input(1e-5, 5e-3).optional(),
  impedance: z.enum(impedances),
  /** Between its seats, m. */
  length: input(0.01, 0.3),
});
export type Injector = z.infer<typeof injectorSchema>;

/** A fuel pump of the library by its points. */
export const fuelPumpSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('fuel-pump'),
  ...shop,
  drive: z.enum(pumpDrives),
  suits: z.enum(fuelPartUses),
  points: pumpPointsSchema,
  /** Of the points: V of an electric one, rev/min of the crankshaft of one on the engine. */
  ratedVoltage: input(6, 60),
  ratedRpm: input(300, 25_000),
});
export type FuelPump = z.infer<typeof fuelPumpSchema>;

const filterPlaces = ['suction', 'pressure'] as const;

export const fuelFilterSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('fuel-filter'),
  ...shop,
  place: z.enum(filterPlaces),
  suits: z.enum(fuelPartUses),
  /** Pressure drop, new, at a flow. */
  drop: input(0, 200_000),
  flow: input(1e-6, 0.01),
  /** What it holds back, m. */
  mesh: input(1e-6, 1e-3),
});
export type FuelFilter = z.infer<typeof fuelFilterSchema>;

export const fuelLineSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('fuel-line'),
  ...shop,
  suits: z.enum(fuelPartUses),
  bore: input(0.002, 0.05),
  /** The most it bears, gauge. */
  mostGauge: input(100_000, 50_000_000),
});
export type FuelLineItem = z.infer<typeof fuelLineSchema>;

export const fuelRegulatorSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('fuel-regulator'),
  ...shop,
  type: z.enum(regulatorKinds),
  suits: z.enum(fuelPartUses),
  leastGauge: input(10_000, 2_000_000),
  mostGauge: input(10_000, 2_000_000),
  /** What its pressure rises by for each m³/s that it lets back, Pa·s/m³. */
  slope: input(0, 5e9),
});
export type FuelRegulator = z.infer<typeof fuelRegulatorSchema>;
