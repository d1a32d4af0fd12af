import * as z from 'zod';
import { input } from '../documents/input-schema';

/** A heat exchanger of the library that stands in the wind and cools the coolant of a charge loop. SI. */
export const heatExchangerSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('heat-exchanger'),
  name: z.string().trim().min(1).max(80),
  height: input(0.05, 2),
  width: input(0.05, 2),
  depth: input(0.01, 0.3),
  /** Air to coolant at 8 m/s through its face, W/K. */
  conductance: input(5, 20_000),
  hasFan: z.boolean(),
  mass: input(0.1, 100).optional(),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
});
export type HeatExchanger = z.infer<typeof heatExchangerSchema>;
