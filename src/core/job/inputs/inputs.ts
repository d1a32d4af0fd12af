import type { Quantity } from '../../units/quantities';
import { arrangementOf, chargerAtEngine, chargerInFront, exhaustDriveOf, isInFront } from '../chargers';
import type { Job, Setup } from '../schema/job';
import type { Confidence, Input } from '../../documents/input';

/**
 * What every input of a job is measured in, by its path with '*' for numbers. One place for fields, sentences and spreads;
 * a test holds it to the schema.
 */
export const inputQuantities = {
  'brief.goal.power': 'power',
  'brief.goal.speedRpm': 'engineSpeed',
  'brief.drivetrain.lossShare': 'share',
  'brief.drivetrain.fixedLoss': 'shaftPower',
  'brief.fuel.lambda': 'ratio',
  'brief.fuel.bsfc': 'fuelPerEnergy',
  'brief.fuel.bsfcLambda': 'ratio',
  'brief.venue.altitude': 'altitude',
  'brief.venue.barometer.pressure': 'airPressure',
  'brief.venue.temperature': 'temperature',
  'brief.venue.humidity.relative': 'share',
  'brief.venue.humidity.dewPoint': 'temperature',
  'engine.bore': 'bore',
  'engine.stroke': 'bore',
  'engine.cylinders': 'count',
  'engine.compressionRatio': 'ratio',
  'engine.redLineRpm': 'engineSpeed',
  'engine.idleRpm': 'engineSpeed',
  'engine.trappingEfficiency': 'share',
  'engine.evaporatedShare': 'share',
  'engine.breathing.shape.peak': 'share',
  'engine.breathing.shape.peakRpm': 'engineSpeed',
  'engine.breathing.reference.temperature': 'temperature',
  'engine.breathing.reference.backPressureRatio': 'ratio',
  'engine.breathing.reference.lambda': 'ratio',
  'engine.breathing.temperatureExponent': 'ratio',
  'setups.*.efficiencyGuess': 'share',
  'setups.*.plumbing.*.drop': 'pressureDrop',
  'setups.*.plumbing.*.massFlow': 'massFlow',
  'setups.*.plumbing.*.pressure': 'pressure',
  'setups.*.plumbing.*.temperature': 'temperature',
  'setups.*.plumbing.*.diameter': 'bore',
  'setups.*.induction.chargers.*.aftercooler.effectiveness': 'share',
  'setups.*.induction.chargers.*.aftercooler.coolantRise': 'temperatureRise',
  'setups.*.induction.chargers.*.hold.gauge': 'boost',
  'setups.*.boost.levelGauge': 'boost',
  'setups.*.boost.onsetRpm': 'engineSpeed',
  'setups.*.boost.fullRpm': 'engineSpeed',
  'setups.*.backPressureRatio': 'ratio',
  'setups.*.induction.chargers.*.drive.gate.bore': 'bore',
  'setups.*.induction.chargers.*.drive.gate.flowCoefficient': 'ratio',
  'setups.*.induction.chargers.*.drive.gate.springGauge': 'boost',
  'setups.*.induction.chargers.*.drive.gate.diaphragm': 'bore',
  'setups.*.induction.chargers.*.drive.gate.closed': 'share',
  'setups.*.induction.chargers.*.drive.gate.open': 'share',
  'setups.*.induction.chargers.*.drive.inertia': 'inertia',
  'setups.*.induction.chargers.*.drive.mechanicalEfficiency': 'share',
  'setups.*.induction.chargers.*.drive.maxSpeedRpm': 'shaftSpeed',
  'setups.*.induction.chargers.*.drive.ratio': 'ratio',
  'setups.*.induction.changeover.speedRpm': 'engineSpeed',
  'setups.*.induction.changeover.hysteresisRpm': 'engineSpeed',
  'trial.speedRpm': 'engineSpeed',
  'trial.load': 'share',
  'trial.rate': 'engineSpeed',
  'trial.ramp': 'shortTime',
  'trial.inertia': 'inertia',
  'setups.*.plumbing.*.length': 'length',
  'setups.*.plumbing.*.bends': 'ratio',
  'setups.*.boost.gears.*': 'boost',
  'setups.*.exhaust.share': 'share',
  'setups.*.exhaust.retard': 'angle',
  'setups.*.exhaust.heatLoss': 'heatLoss',
  'setups.*.exhaust.wall': 'temperature',
  'setups.*.exhaust.pulse': 'ratio',
  'setups.*.readings.speedRpm': 'engineSpeed',
  'setups.*.readings.boost': 'boost',
  'setups.*.readings.compressorOutletGauge': 'boost',
  'setups.*.readings.turbineInletGauge': 'boost',
  'setups.*.readings.turbineOutletGauge': 'boost',
  'setups.*.readings.compressorOutletTemperature': 'temperature',
  'setups.*.readings.chargeTemperature': 'temperature',
  'setups.*.readings.turbineInletTemperature': 'temperature',
  'setups.*.readings.shaftRpm': 'shaftSpeed',
  'brief.goal.torque': 'torque',
  'brief.goal.torqueRpm': 'engineSpeed',
  'brief.use.fullSeconds': 'time',
  'brief.use.restSeconds': 'time',
  'brief.use.repeats': 'count',
  'brief.use.loadHours': 'hours',
  'brief.venue.coldest': 'temperature',
  'brief.venue.hottest': 'temperature',
  'brief.otherVenues.*.altitude': 'altitude',
  'brief.otherVenues.*.barometer.pressure': 'airPressure',
  'brief.otherVenues.*.temperature': 'temperature',
  'brief.otherVenues.*.humidity.relative': 'share',
  'brief.otherVenues.*.humidity.dewPoint': 'temperature',
  'brief.otherVenues.*.coldest': 'temperature',
  'brief.otherVenues.*.hottest': 'temperature',
  'brief.budget.amount': 'money',
  'brief.vehicle.mass': 'mass',
  'brief.vehicle.tyreRadius': 'bore',
  'brief.vehicle.finalDrive': 'ratio',
  'brief.vehicle.gears.*': 'ratio',
  'brief.vehicle.dragArea': 'area',
  'brief.vehicle.rollingResistance': 'smallRatio',
  'brief.vehicle.propellerPower': 'power',
  'brief.vehicle.propellerRpm': 'engineSpeed',
  'brief.vehicle.propellerExponent': 'ratio',
  'brief.vehicle.load.*.speedRpm': 'engineSpeed',
  'brief.vehicle.load.*.power': 'power',
  'brief.vehicle.clutch.torque': 'torque',
  'brief.vehicle.gearbox.torque': 'torque',
  'engine.volumes.chamber': 'chamber',
  'engine.volumes.crown': 'chamber',
  'engine.volumes.gasketBore': 'bore',
  'engine.volumes.gasketThickness': 'bore',
  'engine.volumes.deck': 'bore',
  'engine.rodLength': 'bore',
  'engine.exhaustPort': 'bore',
  'engine.cam.atLift': 'bore',
  'engine.cam.intake': 'angle',
  'engine.cam.exhaust': 'angle',
  'engine.cam.intakeLift': 'bore',
  'engine.cam.exhaustLift': 'bore',
  'engine.cam.separation': 'angle',
  'engine.cam.intakeCentre': 'angle',
  'engine.cam.shapeDuration': 'angle',
  'engine.valve.mass': 'lightMass',
  'engine.valve.seatForce': 'force',
  'engine.valve.openForce': 'force',
  'engine.valve.headDiameter': 'bore',
  'engine.condition.hours': 'hours',
  'engine.condition.compression.*': 'boost',
  'engine.condition.leakDown.*': 'share',
  'engine.condition.oilHotGauge': 'boost',
  'engine.condition.oilHotRpm': 'engineSpeed',
  'engine.condition.blowBy': 'blowBy',
  'engine.condition.blowByLimit': 'blowBy',
  'engine.condition.exhaustGauge': 'boost',
  'engine.condition.factor': 'share',
  'engine.baseline.pressure': 'airPressure',
  'engine.baseline.temperature': 'temperature',
  'engine.baseline.humidity': 'share',
  'engine.baseline.chargeTemperature': 'temperature',
  'engine.baseline.lambda': 'ratio',
  'engine.baseline.inletDrop': 'pressureDrop',
  'engine.baseline.backPressureRatio': 'ratio',
  'engine.baseline.bsfc': 'fuelPerEnergy',
  'engine.baseline.bsfcLambda': 'ratio',
} as const satisfies Record<string, Quantity>;

