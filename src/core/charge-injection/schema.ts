import * as z from 'zod';
import { input, wholeInput } from '../documents/input-schema';

/** How the fuel for the oxygen of nitrous oxide comes in: through a jet of its own beside it, or through the injectors. */
const nitrousFuels = ['wet', 'dry'] as const;

const MOST_STAGES = 3;

/** When a stage is let in: from a boost, fully from another, and from an engine speed. Without a boost it is in at any. */
const trigger = {
  startsGauge: input(-50_000, 800_000).optional(),
  fullGauge: input(-50_000, 800_000).optional(),
  fromRpm: input(0, 25_000),
};

/** Water, methanol or a blend, sprayed in behind the cooler. SI; pressures gauge. */
const spraySchema = z.strictObject({
  /** By volume. */
  methanol: input(0, 1),
  /** Difference at which the nozzles are rated, and what the pump holds. */
  ratedPressure: input(50_000, 3_500_000),
  pumpGauge: input(50_000, 3_500_000),
  stages: z
    .array(z.strictObject({ nozzles: wholeInput(1, 24), flow: input(1e-7, 1e-4), ...trigger }))
    .min(1)
    .max(MOST_STAGES),
  /** Share that evaporates before the intake valve, where the air can take it up. */
  evaporated: input(0, 1),
  tank: input(1e-4, 0.3),
  /** Of the liquid. */
  temperature: input(263.15, 333.15),
});
export type SprayDocument = z.infer<typeof spraySchema>;

const nitrousSchema = z.strictObject({
  /** Flow of all jets of a stage, with the bottle as warm as they were chosen for. */
  stages: z
    .array(z.strictObject({ flow: input(1e-4, 0.5), ...trigger }))
    .min(1)
    .max(MOST_STAGES),
  chosenAt: input(253.15, 308.15),
  /** As it stands. */
  bottle: input(253.15, 308.15),
  fuel: z.enum(nitrousFuels),
  content: input(0.1, 60),
});
export type NitrousDocument = z.infer<typeof nitrousSchema>;

/** What is injected into the charge behind its cooler: one of the two or both. */
export const chargeInjectionSchema = z.strictObject({
  spray: spraySchema.optional(),
  nitrous: nitrousSchema.optional(),
});
export type ChargeInjectionDocument = z.infer<typeof chargeInjectionSchema>;
