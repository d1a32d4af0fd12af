import * as z from 'zod';
import { channelIds } from '@/core/dyno/channels';
import { runCardSchema } from '@/core/dyno/card';
import type { RunHead } from '@/core/dyno/run-head';
import { logColumns } from './run-log';

/** Most readings that one run keeps; longer logs are cut to their pulls first. */
export const MOST_READINGS = 20_000;

const readings = z.array(z.number().nullable()).min(2).max(MOST_READINGS);

/** A log as it travels and is stored: every channel as long as the others, with engine speed among them. */
const storedLogSchema = z
  .partialRecord(z.enum(channelIds), readings)
  .refine((log) => log.speedRpm !== undefined, 'A run needs engine speed.')
  .refine(
    (log) => new Set(Object.values(log).map((its) => its.length)).size <= 1,
    'Channels of a run are of different length.',
  );
export type StoredLog = z.infer<typeof storedLogSchema>;

/** A run as it is added: its card, its readings, and what the file said, word for word. */
export const addRunSchema = z.strictObject({
  card: runCardSchema,
  log: storedLogSchema,
  raw: z.string().max(2_000_000),
});
/** A run as it travels with its job. */
export const fileRunSchema = z.strictObject({
  card: runCardSchema,
  log: storedLogSchema,
  /** When it came in: a promise is held against what came after it. */
  savedAt: z.iso.datetime().optional(),
});
export type FileRun = z.infer<typeof fileRunSchema>;
export const saveCardSchema = z.strictObject({ card: runCardSchema });
export const deletedSchema = z.strictObject({ deleted: z.boolean() });
export const runIdSchema = z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'This is not the id of a run.');

/** A run of a job as a list has it: its card and its head, without readings. */
export type RunLine = { id: string; savedAt: string; card: z.infer<typeof runCardSchema>; head: RunHead };

/** A run in the list of the whole shop. */
export type ShopRun = {
  id: string;
  jobId: string;
  job: string;
  name: string;
  at: string;
  dyno: string;
  basis: z.infer<typeof runCardSchema>['basis'];
  power: number | null;
  savedAt: string;
};
export const searchSchema = z.strictObject({ words: z.string().max(200).default('') });

/** The columns of a source, by which what they hold is remembered: their names in their order. */
export const sourceOf = (columns: readonly string[]): string =>
  columns
    .map((name) => name.trim().toLowerCase())
    .join('|')
    .slice(0, 2_000);

const mappingSchema = z
  .array(z.strictObject({ column: z.enum(logColumns), unit: z.string().max(20) }))
  .min(1)
  .max(200);
export const sourceSchema = z.strictObject({ columns: z.string().min(1).max(2_000) });
export const rememberSchema = z.strictObject({
  columns: z.string().min(1).max(2_000),
  mapping: mappingSchema,
});