export type InputPattern = keyof typeof inputQuantities;

/** The pattern of a path: 'setups.0.boost.onsetRpm' → 'setups.*.boost.onsetRpm'. */
export const patternOf = (path: string): string => path.replace(/(^|\.)\d+(?=\.|$)/g, '$1*');

/** What an input is measured in; undefined for a path that is no input. */
export const quantityOf = (path: string): Quantity | undefined =>
  (inputQuantities as Record<string, Quantity>)[patternOf(path)];

/** The whole breathing table counts as one input: its points were taken together. */
export const BREATHING_TABLE = 'engine.breathing.table';

/** And so do the rows of the measured run. */
export const BASELINE_ROWS = 'engine.baseline';

/** And the points of a boost curve. */
export const isBoostCurve = (path: string): boolean => /^setups\.(\d+|\*)\.boost\.curve$/.test(path);

/** Whether an input is a whole list, taken together: it is scaled rather than set. */
export const isWhole = (path: string): boolean =>
  path === BREATHING_TABLE || path === BASELINE_ROWS || isBoostCurve(path);

export type JobInput = { path: string; input: Pick<Input, 'value' | 'confidence'> };

function walk(at: unknown, path: string, found: JobInput[]): void {
  if (!at || typeof at !== 'object') return;
  if ('confidence' in at && 'value' in at) {
    found.push({ path, input: at as Input });
    return;
  }
  for (const [key, child] of Object.entries(at)) walk(child, `${path}.${key}`, found);
}

