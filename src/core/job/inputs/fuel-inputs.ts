import type { FuelSystemDocument } from '../../fuel-system/schema';
import type { Quantity } from '../../units/quantities';
import type { Sheet } from '../benches';
import { never, on, type Descriptor, type Say } from './descriptor';

/**
 * An input of the fuel system. None moves a steady figure of the air: what stands is judged by them, and setups are told apart
 * by them. In: when it is asked, of the system.
 */
const of =
  (sheet: Sheet<'fuel'>) =>
  (
    quantity: Quantity,
    label: Descriptor['label'],
    isAsked: (system: FuelSystemDocument) => boolean = () => true,
  ): Descriptor =>
    on(
      'fuel',
      sheet,
      ({ setup: { fuelSystem } }): Say => Boolean(fuelSystem && isAsked(fuelSystem)) && 'told',
    )(quantity, label);

const supply = of('supply');
const injectors = of('injectors');
const spot = on('fuel', 'spot', never);
const isPort = ({ injection }: FuelSystemDocument) => injection === 'port';
const isDirect = ({ injection }: FuelSystemDocument) => injection === 'direct';
const isElectric = ({ pumps }: FuelSystemDocument) => pumps.drive === 'electric';
const isOnEngine = ({ pumps }: FuelSystemDocument) => pumps.drive === 'engine';
const hasTwo = ({ pumps }: FuelSystemDocument) => pumps.arrangement !== 'one';
const goesBack = ({ regulator }: FuelSystemDocument) => regulator.layout === 'return';

/** Injectors and supply, and what gauges showed of them. */
export const fuelInputs = {
  'setups.*.fuelSystem.injectors.count': injectors('count', 'Injectors'),
  'setups.*.fuelSystem.injectors.flow': injectors('injectorFlow', 'Injector flow'),
  'setups.*.fuelSystem.injectors.ratedPressure': injectors('boost', 'Rated pressure'),
  'setups.*.fuelSystem.injectors.testDensity': injectors('density', 'Density of the test fluid'),
  'setups.*.fuelSystem.injectors.deadTimeRise': injectors(
    'pulseForPressure',
    'Dead time rise with pressure',
    isPort,
  ),
  'setups.*.fuelSystem.injectors.leastPulse': injectors('pulse', 'Shortest pulse that meters'),
  'setups.*.fuelSystem.second.count': injectors('count', 'Second set, injectors', isPort),
  'setups.*.fuelSystem.second.flow': injectors('injectorFlow', 'Second set, injector flow', isPort),
  'setups.*.fuelSystem.second.ratedPressure': injectors('boost', 'Second set, rated pressure', isPort),
  'setups.*.fuelSystem.second.testDensity': injectors(
    'density',
    'Second set, density of the test fluid',
    isPort,
  ),
  'setups.*.fuelSystem.second.deadTimeRise': injectors(
    'pulseForPressure',
    'Second set, dead time rise',
    isPort,
  ),
  'setups.*.fuelSystem.second.leastPulse': injectors('pulse', 'Second set, shortest pulse', isPort),
  'setups.*.fuelSystem.second.fromGauge': injectors('boost', 'Second set joins at', isPort),
  'setups.*.fuelSystem.mostDuty': injectors('share', 'Highest duty cycle', isPort),
  'setups.*.fuelSystem.direct.window': injectors('angle', 'Injection window', isDirect),
  'setups.*.fuelSystem.direct.railPressure': injectors('boost', 'High-pressure rail', isDirect),
  'setups.*.fuelSystem.direct.pumpPerTurn': injectors(
    'chamber',
    'High-pressure pump, per turn of the crank',
    isDirect,
  ),
  'setups.*.fuelSystem.basePressure': supply('boost', 'Base fuel pressure'),
  'setups.*.fuelSystem.regulator.slope': supply('fuelResistance', 'Regulator rise with flow'),
  'setups.*.fuelSystem.pumps.first.ratedVoltage': supply('voltage', 'Pump rated at', isElectric),
  'setups.*.fuelSystem.pumps.first.ratedRpm': supply('engineSpeed', 'Pump rated at engine speed', isOnEngine),
  'setups.*.fuelSystem.pumps.other.ratedVoltage': supply(
    'voltage',
    'Second pump rated at',
    (s) => isElectric(s) && hasTwo(s),
  ),
  'setups.*.fuelSystem.pumps.other.ratedRpm': supply(
    'engineSpeed',
    'Second pump rated at engine speed',
    (s) => isOnEngine(s) && hasTwo(s),
  ),
  'setups.*.fuelSystem.pumps.onGauge': supply(
    'boost',
    'Second pump comes on at',
    (s) => hasTwo(s) && s.pumps.second === 'boost',
  ),
  'setups.*.fuelSystem.battery': supply('voltage', 'Charging voltage'),
  'setups.*.fuelSystem.wiring': supply('resistance', 'Wiring resistance, each pump', isElectric),
  'setups.*.fuelSystem.lift.flow': supply('fuelFlow', 'Lift pump flow'),
  'setups.*.fuelSystem.lift.volume': supply('tankVolume', 'Surge tank volume'),
  'setups.*.fuelSystem.filters.suction.drop': supply('pressureDrop', 'Suction filter drop, new'),
  'setups.*.fuelSystem.filters.suction.flow': supply('fuelFlow', 'Suction filter rated flow'),
  'setups.*.fuelSystem.filters.suction.clogged': supply('ratio', 'Suction filter, times new'),
  'setups.*.fuelSystem.filters.pressure.drop': supply('pressureDrop', 'Fuel filter drop, new'),
  'setups.*.fuelSystem.filters.pressure.flow': supply('fuelFlow', 'Fuel filter rated flow'),
  'setups.*.fuelSystem.filters.pressure.clogged': supply('ratio', 'Fuel filter, times new'),
  'setups.*.fuelSystem.feed.bore': supply('bore', 'Feed line bore'),
  'setups.*.fuelSystem.feed.length': supply('length', 'Feed line length'),
  'setups.*.fuelSystem.feed.bends': supply('ratio', 'Feed line bends and fittings'),
  'setups.*.fuelSystem.back.bore': supply('bore', 'Return line bore', goesBack),
  'setups.*.fuelSystem.back.length': supply('length', 'Return line length', goesBack),
  'setups.*.fuelSystem.back.bends': supply('ratio', 'Return line bends and fittings', goesBack),
  'setups.*.fuelSystem.rails.bore': supply('bore', 'Rail bore'),
  'setups.*.fuelSystem.rails.length': supply('length', 'Rail length, each'),
  'setups.*.fuelSystem.temperature': supply('temperature', 'Fuel temperature'),
  'setups.*.readings.railGauge': spot('boost', 'Measured rail pressure'),
  'setups.*.readings.pumpGauge': spot('boost', 'Measured pump outlet pressure'),
  'setups.*.readings.injectorDuty': spot('share', 'Measured duty cycle'),
  'setups.*.readings.lambda': spot('ratio', 'Measured λ'),
} as const satisfies Record<string, Descriptor>;

export const fuelGrounds = {
  'setups.*.fuelSystem': { bench: 'fuel', sheet: 'supply' },
  'setups.*.fuelSystem.injectors': { bench: 'fuel', sheet: 'injectors' },
  'setups.*.fuelSystem.second': { bench: 'fuel', sheet: 'injectors' },
  'setups.*.fuelSystem.direct': { bench: 'fuel', sheet: 'injectors' },
} satisfies Record<string, Descriptor['where']>;
