import * as z from 'zod';
import { idSchema, refSchema } from '../../documents/ref';
import { day } from './brief';
import {
  approvals,
  guards,
  partRoles,
  partStates,
  taskKinds,
  taskPlaces,
  trades,
  workWeeks,
} from './plan-choices';

const text = (most: number) => z.string().max(most);
/** The id of something in the plan; empty for none. */
const link = text(64);

const partSchema = z.strictObject({
  id: idSchema,
  name: text(80),
  role: z.enum(partRoles),
  /** The part of the library that it is. */
  part: refSchema.optional(),
  /** For one, in the job's currency; null where nobody knows yet. */
  price: z.number().min(0).max(10_000_000).nullable(),
  count: z.number().int().min(1).max(999),
  supplier: text(120),
  /** From the order to the door, calendar days. */
  leadDays: z.number().int().min(0).max(730),
  isInStock: z.boolean(),
  serial: text(60),
  /** Where it came from, and whether that is doubted. */
  origin: text(160),
  isDoubted: z.boolean(),
  state: z.enum(partStates),
  orderedOn: day,
  approval: z.enum(approvals),
  /** Where that was said to hold. */
  region: text(60),
  /** The first power step that has it. */
  step: link,
  /** Whether it works on an earlier step too: then it may be bought once. */
  worksEarlier: z.boolean(),
  /** Room it needs above the engine, and of a plug how far its thread reaches, m. */
  height: z.number().min(0).max(3).nullable(),
  reach: z.number().min(0).max(0.1).nullable(),
});
export type PlanPart = z.infer<typeof partSchema>;

const taskSchema = z.strictObject({
  id: idSchema,
  name: text(100),
  kind: z.enum(taskKinds),
  /** Of work. */
  days: z.number().int().min(0).max(250),
  needs: z.array(idSchema).max(30),
  parts: z.array(idSchema).max(30),
  /** Sheets of outside work that must be answered. */
  outside: z.array(idSchema).max(10),
  place: z.enum(taskPlaces),
  /** The slot of the cell, or the first day that is expected to be dry. */
  placeOn: day,
  /** What the engine has once it is done. */
  brings: z.array(z.enum(guards)).max(guards.length),
  /** The step whose power is driven; empty where the engine is not driven. */
  drives: link,
  isDone: z.boolean(),
  note: text(300),
});
export type PlanTask = z.infer<typeof taskSchema>;

const outsideSchema = z.strictObject({
  id: idSchema,
  trade: z.enum(trades),
  maker: text(80),
  version: z.number().int().min(1).max(99),
  sentOn: day,
  answeredOn: day,
  /** Of work outside, calendar days. */
  days: z.number().int().min(0).max(730),
  answer: text(2_000),
  /** Answers to earlier versions. */
  filed: z.array(z.strictObject({ version: z.number().int().min(1), on: day, answer: text(2_000) })).max(20),
  questions: z.array(z.strictObject({ asked: text(200), answer: text(300) })).max(20),
  /** Of a head: what was offered, and what it flowed on the bench (lift m, kg/s at 28 inches of water). */
  alternatives: z
    .array(
      z.strictObject({
        name: text(60),
        price: z.number().min(0).max(1_000_000).nullable(),
        flow: z
          .array(
            z.strictObject({ lift: z.number().min(0.0005).max(0.03), flow: z.number().min(1e-4).max(2) }),
          )
          .max(16),
        isChosen: z.boolean(),
      }),
    )
    .max(6),
});
export type OutsideSheet = z.infer<typeof outsideSchema>;

/** Power steps keep whole setups, so the plan is made with their schema. */
export const planSchemaWith = <S extends z.ZodType>(setup: S) =>
  z.strictObject({
    steps: z
      .array(
        z.strictObject({
          id: idSchema,
          /** On the basis of the goal, W. */
          power: z.number().min(1_000).max(10_000_000),
          setup,
          note: text(300),
          /** What is blanked now for a later step. */
          blanked: text(200),
        }),
      )
      .max(8),
    parts: z.array(partSchema).max(200),
    tasks: z.array(taskSchema).max(120),
    outside: z.array(outsideSchema).max(24),
    /** What the engine and the car have that parts must fit, as it was measured; lengths m. */
    fits: z.strictObject({
      flange: text(60),
      injection: z.enum(['', 'port', 'direct']),
      injectorLength: z.number().min(0.01).max(0.3).nullable(),
      plugReach: z.number().min(0.005).max(0.1).nullable(),
      ribs: z.number().int().min(1).max(40).nullable(),
      /** Of the blower's pulley behind the crank's: how far the two stand out of one plane. */
      beltPlane: z.number().min(-0.2).max(0.2).nullable(),
      brace: z.number().min(0).max(3).nullable(),
      bonnet: z.number().min(0).max(3).nullable(),
    }),
    start: day,
    week: z.enum(workWeeks),
    school: z.strictObject({
      /** One change at a time with a pull after each, or the whole package. */
      changes: z.enum(['one', 'package']),
      /** When the base calibration is loaded and driven. */
      base: z.enum(['before', 'after']),
      /** Whether the new hardware runs on the old file first. */
      onOldFile: z.boolean(),
    }),
  });
