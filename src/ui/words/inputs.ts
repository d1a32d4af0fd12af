import {
  BASELINE_ROWS,
  BREATHING_TABLE,
  isBoostCurve,
  patternOf,
  quantityOf,
  type InputPattern,
} from '@/core/job/inputs/inputs';
import { arrangementOf, isInFront } from '@/core/job/chargers';
import type { Job } from '@/core/job/schema/job';
import type { Quantity } from '@/core/units/quantities';
import type { LossPlace } from '@/core/job/schema/setup-choices';

/** What each input of a job is called in a sentence. A test holds the list to the schema. */
const names: Record<InputPattern, string> = {
  'setups.*.induction.changeover.speedRpm': 'change-over speed',
  'setups.*.induction.changeover.hysteresisRpm': 'hysteresis of the change-over',
  'setups.*.induction.chargers.*.hold.gauge': 'boost between the stages',
  'setups.*.induction.chargers.*.aftercooler.effectiveness': 'cooler effectiveness',
  'setups.*.induction.chargers.*.aftercooler.coolantRise': 'coolant above the day’s air',
  'setups.*.induction.chargers.*.drive.ratio': 'drive ratio of the charger',
  'trial.speedRpm': 'speed of the trial',
  'trial.load': 'load before the trial',
  'trial.rate': 'rate of the brake, in a second',
  'trial.ramp': 'pedal ramp of the trial',
  'trial.inertia': 'inertia of crank and flywheel',
  'setups.*.induction.chargers.*.drive.gate.bore': 'wastegate bore',
  'setups.*.induction.chargers.*.drive.gate.flowCoefficient': 'flow coefficient of the wastegate',
  'setups.*.induction.chargers.*.drive.gate.springGauge': 'wastegate spring',
  'setups.*.induction.chargers.*.drive.gate.diaphragm': 'wastegate diaphragm',
  'setups.*.induction.chargers.*.drive.gate.closed': 'area with the vanes shut',
  'setups.*.induction.chargers.*.drive.gate.open': 'area with the vanes open',
  'setups.*.induction.chargers.*.drive.inertia': 'inertia of the shaft',
  'setups.*.induction.chargers.*.drive.mechanicalEfficiency': 'mechanical efficiency of the drive',
  'setups.*.induction.chargers.*.drive.maxSpeedRpm': 'speed limit of the shaft',
  'setups.*.plumbing.*.length': 'length of the pipe',
  'setups.*.plumbing.*.bends': 'bends of the pipe',
  'setups.*.boost.gears.*': 'boost of a gear',
  'setups.*.exhaust.share': 'share of the heat in the exhaust',
  'setups.*.exhaust.retard': 'spark later than best',
  'setups.*.exhaust.heatLoss': 'heat loss of port and manifold',
  'setups.*.exhaust.wall': 'wall temperature of the manifold',
  'setups.*.exhaust.pulse': 'what pulses add',
  'setups.*.readings.speedRpm': 'speed of the readings',
  'setups.*.readings.boost': 'boost read',
  'setups.*.readings.compressorOutletGauge': 'pressure read after the compressor',
  'setups.*.readings.turbineInletGauge': 'back pressure read',
  'setups.*.readings.turbineOutletGauge': 'pressure read after the turbine',
  'setups.*.readings.compressorOutletTemperature': 'temperature read after the compressor',
  'setups.*.readings.chargeTemperature': 'charge temperature read',
  'setups.*.readings.turbineInletTemperature': 'exhaust temperature read',
  'setups.*.readings.shaftRpm': 'shaft speed read',
  'brief.goal.power': 'power goal',
  'brief.goal.speedRpm': 'goal’s speed',
  'brief.drivetrain.lossShare': 'drivetrain loss',
  'brief.drivetrain.fixedLoss': 'fixed drivetrain loss',
  'brief.fuel.lambda': 'λ at full power',
  'brief.fuel.bsfc': 'BSFC',
  'brief.fuel.bsfcLambda': 'λ of the BSFC',
  'brief.venue.altitude': 'venue height',
  'brief.venue.barometer.pressure': 'barometer',
  'brief.venue.temperature': 'air temperature',
  'brief.venue.humidity.relative': 'humidity',
  'brief.venue.humidity.dewPoint': 'dew point',
  'engine.bore': 'bore',
  'engine.stroke': 'stroke',
  'engine.cylinders': 'cylinders',
  'engine.compressionRatio': 'compression ratio',
  'engine.redLineRpm': 'red line',
  'engine.idleRpm': 'idle',
  'engine.trappingEfficiency': 'trapping efficiency',
  'engine.evaporatedShare': 'fuel evaporated before the valve',
  'engine.breathing.shape.peak': 'peak of the breathing curve',
  'engine.breathing.shape.peakRpm': 'speed of the breathing peak',
  'engine.breathing.reference.temperature': 'temperature of the breathing curve',
  'engine.breathing.reference.backPressureRatio': 'back pressure of the breathing curve',
  'engine.breathing.reference.lambda': 'λ of the breathing curve',
  'engine.breathing.temperatureExponent': 'temperature exponent of the breathing',
  'setups.*.efficiencyGuess': 'compressor efficiency',
  'setups.*.plumbing.*.drop': 'loss',
  'setups.*.plumbing.*.massFlow': 'flow of the loss',
  'setups.*.plumbing.*.pressure': 'pressure of the loss',
  'setups.*.plumbing.*.temperature': 'temperature of the loss',
  'setups.*.plumbing.*.diameter': 'bore of the pipe',
  'setups.*.boost.levelGauge': 'boost',
  'setups.*.boost.onsetRpm': 'boost begins at',
  'setups.*.boost.fullRpm': 'boost is full from',
  'setups.*.backPressureRatio': 'back pressure over manifold pressure',
  'brief.goal.torque': 'torque goal',
  'brief.goal.torqueRpm': 'speed of the torque goal',
  'brief.use.fullSeconds': 'time at full power',
  'brief.use.restSeconds': 'rest between',
  'brief.use.repeats': 'repeats',
  'brief.use.loadHours': 'hours at high load',
  'brief.venue.coldest': 'coldest day',
  'brief.venue.hottest': 'hottest day',
  'brief.otherVenues.*.altitude': 'height of another venue',
  'brief.otherVenues.*.barometer.pressure': 'barometer of another venue',
  'brief.otherVenues.*.temperature': 'air temperature of another venue',
  'brief.otherVenues.*.humidity.relative': 'humidity of another venue',
  'brief.otherVenues.*.humidity.dewPoint': 'dew point of another venue',
  'brief.otherVenues.*.coldest': 'coldest day of another venue',
  'brief.otherVenues.*.hottest': 'hottest day of another venue',
  'brief.budget.amount': 'budget',
  'brief.vehicle.mass': 'mass with driver',
  'brief.vehicle.tyreRadius': 'rolling radius of the tyre',
  'brief.vehicle.finalDrive': 'final drive',
  'brief.vehicle.gears.*': 'gear',
  'brief.vehicle.dragArea': 'drag area',
  'brief.vehicle.rollingResistance': 'rolling resistance',
  'brief.vehicle.propellerPower': 'power the propeller takes',
  'brief.vehicle.propellerRpm': 'speed of the propeller’s power',
  'brief.vehicle.propellerExponent': 'exponent of the propeller',
  'brief.vehicle.load.*.speedRpm': 'speed of the load',
  'brief.vehicle.load.*.power': 'load',
  'brief.vehicle.clutch.torque': 'torque the clutch takes',
  'brief.vehicle.gearbox.torque': 'torque the gearbox takes',
  'engine.volumes.chamber': 'chamber volume',
  'engine.volumes.crown': 'crown volume',
  'engine.volumes.gasketBore': 'gasket bore',
  'engine.volumes.gasketThickness': 'gasket thickness',
  'engine.volumes.deck': 'deck height',
  'engine.rodLength': 'rod length',
  'engine.exhaustPort': 'exhaust port height',
  'engine.cam.atLift': 'lift the durations are stated at',
  'engine.cam.intake': 'intake duration',
  'engine.cam.exhaust': 'exhaust duration',
  'engine.cam.intakeLift': 'intake lift',
  'engine.cam.exhaustLift': 'exhaust lift',
  'engine.cam.separation': 'lobe separation',
  'engine.cam.intakeCentre': 'intake centre',
  'engine.cam.shapeDuration': 'duration the shape belongs to',
  'engine.valve.mass': 'moving mass of a valve',
  'engine.valve.seatForce': 'spring force on the seat',
  'engine.valve.openForce': 'spring force at full lift',
  'engine.valve.headDiameter': 'valve head',
  'engine.condition.hours': 'hours run',
  'engine.condition.compression.*': 'compression of a cylinder',
  'engine.condition.leakDown.*': 'leak-down of a cylinder',
  'engine.condition.oilHotGauge': 'hot oil pressure',
  'engine.condition.oilHotRpm': 'speed of the oil pressure',
  'engine.condition.blowBy': 'blow-by',
  'engine.condition.blowByLimit': 'most blow-by allowed',
  'engine.condition.exhaustGauge': 'exhaust back pressure',
  'engine.condition.factor': 'condition of the engine',
  'engine.baseline.pressure': 'barometer of the measured run',
  'engine.baseline.temperature': 'air temperature of the measured run',
  'engine.baseline.humidity': 'humidity of the measured run',
  'engine.baseline.chargeTemperature': 'charge temperature of the measured run',
  'engine.baseline.lambda': 'λ of the measured run',
  'engine.baseline.inletDrop': 'inlet loss of the measured run',
  'engine.baseline.backPressureRatio': 'back pressure of the measured run',
  'engine.baseline.bsfc': 'BSFC of the measured run',
  'engine.baseline.bsfcLambda': 'λ of that BSFC',
};

