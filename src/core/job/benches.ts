/** The benches a job is worked at, in the order of the work. */
export const benchIds = [
  'brief',
  'engine',
  'demand',
  'charger',
  'cooling',
  'fuel',
  'limits',
  'forecast',
  'plan',
  'bench',
  'dyno',
  'report',
] as const;
export type JobBench = (typeof benchIds)[number];
export const isBench = (id: string | undefined): id is JobBench => benchIds.some((bench) => bench === id);

/** The sheets of each bench, in the order of their tabs. */
export const benchSheets = {
  brief: ['goal', 'places', 'vehicle', 'terms'],
  engine: ['engine', 'cam', 'condition', 'run'],
  demand: [],
  charger: [
    'rank',
    'map',
    'turbine',
    'blower',
    'drive',
    'pulleys',
    'schools',
    'pair',
    'spool',
    'boost',
    'pipes',
    'spot',
    'size',
    'sites',
  ],
  cooling: ['revs', 'soak', 'injection'],
  fuel: ['supply', 'injectors', 'spot'],
  limits: ['first', 'verdict', 'gears', 'disputed', 'charger', 'cylinder', 'timing', 'shape', 'worst'],
  forecast: ['band', 'curves', 'whatif', 'shelf', 'cams', 'worth', 'road', 'frozen'],
  plan: ['ladder', 'parts', 'order', 'outside', 'fit'],
  bench: ['measure', 'procedures', 'record', 'consent'],
  dyno: ['runs', 'card', 'add', 'gate', 'faults', 'chain', 'sheet'],
  report: ['customer', 'tuner', 'orders', 'build', 'measured', 'earlier'],
} as const satisfies Record<JobBench, readonly string[]>;
export type Sheet<B extends JobBench = JobBench> = (typeof benchSheets)[B][number];

/** The sheet that is shown where none is named: the first, and of the Charger the map, which ranks nothing. */
export const openingSheet = (bench: JobBench): Sheet | null =>
  bench === 'charger' ? 'map' : (benchSheets[bench][0] ?? null);

const BELT_ONLY: readonly Sheet<'charger'>[] = ['drive', 'pulleys'];
const EXHAUST_ONLY: readonly Sheet<'charger'>[] = ['turbine', 'pair', 'spool'];

/**
 * The sheets of the Charger for what drives it: those of the exhaust, or those of the belt; a machine without a measured map
 * has no map to show. In: what drives the chargers of the row; whether the one at the engine has a map.
 */
export function sheetsFor(drives: readonly string[], hasMap: boolean): Sheet<'charger'>[] {
  const onBelt = drives.includes('belt');
  const sheets = benchSheets.charger.filter(
    (sheet) =>
      (onBelt || !BELT_ONLY.includes(sheet)) &&
      (!onBelt || drives.includes('exhaust') || !EXHAUST_ONLY.includes(sheet)) &&
      (!onBelt || hasMap || sheet !== 'map'),
  );
  // Without a map the bench opens at its first sheet: what is on, not what might be.
  return onBelt && !hasMap ? [...sheets.filter((sheet) => sheet !== 'rank'), 'rank'] : sheets;
}

/** A place on the screen, as the core knows it: a bench, and its sheet where it has several. */
export type Where = { bench: JobBench; sheet: Sheet | null };
