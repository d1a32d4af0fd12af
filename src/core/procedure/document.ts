import * as z from 'zod';
import { input } from '../documents/input-schema';
import { stepSchema } from '../job/schema/record';

/** A procedure of the shop: ordered steps, kept by revisions. */
export const procedureSchema = z
  .strictObject({
    version: z.literal(1),
    kind: z.literal('procedure'),
    name: z.string().trim().min(1).max(80),
    /** What it is for, in a sentence. */
    purpose: z.string().max(300),
    steps: z.array(stepSchema).min(1).max(60),
    /** As every item of the library may have; a procedure is not sold. */
    price: input(0, 1_000_000).optional(),
    stock: z.number().int().min(0).max(100_000).optional(),
    note: z.string().max(2000),
  })
  .refine(
    ({ steps }) => new Set(steps.map(({ id }) => id)).size === steps.length,
    'Two steps have the same id.',
  );
export type Procedure = z.infer<typeof procedureSchema>;
