import { findUnit, unitsOf, type Quantity, type Unit } from './quantities';

/**
 * What a person chooses one unit for, with the quantities that follow it. Quantities that stand in no family (ratios,
 * shares, counts, engine speed …) have one unit on every screen.
 */
export const families = {
  pressure: { name: 'Absolute pressure and losses', quantities: ['pressure', 'pressureDrop'] },
  boost: { name: 'Boost, gauge', quantities: ['boost'] },
  meanPressure: {
    name: 'Mean effective and cylinder pressure',
    quantities: ['meanPressure', 'cylinderPressure'],
  },
  airPressure: { name: 'Barometer', quantities: ['airPressure'] },
  massFlow: { name: 'Mass flow', quantities: ['massFlow'] },
  volumeFlow: { name: 'Volume flow', quantities: ['volumeFlow'] },
  temperature: { name: 'Temperature', quantities: ['temperature', 'temperatureRise'] },
  power: { name: 'Engine power', quantities: ['power'] },
  shaftPower: { name: 'Power on a shaft, heat', quantities: ['shaftPower'] },
  torque: { name: 'Torque', quantities: ['torque'] },
  length: { name: 'Length', quantities: ['bore', 'fineLength'] },
  clearance: { name: 'Clearance and gap', quantities: ['clearance'] },
  pipeLength: { name: 'Length of a pipe', quantities: ['length'] },
  height: { name: 'Height of a venue', quantities: ['altitude'] },
  velocity: { name: 'Velocity', quantities: ['velocity'] },
  roadSpeed: { name: 'Road speed', quantities: ['roadSpeed'] },
  force: { name: 'Force', quantities: ['force'] },
  distance: { name: 'Distance', quantities: ['distance'] },
  energy: { name: 'Energy', quantities: ['energy'] },
  area: { name: 'Area', quantities: ['area'] },
  throatArea: { name: 'Flow area of a turbine or gate', quantities: ['throatArea'] },
  inertia: { name: 'Moment of inertia', quantities: ['inertia'] },
  pistonSpeed: { name: 'Piston speed', quantities: ['pistonSpeed'] },
  volume: { name: 'Volume', quantities: ['volume', 'chamber'] },
  injectorFlow: { name: 'Injector flow', quantities: ['injectorFlow'] },
  fuelFlow: { name: 'Fuel flow', quantities: ['fuelFlow'] },
  mass: { name: 'Mass', quantities: ['mass'] },
  fuelPerEnergy: { name: 'Fuel per power and hour', quantities: ['fuelPerEnergy'] },
  shaftSpeed: { name: 'Shaft speed', quantities: ['shaftSpeed'] },
  density: { name: 'Density', quantities: ['density'] },
  moisture: { name: 'Water in the air', quantities: ['moisture'] },
} satisfies Record<string, { name: string; quantities: Quantity[] }>;

export type Family = keyof typeof families;
export const familyIds = Object.keys(families) as Family[];

/** Unit symbol by family; a family left out stands in the house's unit. */
export type UnitMix = Partial<Record<Family, string>>;

/** Units that may be chosen for a family. */
export const unitsOfFamily = (family: Family): Unit[] => unitsOf(families[family].quantities[0]!);

/**
 * The house's own mix is the first unit of every quantity: metric, with the horsepower of the goal. 'Metric' has the
 * kilowatt throughout. Common practice of the trade, no source.
 */
export const systems = {
  house: {},
  metric: { power: 'kW' },
  us: {
    pressure: 'psi',
    boost: 'psi',
    meanPressure: 'psi',
    airPressure: 'inHg',
    massFlow: 'lb/min',
    volumeFlow: 'CFM',
    temperature: '°F',
    shaftPower: 'hp',
    torque: 'lb·ft',
    length: 'in',
    clearance: 'thou',
    pipeLength: 'in',
    throatArea: 'in²',
    inertia: 'lb·in²',
    height: 'ft',
    velocity: 'ft/s',
    roadSpeed: 'mph',
    distance: 'mi',
    energy: 'BTU',
    force: 'lbf',
    area: 'ft²',
    pistonSpeed: 'ft/min',
    volume: 'in³',
    injectorFlow: 'lb/h',
    fuelFlow: 'gal/h',
    mass: 'lb',
    fuelPerEnergy: 'lb/hp·h',
    density: 'lb/ft³',
    moisture: 'gr/lb',
  },
} satisfies Record<string, UnitMix>;

export type SystemId = keyof typeof systems | 'own';
/** What a person chose. `mix` counts for 'own' alone, and is kept while another system is looked at. */
export type UnitChoice = { system: SystemId; mix: UnitMix };

export const mixOf = ({ system, mix }: UnitChoice): UnitMix => (system === 'own' ? mix : systems[system]);

/**
 * The unit each quantity is shown in under a mix. A symbol that the quantity does not know falls back to the house's unit.
 * In: symbols by family. Out: a total function from quantity to unit.
 */
export function unitsUnder(mix: UnitMix): (quantity: Quantity) => Unit {
  const chosen = new Map<Quantity, Unit>();
  for (const family of familyIds) {
    const symbol = mix[family];
    if (symbol === undefined) continue;
    for (const quantity of families[family].quantities) {
      const unit = findUnit(quantity, symbol);
      if (unit) chosen.set(quantity, unit);
    }
  }
  return (quantity) => chosen.get(quantity) ?? unitsOf(quantity)[0]!;
}

/** A choice as one short text ('us', 'own&power=kW&torque=lb·ft'), for a cookie or an address. */
export function writeChoice({ system, mix }: UnitChoice): string {
  const rest = new URLSearchParams(mix as Record<string, string>).toString();
  return rest ? `${system}&${rest}` : system;
}

/** Reads that text back. Total: what it does not know is left out, and nothing at all is the house's mix. */
export function readChoice(text: string | undefined): UnitChoice {
  const [named, ...rest] = (text ?? '').slice(0, 2_000).split('&');
  const system: SystemId = named === 'own' || named === 'metric' || named === 'us' ? named : 'house';
  const given = new URLSearchParams(rest.join('&'));
  const mix: UnitMix = {};
  for (const family of familyIds) {
    const unit = unitsOfFamily(family).find((u) => u.symbol === given.get(family));
    if (unit) mix[family] = unit.symbol;
  }
  return { system, mix };
}
