import * as z from 'zod';
import { input } from '../documents/input-schema';
import { requireRising } from './bench-points';

const point = z.strictObject({ flow: z.number().min(1e-4).max(20), drop: z.number().min(1).max(60_000) });

/** What stands in the way of the air: a pipe, a hose, or a throttle body. */
const pipingTypes = ['pipe', 'hose', 'throttle-body'] as const;

/**
 * A boost pipe, hose or throttle body of the library: its measures, and where somebody put it on a flow bench, points of
 * flow and pressure lost at the state the bench was at. SI throughout.
 */
export const pipingSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('piping'),
    name: z.string().trim().min(1).max(80),
    type: z.enum(pipingTypes),
    /** Narrowest bore, m. */
    bore: input(0.005, 0.3),
    /** Along its middle line, m. */
    length: input(0, 10),
    /** Bends of a right angle; two of 45° count as one. */
    bends: input(0, 20),
    /** What stood before it on the bench. */
    bench: z.strictObject({
      pressure: z.number().min(40_000).max(900_000),
      temperature: z.number().min(230).max(500),
    }),
    points: z.array(point).max(60),
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine(requireRising);

export type Piping = z.infer<typeof pipingSchema>;
