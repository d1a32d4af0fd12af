import * as z from 'zod';
import { input } from '../documents/input-schema';
import { requireRising } from './bench-points';

/** What takes the heat: the air that blows through, or a coolant in a loop. */
const coolerTypes = ['air', 'water'] as const;

/** Points of a cooler over the flow of charge: what two thermometers show, and what it costs in pressure. */
const point = z.strictObject({
  flow: z.number().min(1e-3).max(20),
  effectiveness: z.number().min(0.01).max(1),
  drop: z.number().min(1).max(100_000),
});

/**
 * A charge air cooler of the library by its points over the flow, and the state of the charge they were taken at. SI. The
 * effectiveness is the charge side's.
 */
export const coolerSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('cooler'),
    name: z.string().trim().min(1).max(80),
    type: z.enum(coolerTypes),
    /** Of the core, m: across the face that is blown at, and along the air that blows. */
    height: input(0.02, 2),
    width: input(0.02, 2),
    depth: input(0.01, 0.5),
    bench: z.strictObject({
      pressure: z.number().min(40_000).max(900_000),
      temperature: z.number().min(230).max(600),
    }),
    points: z.array(point).min(2).max(24),
    mass: input(0.1, 200).optional(),
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .superRefine(requireRising);

export type ChargeCooler = z.infer<typeof coolerSchema>;
