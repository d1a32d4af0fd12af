import type { Where } from '../benches';
import { isToothed } from '../../drive/profile';
import { arrangementOf, chargerAtEngine, chargerInFront, exhaustDriveOf, turboChargerOf } from '../chargers';
import type { BeltDriveDocument, ChargerDocument, Loss, Setup } from '../schema/job';
import { never, on, type Descriptor, type Place, type Say, type Standing } from './descriptor';

const isCharged = ({ induction }: Setup): boolean => induction.kind === 'charged';
const hasTurbine = (setup: Setup): boolean => Boolean(exhaustDriveOf(turboChargerOf(setup)));
const isChosen = (charger: ChargerDocument | undefined): boolean =>
  charger !== undefined && charger.drive.kind !== 'open';
/** Two chargers in a row, both of them chosen. */
const isPair = (setup: Setup): boolean => isChosen(chargerAtEngine(setup)) && isChosen(chargerInFront(setup));
/** Guesses until it is known what drives the charger: then the sums say them. */
const isDriveOpen = ({ setup }: Standing): boolean => chargerAtEngine(setup)?.drive.kind === 'open';
/** Whether something joins or is bypassed at the change-over. */
const changesOver = (setup: Setup): boolean =>
  setup.induction.kind === 'charged' &&
  setup.induction.changeover.kind === 'at' &&
  (arrangementOf(setup.induction) === 'compound' ? isPair(setup) : hasTurbine(setup));

const demand = on('demand', null);
const spool = on('charger', 'spool');
const boost = on('charger', 'boost');
const spot = on('charger', 'spot', never);
const turbine = on('charger', 'turbine', ({ setup }) => hasTurbine(setup));
const pair = on('charger', 'pair');

const onDemand = ['filter', 'inlet', 'cooler', 'charge', 'throttle'] as const;
/** Places of losses that have their fields on Demand. */
export type DemandPlace = (typeof onDemand)[number];

/**
 * A loss is given on Demand where it stands in the air's way as a pressure drop. Pipes by their measures, the exhaust's parts
 * and those between two chargers are on the Charger, under Pipes.
 */
const whereLoss = ({ loss }: Place): Where =>
  !loss || (loss.from === 'drop' && onDemand.some((place) => place === loss.place))
    ? { bench: 'demand', sheet: null }
    : { bench: 'charger', sheet: 'pipes' };

const behind: Loss['place'][] = ['manifold', 'downpipe', 'catalyst', 'silencer'];
/** What is not there yet loses nothing: behind a turbine that is not chosen, between two chargers that are not two. */
const isThere = ({ setup, loss }: Standing): boolean =>
  Boolean(loss) &&
  (hasTurbine(setup) || !behind.includes(loss!.place)) &&
  (isPair(setup) || loss!.place !== 'between');
const isMeasured = (at: Standing): boolean => isThere(at) && at.loss!.from === 'pipe';
const isStated = (at: Standing): boolean => isThere(at) && at.loss!.from === 'drop';
/** The state a drop was stated at belongs to it, and is told with it. */
const isToldWithDrop = (at: Standing): Say => isStated(at) && 'told';
/** A bore beside a stated drop is a dimension for the Mach number alone. */
const isMeasuredOrTold = (at: Standing): Say => isMeasured(at) || isToldWithDrop(at);
const loss = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  counts: NonNullable<Descriptor['counts']>,
): Descriptor => ({ quantity, label, where: whereLoss, counts });

/** Of the charger in front only where there is a pair; of one set aside never. */
const isAtWork =
  (say: Say = true) =>
  ({ setup, charger }: Standing): Say =>
    charger === 'engine' ? say : charger === 'front' && isPair(setup) && say;
/** The path of a charger's drive. */
export type DrivePath = `setups.${number}.induction.chargers.${number}.drive`;

const chargerOf = ({ setup, charger }: Place): ChargerDocument | undefined =>
  setup && (charger === 'front' ? chargerInFront(setup) : chargerAtEngine(setup));
const isOnBelt = (place: Place): boolean => chargerOf(place)?.drive.kind === 'belt';

/** The drive of a charger is beside its turbine or its blower, of one in front on the exhaust beside the pair. */
const whereDrive = (place: Place): Where => ({
  bench: 'charger',
  sheet: isOnBelt(place) ? 'blower' : place.charger === 'front' ? 'pair' : 'turbine',
});
const layoutOf = (place: Place): BeltDriveDocument['layout'] => {
  const its = chargerOf(place)?.drive;
  return its?.kind === 'belt' ? its.layout : undefined;
};
const onDrive = on('charger', 'drive');
/** An input of pulleys and belt: it counts where they are laid out. */
const laidOut = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  say: (layout: NonNullable<BeltDriveDocument['layout']>, place: Place) => Say = () => true,
): Descriptor =>
  onDrive(quantity, label, (at) => {
    const layout = layoutOf(at);
    return layout ? isAtWork(say(layout, at))(at) : false;
  });
