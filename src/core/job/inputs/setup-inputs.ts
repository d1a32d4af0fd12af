import type { Where } from '../benches';
import { arrangementOf, chargerAtEngine, chargerInFront, exhaustDriveOf } from '../chargers';
import type { Loss, Setup } from '../schema/job';
import { never, on, type Descriptor, type Place, type Say, type Standing } from './descriptor';

const isCharged = ({ induction }: Setup): boolean => induction.kind === 'charged';
const hasTurbine = (setup: Setup): boolean => Boolean(exhaustDriveOf(chargerAtEngine(setup)));
/** Two chargers in a row, both of them chosen. */
const isPair = (setup: Setup): boolean => hasTurbine(setup) && Boolean(exhaustDriveOf(chargerInFront(setup)));
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
  name: string,
  counts: NonNullable<Descriptor['counts']>,
): Descriptor => ({ quantity, name, where: whereLoss, counts });

/** Of the charger in front only where there is a pair; of one set aside never. */
const isAtWork =
  (say: Say = true) =>
  ({ setup, charger }: Standing): Say =>
    charger === 'engine' ? say : charger === 'front' && isPair(setup) && say;
/** The path of a charger's drive. */
export type DrivePath = `setups.${number}.induction.chargers.${number}.drive`;

/** The drive of a charger is beside its turbine, of one in front beside the pair. */
const whereDrive = ({ charger }: Place): Where => ({
  bench: 'charger',
  sheet: charger === 'front' ? 'pair' : 'turbine',
});
const drive = (
  quantity: Descriptor['quantity'],
  name: string,
  // Of a steady state the shaft's inertia is no matter: it is only told.
  counts: NonNullable<Descriptor['counts']> = isAtWork(),
): Descriptor => ({
  quantity,
  name,
  where: whereDrive,
  counts,
});
/** The cooler behind the charger at the engine is on Demand, one between two beside the pair. */
const whereCooler = ({ charger }: Place): Where =>
  charger === 'front' ? { bench: 'charger', sheet: 'pair' } : { bench: 'demand', sheet: null };
const cooler = (quantity: Descriptor['quantity'], name: string): Descriptor => ({
  quantity,
  name,
  where: whereCooler,
  counts: (at) => {
    const its = at.charger === 'front' ? chargerInFront(at.setup) : chargerAtEngine(at.setup);
    return isAtWork()(at) && its?.aftercooler.kind !== 'none';
  },
});
const hold = on(
  'charger',
  'pair',
  (at) => at.charger === 'front' && isAtWork()(at) && chargerInFront(at.setup)?.hold.kind === 'held',
);

