/** The benches that exist, with their fixed digits: the order of the work. */
export const benches = [
  { id: 'brief', name: 'Brief', key: '1' },
  { id: 'engine', name: 'Engine', key: '2' },
  { id: 'demand', name: 'Demand', key: '3' },
  { id: 'charger', name: 'Charger', key: '4' },
] as const;

export type BenchId = (typeof benches)[number]['id'];

export const isBench = (id: string | undefined): id is BenchId => benches.some((b) => b.id === id);

/** Bench that a station of the Airway leads to. */
export const benchOfStation = {
  weather: 'brief',
  filter: 'demand',
  'front-compressor': 'charger',
  between: 'charger',
  compressor: 'charger',
  cooler: 'demand',
  throttle: 'demand',
  cylinders: 'engine',
  turbine: 'charger',
  'front-turbine': 'charger',
  tailpipe: 'charger',
} as const satisfies Record<string, BenchId>;
