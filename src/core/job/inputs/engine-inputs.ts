import type { Job } from '../schema/job';
import { wasBoosted } from '../boosted-before';
import { never, on, type Descriptor, type Standing } from './descriptor';

const engine = on('engine', 'engine');
const volumes = on('engine', 'engine', ({ job }) => job.engine.volumes.used);
const cam = on('engine', 'cam', never);
const otherCam = on('forecast', 'cams', never);
const condition = on('engine', 'condition', never);
const run = on('engine', 'run');

type Row = Job['engine']['baseline']['rows'][number];
const lacks = (job: Job, key: 'boostGauge' | 'chargeTemperature' | 'lambda'): boolean =>
  job.engine.baseline.rows.some((row: Row) => row[key] === null);
const isFromRun = ({ job }: Standing): boolean => job.engine.breathing.source === 'baseline';
const isFromShape = ({ job }: Standing): boolean => job.engine.breathing.source === 'shape';
const movesShape = (at: Standing): boolean =>
  isFromShape(at) && at.job.engine.cam.known && at.job.engine.cam.movesShape;

/** What the Engine bench asks. */
export const engineInputs = {
  'engine.bore': engine('bore', 'Bore'),
  'engine.stroke': engine('bore', 'Stroke'),
  'engine.cylinders': engine('count', 'Cylinders'),
  'engine.compressionRatio': engine('ratio', 'Compression ratio', ({ job }) => !job.engine.volumes.used),
  'engine.redLineRpm': engine('engineSpeed', 'Red line'),
  'engine.idleRpm': engine('engineSpeed', 'Idle speed'),
  'engine.trappingEfficiency': engine(
    'share',
    'Trapping efficiency',
    ({ job }) => job.engine.cycle === 'two-stroke',
  ),
  'engine.evaporatedShare': engine('share', 'Fuel evaporated in the port'),
  'engine.breathing.shape.peak': engine('share', 'Peak VE', isFromShape),
  'engine.breathing.shape.peakRpm': engine('engineSpeed', 'Peak-VE speed', isFromShape),
  'engine.breathing.reference.temperature': engine(
    'temperature',
    'VE reference charge temperature',
    (at) => !isFromRun(at),
  ),
  'engine.breathing.reference.backPressureRatio': engine(
    'ratio',
    'VE reference p3/p_m',
    (at) => !isFromRun(at),
  ),
  'engine.breathing.reference.lambda': engine('ratio', 'VE reference λ', (at) => !isFromRun(at)),
  'engine.breathing.temperatureExponent': engine('ratio', 'Charge-temperature exponent of VE'),
  'engine.volumes.chamber': volumes('chamber', 'Combustion chamber volume'),
  'engine.volumes.crown': volumes('chamber', 'Piston crown volume'),
  'engine.volumes.gasketBore': volumes('bore', 'Head gasket bore'),
  'engine.volumes.gasketThickness': volumes('bore', 'Head gasket thickness'),
  'engine.volumes.deck': volumes('bore', 'Deck clearance'),
  'engine.rodLength': engine('bore', 'Connecting rod length', never),
  'engine.exhaustPort': engine('bore', 'Exhaust port height', never),
  'engine.cam.atLift': cam('bore', 'Checking lift'),
  'engine.cam.intake': cam('angle', 'Intake duration', movesShape),
  'engine.cam.exhaust': cam('angle', 'Exhaust duration', movesShape),
  'engine.cam.intakeLift': cam('bore', 'Intake valve lift'),
  'engine.cam.exhaustLift': cam('bore', 'Exhaust valve lift'),
  'engine.cam.separation': cam('angle', 'Lobe separation angle', movesShape),
  'engine.cam.intakeCentre': cam('angle', 'Intake centreline'),
  'engine.otherCams.*.intake': otherCam('angle', 'Intake duration, card {n}'),
  'engine.otherCams.*.exhaust': otherCam('angle', 'Exhaust duration, card {n}'),
  'engine.otherCams.*.intakeLift': otherCam('bore', 'Intake valve lift, card {n}'),
  'engine.otherCams.*.exhaustLift': otherCam('bore', 'Exhaust valve lift, card {n}'),
  'engine.otherCams.*.separation': otherCam('angle', 'Lobe separation, card {n}'),
  'engine.otherCams.*.intakeCentre': otherCam('angle', 'Intake centreline, card {n}'),
  'engine.cam.shapeDuration': cam('angle', 'Reference duration', movesShape),
  'engine.valve.mass': cam('lightMass', 'Valve train moving mass'),
  'engine.valve.seatForce': cam('force', 'Seat force'),
  'engine.valve.openForce': cam('force', 'Open force'),
  'engine.valve.headDiameter': cam('bore', 'Valve head diameter'),
  'engine.condition.hours': condition('hours', 'Engine hours'),
  'engine.condition.compression.*': condition('boost', 'Compression, cylinder {n}'),
  'engine.condition.leakDown.*': condition('share', 'Leak-down, cylinder {n}'),
  'engine.condition.oilHotGauge': condition('boost', 'Hot oil pressure'),
  'engine.condition.oilHotRpm': condition('engineSpeed', 'Engine speed at oil pressure reading'),
  'engine.condition.blowBy': condition('blowBy', 'Blow-by flow'),
  'engine.condition.blowByLimit': condition('blowBy', 'Blow-by limit'),
  'engine.condition.exhaustGauge': condition('boost', 'Exhaust back pressure'),
  'engine.record.distance': condition('distance', 'Distance run'),
  'engine.condition.factor': condition('share', 'Output against a healthy engine', () => true),
  'engine.baseline.pressure': run('airPressure', 'Test barometric pressure', isFromRun),
  'engine.baseline.temperature': run('temperature', 'Test air temperature', isFromRun),
  'engine.baseline.humidity': run('share', 'Test relative humidity', isFromRun),
  'engine.baseline.chargeTemperature': run(
    'temperature',
    'Test charge temperature',
    (at) => isFromRun(at) && lacks(at.job, 'chargeTemperature'),
  ),
  'engine.baseline.lambda': run('ratio', 'Test λ', (at) => isFromRun(at) && lacks(at.job, 'lambda')),
  'engine.baseline.inletDrop': run(
    'pressureDrop',
    'Test intake pressure loss',
    (at) => isFromRun(at) && lacks(at.job, 'boostGauge'),
  ),
  'engine.baseline.backPressureRatio': run(
    'ratio',
    'Test p3/p_m',
    (at) => isFromRun(at) && wasBoosted(at.job.engine),
  ),
  'engine.baseline.bsfc': run('fuelPerEnergy', 'Test BSFC', isFromRun),
  'engine.baseline.bsfcLambda': run('ratio', 'Reference λ of test BSFC', isFromRun),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of the engine is given. */
export const engineGrounds = {
  engine: { bench: 'engine', sheet: 'engine' },
  'engine.cam': { bench: 'engine', sheet: 'cam' },
  'engine.otherCams': { bench: 'forecast', sheet: 'cams' },
  'engine.valve': { bench: 'engine', sheet: 'cam' },
  'engine.condition': { bench: 'engine', sheet: 'condition' },
  'engine.record': { bench: 'engine', sheet: 'condition' },
  'engine.baseline': { bench: 'engine', sheet: 'run' },
} satisfies Record<string, Descriptor['where']>;