/** What a loss belongs to, in a sentence. */
export const lossNames: Record<LossPlace, string> = {
  filter: 'filter',
  inlet: 'inlet pipe',
  between: 'pipe between the stages',
  cooler: 'cooler',
  charge: 'charge pipe',
  throttle: 'throttle',
  manifold: 'manifold',
  downpipe: 'down pipe',
  catalyst: 'catalyst',
  silencer: 'silencer',
};

/** What a charger of a compound pair is called. */
export const stageNames = { engine: 'HP stage', front: 'LP stage' } as const;

/** Of the charger in front, what is called after its place and not after the stage. */
const betweenNames: Record<string, string> = {
  'aftercooler.effectiveness': 'effectiveness of the cooler between',
  'aftercooler.coolantRise': 'coolant of the cooler between over the air',
  'hold.gauge': 'boost between the stages',
};

/**
 * Name of an input of a charger by the end of its path; undefined for what is none. In: whether it stands in front of
 * another; whether there are two, so that the name has to say which.
 */
export function chargerInputName(isFront: boolean, end: string, isPair = isFront): string | undefined {
  const name = (names as Record<string, string>)[
    `setups.*.induction.chargers.*.${end.replace(/^belt\./, 'drive.')}`
  ];
  if (!name || !isPair) return name;
  if (isFront) return betweenNames[end] ?? `${name}, ${stageNames.front}`;
  return end.startsWith('aftercooler.') ? name : `${name}, ${stageNames.engine}`;
}

