// Without Zod: the dialog of a new job uses these, and the schema does not travel to it.
import type { Job } from './schema/job';

export const engineKinds = ['petrol', 'diesel', 'alcohol'] as const;
export type EngineKind = (typeof engineKinds)[number];

/** The four things a new job asks first. Displacement m³, red line rev/min; the goal as it is stated, W. */
export type JobStart = {
  engine: EngineKind;
  cycle: Job['engine']['cycle'];
  displacement: number;
  redLineRpm: number;
  goal: { power: number; basis: Job['brief']['goal']['basis']; speedRpm: number };
};

/** What each may be. SI, speeds rev/min. */
export const START = {
  displacement: { min: 5e-5, max: 0.05 },
  redLineRpm: { min: 1_500, max: 20_000 },
  power: { min: 5_000, max: 3e6 },
  speedRpm: { min: 800, max: 20_000 },
} as const;

/** What stands there before anybody has said a word: a two-litre four on petrol at sea level. */
export const FIRST_START: JobStart = {
  engine: 'petrol',
  cycle: 'four-stroke',
  displacement: 0.002,
  redLineRpm: 7_000,
  goal: { power: 260 * 745.6998715822702, basis: 'flywheel', speedRpm: 6_500 },
};
