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
  'brakes',
  'tyres',
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
  'roadSpeed',
  'stopEnergy',
  'runningMass',
] as const;
export type LimitMetric = (typeof limitMetrics)[number];

/** Assemblies that bring several parts at once. */
const assemblies = ['pistons-and-rods', 'rotating-assembly', 'short-block', 'top-end'] as const;
export type Assembly = (typeof assemblies)[number];
/** What a part of the library is: of one kind, or an assembly of several. */
export const partTypes = [...componentKinds, ...assemblies] as const;
export type PartType = (typeof partTypes)[number];

const ofAssembly: Record<Assembly, readonly ComponentKind[]> = {
  'pistons-and-rods': ['pistons', 'rings', 'pins', 'rods', 'rod-bolts'],
  'rotating-assembly': ['pistons', 'rings', 'pins', 'rods', 'rod-bolts', 'crank'],
  'short-block': ['pistons', 'rings', 'pins', 'rods', 'rod-bolts', 'crank', 'block', 'main-caps'],
  'top-end': ['head-clamp', 'head-gasket', 'valve-springs', 'valves'],
};

/** The kinds that a part of the library stands for. */
export const kindsOf = (type: PartType): readonly ComponentKind[] =>
  Object.hasOwn(ofAssembly, type) ? ofAssembly[type as Assembly] : [type as ComponentKind];

/** Whether an engine was boosted when it was made. */
export const boostedChoices = ['unknown', 'from-new', 'never'] as const;