/** Of the belt's kind alone: ribs and friction carry a ribbed one, its width a toothed one. */
const toldOf =
  (kind: 'ribbed' | 'toothed') =>
  ({ profile }: NonNullable<BeltDriveDocument['layout']>): Say =>
    (kind === 'toothed') === isToothed(profile) && 'told';
/** The crank stands where places are counted from. */
const notOfCrank = (_: unknown, { index }: Place): Say => index !== 0 && 'told';
/** A pulley of the route, as its fields are labelled. */
const pulleyLabel =
  (what: string) =>
  (place: Place): string => {
    const role = place.index === null ? undefined : layoutOf(place)?.route[place.index]?.role;
    return role
      ? `${role[0]!.toUpperCase()}${role.slice(1)}${role === 'crank' || role === 'blower' ? ' pulley' : ''} ${what}`
      : `Pulley ${(place.index ?? 0) + 1} ${what}`;
  };
const onBlower = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  say: 'counts' | 'told' = 'counts',
): Descriptor =>
  on(
    'charger',
    'blower',
    (at) => isOnBelt(at) && isAtWork()(at) && (say === 'counts' || say),
  )(quantity, label);
const drive = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  // Of a steady state the shaft's inertia is no matter: it is only told.
  counts: NonNullable<Descriptor['counts']> = isAtWork(),
): Descriptor => ({
  quantity,
  label,
  where: whereDrive,
  counts,
});
/** The cooler behind the charger at the engine is on Cooling, one between two beside the pair. */
const whereCooler = ({ charger }: Place): Where =>
  charger === 'front' ? { bench: 'charger', sheet: 'pair' } : { bench: 'cooling', sheet: 'revs' };
const cooler = (
  quantity: Descriptor['quantity'],
  label: Descriptor['label'],
  isAsked: (its: ChargerDocument['aftercooler']) => boolean = () => true,
): Descriptor => ({
  quantity,
  label,
  where: whereCooler,
  counts: (at) => {
    const its = at.charger === 'front' ? chargerInFront(at.setup) : chargerAtEngine(at.setup);
    return isAtWork()(at) && its?.aftercooler.kind !== 'none' && (!its || isAsked(its.aftercooler));
  },
});
const bySize = ({ size }: ChargerDocument['aftercooler']) => Boolean(size);
const hold = on(
  'charger',
  'pair',
  (at) => at.charger === 'front' && isAtWork()(at) && chargerInFront(at.setup)?.hold.kind === 'held',
);

const changeoverLabel = ({ setup }: Place): string =>
  !setup
    ? 'Changeover speed'
    : arrangementOf(setup.induction) === 'compound'
      ? 'HP bypass opens at'
      : 'Second turbo engages at';

