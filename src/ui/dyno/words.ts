import type { Unequal } from '@/core/dyno/audit';

/** What may be unequal between two runs, and what to do about it. */
export const unequalWords: Record<Unequal, string> = {
  basis: 'flywheel, hub or wheels',
  correction: 'correction',
  dyno: 'dyno',
  vehicle: 'car or engine',
  day: 'day',
  air: 'air of the day',
  boost: 'manifold pressure',
  charge: 'charge temperature',
  lambda: 'mixture',
  timing: 'timing',
  fuel: 'fuel',
  gear: 'gear',
  sweep: 'sweep rate',
  start: 'start speed',
  'start-heat': 'start temperatures',
  file: 'calibration file or slot',
  'boost-control': 'boost control',
  sensors: 'sensors',
  parts: 'more than one part changed',
};
