/** The benches a job is worked at, in the order of the work, each with its sheets; the first is shown where none is named. */
export const benchSheets = {
  brief: ['goal', 'places', 'vehicle', 'terms'],
  engine: ['engine', 'cam', 'condition', 'run'],
  demand: [],
  charger: ['map', 'turbine', 'rank', 'pair', 'spool', 'boost', 'pipes', 'spot', 'size', 'sites'],
} as const;

export type JobBench = keyof typeof benchSheets;
export type Sheet<B extends JobBench = JobBench> = (typeof benchSheets)[B][number];

/** A place on the screen, as the core knows it: a bench, and its sheet where it has several. */
export type Where = { bench: JobBench; sheet: Sheet | null };
