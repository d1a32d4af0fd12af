import * as z from 'zod';
import { goalBases } from '@/core/job/schema/brief-choices';
import { engineKinds, START } from '@/core/job/start';
import { jobSchema } from '@/core/job/schema/job';
import { itemDocumentSchema } from './kinds/documents';
import { kinds } from './kinds';

/** What the server's entries take. One place for both sides of the wire. */
export const jobIdSchema = z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'This is not the id of a job.');

export const createJobSchema = z.strictObject({
  name: z.string().trim().min(1, 'A job needs a name.').max(80, 'A name has at most 80 characters.'),
  /** What was said first; without it the job is a two-litre four to be changed. */
  start: z
    .strictObject({
      engine: z.enum(engineKinds),
      cycle: z.enum(['four-stroke', 'two-stroke']),
      displacement: z.number().min(START.displacement.min).max(START.displacement.max),
      redLineRpm: z.number().min(START.redLineRpm.min).max(START.redLineRpm.max),
      goal: z.strictObject({
        power: z.number().min(START.power.min).max(START.power.max),
        basis: z.enum(goalBases),
        speedRpm: z.number().min(START.speedRpm.min).max(START.speedRpm.max),
      }),
    })
    .refine(
      ({ goal, redLineRpm }) => goal.speedRpm <= redLineRpm,
      'The goal’s speed lies above the red line.',
    )
    .optional(),
});

export const saveJobSchema = z.strictObject({
  baseRevision: z.number().int().min(1).max(1_000_000_000),
  job: jobSchema,
});

export const binSchema = z.strictObject({ binned: z.boolean() });

/** A job file comes as its text, so that a problem can name its line. */
export const importSchema = z.strictObject({ text: z.string().min(1).max(30_000_000) });

const revision = z.coerce.number().int().min(1).max(1_000_000);
export const itemIdSchema = z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'This is not the id of a library item.');
export const revisionQuerySchema = z.object({ revision: revision.optional() });

/** The maps are fetched in parts, one for each worker. */
export const mapsQuerySchema = z
  .object({ part: z.coerce.number().int().min(0).max(7), of: z.coerce.number().int().min(1).max(8) })
  .refine(({ part, of }) => part < of, 'The part must be less than their number.');

export const itemExportSchema = z.object({
  format: z.enum(['csv', 'json']),
  revision: revision.optional(),
});

const shelf = z.enum(kinds.map((kind) => kind.path));
export const shelfParamSchema = z.object({ kind: shelf });
export const itemParamSchema = z.object({ kind: shelf, id: itemIdSchema });
export const addItemSchema = z.strictObject({ document: itemDocumentSchema });
export const addItemsSchema = z.strictObject({ documents: z.array(itemDocumentSchema).min(1).max(500) });
export const saveItemSchema = z.strictObject({
  baseRevision: z.number().int().min(1).max(1_000_000),
  document: itemDocumentSchema,
});
export const retireSchema = z.strictObject({ retired: z.boolean() });

export const revisionParamSchema = z.object({ id: jobIdSchema, revision: revision });
export const nameRevisionSchema = z.strictObject({
  name: z.string().trim().max(60, 'A name has at most 60 characters.'),
});

/** Every refusal has this shape. */
export type ApiError = { error: string; problems?: string[] };
