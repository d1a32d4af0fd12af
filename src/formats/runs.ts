import * as z from 'zod';
import { channelIds } from '@/core/dyno/channels';
import { runCardSchema } from '@/core/dyno/card';

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
export const saveCardSchema = z.strictObject({ card: runCardSchema });
export const deletedSchema = z.strictObject({ deleted: z.boolean() });
export const runIdSchema = z.string().regex(/^[A-Za-z0-9-]{1,64}$/, 'This is not the id of a run.');

/** A run of a job, without what its file said. */
export type StoredRun = {
  id: string;
  savedAt: string;
  card: z.infer<typeof runCardSchema>;
  log: StoredLog;
};