/** What such an input is measured in. */
export const chargerQuantity = (end: string): Quantity =>
  quantityOf(`setups.0.induction.chargers.0.${end.replace(/^belt\./, 'drive.')}`)!;

/** Name of an input; a loss or a charger says which it is where the job is at hand. Undefined for what is no input. */
export function inputName(path: string, job?: Job): string | undefined {
  if (path === BREATHING_TABLE) return 'breathing curve';
  if (path === BASELINE_ROWS) return 'measured run';
  if (isBoostCurve(path)) return 'boost curve';
  const name = (names as Record<string, string>)[patternOf(path)];
  const loss = /^setups\.(\d+)\.plumbing\.(\d+)\./.exec(path);
  const place = loss && job?.setups[Number(loss[1])]?.plumbing[Number(loss[2])]?.place;
  const charger = /^setups\.(\d+)\.induction\.chargers\.\d\.(.*)$/.exec(path);
  const setup = charger && job?.setups[Number(charger[1])];
  if (setup) {
    const isPair = arrangementOf(setup.induction) === 'compound';
    return chargerInputName(isInFront(setup, path), charger[2]!, isPair);
  }
  return name && place
    ? name.replace(/loss|pipe/, (word) =>
        place === 'between'
          ? `${word} between the stages`
          : `${lossNames[place].replace(/ pipe$/, '')} ${word}`,
      )
    : name;
}
