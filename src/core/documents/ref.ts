import * as z from 'zod';

export const idSchema = z.string().regex(/^[A-Za-z0-9-]{1,64}$/);

/** A library item at one immutable revision. */
export const refSchema = z.strictObject({
  id: idSchema,
  revision: z.number().int().min(1).max(1_000_000),
});
export type Ref = z.infer<typeof refSchema>;