const RECORDS =
  /^(brief\.(use|budget|vehicle|otherVenues|venue\.(coldest|hottest))|engine\.(cam|valve|condition|rodLength|exhaustPort))\b/;

type Row = Job['engine']['baseline']['rows'][number];
const lacks = (job: Job, key: 'boostGauge' | 'chargeTemperature' | 'lambda') =>
  job.engine.baseline.rows.some((row: Row) => row[key] === null);
const isBoosted = (job: Job) => job.engine.baseline.rows.some((row: Row) => (row.boostGauge ?? 0) > 0);

/** Of a loss its drop counts, or the measures of its pipe; the state it was stated at belongs to them, and is told with them. */
function countsInLoss(setup: Setup, path: string, whole: boolean): boolean {
  const [, index, key] = /plumbing\.(\d+)\.(\w+)$/.exec(path)!;
  const loss = setup.plumbing[Number(index)]!;
  const hasTurbine = Boolean(exhaustDriveOf(chargerAtEngine(setup)));
  const isBehind = ['manifold', 'downpipe', 'catalyst', 'silencer'].includes(loss.place);
  if (isBehind && !hasTurbine) return false;
  if (loss.place === 'between' && !isPair(setup)) return false;
  if (loss.from === 'pipe') return ['diameter', 'length', 'bends'].includes(key!);
  // A bore beside a stated drop is a dimension for the Mach number alone.
  return key === 'drop' || (whole && !['length', 'bends'].includes(key!));
}

/** Two chargers in a row, both of them chosen. */
const isPair = (setup: Setup): boolean =>
  Boolean(exhaustDriveOf(chargerAtEngine(setup)) && exhaustDriveOf(chargerInFront(setup)));

/** Whether something joins or is bypassed at the change-over. */
const changesOver = (setup: Setup): boolean =>
  setup.induction.kind === 'charged' &&
  setup.induction.changeover.kind === 'at' &&
  (arrangementOf(setup.induction) === 'compound'
    ? isPair(setup)
    : Boolean(exhaustDriveOf(chargerAtEngine(setup))));

