import type { ProcedureStep } from '../job/schema/record';
import type { Procedure } from './document';

type More = Partial<Omit<ProcedureStep, 'id' | 'say'>>;

/** Steps of a procedure, named by their place: a shipped procedure changes with its version only. */
const steps = (...all: [say: string, more?: More][]): ProcedureStep[] =>
  all.map(([say, more = {}], i) => ({ id: `s${i + 1}`, say, tools: '', marks: [], hazard: '', ...more }));

const eyes = 'Eye protection on.';
const battery: [string, More] = [
  'Disconnect the battery, negative first, and insulate the terminal.',
  {
    tools: '10 mm spanner',
    marks: ['hold'],
    hazard: 'A short through a spanner burns: rings and watch off.',
  },
];
const rotation = (deg: number): number => (deg * Math.PI) / 180;

/** Procedures that ship with the application, by their key. Torques are usual ones of the size: the maker’s own go before them. */
export const shipped = {
  turbocharger: {
    name: 'Fit a turbocharger',
    purpose: 'From the bare manifold to a charger that may be primed.',
    steps: steps(
      battery,
      [
        'Cover every open port: ports of the head, oil drain, compressor outlet. Count the covers and write the number down.',
        { tools: 'port covers, count sheet', marks: ['ports-covered', 'picture'] },
      ],
      [
        'Check the manifold flange with a straight edge: flat within 0.1 mm over its length.',
        { tools: 'straight edge, feeler gauge' },
      ],
      [
        'Fit new studs with high-temperature paste; throw the old ones away.',
        { tools: 'stud tool, paste', marks: ['thrown-away'] },
      ],
      [
        'Lift the charger on with a new gasket. Two people: one guides the studs.',
        {
          mass: 18,
          hazard: 'Heavy and awkward over a wing: gloves, and no fingers between the flanges.',
          tools: 'new gasket',
        },
      ],
      [
        'Tighten the flange nuts crosswise in two stages, then once more after the first heat cycle.',
        { torque: { bolts: 4, layout: 'rows', stages: [20, 42], angle: 0 }, tools: 'torque wrench' },
      ],
      [
        'Clock the housings: oil inlet up, drain within 30° of straight down. Loosen the band, turn, tighten.',
        { tools: 'angle gauge', marks: ['hold'] },
      ],
      [
        'Fit the oil feed with its restrictor and new copper washers; count two.',
        {
          marks: ['thrown-away'],
          tools: 'two copper washers',
          torque: { bolts: 1, layout: 'circle', stages: [25], angle: 0 },
        },
      ],
      ['Fit the drain: no dip, full bore to above the oil level of the sump.', { tools: 'drain gasket' }],
      [
        'Fill the bearing housing with clean oil through the feed and turn the wheel by hand: no rub, no end float that can be felt beyond 0.09 mm.',
        { tools: 'dial gauge', depth: 0.00009, marks: ['hold'] },
      ],
      ['Connect water where the charger has it, feed below return.', {}],
      [
        'Set the wastegate actuator to its preload: the rod pulled two turns beyond the arm at rest.',
        { tools: 'hand pump, gauge' },
      ],
      [
        'Take the port covers off and count them against the sheet.',
        { marks: ['hold', 'ports-covered'], tools: 'count sheet' },
      ],
      [
        'Fit inlet, charge pipe and downpipe; heat shields back on, nothing within 30 mm of a line or a loom.',
        { marks: ['picture'] },
      ],
      ['Go on with “Prime the oil before the first crank”.', { marks: ['hold'] }],
    ),
  },
  blower: {
    name: 'Fit a supercharger and its drive',
    purpose: 'From the bare intake to a belt that runs true.',
    steps: steps(
      battery,
      [
        'Let the fuel pressure down at the rail into a cloth and a can.',
        { hazard: `${eyes} Fuel sprays: no flame, no lamp, extinguisher at hand.`, tools: 'can, cloth' },
      ],
      [
        'Cover every intake port and count the covers.',
        { marks: ['ports-covered', 'picture'], tools: 'port covers, count sheet' },
      ],
      [
        'Try the case without gaskets: bonnet, brace and fuel rail clear by 10 mm with the engine rocked.',
        { marks: ['picture', 'hold'] },
      ],
      ['Clean the faces, fit new gaskets dry or as their maker says.', { marks: ['thrown-away'] }],
      [
        'Lift the blower on. Two people, four lifting points.',
        { mass: 32, hazard: 'Heavy: straight backs, gloves, no fingers under the case.' },
      ],
      [
        'Tighten the case bolts from the middle outwards in three stages.',
        { torque: { bolts: 10, layout: 'rows', stages: [8, 16, 24], angle: 0 }, tools: 'torque wrench' },
      ],
      [
        'Check that the rotors turn freely by hand, and the oil level of the gear case.',
        { marks: ['hold'], tools: 'dipstick' },
      ],
      [
        'Measure the belt plane with a straight edge over both pulleys: within 1 mm.',
        { tools: 'straight edge, calliper' },
      ],
      [
        'Lay the belt by its route; every rib seated on every pulley.',
        { hazard: 'Fingers between belt and pulley: the engine is never cranked with a hand in the drive.' },
      ],
      [
        'Tension it to the mark and measure the strand; note both on the measuring sheet.',
        { tools: 'tension gauge' },
      ],
      ['Take the covers off and count them.', { marks: ['hold', 'ports-covered'] }],
      ['Fit throttle, bypass with its vacuum line, and the coolant of the charge cooler.', {}],
      ['Crank by hand two turns: the belt stays in its ribs.', { tools: 'breaker bar', marks: ['hold'] }],
    ),
  },
  pulley: {
    name: 'Change a pressed pulley',
    purpose: 'Off with the puller, on with the press, to its depth.',
    steps: steps(
      battery,
      [
        'Measure how deep the old pulley stands on its shaft and write it down.',
        { tools: 'depth gauge', marks: ['hold', 'picture'] },
      ],
      [
        'Set the puller behind the hub, never behind the rim, and pull slowly.',
        {
          hazard: `${eyes} A puller under load lets go at once: stand aside of it.`,
          tools: 'three-jaw puller',
        },
      ],
      ['Check shaft and key: no burr, no fretting.', {}],
      [
        'Warm the new pulley to no more than 120 °C where its maker allows it.',
        { tools: 'hot plate, thermometer', hazard: 'Hot: gloves.' },
      ],
      [
        'Press it on with the bearing supported from within, to the depth that was written down.',
        { tools: 'hand press, depth stop', depth: 0.012, marks: ['irreversible'] },
      ],
      ['Measure the depth again: within 0.1 mm.', { tools: 'depth gauge', marks: ['hold'] }],
      ['Fit belt and tension it; note the length now used.', { tools: 'tension gauge' }],
      ['Scrap the old pulley or tag it with its diameter.', { marks: ['reused'] }],
    ),
  },
  fuel: {
    name: 'Change injectors and pump',
    purpose: 'Dry, clean, and leak-tested before the first start.',
    steps: steps(
      [
        'Take the pump’s fuse out and run the engine until it dies, or let the pressure down at the rail.',
        { tools: 'fuse puller' },
      ],
      battery,
      [
        'Open the rail under a cloth.',
        {
          hazard: `${eyes} Fuel sprays at what is left of the pressure: no flame, extinguisher at hand, doors open.`,
        },
      ],
      [
        'Lift the rail with its injectors; plug the ports and count the plugs.',
        { marks: ['ports-covered'], tools: 'plugs, count sheet' },
      ],
      ['Compare the new injectors with the order: type, length, plug, count.', { marks: ['hold'] }],
      ['New O-rings, oiled; the old ones go in the bin.', { marks: ['thrown-away'] }],
      [
        'Seat the rail by hand, then tighten its bolts.',
        { torque: { bolts: 2, layout: 'rows', stages: [9], angle: 0 }, tools: 'torque wrench' },
      ],
      [
        'Change the pump: note the direction of the strainer and the depth of the hanger.',
        { marks: ['picture'] },
      ],
      ['Count the plugs against the sheet.', { marks: ['hold', 'ports-covered'] }],
      [
        'Battery on. Prime the pump three times by the key and look at every joint with a dry cloth.',
        {
          tools: 'cloth, lamp',
          marks: ['hold'],
          hazard: 'Fuel under pressure: one at the key, one looking, extinguisher at hand.',
        },
      ],
      ['Load the file with the new injectors’ data before the engine is cranked.', { marks: ['hold'] }],
    ),
  },
  oil: {
    name: 'Prime the oil before the first crank',
    purpose: 'No bearing turns dry.',
    steps: steps(
      ['Fill oil and filter; write the amount down.', { tools: 'funnel, measuring jug' }],
      ['Take the plugs out and the pump’s and coils’ fuses.', { tools: 'plug socket' }],
      [
        'Take the charger’s feed off, hold a cup under it and crank in bursts of ten seconds until oil runs without bubbles.',
        {
          tools: 'cup',
          marks: ['hold'],
          hazard: 'Rotating drive: nobody leans over the engine while it cranks.',
        },
      ],
      [
        'Fit the feed again and crank until the gauge shows pressure.',
        { marks: ['hold'], torque: { bolts: 1, layout: 'circle', stages: [25], angle: 0 } },
      ],
      ['Look under the car and along the lines: no drop.', {}],
      ['Plugs and fuses back in.', {}],
    ),
  },
  coolant: {
    name: 'Fill and bleed the coolant',
    purpose: 'Engine and charge cooler, each without air.',
    steps: steps(
      [
        'Open the heater and every bleed screw.',
        { hazard: 'Never open a warm system: it boils over and scalds.' },
      ],
      [
        'Fill slowly at the highest point with the mixture of the shop; write the amount down.',
        { tools: 'funnel, refractometer' },
      ],
      ['Close each bleed screw when coolant comes without bubbles.', {}],
      [
        'Fill the charge cooler’s own loop and run its pump on its own; bleed at the cooler.',
        { tools: 'jumper lead' },
      ],
      [
        'Press the system to 100 kPa gauge and wait five minutes: no fall.',
        { tools: 'pressure tester', marks: ['hold'] },
      ],
      ['Check the level again cold after the first heat cycle.', { marks: ['hold'] }],
    ),
  },
  leaks: {
    name: 'Leak, circulation and spill check',
    purpose: 'Nothing drips, everything moves, before load.',
    steps: steps(
      [
        'Press the charge path to 100 kPa gauge with the throttle open and listen, then soap.',
        { tools: 'pressure plug, soap', hazard: `${eyes} Hoses can blow off: stand aside of their ends.` },
      ],
      ['Look at the charge cooler’s coolant with the pump on: it moves in the tank.', { marks: ['hold'] }],
      ['Fuel joints dry with the pump on.', { marks: ['hold'] }],
      ['Oil joints dry with the engine at idle.', { marks: ['hold'] }],
      [
        'Wipe up what was spilt; a wet exhaust burns.',
        { hazard: 'Oil on a hot exhaust catches fire: extinguisher at hand.' },
      ],
    ),
  },
  start: {
    name: 'First start',
    purpose: 'Oil pressure seen, every cylinder firing, mixture checked before load.',
    steps: steps(
      [
        'Fire cover: extinguisher in hand, a second person at the key.',
        {
          marks: ['hold'],
          hazard: 'First start of a changed fuel system: one person watches the engine, one the gauges.',
        },
      ],
      ['Tools and rags out of the engine bay; count the tools.', { marks: ['hold'] }],
      ['Start. Oil pressure within five seconds, or stop.', { marks: ['hold'] }],
      [
        'Every cylinder fires: feel or measure each exhaust port.',
        { tools: 'infrared thermometer', marks: ['hold'] },
      ],
      [
        'Mixture at idle and at 2,000 rpm without load against the file.',
        { tools: 'λ meter', marks: ['hold'] },
      ],
      ['Set the base timing against the mark with a lamp.', { tools: 'timing lamp' }],
      ['Warm up to 80 °C, fans on; look for leaks again.', {}],
      [
        'Stop, let it cool, tighten exhaust and charger flange once more.',
        { torque: { bolts: 4, layout: 'rows', stages: [42], angle: 0 } },
      ],
      ['First load at part throttle only, with the mixture watched.', { marks: ['hold'] }],
    ),
  },
  plugs: {
    name: 'Second look at the plugs',
    purpose: 'What each cylinder says after the first pulls.',
    steps: steps(
      [
        'Clean cut from a pull, coast, plugs out in order.',
        { tools: 'plug socket, tray with numbers', hazard: 'Hot plugs and head: gloves.' },
      ],
      ['Lay them by cylinder and photograph them.', { marks: ['picture'] }],
      [
        'Look for specks of aluminium, cracked porcelain and blistered electrodes: any of them stops the job.',
        { marks: ['hold'] },
      ],
      ['Heat mark on the earth strap: at its bend is right; nearer the thread is too cold.', {}],
      ['Measure the gaps again and note them.', { tools: 'wire gauge' }],
      [
        'New plugs where one is in doubt; tighten by angle.',
        { torque: { bolts: 4, layout: 'rows', stages: [12], angle: rotation(30) }, marks: ['thrown-away'] },
      ],
    ),
  },
  service: {
    name: 'Inspection after service',
    purpose: 'What the hours did: findings go back to the limits.',
    steps: steps(
      ['Hours at load and seconds over limits read off the logs.', {}],
      battery,
      ['Leak-down and compression of every cylinder.', { tools: 'leak-down tester' }],
      [
        'Cut the oil filter open and look at the pleats against a magnet.',
        { tools: 'filter cutter, magnet', marks: ['picture'] },
      ],
      ['Play of the charger’s shaft: radial and axial.', { tools: 'dial gauge', marks: ['hold'] }],
      ['Belt: ribs, cracks, glaze; pulleys for polish.', {}],
      [
        'Borescope every bore: crosshatch, scuffs, cracks of the crown.',
        { tools: 'borescope', marks: ['picture'] },
      ],
      ['Turn the head fasteners against their mark; note what moved.', { tools: 'torque wrench' }],
      ['Write each finding under the part of Limits that it is about.', { marks: ['hold'] }],
    ),
  },
} satisfies Record<string, Pick<Procedure, 'name' | 'purpose' | 'steps'>>;
export type ShippedKey = keyof typeof shipped;
export const shippedKeys = Object.keys(shipped) as ShippedKey[];

/** Version of the procedures that ship. */
export const SHIPPED_VERSION = 1;
