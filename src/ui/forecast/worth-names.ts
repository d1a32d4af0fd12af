import type { WorthStep } from '@/core/forecast/worth';

/** Steps of the waterfall as the trade calls them, in the order of the air. */
export const worthNames: Record<WorthStep['item'], string> = {
  condition: 'Condition of the engine',
  inlet: 'Filter and inlet',
  pressure: 'Pressure of the charger',
  heat: 'Heat of compression',
  cooler: 'Charge cooler',
  pipes: 'Pipes behind it',
  'back-pressure': 'Back pressure',
  mixture: 'Mixture',
  interaction: 'Interaction of these',
  injection: 'Injection',
  drive: 'Drive of the charger',
  cycle: 'Cycle and spark over fuel flow',
  drivetrain: 'Drivetrain',
};
