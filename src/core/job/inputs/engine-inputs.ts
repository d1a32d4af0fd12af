import type { Job } from '../schema/job';
import { never, on, type Descriptor, type Standing } from './descriptor';

const engine = on('engine', 'engine');
const volumes = on('engine', 'engine', ({ job }) => job.engine.volumes.used);
const cam = on('engine', 'cam', never);
const condition = on('engine', 'condition', never);
const run = on('engine', 'run');

type Row = Job['engine']['baseline']['rows'][number];
const lacks = (job: Job, key: 'boostGauge' | 'chargeTemperature' | 'lambda'): boolean =>
  job.engine.baseline.rows.some((row: Row) => row[key] === null);
const isBoosted = (job: Job): boolean =>
  job.engine.baseline.rows.some((row: Row) => (row.boostGauge ?? 0) > 0);
const isFromRun = ({ job }: Standing): boolean => job.engine.breathing.source === 'baseline';
const isFromShape = ({ job }: Standing): boolean => job.engine.breathing.source === 'shape';
const movesShape = (at: Standing): boolean =>
  isFromShape(at) && at.job.engine.cam.known && at.job.engine.cam.movesShape;

/** What the Engine bench asks. */
export const engineInputs = {
  'engine.bore': engine('bore', 'bore'),
  'engine.stroke': engine('bore', 'stroke'),
  'engine.cylinders': engine('count', 'cylinders'),
  'engine.compressionRatio': engine('ratio', 'compression ratio', ({ job }) => !job.engine.volumes.used),
  'engine.redLineRpm': engine('engineSpeed', 'red line'),
  'engine.idleRpm': engine('engineSpeed', 'idle'),
  'engine.trappingEfficiency': engine(
    'share',
    'trapping efficiency',
    ({ job }) => job.engine.cycle === 'two-stroke',
  ),
  'engine.evaporatedShare': engine('share', 'fuel evaporated before the valve'),
  'engine.breathing.shape.peak': engine('share', 'peak of the breathing curve', isFromShape),
  'engine.breathing.shape.peakRpm': engine('engineSpeed', 'speed of the breathing peak', isFromShape),
  'engine.breathing.reference.temperature': engine(
    'temperature',
    'temperature of the breathing curve',
    (at) => !isFromRun(at),
  ),
  'engine.breathing.reference.backPressureRatio': engine(
    'ratio',
    'back pressure of the breathing curve',
    (at) => !isFromRun(at),
  ),
  'engine.breathing.reference.lambda': engine('ratio', 'λ of the breathing curve', (at) => !isFromRun(at)),
  'engine.breathing.temperatureExponent': engine('ratio', 'temperature exponent of the breathing'),
  'engine.volumes.chamber': volumes('chamber', 'chamber volume'),
  'engine.volumes.crown': volumes('chamber', 'crown volume'),
  'engine.volumes.gasketBore': volumes('bore', 'gasket bore'),
  'engine.volumes.gasketThickness': volumes('bore', 'gasket thickness'),
  'engine.volumes.deck': volumes('bore', 'deck height'),
  'engine.rodLength': engine('bore', 'rod length', never),
  'engine.exhaustPort': engine('bore', 'exhaust port height', never),
  'engine.cam.atLift': cam('bore', 'lift the durations are stated at'),
  'engine.cam.intake': cam('angle', 'intake duration', movesShape),
  'engine.cam.exhaust': cam('angle', 'exhaust duration', movesShape),
  'engine.cam.intakeLift': cam('bore', 'intake lift'),
  'engine.cam.exhaustLift': cam('bore', 'exhaust lift'),
  'engine.cam.separation': cam('angle', 'lobe separation', movesShape),
  'engine.cam.intakeCentre': cam('angle', 'intake centre'),
  'engine.cam.shapeDuration': cam('angle', 'duration the shape belongs to', movesShape),
  'engine.valve.mass': cam('lightMass', 'moving mass of a valve'),
  'engine.valve.seatForce': cam('force', 'spring force on the seat'),
  'engine.valve.openForce': cam('force', 'spring force at full lift'),
  'engine.valve.headDiameter': cam('bore', 'valve head'),
  'engine.condition.hours': condition('hours', 'hours run'),
  'engine.condition.compression.*': condition('boost', 'compression of a cylinder'),
  'engine.condition.leakDown.*': condition('share', 'leak-down of a cylinder'),
  'engine.condition.oilHotGauge': condition('boost', 'hot oil pressure'),
  'engine.condition.oilHotRpm': condition('engineSpeed', 'speed of the oil pressure'),
  'engine.condition.blowBy': condition('blowBy', 'blow-by'),
  'engine.condition.blowByLimit': condition('blowBy', 'most blow-by allowed'),
  'engine.condition.exhaustGauge': condition('boost', 'exhaust back pressure'),
  'engine.condition.factor': condition('share', 'condition of the engine', () => true),
  'engine.baseline.pressure': run('airPressure', 'barometer of the measured run', isFromRun),
  'engine.baseline.temperature': run('temperature', 'air temperature of the measured run', isFromRun),
  'engine.baseline.humidity': run('share', 'humidity of the measured run', isFromRun),
  'engine.baseline.chargeTemperature': run(
    'temperature',
    'charge temperature of the measured run',
    (at) => isFromRun(at) && lacks(at.job, 'chargeTemperature'),
  ),
  'engine.baseline.lambda': run(
    'ratio',
    'λ of the measured run',
    (at) => isFromRun(at) && lacks(at.job, 'lambda'),
  ),
  'engine.baseline.inletDrop': run(
    'pressureDrop',
    'inlet loss of the measured run',
    (at) => isFromRun(at) && lacks(at.job, 'boostGauge'),
  ),
  'engine.baseline.backPressureRatio': run(
    'ratio',
    'back pressure of the measured run',
    (at) => isFromRun(at) && isBoosted(at.job),
  ),
  'engine.baseline.bsfc': run('fuelPerEnergy', 'BSFC of the measured run', isFromRun),
  'engine.baseline.bsfcLambda': run('ratio', 'λ of that BSFC', isFromRun),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of the engine is given. */
export const engineGrounds = {
  engine: { bench: 'engine', sheet: 'engine' },
  'engine.cam': { bench: 'engine', sheet: 'cam' },
  'engine.valve': { bench: 'engine', sheet: 'cam' },
  'engine.condition': { bench: 'engine', sheet: 'condition' },
  'engine.baseline': { bench: 'engine', sheet: 'run' },
} satisfies Record<string, Descriptor['where']>;
