import { BREATHING_TABLE, patternOf, type InputPattern } from '@/core/job/inputs';
import type { Job } from '@/core/job/document';
import type { BenchId } from '../frame/benches';

/** What each input of a job is called in a sentence. A test holds the list to the schema. */
const names: Record<InputPattern, string> = {
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
  'setups.*.cooler.effectiveness': 'cooler effectiveness',
  'setups.*.cooler.coolantRise': 'coolant above the day’s air',
  'setups.*.boost.levelGauge': 'boost',
  'setups.*.boost.onsetRpm': 'boost begins at',
  'setups.*.boost.fullRpm': 'boost is full from',
  'setups.*.backPressureRatio': 'back pressure over manifold pressure',
};

const places = { filter: 'filter', cooler: 'cooler', throttle: 'throttle' } as const;

/** Name of an input; a loss says which part it belongs to where the job is at hand. Undefined for what is no input. */
export function inputName(path: string, job?: Job): string | undefined {
  if (path === BREATHING_TABLE) return 'breathing curve';
  const name = (names as Record<string, string>)[patternOf(path)];
  const loss = /^setups\.(\d+)\.plumbing\.(\d+)\./.exec(path);
  const place = loss && job?.setups[Number(loss[1])]?.plumbing[Number(loss[2])]?.place;
  return name && place ? name.replace(/loss|pipe/, (word) => `${places[place]} ${word}`) : name;
}

/** The bench where an input is given. */
export function benchOfInput(path: string): BenchId {
  if (path.startsWith('brief.')) return 'brief';
  return path.startsWith('engine.') ? 'engine' : 'demand';
}
