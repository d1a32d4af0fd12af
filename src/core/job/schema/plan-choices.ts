/** What a plan chooses between. Without Zod: pages use this. */

/** Where a part of the list stands. */
export const partStates = ['wanted', 'ordered', 'here', 'fitted'] as const;
export type PartState = (typeof partStates)[number];

/** What a part may be used for, as the shop was told; never judged here. */
export const approvals = ['road', 'competition', 'ask'] as const;
export type Approval = (typeof approvals)[number];

/** What a part of the list does on the engine. Two of one role on one step replace each other. */
export const partRoles = [
  'charger',
  'cooler',
  'injectors',
  'fuel-pump',
  'fuel-supply',
  'drive',
  'piping',
  'exhaust',
  'engine',
  'head',
  'clutch',
  'gearbox',
  'cooling',
  'electronics',
  'consumables',
  'work',
  'other',
] as const;
export type PartRole = (typeof partRoles)[number];

export const taskKinds = [
  'strip',
  'mock-up',
  'fit',
  'outside',
  'check',
  'calibrate',
  'drive',
  'pull',
  'other',
] as const;
export type TaskKind = (typeof taskKinds)[number];

/** Days of the week that the shop works. */
export const workWeeks = ['five', 'six', 'seven'] as const;
export type WorkWeek = (typeof workWeeks)[number];

/** What an engine must have before it is driven with more power. */
export const guards = ['fuel', 'clutch', 'cooling', 'limits'] as const;
export type Guard = (typeof guards)[number];

/** What a task waits for besides parts and other tasks. */
export const taskPlaces = ['shop', 'cell', 'road'] as const;
export type TaskPlace = (typeof taskPlaces)[number];

/** Makers that a sheet is written for. */
export const trades = ['pistons', 'rods', 'cam', 'head', 'manifold', 'gearbox'] as const;
export type Trade = (typeof trades)[number];

/** What an engine is used for, as rules of clearance tell it. */
export const clearanceUses = ['road', 'boosted-road', 'boosted-race', 'nitrous', 'diesel'] as const;
export type ClearanceUse = (typeof clearanceUses)[number];
