import type { CoolingDocument } from '../schema/job';
import { on, type Descriptor, type Say } from './descriptor';

/** An input of heat soak: it moves no steady figure, but setups are told apart by it. In: when it is asked. */
const soak = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  isAsked: (cooling: CoolingDocument) => boolean = () => true,
): Descriptor =>
  on(
    'cooling',
    'soak',
    ({ setup: { cooling } }): Say => Boolean(cooling && isAsked(cooling)) && 'told',
  )(quantity, label);
const hasLoop = ({ loop }: CoolingDocument) => Boolean(loop);

/** What stores and carries off the heat of the charge. */
export const coolingInputs = {
  'setups.*.cooling.metal': soak('mass', 'Cooler core mass'),
  'setups.*.cooling.face': soak('area', 'Cooler face area', (c) => !hasLoop(c)),
  'setups.*.cooling.pullSpeed': soak('velocity', 'Air speed at the face, in a pull'),
  'setups.*.cooling.restSpeed': soak('velocity', 'Air speed at the face, at rest'),
  'setups.*.cooling.loop.volume': soak('tankVolume', 'Coolant volume, with tank', hasLoop),
  'setups.*.cooling.loop.flow': soak('coolantFlow', 'Coolant pump flow', hasLoop),
  'setups.*.cooling.loop.ice': soak('mass', 'Ice in the tank', hasLoop),
  'setups.*.cooling.loop.front.conductance': soak('heatLoss', 'Front exchanger conductance', hasLoop),
  'setups.*.cooling.loop.front.face': soak('area', 'Front exchanger face area', hasLoop),
  'setups.*.cooling.start': soak('temperature', 'Cooler temperature at the start'),
  'setups.*.cooling.pickUp': soak('share', 'Heat pick-up in the intake'),
  'setups.*.cooling.wall': soak('temperature', 'Intake wall temperature'),
} as const satisfies Record<string, Descriptor>;

export const coolingGrounds = {
  'setups.*.cooling': { bench: 'cooling', sheet: 'soak' },
} satisfies Record<string, Descriptor['where']>;
