import { never, on, type Descriptor, type Standing } from './descriptor';

const goal = on('brief', 'goal');
// Records: kept, judged and printed; they move no figure of the forecast.
const duty = on('brief', 'goal', never);
const places = on('brief', 'places', never);
const vehicle = on('brief', 'vehicle', never);
const terms = on('brief', 'terms', never);

const hasTorqueGoal = ({ job }: Standing): boolean =>
  Boolean(job.brief.goal.torque && job.brief.goal.torqueRpm);

/** What the Brief asks. */
export const briefInputs = {
  'brief.goal.power': goal('power', 'power goal'),
  'brief.goal.speedRpm': goal('engineSpeed', 'goal’s speed'),
  'brief.drivetrain.lossShare': goal('share', 'drivetrain loss'),
  'brief.drivetrain.fixedLoss': goal(
    'shaftPower',
    'fixed drivetrain loss',
    ({ job }) => job.brief.drivetrain.school === 'fixed-and-share',
  ),
  'brief.fuel.lambda': goal('ratio', 'λ at full power'),
  'brief.fuel.bsfc': goal('fuelPerEnergy', 'BSFC'),
  'brief.fuel.bsfcLambda': goal('ratio', 'λ of the BSFC'),
  'brief.venue.altitude': goal('altitude', 'venue height'),
  'brief.venue.barometer.pressure': goal(
    'airPressure',
    'barometer',
    ({ job }) => job.brief.venue.barometer.kind !== 'standard',
  ),
  'brief.venue.temperature': goal('temperature', 'air temperature'),
  'brief.venue.humidity.relative': goal(
    'share',
    'humidity',
    ({ job }) => job.brief.venue.humidity.kind === 'relative',
  ),
  'brief.venue.humidity.dewPoint': goal(
    'temperature',
    'dew point',
    ({ job }) => job.brief.venue.humidity.kind === 'dewPoint',
  ),
  'brief.goal.torque': goal('torque', 'torque goal', hasTorqueGoal),
  'brief.goal.torqueRpm': goal('engineSpeed', 'speed of the torque goal', hasTorqueGoal),
  'brief.use.fullSeconds': duty('time', 'time at full power'),
  'brief.use.restSeconds': duty('time', 'rest between'),
  'brief.use.repeats': duty('count', 'repeats'),
  'brief.use.loadHours': duty('hours', 'hours at high load'),
  'brief.venue.coldest': places('temperature', 'coldest day', never),
  'brief.venue.hottest': places('temperature', 'hottest day', never),
  'brief.otherVenues.*.altitude': places('altitude', 'height of another venue'),
  'brief.otherVenues.*.barometer.pressure': places('airPressure', 'barometer of another venue'),
  'brief.otherVenues.*.temperature': places('temperature', 'air temperature of another venue'),
  'brief.otherVenues.*.humidity.relative': places('share', 'humidity of another venue'),
  'brief.otherVenues.*.humidity.dewPoint': places('temperature', 'dew point of another venue'),
  'brief.otherVenues.*.coldest': places('temperature', 'coldest day of another venue'),
  'brief.otherVenues.*.hottest': places('temperature', 'hottest day of another venue'),
  'brief.budget.amount': terms('money', 'budget'),
  'brief.vehicle.mass': vehicle('mass', 'mass with driver'),
  'brief.vehicle.tyreRadius': vehicle('bore', 'rolling radius of the tyre'),
  'brief.vehicle.finalDrive': vehicle('ratio', 'final drive'),
  'brief.vehicle.gears.*': vehicle('ratio', 'gear'),
  'brief.vehicle.dragArea': vehicle('area', 'drag area'),
  'brief.vehicle.rollingResistance': vehicle('smallRatio', 'rolling resistance'),
  'brief.vehicle.propellerPower': vehicle('power', 'power the propeller takes'),
  'brief.vehicle.propellerRpm': vehicle('engineSpeed', 'speed of the propeller’s power'),
  'brief.vehicle.propellerExponent': vehicle('ratio', 'exponent of the propeller'),
  'brief.vehicle.load.*.speedRpm': vehicle('engineSpeed', 'speed of the load'),
  'brief.vehicle.load.*.power': vehicle('power', 'load'),
  'brief.vehicle.clutch.torque': vehicle('torque', 'torque the clutch takes'),
  'brief.vehicle.gearbox.torque': vehicle('torque', 'torque the gearbox takes'),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of the Brief is given. */
export const briefGrounds = {
  brief: { bench: 'brief', sheet: 'goal' },
  'brief.vehicle': { bench: 'brief', sheet: 'vehicle' },
  'brief.otherVenues': { bench: 'brief', sheet: 'places' },
  'brief.venue.coldest': { bench: 'brief', sheet: 'places' },
  'brief.venue.hottest': { bench: 'brief', sheet: 'places' },
  'brief.fuelBest': { bench: 'brief', sheet: 'places' },
  'brief.fuelWorst': { bench: 'brief', sheet: 'places' },
  'brief.budget': { bench: 'brief', sheet: 'terms' },
  'brief.due': { bench: 'brief', sheet: 'terms' },
  'brief.fixed': { bench: 'brief', sheet: 'terms' },
  'brief.local': { bench: 'brief', sheet: 'terms' },
  'brief.customer': { bench: 'brief', sheet: 'terms' },
  'brief.wish': { bench: 'brief', sheet: 'terms' },
} satisfies Record<string, Descriptor['where']>;
