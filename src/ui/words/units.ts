import type { SystemId } from '@/core/units/systems';

/** The systems of units that a device may choose, and what each shows. */
export const unitSystems: { id: SystemId; name: string; hint: string }[] = [
  { id: 'house', name: 'House', hint: 'kPa, kg/min, °C, hp' },
  { id: 'metric', name: 'Metric', hint: 'the same with kW' },
  { id: 'us', name: 'US', hint: 'psi, lb/min, °F, hp, lb·ft' },
  { id: 'own', name: 'Own mix', hint: 'a unit for each quantity' },
];
