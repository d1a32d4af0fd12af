import * as z from 'zod';
import type { ChargedBy } from '@/core/forecast/carried';
import { jobSchema } from '@/core/job/schema/job';

const figure = z.number().nullable();
const five = z.array(figure).length(5);

/** A forecast as it was promised: what was said, to whom, what it rested on, and the job as it stood. SI, flywheel power. */
export const frozenSchema = z.strictObject({
  name: z.string().trim().min(1, 'A promise needs a name.').max(80),
  forWhom: z.string().max(80),
  setup: z.strictObject({ id: z.string().max(64), letter: z.string().max(2), name: z.string().max(80) }),
  coreVersion: z.number().int(),
  seed: z.number().int(),
  draws: z.number().int().min(2).max(100_000),
  goal: z.strictObject({ power: z.number(), speedRpm: z.number(), basis: z.enum(['flywheel', 'wheels']) }),
  /** What the setup holds, Pa gauge; null where it follows a curve. */
  levelGauge: figure,
  speeds: z.array(z.number()).min(2).max(120),
  /** By speed, what 10, 25, 50, 75 and 90 of a hundred draws stay under. */
  power: z.array(five).min(2).max(120),
  /** Gauge boost by speed in the middle of the draws, Pa; older promises have none. */
  boost: z.array(figure).max(120).optional(),
  atGoal: five,
  chance: z.number().min(0).max(1),
  job: jobSchema,
});
export type FrozenForecast = z.infer<typeof frozenSchema>;

/** A frozen forecast as it travels with its job. */
export const filePromiseSchema = z.strictObject({ frozenAt: z.iso.datetime(), document: frozenSchema });
export type FilePromise = z.infer<typeof filePromiseSchema>;

/** A frozen forecast of a job. */
export type ForecastLine = { id: string; frozenAt: string; document: FrozenForecast };

/** A promise and what came of it, W at the goal's basis. */
export type LedgerLine = {
  id: string;
  jobId: string;
  job: string;
  frozenAt: string;
  name: string;
  forWhom: string;
  fuel: string;
  chargedBy: ChargedBy;
  basis: 'flywheel' | 'wheels';
  /** 10, 50 and 90 of a hundred, in the air of the run where there is one. */
  low: number;
  middle: number;
  high: number;
  run: {
    name: string;
    at: string;
    power: number;
    isInOwnAir: boolean;
    /** The same at the flywheel, and the air that the model had for it there, kg/s; null where it is not solved. */
    flywheel: number;
    airFlow: number | null;
  } | null;
};
