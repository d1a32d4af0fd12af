// Without Zod: pages use these, and the schema does not travel to them.

/** Where a loss stands, in the order of the flow. */
export const lossPlaces = [
  'filter',
  'inlet',
  'between',
  'cooler',
  'charge',
  'throttle',
  'manifold',
  'downpipe',
  'catalyst',
  'silencer',
] as const;
export type LossPlace = (typeof lossPlaces)[number];

/** How boost is asked for: as the goal needs, one level, a curve over the revs, a level for each gear. */
export const boostKinds = ['goal', 'level', 'curve', 'gears'] as const;
export type BoostKind = (typeof boostKinds)[number];

/** How turbos are put together: one, two alike side by side, two alike of which one joins later, a large one in front of a small one. */
export const arrangements = ['single', 'parallel', 'sequential', 'compound'] as const;
export type Arrangement = (typeof arrangements)[number];

/** Time to boost is tried by a load step at one speed, a pull in a gear, or a pull on a brake with its rate. */
export const trialKinds = ['step', 'gear', 'brake'] as const;
export type TrialKind = (typeof trialKinds)[number];

/** What of a charger's oil and water is checked by hand. */
export const chargerChecks = ['oil-feed', 'oil-drain', 'oil-filter', 'prime', 'water', 'after-run'] as const;
export type ChargerCheck = (typeof chargerChecks)[number];
