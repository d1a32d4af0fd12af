import * as z from 'zod';
import { factKeys, settleable, type Mark } from './marks';

/** The shape of a settled bench in a job document. */
export const markSchema: z.ZodType<Mark> = z.strictObject({
  bench: z.enum(settleable),
  setup: z
    .string()
    .regex(/^[A-Za-z0-9-]{1,64}$/)
    .nullable(),
  facts: z.partialRecord(z.enum(factKeys), z.union([z.number(), z.string().max(120)])),
});