/** What a setup asks, and the trial. */
export const setupInputs = {
  'setups.*.efficiencyGuess': demand(
    'share',
    'Compressor efficiency',
    ({ setup }) => isCharged(setup) && !chargerAtEngine(setup)?.machine,
  ),
  'setups.*.plumbing.*.drop': loss('pressureDrop', 'Pressure loss', isStated),
  'setups.*.plumbing.*.massFlow': loss('massFlow', 'Mass flow (at rated loss)', isToldWithDrop),
  'setups.*.plumbing.*.pressure': loss('pressure', 'Inlet pressure (at rated flow)', isToldWithDrop),
  'setups.*.plumbing.*.temperature': loss('temperature', 'Inlet temperature (at rated flow)', isToldWithDrop),
  'setups.*.plumbing.*.diameter': loss('bore', 'Minimum bore', isMeasuredOrTold),
  'setups.*.induction.chargers.*.aftercooler.effectiveness': cooler(
    'share',
    'Cooler effectiveness',
    // By points or by its size it follows the flow.
    ({ points, size }) => !points && !size,
  ),
  'setups.*.induction.chargers.*.aftercooler.size.height': cooler('bore', 'Core height', bySize),
  'setups.*.induction.chargers.*.aftercooler.size.width': cooler('bore', 'Core width', bySize),
  'setups.*.induction.chargers.*.aftercooler.size.depth': cooler('bore', 'Core depth', bySize),
  'setups.*.induction.chargers.*.aftercooler.size.chargeFins': cooler(
    'ratio',
    'Charge-side fins, times usual',
    bySize,
  ),
  'setups.*.induction.chargers.*.aftercooler.size.coolantFins': cooler(
    'ratio',
    'Cooling-side fins, times usual',
    bySize,
  ),
  'setups.*.induction.chargers.*.aftercooler.size.speed': cooler(
    'velocity',
    'Air speed through the face',
    ({ size, kind }) => Boolean(size) && kind === 'air',
  ),
  'setups.*.induction.chargers.*.aftercooler.size.pump': cooler(
    'coolantFlow',
    'Coolant flow through the cooler',
    ({ size, kind }) => Boolean(size) && kind === 'water',
  ),
  'setups.*.induction.chargers.*.aftercooler.coolantRise': cooler(
    'temperatureRise',
    'Cooling medium above ambient',
  ),
  'setups.*.induction.chargers.*.hold.gauge': hold('boost', 'Interstage boost'),
  'setups.*.boost.levelGauge': demand(
    'boost',
    'Boost target',
    ({ setup }) => isCharged(setup) && setup.boost.kind === 'level',
  ),
  'setups.*.boost.onsetRpm': demand('engineSpeed', 'Boost threshold', isDriveOpen),
  'setups.*.boost.fullRpm': demand('engineSpeed', 'Full boost', isDriveOpen),
  'setups.*.backPressureRatio': demand(
    'ratio',
    'Exhaust-to-intake pressure ratio p3/p_m',
    ({ setup }) => isCharged(setup) && !hasTurbine(setup),
  ),
  'setups.*.induction.chargers.*.drive.gate.bore': drive('bore', 'Wastegate seat diameter'),
  'setups.*.induction.chargers.*.drive.gate.flowCoefficient': drive(
    'ratio',
    'Wastegate discharge coefficient',
  ),
  'setups.*.induction.chargers.*.drive.gate.springGauge': drive('boost', 'Wastegate spring pressure'),
  'setups.*.induction.chargers.*.drive.gate.diaphragm': drive('bore', 'Actuator effective diameter'),
  'setups.*.induction.chargers.*.drive.gate.closed': drive('share', 'Vane area, closed'),
  'setups.*.induction.chargers.*.drive.gate.open': drive('share', 'Vane area, open'),
  'setups.*.induction.chargers.*.drive.inertia': drive('inertia', 'Rotor inertia', isAtWork('told')),
  'setups.*.induction.chargers.*.drive.mechanicalEfficiency': drive('share', (place) =>
    isOnBelt(place) ? 'Drive efficiency' : 'Turbocharger mechanical efficiency',
  ),
  'setups.*.induction.chargers.*.drive.maxSpeedRpm': drive('shaftSpeed', 'Maximum speed'),
  'setups.*.induction.chargers.*.drive.ratio': onDrive(
    'ratio',
    'Drive ratio',
    (at) => isOnBelt(at) && !layoutOf(at) && isAtWork()(at),
  ),
  'setups.*.induction.chargers.*.drive.gear': laidOut('ratio', 'Step-up behind the pulley'),
  'setups.*.induction.chargers.*.drive.slip': onDrive(
    'fineShare',
    'Belt slip',
    (at) => isOnBelt(at) && isAtWork()(at),
  ),
  // The belt itself moves no figure of the air: what it bears is judged.
  'setups.*.induction.chargers.*.drive.layout.ribs': laidOut('count', 'Ribs', toldOf('ribbed')),
  'setups.*.induction.chargers.*.drive.layout.width': laidOut('bore', 'Belt width', toldOf('toothed')),
  'setups.*.induction.chargers.*.drive.layout.length': laidOut('bore', 'Belt length', () => 'told'),
  'setups.*.induction.chargers.*.drive.layout.friction': laidOut(
    'ratio',
    'Friction coefficient',
    toldOf('ribbed'),
  ),
  'setups.*.induction.chargers.*.drive.layout.tension': laidOut('force', 'Strand tension', () => 'told'),
  'setups.*.induction.chargers.*.drive.layout.window': laidOut('bore', 'Tensioner travel', () => 'told'),
  'setups.*.induction.chargers.*.drive.layout.route.*.diameter': laidOut('bore', pulleyLabel('diameter')),
  'setups.*.induction.chargers.*.drive.layout.route.*.x': laidOut(
    'bore',
    pulleyLabel('position, right'),
    notOfCrank,
  ),
  'setups.*.induction.chargers.*.drive.layout.route.*.y': laidOut(
    'bore',
    pulleyLabel('position, up'),
    notOfCrank,
  ),
  'setups.*.induction.chargers.*.drive.bypass.bore': onBlower('bore', 'Bypass seat diameter'),
  'setups.*.induction.chargers.*.drive.bypass.flowCoefficient': onBlower(
    'ratio',
    'Bypass discharge coefficient',
  ),
  'setups.*.induction.chargers.*.drive.bypass.springGauge': onBlower('boost', 'Bypass opens at'),
  'setups.*.induction.chargers.*.drive.measuredFlow': onBlower('share', 'Measured filling'),
  'setups.*.induction.chargers.*.drive.measuredLeakage': onBlower('share', 'Measured leakage'),
  // They move no figure of the air: what stands is judged by them.
  'setups.*.induction.chargers.*.drive.shaftTorque': onBlower('torque', 'Input shaft torque limit', 'told'),
  'setups.*.induction.chargers.*.drive.housingGauge': onBlower('boost', 'Housing boost limit', 'told'),
  'setups.*.induction.changeover.speedRpm': pair('engineSpeed', changeoverLabel, ({ setup }) =>
    changesOver(setup),
  ),
  'setups.*.induction.changeover.hysteresisRpm': pair(
    'engineSpeed',
    'Changeover hysteresis',
    ({ setup }) => changesOver(setup) && 'told',
  ),
  'trial.speedRpm': spool('engineSpeed', 'Test start speed'),
  'trial.load': spool('share', 'Initial load'),
  'trial.rate': spool('engineSpeed', 'Sweep rate'),
  'trial.ramp': spool('shortTime', 'Pedal ramp time'),
  'trial.inertia': spool('inertia', 'Crank and flywheel inertia'),
  'setups.*.plumbing.*.length': loss('length', 'Centreline length', isMeasured),
  'setups.*.plumbing.*.bends': loss('ratio', '90° bends', isMeasured),
  'setups.*.boost.gears.*': boost(
    'boost',
    'Boost in gear {n}',
    ({ setup, index }) =>
      isCharged(setup) && setup.boost.kind === 'gears' && (index === setup.boost.gear || 'told'),
  ),
  'setups.*.exhaust.share': turbine('share', 'Exhaust heat fraction'),
  'setups.*.exhaust.retard': turbine('angle', 'Spark retard from MBT'),
  'setups.*.exhaust.heatLoss': turbine('heatLoss', 'Port and manifold heat loss'),
  'setups.*.exhaust.wall': turbine('temperature', 'Manifold wall temperature'),
  'setups.*.exhaust.pulse': turbine(
    'ratio',
    'Pulse energy factor',
    ({ setup }) => hasTurbine(setup) && setup.exhaust.manifold === 'divided',
  ),
  'setups.*.readings.speedRpm': spot('engineSpeed', 'Engine speed at reading'),
  'setups.*.readings.boost': spot('boost', 'Measured boost'),
  'setups.*.readings.compressorOutletGauge': spot('boost', 'Measured compressor outlet pressure'),
  'setups.*.readings.turbineInletGauge': spot('boost', 'Measured turbine inlet pressure'),
  'setups.*.readings.turbineOutletGauge': spot('boost', 'Measured turbine outlet pressure'),
  'setups.*.readings.compressorOutletTemperature': spot(
    'temperature',
    'Measured compressor outlet temperature',
  ),
  'setups.*.readings.chargeTemperature': spot('temperature', 'Measured charge temperature'),
  'setups.*.readings.turbineInletTemperature': spot('temperature', 'Measured turbine inlet temperature'),
  'setups.*.readings.shaftRpm': spot('shaftSpeed', 'Measured shaft speed'),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of a setup is given: what is chosen rather than measured, by the beginning of its path. */
export const setupGrounds = {
  setups: { bench: 'demand', sheet: null },
  'setups.*.plumbing': whereLoss,
  'setups.*.induction': { bench: 'charger', sheet: null },
  'setups.*.induction.changeover': { bench: 'charger', sheet: 'pair' },
  'setups.*.induction.chargers.*.drive': whereDrive,
  'setups.*.induction.chargers.*.drive.layout': { bench: 'charger', sheet: 'drive' },
  'setups.*.induction.chargers.*.drive.gear': { bench: 'charger', sheet: 'drive' },
  'setups.*.induction.chargers.*.aftercooler': whereCooler,
  'setups.*.induction.chargers.*.hold': { bench: 'charger', sheet: 'pair' },
  'setups.*.exhaust': { bench: 'charger', sheet: 'turbine' },
  'setups.*.readings': { bench: 'charger', sheet: 'spot' },
  'setups.*.boost.curve': { bench: 'charger', sheet: 'boost' },
  'setups.*.boost.gears': { bench: 'charger', sheet: 'boost' },
  trial: { bench: 'charger', sheet: 'spool' },
} satisfies Record<string, Descriptor['where']>;
