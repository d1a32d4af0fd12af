import * as z from 'zod';
import { corrections } from './corrections';

export const dynoKinds = ['engine', 'hub', 'roller', 'road'] as const;
export const bases = ['flywheel', 'hub', 'wheels'] as const;

const text = (most: number) => z.string().max(most);
const known = (min: number, max: number) => z.number().min(min).max(max).nullable();

/** What a run was made under: its card. SI; null where nobody has said. An incomplete one is kept. */
export const runCardSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  /** Day and time as ISO 8601 writes them; empty where none was said. */
  at: z.union([z.literal(''), z.iso.date(), z.iso.datetime({ offset: true })]),
  operator: text(60),
  dyno: text(60),
  dynoKind: z.enum(dynoKinds),
  /** Of the dyno, or from repeat pulls: share of the reading. */
  repeatability: z.number().min(0.0005).max(0.2),
  basis: z.enum(bases),
  /** What its figures carry already. */
  correction: z.enum(corrections),
  pressure: known(40_000, 110_000),
  temperature: known(233.15, 333.15),
  humidity: known(0, 1),
  file: text(80),
  slot: text(40),
  fuel: text(60),
  gear: known(1, 12),
  boostControl: text(60),
  level: known(0, 800_000),
  startOil: known(233.15, 473.15),
  startCoolant: known(233.15, 423.15),
  startCharge: known(233.15, 423.15),
  sweepRate: known(10, 20_000),
  startRpm: known(100, 20_000),
  tieDown: text(80),
  /** Sensors and where they sit. */
  sensors: text(300),
  /** Parts changed since the run before it, one to a line. */
  changed: text(600),
  vehicle: text(80),
  note: text(2_000),
});
export type RunCard = z.infer<typeof runCardSchema>;

/** A card to start from. In: its name. */
export const blankCard = (name: string): RunCard => ({
  name,
  at: '',
  operator: '',
  dyno: '',
  dynoKind: 'roller',
  repeatability: 0.01,
  basis: 'wheels',
  correction: 'none',
  pressure: null,
  temperature: null,
  humidity: null,
  file: '',
  slot: '',
  fuel: '',
  gear: null,
  boostControl: '',
  level: null,
  startOil: null,
  startCoolant: null,
  startCharge: null,
  sweepRate: null,
  startRpm: null,
  tieDown: '',
  sensors: '',
  changed: '',
  vehicle: '',
  note: '',
});
