import type { ComponentKind, LimitMetric } from '@/core/job/schema/component-choices';
import type { LimitPart, ModelPart } from '@/core/limits/limit';

/** What parts that can give are called. */
export const componentNames: Record<ComponentKind, string> = {
  block: 'Block',
  'main-caps': 'Main caps',
  crank: 'Crankshaft',
  rods: 'Connecting rods',
  'rod-bolts': 'Rod bolts',
  pistons: 'Pistons',
  rings: 'Piston rings',
  pins: 'Piston pins',
  'head-clamp': 'Head fasteners',
  'head-gasket': 'Head gasket',
  'valve-springs': 'Valve springs',
  valves: 'Valves',
  ignition: 'Plugs and coils',
  clutch: 'Clutch',
  converter: 'Torque converter',
  gearbox: 'Gearbox',
  'final-drive': 'Final drive',
  shafts: 'Drive shafts',
  manifold: 'Exhaust manifold',
  'cooling-system': 'Cooling system',
  other: 'Another part',
};

const modelNames: Record<ModelPart, string> = {
  shaft: 'Charger shaft',
  'front-shaft': 'LP charger shaft',
  turbine: 'Turbine inlet',
  clutch: 'Clutch',
  gearbox: 'Gearbox',
  injectors: 'Injectors',
  pumps: 'Fuel pump',
  'high-pump': 'High-pressure pump',
  lift: 'Lift pump',
};

/** A part as it is called on a row: its kind, and its own name where it has one. */
export function partName(part: LimitPart): string {
  const kind = part.from === 'component' ? componentNames[part.kind] : modelNames[part.part];
  return part.name ? `${kind}, ${part.name}` : kind;
}

/** What parts are limited by. */
export const metricNames: Record<LimitMetric | 'shaftSpeed' | 'fuel', string> = {
  torque: 'torque',
  power: 'power',
  bmep: 'BMEP',
  engineSpeed: 'engine speed',
  pistonSpeed: 'mean piston speed',
  boltLoad: 'rod-bolt load',
  cylinderPressure: 'peak cylinder pressure',
  boost: 'boost',
  backPressure: 'exhaust back pressure',
  chargeTemperature: 'charge temperature',
  exhaustTemperature: 'exhaust temperature',
  shaftSpeed: 'shaft speed',
  fuel: 'fuel',
};
