// Without Zod: pages use these, and the schema does not travel to them.

/** Where a loss stands, in the order of the flow. */
export const lossPlaces = [
  'filter',
  'inlet',
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
