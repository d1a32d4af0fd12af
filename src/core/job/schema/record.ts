import * as z from 'zod';
import { idSchema, refSchema } from '../../documents/ref';
import { day } from './brief';
import { clearanceUses } from './plan-choices';
import { measuringSheets, procedureSteps } from './record-choices';

const text = (most: number) => z.string().max(most);
const figure = z.number().min(-1e9).max(1e9);

/** What was ticked of a step, by whom and when. */
const tickSchema = z.strictObject({
  step: text(60),
  by: text(60),
  on: day,
  note: text(300),
  pictures: z.array(text(64)).max(12),
});

export const stepSchema = z.strictObject({
  id: idSchema,
  say: z.string().trim().min(1, 'A step needs its words.').max(400),
  /** What else is said of it. */
  tools: text(160),
  marks: z.array(z.enum(procedureSteps)).max(procedureSteps.length),
  /** The hazard and what protects from it, ticked on its own. */
  hazard: text(200),
  /** Torque N·m, angle rad, passes; bolts are drawn in their order. */
  torque: z
    .strictObject({
      bolts: z.number().int().min(1).max(40),
      layout: z.enum(['rows', 'circle']),
      stages: z.array(z.number().min(0.5).max(2_000)).max(6),
      angle: z.number().min(0).max(7),
    })
    .optional(),
  /** Lifted by two, kg. */
  mass: z.number().min(1).max(2_000).optional(),
  /** How deep it goes, m. */
  depth: z.number().min(0).max(1).optional(),
});
export type ProcedureStep = z.infer<typeof stepSchema>;

const procedureRun = z.strictObject({
  id: idSchema,
  /** One that ships with the application, or the shop's own of the library. */
  shipped: text(40),
  own: refSchema.optional(),
  name: text(80),
  version: z.number().int().min(1),
  /** As it was when it was begun: a later version changes nothing that was ticked. */
  steps: z.array(stepSchema).max(60),
  ticks: z.array(tickSchema).max(60),
  hazards: z.array(text(60)).max(60),
  findings: text(1_000),
  startedOn: day,
  closedOn: day,
});
export type ProcedureRun = z.infer<typeof procedureRun>;

export const recordSchema = z.strictObject({
  use: z.enum(clearanceUses),
  /** Readings of the measuring sheets, SI: what was found where. */
  measured: z
    .array(
      z.strictObject({
        sheet: z.enum(measuringSheets),
        line: text(60),
        value: figure,
        on: day,
        by: text(60),
        with: text(80),
      }),
    )
    .max(800),
  /** What the sheets are worked out from besides the job, SI. */
  given: z.array(z.strictObject({ sheet: z.enum(measuringSheets), key: text(40), value: figure })).max(120),
  procedures: z.array(procedureRun).max(40),
  fluids: z
    .array(
      z.strictObject({
        what: text(60),
        grade: text(80),
        /** m³. */
        found: z.number().min(0).max(1).nullable(),
        added: z.number().min(0).max(1).nullable(),
        on: day,
      }),
    )
    .max(24),
  materials: z.array(z.strictObject({ part: text(80), material: text(80), coating: text(80) })).max(40),
  torques: z
    .array(
      z.strictObject({
        what: text(80),
        /** N·m and rad. */
        torque: z.number().min(0.1).max(5_000),
        angle: z.number().min(0).max(7),
        by: text(60),
        on: day,
      }),
    )
    .max(80),
  irreversible: z.array(z.strictObject({ what: text(160), on: day, by: text(60) })).max(40),
  findings: z
    .array(
      z.strictObject({
        on: day,
        /** The component of Limits that it is about; empty for none. */
        component: text(40),
        what: text(300),
        state: z.enum(['good', 'watch', 'bad']),
      }),
    )
    .max(60),
  /** At load, s. */
  loadTime: z.number().min(0).max(1e9).nullable(),
  calibrationFile: text(80),
  pictures: z.array(text(64)).max(60),
});
export type BuildRecord = z.infer<typeof recordSchema>;

/** What the printed sheets say beside the figures. */
export const reportSchema = z.strictObject({
  nextStep: text(600),
  nextPrice: z.number().min(0).max(10_000_000).nullable(),
  service: text(1_000),
  notDone: text(1_000),
  openQuestions: text(1_000),
  /** Who signed, and when. */
  customer: text(80),
  customerOn: day,
  shop: text(80),
  shopOn: day,
});
export type ReportWords = z.infer<typeof reportSchema>;
