import type { Quantity } from '../../units/quantities';
import type { Assembly, ComponentKind, LimitMetric, PartType } from './component-choices';

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
  brakes: 'Brakes',
  tyres: 'Tyres',
  other: 'Another part',
};

/** What assemblies of several are called. */
const assemblyNames: Record<Assembly, string> = {
  'pistons-and-rods': 'Pistons and rods',
  'rotating-assembly': 'Rotating assembly',
  'short-block': 'Short block',
  'top-end': 'Top end',
};

/** What a part of the library is called. */
export const partTypeNames: Record<PartType, string> = { ...componentNames, ...assemblyNames };

/** What parts are limited by: how it is called and what it is measured in. */
export const metrics: Record<LimitMetric, { name: string; quantity: Quantity }> = {
  torque: { name: 'torque', quantity: 'torque' },
  power: { name: 'power', quantity: 'power' },
  bmep: { name: 'BMEP', quantity: 'meanPressure' },
  engineSpeed: { name: 'engine speed', quantity: 'engineSpeed' },
  pistonSpeed: { name: 'mean piston speed', quantity: 'pistonSpeed' },
  boltLoad: { name: 'rod-bolt load', quantity: 'force' },
  cylinderPressure: { name: 'peak cylinder pressure', quantity: 'cylinderPressure' },
  boost: { name: 'boost', quantity: 'boost' },
  backPressure: { name: 'exhaust back pressure', quantity: 'boost' },
  chargeTemperature: { name: 'charge temperature', quantity: 'temperature' },
  exhaustTemperature: { name: 'exhaust temperature', quantity: 'temperature' },
  roadSpeed: { name: 'road speed', quantity: 'roadSpeed' },
  stopEnergy: { name: 'energy of a stop', quantity: 'energy' },
  runningMass: { name: 'running mass', quantity: 'mass' },
};
