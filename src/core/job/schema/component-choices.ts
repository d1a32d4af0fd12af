/** Parts of an engine and its driveline that can give, in the order they are offered. */
export const componentKinds = [
  'block',
  'main-caps',
  'crank',
  'rods',
  'rod-bolts',
  'pistons',
  'rings',
  'pins',
  'head-clamp',
  'head-gasket',
  'valve-springs',
  'valves',
  'ignition',
  'clutch',
  'converter',
  'gearbox',
  'final-drive',
  'shafts',
  'manifold',
  'cooling-system',
  'other',
] as const;
export type ComponentKind = (typeof componentKinds)[number];

/** What a part can be limited by. */
export const limitMetrics = [
  'torque',
  'power',
  'bmep',
  'engineSpeed',
  'pistonSpeed',
  'boltLoad',
  'cylinderPressure',
  'boost',
  'backPressure',
  'chargeTemperature',
  'exhaustTemperature',
] as const;
export type LimitMetric = (typeof limitMetrics)[number];