/** Whether an input of a charger has a say: of one in front only where there is a pair. */
function countsInCharger(setup: Setup, path: string, whole: boolean): boolean {
  const front = isInFront(setup, path);
  if (front && !isPair(setup)) return false;
  const charger = front ? chargerInFront(setup) : chargerAtEngine(setup);
  if (/\.aftercooler\./.test(path)) return charger?.aftercooler.kind !== 'none';
  if (/\.hold\./.test(path)) return front && charger?.hold.kind === 'held';
  // Of a steady state, the shaft's inertia is no matter.
  return whole || !path.endsWith('.inertia');
}

/** Whether an input has a say as the job's choices stand: a sea-level barometer has none where the atmosphere is standard. */
function counts(job: Job, setup: Setup, path: string, whole: boolean): boolean {
  const { brief, engine } = job;
  const charged = setup.induction.kind === 'charged';
  const hot = Boolean(exhaustDriveOf(chargerAtEngine(setup)));
  switch (patternOf(path)) {
    case 'brief.drivetrain.fixedLoss':
      return brief.drivetrain.school === 'fixed-and-share';
    case 'brief.venue.barometer.pressure':
      return brief.venue.barometer.kind !== 'standard';
    case 'brief.venue.humidity.relative':
      return brief.venue.humidity.kind === 'relative';
    case 'brief.venue.humidity.dewPoint':
      return brief.venue.humidity.kind === 'dewPoint';
    case 'engine.trappingEfficiency':
      return engine.cycle === 'two-stroke';
    case 'brief.goal.torque':
    case 'brief.goal.torqueRpm':
      return Boolean(brief.goal.torque && brief.goal.torqueRpm);
    case 'engine.compressionRatio':
      return !engine.volumes.used;
    case 'engine.condition.factor':
      return true;
    case 'engine.cam.intake':
    case 'engine.cam.exhaust':
    case 'engine.cam.separation':
    case 'engine.cam.shapeDuration':
      return engine.breathing.source === 'shape' && engine.cam.known && engine.cam.movesShape;
    case 'engine.baseline.bsfcLambda':
    case 'engine.baseline.bsfc':
    case 'engine.baseline.pressure':
    case 'engine.baseline.temperature':
    case 'engine.baseline.humidity':
      return engine.breathing.source === 'baseline';
    case 'engine.baseline.backPressureRatio':
      return engine.breathing.source === 'baseline' && isBoosted(job);
    case 'engine.baseline.chargeTemperature':
      return engine.breathing.source === 'baseline' && lacks(job, 'chargeTemperature');
    case 'engine.baseline.lambda':
      return engine.breathing.source === 'baseline' && lacks(job, 'lambda');
    case 'engine.baseline.inletDrop':
      return engine.breathing.source === 'baseline' && lacks(job, 'boostGauge');
    case 'engine.breathing.reference.temperature':
    case 'engine.breathing.reference.backPressureRatio':
    case 'engine.breathing.reference.lambda':
      return engine.breathing.source !== 'baseline';
    case 'engine.breathing.shape.peak':
    case 'engine.breathing.shape.peakRpm':
      return engine.breathing.source === 'shape';
    case 'setups.*.efficiencyGuess':
      return charged && !chargerAtEngine(setup)?.machine;
    case 'setups.*.boost.levelGauge':
      return charged && setup.boost.kind === 'level';
    case 'setups.*.boost.gears.*':
      return charged && setup.boost.kind === 'gears' && (whole || path.endsWith(`.${setup.boost.gear}`));
    case 'setups.*.boost.onsetRpm':
    case 'setups.*.boost.fullRpm':
      // Guesses until it is known what drives the charger: then the sums say them.
      return chargerAtEngine(setup)?.drive.kind === 'open';
    case 'setups.*.backPressureRatio':
      // A guess until a turbine is matched.
      return charged && !hot;
    case 'setups.*.induction.changeover.speedRpm':
      return changesOver(setup);
    // It decides on the way down, which no steady line shows.
    case 'setups.*.induction.changeover.hysteresisRpm':
      return whole && changesOver(setup);
    case 'setups.*.exhaust.pulse':
      return hot && setup.exhaust.manifold === 'divided';
    default:
      // A charger that is set aside counts for nothing.
      if (/induction\.aside\./.test(path)) return false;
      if (/induction\.chargers\.\d+\./.test(path)) return countsInCharger(setup, path, whole);
      if (/^engine\.volumes\./.test(path)) return engine.volumes.used;
      // Records: they are kept, judged and printed, and move no figure of the forecast.
      if (RECORDS.test(path)) return false;
      if (/^setups\.\d+\.readings\./.test(path)) return false;
      if (/^setups\.\d+\.exhaust\./.test(path)) return hot;
      if (isBoostCurve(path)) return charged && setup.boost.kind === 'curve';
      if (/plumbing\.\d+\./.test(path)) return countsInLoss(setup, path, whole);
      return true;
  }
}

