import * as z from 'zod';
import { idSchema } from '../../documents/ref';
import { day } from './brief';

const changeKinds = ['timing', 'fuel', 'boost', 'other'] as const;
export type ChangeKind = (typeof changeKinds)[number];

const text = (most: number) => z.string().max(most);

/** A change from the file before: timing rad (retard below zero), fuel as a share, boost Pa. */
const fileChange = z.strictObject({
  kind: z.enum(changeKinds),
  amount: z.number().min(-1_000_000).max(1_000_000),
  /** Engine speed from which it acts; null over all of them. */
  aboveRpm: z.number().min(100).max(30_000).nullable(),
  note: text(120),
});
export type FileChange = z.infer<typeof fileChange>;

/** A version of the calibration: what it came from, what was changed and why, what came of it. */
export const calibrationFileSchema = z.strictObject({
  id: idSchema,
  name: z.string().trim().min(1, 'A calibration file needs a name.').max(80),
  on: day,
  by: text(60),
  slot: text(40),
  purpose: text(80),
  fuel: text(60),
  /** What it makes, W, as the run's card has it; null until it has run. */
  power: z.number().min(0).max(10_000_000).nullable(),
  /** The file it was made from, and the run whose log led to it. Empty: none, or one that is not here. */
  from: text(64),
  fromRun: text(64),
  changes: z.array(fileChange).max(20),
  why: text(600),
  result: text(600),
  /** What was heard or logged on it. */
  knock: z.enum(['unsaid', 'none', 'heard']),
  /** Where it runs, and what was checked again after it moved there. */
  place: z.enum(['cell', 'car']),
  checked: z.array(text(40)).max(20),
});
export type CalibrationFile = z.infer<typeof calibrationFileSchema>;
