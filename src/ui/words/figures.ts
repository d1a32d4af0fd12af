import type { FigureId } from '@/core/workings/figures';
import type { BenchId } from '../frame/benches';

/** What each headline figure is called, and the bench that shows it. `also`: other words somebody may look for. */
export const figureNames: Record<FigureId, { name: string; bench: BenchId; also?: string }> = {
  power: { name: 'Power, fuel flow', bench: 'demand', also: 'horsepower flywheel' },
  'thumb-power': { name: 'Power, rule of thumb', bench: 'demand', also: 'lb/min horsepower' },
  'wheel-power': { name: 'Power at the wheels', bench: 'demand', also: 'hub' },
  'alone-power': { name: 'Naturally aspirated power', bench: 'demand', also: 'naturally aspirated' },
  torque: { name: 'Torque', bench: 'demand' },
  'air-flow': { name: 'Airflow', bench: 'demand', also: 'mass flow' },
  breathing: { name: 'Volumetric efficiency', bench: 'engine', also: 'breathing VE' },
  'manifold-pressure': { name: 'Manifold pressure, abs', bench: 'demand', also: 'MAP' },
  boost: { name: 'Boost, gauge', bench: 'demand' },
  'pressure-ratio': { name: 'Pressure ratio', bench: 'demand', also: 'PR' },
  'corrected-flow': { name: 'Corrected flow', bench: 'charger' },
  'outlet-temperature': {
    name: 'Compressor outlet temperature',
    bench: 'charger',
    also: 'temperature discharge T2',
  },
  'charge-temperature': { name: 'Charge temperature', bench: 'demand', also: 'intake IAT' },
  'compressor-power': { name: 'Compressor power', bench: 'charger', also: 'shaft' },
  'drive-power': { name: 'Drive power', bench: 'charger', also: 'belt parasitic crankshaft' },
  efficiency: { name: 'Compressor efficiency', bench: 'charger' },
  'shaft-speed': { name: 'Shaft speed', bench: 'charger', also: 'turbo rpm' },
  'speed-share': { name: 'Shaft speed, % of maximum', bench: 'charger', also: 'shaft speed' },
  'surge-margin': { name: 'Surge margin', bench: 'charger' },
  'choke-margin': { name: 'Choke margin', bench: 'charger' },
  'turbine-inlet-pressure': {
    name: 'Turbine inlet pressure, abs',
    bench: 'charger',
    also: 'back pressure drive pressure p3 EMAP',
  },
  'turbine-inlet-temperature': { name: 'Turbine inlet temperature', bench: 'charger', also: 'EGT T3' },
  'turbine-outlet-pressure': { name: 'Turbine outlet pressure, abs', bench: 'charger', also: 'p4 exhaust' },
  'expansion-ratio': { name: 'Expansion ratio', bench: 'charger' },
  'back-pressure-ratio': { name: 'p3/p_m, absolute', bench: 'charger' },
  'back-pressure-gauge': { name: 'p3/p_m, gauge', bench: 'charger' },
  'gate-share': { name: 'Wastegate flow fraction', bench: 'charger', also: 'bypass' },
  'turbine-efficiency': { name: 'Turbine efficiency', bench: 'charger' },
  'turbine-power': { name: 'Power of one turbine', bench: 'charger', also: 'shaft' },
  'edge-room': { name: 'Margin to map edge', bench: 'charger' },
};