/** What a setup asks, and the trial. */
export const setupInputs = {
  'setups.*.efficiencyGuess': demand(
    'share',
    'compressor efficiency',
    ({ setup }) => isCharged(setup) && !chargerAtEngine(setup)?.machine,
  ),
  'setups.*.plumbing.*.drop': loss('pressureDrop', 'loss', isStated),
  'setups.*.plumbing.*.massFlow': loss('massFlow', 'flow of the loss', isToldWithDrop),
  'setups.*.plumbing.*.pressure': loss('pressure', 'pressure of the loss', isToldWithDrop),
  'setups.*.plumbing.*.temperature': loss('temperature', 'temperature of the loss', isToldWithDrop),
  'setups.*.plumbing.*.diameter': loss('bore', 'bore of the pipe', isMeasuredOrTold),
  'setups.*.induction.chargers.*.aftercooler.effectiveness': cooler('share', 'cooler effectiveness'),
  'setups.*.induction.chargers.*.aftercooler.coolantRise': cooler(
    'temperatureRise',
    'coolant above the day’s air',
  ),
  'setups.*.induction.chargers.*.hold.gauge': hold('boost', 'boost between the stages'),
  'setups.*.boost.levelGauge': demand(
    'boost',
    'boost',
    ({ setup }) => isCharged(setup) && setup.boost.kind === 'level',
  ),
  'setups.*.boost.onsetRpm': demand('engineSpeed', 'boost begins at', isDriveOpen),
  'setups.*.boost.fullRpm': demand('engineSpeed', 'boost is full from', isDriveOpen),
  'setups.*.backPressureRatio': demand(
    'ratio',
    'back pressure over manifold pressure',
    ({ setup }) => isCharged(setup) && !hasTurbine(setup),
  ),
  'setups.*.induction.chargers.*.drive.gate.bore': drive('bore', 'wastegate bore'),
  'setups.*.induction.chargers.*.drive.gate.flowCoefficient': drive(
    'ratio',
    'flow coefficient of the wastegate',
  ),
  'setups.*.induction.chargers.*.drive.gate.springGauge': drive('boost', 'wastegate spring'),
  'setups.*.induction.chargers.*.drive.gate.diaphragm': drive('bore', 'wastegate diaphragm'),
  'setups.*.induction.chargers.*.drive.gate.closed': drive('share', 'area with the vanes shut'),
  'setups.*.induction.chargers.*.drive.gate.open': drive('share', 'area with the vanes open'),
  'setups.*.induction.chargers.*.drive.inertia': drive('inertia', 'inertia of the shaft', isAtWork('told')),
  'setups.*.induction.chargers.*.drive.mechanicalEfficiency': drive(
    'share',
    'mechanical efficiency of the drive',
  ),
  'setups.*.induction.chargers.*.drive.maxSpeedRpm': drive('shaftSpeed', 'speed limit of the shaft'),
  'setups.*.induction.chargers.*.drive.ratio': drive('ratio', 'drive ratio of the charger'),
  'setups.*.induction.changeover.speedRpm': pair('engineSpeed', 'change-over speed', ({ setup }) =>
    changesOver(setup),
  ),
  'setups.*.induction.changeover.hysteresisRpm': pair(
    'engineSpeed',
    'hysteresis of the change-over',
    ({ setup }) => changesOver(setup) && 'told',
  ),
  'trial.speedRpm': spool('engineSpeed', 'speed of the trial'),
  'trial.load': spool('share', 'load before the trial'),
  'trial.rate': spool('engineSpeed', 'rate of the brake, in a second'),
  'trial.ramp': spool('shortTime', 'pedal ramp of the trial'),
  'trial.inertia': spool('inertia', 'inertia of crank and flywheel'),
  'setups.*.plumbing.*.length': loss('length', 'length of the pipe', isMeasured),
  'setups.*.plumbing.*.bends': loss('ratio', 'bends of the pipe', isMeasured),
  'setups.*.boost.gears.*': boost(
    'boost',
    'boost of a gear',
    ({ setup, index }) =>
      isCharged(setup) && setup.boost.kind === 'gears' && (index === setup.boost.gear || 'told'),
  ),
  'setups.*.exhaust.share': turbine('share', 'share of the heat in the exhaust'),
  'setups.*.exhaust.retard': turbine('angle', 'spark later than best'),
  'setups.*.exhaust.heatLoss': turbine('heatLoss', 'heat loss of port and manifold'),
  'setups.*.exhaust.wall': turbine('temperature', 'wall temperature of the manifold'),
  'setups.*.exhaust.pulse': turbine(
    'ratio',
    'what pulses add',
    ({ setup }) => hasTurbine(setup) && setup.exhaust.manifold === 'divided',
  ),
  'setups.*.readings.speedRpm': spot('engineSpeed', 'speed of the readings'),
  'setups.*.readings.boost': spot('boost', 'boost read'),
  'setups.*.readings.compressorOutletGauge': spot('boost', 'pressure read after the compressor'),
  'setups.*.readings.turbineInletGauge': spot('boost', 'back pressure read'),
  'setups.*.readings.turbineOutletGauge': spot('boost', 'pressure read after the turbine'),
  'setups.*.readings.compressorOutletTemperature': spot(
    'temperature',
    'temperature read after the compressor',
  ),
  'setups.*.readings.chargeTemperature': spot('temperature', 'charge temperature read'),
  'setups.*.readings.turbineInletTemperature': spot('temperature', 'exhaust temperature read'),
  'setups.*.readings.shaftRpm': spot('shaftSpeed', 'shaft speed read'),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of a setup is given: what is chosen rather than measured, by the beginning of its path. */
export const setupGrounds = {
  setups: { bench: 'demand', sheet: null },
  'setups.*.plumbing': whereLoss,
  'setups.*.induction': { bench: 'charger', sheet: null },
  'setups.*.induction.changeover': { bench: 'charger', sheet: 'pair' },
  'setups.*.induction.chargers.*.drive': whereDrive,
  'setups.*.induction.chargers.*.aftercooler': whereCooler,
  'setups.*.induction.chargers.*.hold': { bench: 'charger', sheet: 'pair' },
  'setups.*.exhaust': { bench: 'charger', sheet: 'turbine' },
  'setups.*.readings': { bench: 'charger', sheet: 'spot' },
  'setups.*.boost.curve': { bench: 'charger', sheet: 'boost' },
  'setups.*.boost.gears': { bench: 'charger', sheet: 'boost' },
  trial: { bench: 'charger', sheet: 'spool' },
} satisfies Record<string, Descriptor['where']>;
