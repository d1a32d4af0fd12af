import * as z from 'zod';
import { input } from '../documents/input-schema';

/** What holds the boost down: nothing, a valve beside the turbine, or vanes in front of it. SI. */
export const gateSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({
    kind: z.literal('valve'),
    mounting: z.enum(['internal', 'external']),
    /** Bore of the seat, m, and the flow coefficient of the open valve. */
    bore: input(0.003, 0.2),
    flowCoefficient: input(0.1, 1),
    /** Boost, gauge, at which the spring alone lets the valve crack, with no exhaust pressure on it. */
    springGauge: input(5_000, 500_000),
    diaphragm: input(0.01, 0.3),
    /** The spring alone, a controller that bleeds its signal, or pressure on both sides of the diaphragm. */
    reference: z.enum(['spring', 'controlled', 'dome']),
  }),
  z.strictObject({
    kind: z.literal('vanes'),
    /** Share of the housing's area with the vanes shut and fully open. */
    closed: input(0.1, 1),
    open: input(0.5, 2),
  }),
]);

export type Gate = z.infer<typeof gateSchema>;
