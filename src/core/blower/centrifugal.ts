import * as z from 'zod';
import { input } from '../documents/input-schema';
import { refSchema } from '../documents/ref';

/**
 * A centrifugal blower of the library: a compressor by its map on the gears that turn it faster than its pulley. SI; speeds
 * rev/min.
 */
export const centrifugalSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('centrifugal'),
  name: z.string().trim().min(1).max(80),
  compressor: refSchema,
  /** Turns of the wheel for one of the pulley. */
  stepUp: input(1, 20),
  /** What its gears leave of the power. */
  mechanicalEfficiency: input(0.5, 1),
  /** Of the wheel. */
  maxSpeedRpm: input(5_000, 300_000),
  /** Of the shaft that the pulley sits on, and the radius round it that the housing leaves free. */
  shaft: input(0.005, 0.1).optional(),
  clearance: input(0.01, 0.5).optional(),
  mass: input(0.5, 200).optional(),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
});

export type Centrifugal = z.infer<typeof centrifugalSchema>;
