import type { ChargeInjectionDocument } from '../../charge-injection/schema';
import { on, type Descriptor } from './descriptor';

/** An input of what is injected behind the cooler. In: what it is a part of. */
const of =
  (part: keyof ChargeInjectionDocument) =>
  (quantity: Descriptor['quantity'], label: Descriptor['label']): Descriptor =>
    on('cooling', 'injection', ({ setup: { injection } }) => Boolean(injection?.[part]))(quantity, label);

const spray = of('spray');
const nitrous = of('nitrous');

/** How long tank and bottle last: it moves no figure, but setups are told apart by it. */
const content = (part: keyof ChargeInjectionDocument) =>
  on('cooling', 'injection', ({ setup: { injection } }) => Boolean(injection?.[part]) && 'told');

/** Water, methanol and nitrous oxide behind the cooler. */
export const injectionInputs = {
  'setups.*.injection.spray.methanol': spray('share', 'Methanol by volume'),
  'setups.*.injection.spray.ratedPressure': spray('boost', 'Nozzles rated at'),
  'setups.*.injection.spray.pumpGauge': spray('boost', 'Spray pump pressure'),
  'setups.*.injection.spray.stages.*.nozzles': spray('count', 'Stage {n}, nozzles'),
  'setups.*.injection.spray.stages.*.flow': spray('fuelFlow', 'Stage {n}, nozzle flow'),
  'setups.*.injection.spray.stages.*.startsGauge': spray('boost', 'Stage {n}, starts at'),
  'setups.*.injection.spray.stages.*.fullGauge': spray('boost', 'Stage {n}, full at'),
  'setups.*.injection.spray.stages.*.fromRpm': spray('engineSpeed', 'Stage {n}, not below'),
  'setups.*.injection.spray.evaporated': spray('share', 'Evaporated before the valve'),
  'setups.*.injection.spray.tank': content('spray')('tankVolume', 'Spray tank'),
  'setups.*.injection.spray.temperature': spray('temperature', 'Liquid temperature'),
  'setups.*.injection.nitrous.stages.*.flow': nitrous('massFlow', 'Nitrous stage {n}, jet flow'),
  'setups.*.injection.nitrous.stages.*.startsGauge': nitrous('boost', 'Nitrous stage {n}, starts at'),
  'setups.*.injection.nitrous.stages.*.fullGauge': nitrous('boost', 'Nitrous stage {n}, full at'),
  'setups.*.injection.nitrous.stages.*.fromRpm': nitrous('engineSpeed', 'Nitrous stage {n}, not below'),
  'setups.*.injection.nitrous.chosenAt': nitrous('temperature', 'Bottle temperature, jets chosen at'),
  'setups.*.injection.nitrous.bottle': nitrous('temperature', 'Bottle temperature, now'),
  'setups.*.injection.nitrous.content': content('nitrous')('mass', 'Nitrous oxide in the bottle'),
} as const satisfies Record<string, Descriptor>;

export const injectionGrounds = {
  'setups.*.injection': { bench: 'cooling', sheet: 'injection' },
} satisfies Record<string, Descriptor['where']>;
