import * as z from 'zod';
import { briefSchema } from './brief-document';
import { engineSchema } from './engine-document';
import { input } from './input-schema';
import { markSchema } from './mark-schema';
import { setupLetters as letters } from './letters';
import { JOB_VERSION } from './version';

const id = z.string().regex(/^[A-Za-z0-9-]{1,64}$/);

/** A library item at one immutable revision. */
const refSchema = z.strictObject({ id, revision: z.number().int().min(1).max(1_000_000) });
export type Ref = z.infer<typeof refSchema>;

const lossSchema = z.strictObject({
  place: z.enum(['filter', 'cooler', 'throttle']),
  /** Pressure drop at `massFlow` of the whole engine, with `pressure` and `temperature` at its inlet. */
  drop: input(0, 60_000),
  massFlow: input(0.001, 20),
  pressure: input(40_000, 900_000),
  temperature: input(230, 600),
  /** Narrowest bore of one pipe, where known: for the Mach number. */
  diameter: input(0.005, 1).optional(),
});
export type Loss = z.infer<typeof lossSchema>;

const boostPlanSchema = z.strictObject({
  kind: z.enum(['goal', 'level']),
  levelGauge: input(0, 800_000),
  /** What is held above the goal's speed. */
  hold: z.enum(['pressure', 'torque', 'power']),
  onsetRpm: input(100, 30_000),
  fullRpm: input(100, 30_000),
});

const inductionSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({
    kind: z.literal('turbo'),
    arrangement: z.enum(['single', 'parallel']),
    stages: z.array(z.strictObject({ compressor: refSchema.nullable() })).length(1),
  }),
]);

const setupSchema = z.strictObject({
  id,
  letter: z.enum(letters),
  name: z.string().max(60),
  induction: inductionSchema,
  /** Compressor efficiency until a map is chosen. */
  efficiencyGuess: input(0.3, 0.9),
  plumbing: z.array(lossSchema).max(12),
  cooler: z.strictObject({
    kind: z.enum(['none', 'air', 'water']),
    effectiveness: input(0, 1),
    /** Coolant above the air of the day (below it with ice). */
    coolantRise: input(-60, 120),
  }),
  boost: boostPlanSchema,
  /** Turbine inlet over manifold pressure, absolute: an input until a turbine is chosen. */
  backPressureRatio: input(0.5, 4),
});
export type Setup = z.infer<typeof setupSchema>;

export const jobSchema = z
  .strictObject({
    version: z.literal(JOB_VERSION),
    name: z.string().trim().min(1, 'A job needs a name.').max(80, 'A name has at most 80 characters.'),
    brief: briefSchema,
    engine: engineSchema,
    setups: z
      .array(setupSchema)
      .min(1)
      .max(6)
      .refine((s) => new Set(s.map((x) => x.letter)).size === s.length, 'Two setups have the same letter.'),
    /** Benches somebody has settled, with what each decision rested on. One mark per bench and setup. */
    settled: z
      .array(markSchema)
      .max(80)
      .refine(
        (marks) => new Set(marks.map((m) => `${m.bench} ${m.setup ?? ''}`)).size === marks.length,
        'A bench is settled twice.',
      ),
    /** Deleted setups, oldest first, until somebody brings them back or empties the bin. */
    bin: z.array(setupSchema).max(24),
  })
  .refine(({ setups, bin }) => {
    const ids = [...setups, ...bin].map((s) => s.id);
    return new Set(ids).size === ids.length;
  }, 'Two setups have the same id.');

export type Job = z.infer<typeof jobSchema>;
