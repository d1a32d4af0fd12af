import type { Unequal } from '@/core/dyno/audit';
import { channels, type ChannelId } from '@/core/dyno/channels';
import type { GateTick } from '@/core/dyno/gate';
import type { FaultId, SymptomId } from '@/core/dyno/symptoms';
import type { movedChecks } from '@/core/studies/calibration';

/** What may be unequal between two runs, and what to do about it. */
export const unequalWords: Record<Unequal, string> = {
  basis: 'flywheel, hub or wheels',
  correction: 'correction',
  dyno: 'dyno',
  vehicle: 'car or engine',
  day: 'day',
  air: 'air of the day',
  boost: 'manifold pressure',
  charge: 'charge temperature',
  lambda: 'mixture',
  timing: 'timing',
  fuel: 'fuel',
  gear: 'gear',
  sweep: 'sweep rate',
  start: 'start speed',
  'start-heat': 'start temperatures',
  file: 'calibration file or slot',
  'boost-control': 'boost control',
  sensors: 'sensors',
  parts: 'more than one part changed',
};

/** A limit of the job by its part and what was logged of it. */
export const limitName = (part: string, channel: ChannelId): string =>
  channel === 'speedRpm' && !part ? 'Red line' : [part, channels[channel].name].filter(Boolean).join(', ');

/** What is ticked before a pull or a first drive. */
export const tickWords: Record<GateTick, string> = {
  fuel: 'Fuel: the right one, enough for the pull',
  'tie-down': 'Tied down, pulling square',
  straps: 'Straps and anchors looked at, none frayed',
  'fire-cover': 'Fire extinguisher in hand, somebody at it',
  'cell-clear': 'Cell clear: nobody beside or behind the car',
  'floor-dry': 'Floor and tyres dry, no oil',
  leaks: 'No leaks: fuel, oil, coolant, boost',
  brakes: 'Brakes, tyres and steering looked at',
  logger: 'Logger runs, knock and mixture in sight',
  'closed-area': 'A closed area, with leave to use it',
};

/** Faults, and what their reading looks like. */
export const faultWords: Record<FaultId, { name: string; tells: string }> = {
  'boost-leak': {
    name: 'Boost leak before the throttle',
    tells:
      'shaft speed above the map’s for this boost; boost there late; a pressure test of the tract shows it',
  },
  'exhaust-leak': {
    name: 'Exhaust leak before the turbine',
    tells: 'back pressure low for the boost, boost late; soot at the flange',
  },
  'gate-opens-early': {
    name: 'Wastegate opens early, or its line leaks',
    tells: 'boost falls with back pressure falling too; the actuator moves under its crack pressure',
  },
  'gate-too-small': {
    name: 'Wastegate too small or badly placed',
    tells: 'boost rises with the revs with the gate wide open',
  },
  restriction: {
    name: 'Restriction in the exhaust or the turbine',
    tells:
      'back pressure over twice the boost; high after the turbine too: the exhaust; normal there: housing, gate, wheel',
  },
  'fuel-pressure': {
    name: 'Fuel pressure falls',
    tells: 'pressure over the manifold sinks with load while duty rises and λ goes lean',
  },
  injectors: {
    name: 'Injectors at their end',
    tells: 'duty over its limit, λ lean at the top with pressure held',
  },
  ignition: {
    name: 'Ignition breaks down under load',
    tells: 'λ jumps lean in single spikes while fuel is there; a smaller plug gap mends it',
  },
  'knock-retard': {
    name: 'Timing pulled for knock',
    tells: 'timing under the table with knock counts beside it',
  },
  'heat-soak': { name: 'Heat soak', tells: 'charge temperature climbs pull over pull, and timing with it' },
  surge: {
    name: 'Compressor surge',
    tells: 'boost ripples at some hertz at low flow; the running line lies at the surge line',
  },
  overspeed: {
    name: 'Shaft over its speed',
    tells: 'shaft speed at its limit, charge hotter, boost falls at the top',
  },
  'oil-seal': {
    name: 'Oil past the turbo’s seals',
    tells: 'blue on the overrun: drain and crankcase pressure first',
  },
  'head-gasket': {
    name: 'Head gasket',
    tells: 'coolant pressure rises with boost; white smoke, coolant lost',
  },
  'over-fuelled': { name: 'Too much fuel for the air', tells: 'λ far under its target while boost is low' },
  slip: { name: 'Clutch, converter or tyres slip', tells: 'engine speed rises without road speed' },
  'belt-slip': {
    name: 'Belt slips',
    tells: 'boost falls with the revs; rotor speed under the drive ratio’s',
  },
  'valve-float': {
    name: 'Valve float',
    tells: 'torque falls off a cliff at one engine speed, whatever the boost',
  },
  filter: {
    name: 'Air filter or inlet blocked',
    tells: 'pressure before the compressor falls with flow; shaft speed high',
  },
};

