import type { UnitChoice } from '@/core/units/systems';

/** Choices of units that tests print in: the three systems and a mix that goes together badly. */
export const unitChoices: UnitChoice[] = [
  { system: 'house', mix: {} },
  { system: 'metric', mix: {} },
  { system: 'us', mix: {} },
  {
    system: 'own',
    mix: { pressure: 'mbar', boost: 'psi', temperature: '°F', massFlow: 'kg/h', power: 'PS', length: 'cm' },
  },
];
