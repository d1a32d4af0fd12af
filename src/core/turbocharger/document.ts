import * as z from 'zod';
import { input } from '../documents/input-schema';
import { refSchema } from '../documents/ref';
import { gateSchema } from './gate-schema';

/** A turbocharger of the library: a compressor and a turbine on one shaft, with the gate it is sold with. SI. */
export const turbochargerSchema = z.strictObject({
  version: z.literal(1),
  kind: z.literal('turbocharger'),
  name: z.string().trim().min(1).max(80),
  compressor: refSchema,
  turbine: refSchema,
  /** The turbine's housing it comes in, counted from 0. */
  housing: z.number().int().min(0).max(11),
  gate: gateSchema,
  /** Polar moment of inertia of wheels and shaft, kg·m². */
  inertia: input(1e-8, 1),
  /** What the bearings leave of the turbine's power, where the turbine's figure does not hold it already. */
  mechanicalEfficiency: input(0.5, 1),
  maxSpeedRpm: input(5_000, 500_000),
  flange: z.string().trim().max(60),
  price: input(0, 1_000_000).optional(),
  stock: z.number().int().min(0).max(100_000).optional(),
  note: z.string().max(2000),
});

export type Turbocharger = z.infer<typeof turbochargerSchema>;
