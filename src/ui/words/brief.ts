import type { fixedThings, LocalTopic, Place, Use } from '@/core/job/schema/brief-choices';
import type { RunCorrection } from '@/core/dyno/corrections';

export const useNames: Record<Use, string> = {
  road: 'road',
  circuit: 'circuit',
  'hill-climb': 'hill climb',
  strip: 'drag strip',
  'standing-mile': 'standing mile',
  towing: 'towing',
  boat: 'boat',
  machine: 'machine',
};

export const fixedNames: Record<(typeof fixedThings)[number], string> = {
  block: 'block',
  gearbox: 'gearbox',
  clutch: 'clutch',
  head: 'head',
  fuel: 'fuel',
  'class-rule': 'class rule',
  other: 'other',
};

export const placeNames: Record<Place, string> = {
  road: 'public road',
  competition: 'competition',
  water: 'water',
  works: 'works and private ground',
};

export const topicNames: Record<LocalTopic, string> = {
  emissions: 'emissions',
  noise: 'noise',
  approval: 'approval of the change',
  class: 'class rule',
  insurance: 'insurance',
  other: 'other',
};

export const correctionNames: Record<RunCorrection, string> = {
  none: 'none, as measured',
  'sae-j1349': 'SAE J1349',
  'sae-j607': 'SAE J607',
  'din-70020': 'DIN 70020',
  'iso-1585': 'ISO 1585, spark',
  'iso-1585-diesel': 'ISO 1585, diesel',
};

/** A record as options of a list. */
export const optionsOf = <T extends string>(names: Record<T, string>): { value: T; label: string }[] =>
  (Object.keys(names) as T[]).map((value) => ({ value, label: names[value] }));