/**
 * Every input that has a say in one setup of a job, in the order of the work, the breathing table as one of them. `whole`:
 * also those that no spread of the steady figures rests on and setups are told apart by: inertias, the hysteresis, what a
 * loss was stated at, gears that are not looked at.
 */
export function inputsOf(job: Job, setupIndex: number, { whole = false } = {}): JobInput[] {
  const setup = job.setups[setupIndex]!;
  const found: JobInput[] = [];
  walk(job.brief, 'brief', found);
  walk(job.engine, 'engine', found);
  walk(setup, `setups.${setupIndex}`, found);
  const { breathing } = job.engine;
  if (breathing.source === 'table')
    found.push({ path: BREATHING_TABLE, input: { value: 1, confidence: breathing.table.confidence } });
  if (breathing.source === 'baseline')
    found.push({ path: BASELINE_ROWS, input: { value: 1, confidence: job.engine.baseline.confidence } });
  const { curve, kind } = setup.boost;
  if (kind === 'curve')
    found.push({
      path: `setups.${setupIndex}.boost.curve`,
      input: { value: 1, confidence: curve.confidence },
    });
  return found.filter(({ path }) => counts(job, setup, path, whole));
}

/** How far off an input may be, by how sure we are of it: one side, SI or as a share of the value. */
type Spread = { share: Record<Confidence, number> } | { by: Record<Confidence, number> };

const by = (measured: number, maker: number, reported: number, guess: number) => ({
  measured,
  maker,
  reported,
  guess,
});

/**
 * Spreads of the inputs: our own judgement from common practice, no source. A length is known better than a pressure drop,
 * a temperature is off by kelvins, a share by hundredths. What is not named is off by a share of its value.
 */
const spreads: Partial<Record<Quantity, Spread>> = {
  chamber: { share: by(0.005, 0.01, 0.03, 0.08) },
  angle: { by: by(0.017, 0.017, 0.035, 0.07) },
  bore: { share: by(0.0005, 0.001, 0.005, 0.02) },
  count: { by: by(0, 0, 0, 0) },
  engineSpeed: { share: by(0.005, 0.01, 0.02, 0.05) },
  temperature: { by: by(1, 2, 3, 8) },
  temperatureRise: { by: by(1, 2, 4, 8) },
  altitude: { by: by(5, 20, 50, 150) },
  airPressure: { share: by(0.001, 0.003, 0.005, 0.02) },
  share: { by: by(0.01, 0.02, 0.04, 0.08) },
  pressureDrop: { share: by(0.05, 0.1, 0.2, 0.4) },
};
const usual: Spread = { share: by(0.01, 0.02, 0.04, 0.08) };

/** How far off an input may be, one side, SI; never negative. In: its path and value with confidence. */
export function spreadOf({ path, input }: JobInput): number {
  const quantity = quantityOf(path);
  const spread: Spread = isWhole(path)
    ? { share: by(0.015, 0.025, 0.04, 0.08) }
    : (quantity && spreads[quantity]) || usual;
  return 'by' in spread
    ? spread.by[input.confidence]
    : Math.abs(input.value) * spread.share[input.confidence];
}
