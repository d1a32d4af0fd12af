import * as z from 'zod';

/** The benches whose decisions can be settled, in the order of the work. */
export const settleable = ['brief', 'engine', 'demand', 'charger'] as const;
export type SettleableBench = (typeof settleable)[number];

/**
 * What a decision rested on when it was settled, SI. Names and numbers only, so that a mark of today can be compared with
 * any later state of the job. New ones are added, none is renamed.
 */
export const factKeys = [
  'goalPower',
  'goalBasis',
  'goalSpeed',
  'flywheelGoal',
  'fuel',
  'altitude',
  'airTemperature',
  'airDensity',
  'displacement',
  'cylinders',
  'compressionRatio',
  'cycle',
  'redLine',
  'breathingAtGoal',
  'breathingEnd',
  'demandFlow',
  'demandRatio',
  'reached',
  'onset',
  'compressor',
  'compressorName',
  'compressorCount',
  'compressorRevision',
  'newestRevision',
  'mapHolds',
] as const;
export type FactKey = (typeof factKeys)[number];

/** One bench settled: for the whole job, or for one setup where the bench belongs to it. */
export const markSchema = z.strictObject({
  bench: z.enum(settleable),
  setup: z
    .string()
    .regex(/^[A-Za-z0-9-]{1,64}$/)
    .nullable(),
  facts: z.partialRecord(z.enum(factKeys), z.union([z.number(), z.string().max(120)])),
});
export type Mark = z.infer<typeof markSchema>;
export type Facts = Mark['facts'];