export const symptomWords: Record<SymptomId, string> = {
  'down-on-power': 'down on power',
  'slow-boost': 'boost comes late',
  'boost-falls': 'boost falls',
  'boost-creeps': 'boost creeps',
  whistle: 'whistle',
  flutter: 'flutter',
  squeal: 'belt squeal',
  tick: 'ticking',
  misfire: 'misfire',
  knock: 'knock',
  lean: 'lean',
  'smoke-black': 'black smoke',
  'smoke-blue': 'blue smoke',
  'smoke-white': 'white smoke',
  'hot-charge': 'hot charge',
  'hot-exhaust': 'hot exhaust',
  'hot-coolant': 'overheats',
  flares: 'revs flare',
};

/** Where each channel is read, and what spoils it. */
export const sensorWords: Partial<Record<ChannelId, { where: string; spoiled: string }>> = {
  speedRpm: { where: 'from the crank trigger', spoiled: 'a road speed taken for it in a converter' },
  torque: { where: 'dyno', spoiled: 'an uncalibrated load cell; inertia at another sweep rate' },
  manifold: { where: 'plenum, off the runners', spoiled: 'a hose shared with a valve; a runner’s pulses' },
  boost: { where: 'plenum, off the runners', spoiled: 'a gauge tapped before the throttle' },
  backPressure: {
    where: 'collector, before the turbine, through a cooled pipe of half a metre',
    spoiled: 'soot in the pipe; heat at the sensor',
  },
  chargeTemperature: {
    where: 'behind the cooler, before the throttle',
    spoiled: 'a closed bulb in hot metal: open element',
  },
  lambda: {
    where: 'half a metre behind the turbine, upright',
    spoiled: 'leaks before it, leaded fuel, misfires read as lean',
  },
  timing: { where: 'from the engine’s own control', spoiled: 'a base timing nobody checked with a lamp' },
  knock: {
    where: 'block, between two cylinders',
    spoiled: 'valve and piston noise; wrong torque on its bolt',
  },
  injectorDuty: { where: 'from the engine’s own control', spoiled: 'dead time counted in or not' },
  fuelPressure: { where: 'rail, far end', spoiled: 'read against the air, not the manifold' },
  shaftSpeed: { where: 'compressor housing, at the blades', spoiled: 'wrong blade count' },
  exhaustTemperature: {
    where: 'turbine inlet, tip in mid flow',
    spoiled: 'a thick probe reads late; wall heat',
  },
  oilTemperature: { where: 'sump or gallery', spoiled: 'a sensor in still oil' },
  oilPressure: { where: 'turbo feed', spoiled: 'read at the pump only' },
  coolantTemperature: { where: 'head outlet', spoiled: 'an air pocket' },
  roadSpeed: { where: 'driven wheel', spoiled: 'tyre growth; slip on the roller' },
};

/** What is looked at again when a file moves from the engine cell to the car. */
export const movedWords: Record<(typeof movedChecks)[number], string> = {
  mixture: 'λ over load, with the car’s exhaust and intake',
  knock: 'knock threshold, with the car’s noise',
  boost: 'boost control, with the car’s pipes and cooler',
  'charge-heat': 'charge-temperature correction, at the car’s heat soak',
  'fuel-pressure': 'fuel pressure, on the car’s pumps and lines',
  idle: 'idle and part load',
  'cold-start': 'cold start',
  driveline: 'torque by gear, against clutch and gearbox',
};
