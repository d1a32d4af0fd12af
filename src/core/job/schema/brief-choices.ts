// Without Zod: pages use these, and the schema does not travel to them.

export const goalBases = ['flywheel', 'wheels'] as const;
/** What the engine is used for. */
export const uses = [
  'road',
  'circuit',
  'hill-climb',
  'strip',
  'standing-mile',
  'towing',
  'boat',
  'machine',
] as const;
export type Use = (typeof uses)[number];
/** What may not change. */
export const fixedThings = ['block', 'gearbox', 'clutch', 'head', 'fuel', 'class-rule', 'other'] as const;
/** Where it runs: what decides which rules to ask for. */
export const places = ['road', 'competition', 'water', 'works'] as const;
export type Place = (typeof places)[number];
/** What the local rules may be about. */
export const localTopics = ['emissions', 'noise', 'approval', 'class', 'insurance', 'other'] as const;
export type LocalTopic = (typeof localTopics)[number];

/** Questions to ask before the work, by place (common practice, no source). The answers are the authority's. */
export const topicsOf: Record<Place, LocalTopic[]> = {
  road: ['approval', 'emissions', 'noise', 'insurance'],
  competition: ['class', 'noise'],
  water: ['emissions', 'noise', 'approval'],
  works: ['emissions', 'noise'],
};
