/** Sheets that are measured on the bench. Without Zod: pages use this. */
export const measuringSheets = [
  'ring-gap',
  'bearings',
  'piston-wall',
  'piston-valve',
  'deck',
  'volumes',
  'push-rod',
  'springs',
  'plugs',
  'bore',
  'cam',
  'belt',
] as const;
export type MeasuringSheet = (typeof measuringSheets)[number];

/** What a step of a procedure is besides work. */
export const procedureSteps = [
  'hold',
  'irreversible',
  'picture',
  'ports-covered',
  'reused',
  'thrown-away',
] as const;
export type StepMark = (typeof procedureSteps)[number];
