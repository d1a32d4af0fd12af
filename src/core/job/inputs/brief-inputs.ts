import { never, on, type Descriptor, type Standing } from './descriptor';

const goal = on('brief', 'goal');
// Records: kept, judged and printed; they move no figure of the forecast.
const duty = on('brief', 'goal', never);
const places = on('brief', 'places', never);
const vehicle = on('brief', 'vehicle', never);
const claims = on('forecast', 'worth', never);
const terms = on('brief', 'terms', never);

const hasTorqueGoal = ({ job }: Standing): boolean =>
  Boolean(job.brief.goal.torque && job.brief.goal.torqueRpm);

const hasLambdaPlan = ({ job: { brief } }: Standing): boolean =>
  Boolean(brief.fuel.lambdaUnboosted && brief.fuel.lambdaFullGauge);

const hasRevPlan = ({ job: { brief } }: Standing): boolean =>
  Boolean(brief.fuel.lambdaRedLine && brief.fuel.lambdaFromRpm);

/** What the Brief asks. */
export const briefInputs = {
  'brief.goal.power': goal('power', 'Power goal'),
  'brief.goal.speedRpm': goal('engineSpeed', 'Engine speed for power goal'),
  'brief.drivetrain.lossShare': goal('share', 'Drivetrain loss'),
  'brief.drivetrain.fixedLoss': goal(
    'shaftPower',
    'Fixed drivetrain loss',
    ({ job }) => job.brief.drivetrain.school === 'fixed-and-share',
  ),
  'brief.surgeMargin': on(
    'brief',
    'goal',
    ({ job }) => job.brief.surgeMargin !== undefined,
  )('share', 'Least surge margin'),
  'brief.chokeMargin': on(
    'brief',
    'goal',
    ({ job }) => job.brief.chokeMargin !== undefined,
  )('share', 'Least choke margin'),
  'brief.fuel.ethanol': goal('share', 'Ethanol content', ({ job }) => job.brief.fuel.id === 'e85'),
  'brief.fuel.lambda': goal('ratio', 'λ at full power'),
  'brief.fuel.lambdaUnboosted': goal('ratio', 'λ without boost', hasLambdaPlan),
  'brief.fuel.lambdaFullGauge': goal('boost', 'λ at full power from boost', hasLambdaPlan),
  'brief.fuel.lambdaRedLine': goal('ratio', 'λ at the red line', hasRevPlan),
  'brief.fuel.lambdaFromRpm': goal('engineSpeed', 'λ changes from', hasRevPlan),
  'brief.fuel.inletLimit': goal('temperature', 'Turbine inlet kept by mixture'),
  'brief.fuel.bsfc': goal('fuelPerEnergy', 'BSFC'),
  'brief.fuel.bsfcLambda': goal('ratio', 'Reference λ of BSFC'),
  'brief.venue.altitude': goal('altitude', 'Altitude'),
  'brief.venue.barometer.pressure': goal(
    'airPressure',
    'Barometric pressure',
    ({ job }) => job.brief.venue.barometer.kind !== 'standard',
  ),
  'brief.venue.temperature': goal('temperature', 'Air temperature'),
  'brief.venue.humidity.relative': goal(
    'share',
    'Relative humidity',
    ({ job }) => job.brief.venue.humidity.kind === 'relative',
  ),
  'brief.venue.humidity.dewPoint': goal(
    'temperature',
    'Dew point',
    ({ job }) => job.brief.venue.humidity.kind === 'dewPoint',
  ),
  'brief.goal.torque': goal('torque', 'Torque target', hasTorqueGoal),
  'brief.goal.torqueRpm': goal('engineSpeed', 'Engine speed for torque target', hasTorqueGoal),
  'brief.goal.floorTorque': duty('torque', 'Torque floor'),
  'brief.goal.floorFromRpm': duty('engineSpeed', 'Torque floor from'),
  'brief.goal.floorToRpm': duty('engineSpeed', 'Torque floor to'),
  'brief.claimedGains.*.power': claims('power', 'Claimed gain {n}'),
  'brief.claimedGains.*.most': claims('power', 'Claimed gain {n}, at most'),
  'brief.use.fullSeconds': duty('time', 'Time at full power'),
  'brief.use.restSeconds': duty('time', 'Rest between pulls'),
  'brief.use.repeats': duty('count', 'Consecutive pulls'),
  'brief.use.loadHours': duty('hours', 'Continuous high load'),
  'brief.venue.coldest': places('temperature', 'Coldest day', never),
  'brief.venue.hottest': places('temperature', 'Hottest day', never),
  'brief.otherVenues.*.altitude': places('altitude', 'Altitude, venue {n}'),
  'brief.otherVenues.*.barometer.pressure': places('airPressure', 'Barometric pressure, venue {n}'),
  'brief.otherVenues.*.temperature': places('temperature', 'Air temperature, venue {n}'),
  'brief.otherVenues.*.humidity.relative': places('share', 'Relative humidity, venue {n}'),
  'brief.otherVenues.*.humidity.dewPoint': places('temperature', 'Dew point, venue {n}'),
  'brief.otherVenues.*.coldest': places('temperature', 'Coldest day, venue {n}'),
  'brief.otherVenues.*.hottest': places('temperature', 'Hottest day, venue {n}'),
  'brief.budget.amount': terms('money', 'Budget'),
  'brief.vehicle.mass': vehicle('mass', 'Running mass'),
  'brief.vehicle.tyreRadius': vehicle('bore', 'Tyre rolling radius'),
  'brief.vehicle.finalDrive': vehicle('ratio', 'Final drive ratio'),
  'brief.vehicle.gears.*': vehicle('ratio', 'Gear {n} ratio'),
  'brief.vehicle.dragArea': vehicle('area', 'Drag area (Cd·A)'),
  'brief.vehicle.rollingResistance': vehicle('smallRatio', 'Rolling resistance coefficient'),
  'brief.vehicle.grip': vehicle('ratio', 'Tyre grip coefficient'),
  'brief.vehicle.drivenShare': vehicle('share', 'Weight on the driven axle'),
  'brief.vehicle.wheelbase': vehicle('length', 'Wheelbase'),
  'brief.vehicle.gravityHeight': vehicle('length', 'Centre of gravity height'),
  'brief.vehicle.shiftTime': vehicle('shortTime', 'Shift time'),
  'brief.vehicle.launchRpm': vehicle('engineSpeed', 'Launch engine speed'),
  'brief.vehicle.propellerPower': vehicle('power', 'Propeller power'),
  'brief.vehicle.propellerRpm': vehicle('engineSpeed', 'Engine speed at propeller power'),
  'brief.vehicle.propellerExponent': vehicle('ratio', 'Propeller exponent'),
  'brief.vehicle.load.*.speedRpm': vehicle('engineSpeed', 'Load point {n}, engine speed'),
  'brief.vehicle.load.*.power': vehicle('power', 'Load point {n}, power'),
  'brief.vehicle.clutch.torque': vehicle('torque', 'Clutch torque capacity'),
  'brief.vehicle.gearbox.torque': vehicle('torque', 'Gearbox torque rating'),
  'brief.vehicle.gearbox.gearTorques.*': vehicle('torque', 'Gear {n} torque rating'),
} as const satisfies Record<string, Descriptor>;

/** Where the rest of the Brief is given. */
export const briefGrounds = {
  brief: { bench: 'brief', sheet: 'goal' },
  'brief.vehicle': { bench: 'brief', sheet: 'vehicle' },
  'brief.claimedGains': { bench: 'forecast', sheet: 'worth' },
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
