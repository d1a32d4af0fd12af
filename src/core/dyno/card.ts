import * as z from 'zod';
import { runCorrections } from './corrections';

const dynoKinds = ['engine', 'hub', 'roller', 'road'] as const;
const bases = ['flywheel', 'hub', 'wheels'] as const;

const text = (most: number) => z.string().max(most);

/** Ranges of a card's figures, SI. */
export const runCardSchemaBounds = {
  repeatability: { min: 0.0005, max: 0.2 },
  pressure: { min: 40_000, max: 110_000 },
  temperature: { min: 233.15, max: 333.15 },
  humidity: { min: 0, max: 1 },
  gear: { min: 1, max: 12 },
  level: { min: 0, max: 800_000 },
  startOil: { min: 233.15, max: 473.15 },
  startCoolant: { min: 233.15, max: 423.15 },
  startCharge: { min: 233.15, max: 423.15 },
  sweepRate: { min: 10, max: 20_000 },
  startRpm: { min: 100, max: 20_000 },
  engineFactor: { min: 0.1, max: 1.2 },
  wheelMass: { min: 0, max: 2_000 },
};
const stated = (key: keyof typeof runCardSchemaBounds) =>
  z.number().min(runCardSchemaBounds[key].min).max(runCardSchemaBounds[key].max);
const known = (key: keyof typeof runCardSchemaBounds) => stated(key).nullable();

/** What a run was made under: its card. SI; null where nobody has said. An incomplete one is kept. */
export const runCardSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  /** Day and time as ISO 8601 writes them; empty where none was said. */
  at: z.union([z.literal(''), z.iso.date(), z.iso.datetime({ offset: true })]),
  operator: text(60),
  dyno: text(60),
  dynoKind: z.enum(dynoKinds),
  /** Of the dyno, or from repeat pulls: share of the reading. */
  repeatability: stated('repeatability'),
  basis: z.enum(bases),
  /** What its figures carry already. */
  correction: z.enum(runCorrections),
  pressure: known('pressure'),
  temperature: known('temperature'),
  humidity: known('humidity'),
  file: text(80),
  slot: text(40),
  fuel: text(60),
  gear: known('gear'),
  boostControl: text(60),
  level: known('level'),
  startOil: known('startOil'),
  startCoolant: known('startCoolant'),
  startCharge: known('startCharge'),
  sweepRate: known('sweepRate'),
  startRpm: known('startRpm'),
  tieDown: text(80),
  /** Sensors and where they sit. */
  sensors: text(300),
  /** Parts changed since the run before it, one to a line. */
  changed: text(600),
  vehicle: text(80),
  note: text(2_000),
  // What came later has a value where an older card says nothing.
  /** f_m of ISO 1585 for diesels. */
  engineFactor: known('engineFactor').default(null),
  /** How the loss between tyre and roller was taken, and what turns with the wheels. */
  lossModel: text(80).default(''),
  wheelMass: known('wheelMass').default(null),
  /** What the boost control holds: a pressure over the day's air, or one from nothing. */
  boostHeld: z.enum(['unsaid', 'gauge', 'absolute']).default('unsaid'),
  /** Whether its readings were logged, or read off a printed sheet. */
  source: z.enum(['logged', 'picture']).default('logged'),
  /** Readings left out as glitches by hand, by their place. */
  leftOut: z.array(z.number().int().min(0)).max(500).default([]),
});
export type RunCard = z.infer<typeof runCardSchema>;

/** A card as today's version has it. In: one as it was stored. Throws ZodError for what is no card. */
export const openCard = (stored: unknown): RunCard => runCardSchema.parse(stored);

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
  engineFactor: null,
  lossModel: '',
  wheelMass: null,
  boostHeld: 'unsaid',
  source: 'logged',
  leftOut: [],
});
