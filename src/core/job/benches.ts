/** The benches a job is worked at, in the order of the work. */
export const benchIds = ['brief', 'engine', 'demand', 'charger'] as const;
export type JobBench = (typeof benchIds)[number];
export const isBench = (id: string | undefined): id is JobBench => benchIds.some((bench) => bench === id);

/** The sheets of each bench; the first is shown where none is named. */
export const benchSheets = {
  brief: ['goal', 'places', 'vehicle', 'terms'],
  engine: ['engine', 'cam', 'condition', 'run'],
  demand: [],
  charger: ['map', 'turbine', 'rank', 'pair', 'spool', 'boost', 'pipes', 'spot', 'size', 'sites'],
} as const satisfies Record<JobBench, readonly string[]>;
export type Sheet<B extends JobBench = JobBench> = (typeof benchSheets)[B][number];

/** A place on the screen, as the core knows it: a bench, and its sheet where it has several. */
export type Where = { bench: JobBench; sheet: Sheet | null };
