/**
 * The one table of units: symbol, size in SI and digits on screen. Sources: BIPM SI Brochure (9th ed.), NIST SP 811
 * for the inch-pound factors. 'hp' is the mechanical horsepower, 550 ft·lbf/s; 'PS' the metric one, 75 m·kgf/s. An
 * injector's flow is a volume of the fuel itself; its 'lb/h' is petrol at 10.5 cc/min (common practice, no source).
 */
export type Unit = { symbol: string; factor: number; offset?: number; digits: number; also?: string[] };

const INCH = 0.0254;
const POUND = 0.45359237;
const PSI = (POUND * 9.80665) / (INCH * INCH);
const HP = 550 * POUND * 9.80665 * 0.3048;
const PS = 75 * 9.80665;

const pressureUnits: Unit[] = [
  { symbol: 'kPa', factor: 1e3, digits: 0 },
  { symbol: 'bar', factor: 1e5, digits: 2 },
  { symbol: 'mbar', factor: 100, digits: 0, also: ['hPa'] },
  { symbol: 'psi', factor: PSI, digits: 1 },
  { symbol: 'inHg', factor: 3386.389, digits: 2 },
  { symbol: 'Pa', factor: 1, digits: 0 },
];

export const quantities = {
  pressure: { name: 'absolute pressure', units: pressureUnits },
  airPressure: {
    name: 'pressure of the air',
    units: [
      { symbol: 'kPa', factor: 1e3, digits: 1 },
      { symbol: 'mbar', factor: 100, digits: 0, also: ['hPa'] },
      { symbol: 'inHg', factor: 3386.389, digits: 2 },
      { symbol: 'psi', factor: PSI, digits: 2 },
      { symbol: 'bar', factor: 1e5, digits: 3 },
      { symbol: 'Pa', factor: 1, digits: 0 },
    ],
  },
  boost: { name: 'gauge pressure', units: pressureUnits },
  meanPressure: {
    name: 'mean effective pressure',
    units: [
      { symbol: 'bar', factor: 1e5, digits: 1 },
      { symbol: 'psi', factor: PSI, digits: 0 },
      { symbol: 'kPa', factor: 1e3, digits: 0 },
    ],
  },
  cylinderPressure: {
    name: 'cylinder pressure',
    units: [
      { symbol: 'bar', factor: 1e5, digits: 0 },
      { symbol: 'psi', factor: PSI, digits: 0 },
      { symbol: 'kPa', factor: 1e3, digits: 0 },
    ],
  },
  pressureDrop: { name: 'pressure drop', units: pressureUnits.map((u) => ({ ...u, digits: u.digits + 1 })) },
  temperature: {
    name: 'temperature',
    units: [
      { symbol: '°C', factor: 1, offset: 273.15, digits: 0, also: ['C', 'degC'] },
      { symbol: '°F', factor: 5 / 9, offset: 459.67 * (5 / 9), digits: 0, also: ['F', 'degF'] },
      { symbol: 'K', factor: 1, digits: 0 },
    ],
  },
  temperatureRise: {
    name: 'temperature difference',
    units: [
      { symbol: '°C', factor: 1, digits: 0, also: ['C'] },
      { symbol: '°F', factor: 5 / 9, digits: 0, also: ['F'] },
      { symbol: 'K', factor: 1, digits: 0 },
    ],
  },
  massFlow: {
    name: 'mass flow',
    units: [
      { symbol: 'kg/min', factor: 1 / 60, digits: 1 },
      { symbol: 'kg/s', factor: 1, digits: 3 },
      { symbol: 'g/s', factor: 1e-3, digits: 0 },
      { symbol: 'lb/min', factor: POUND / 60, digits: 1 },
      { symbol: 'kg/h', factor: 1 / 3600, digits: 0 },
    ],
  },
  volumeFlow: {
    name: 'volume flow',
    units: [
      { symbol: 'm³/s', factor: 1, digits: 3, also: ['m3/s', 'm^3/s'] },
      { symbol: 'm³/h', factor: 1 / 3600, digits: 0, also: ['m3/h', 'm^3/h'] },
      { symbol: 'CFM', factor: 0.3048 ** 3 / 60, digits: 0, also: ['ft³/min', 'ft3/min', 'cfm'] },
      { symbol: 'L/s', factor: 1e-3, digits: 0, also: ['l/s'] },
    ],
  },
  blowBy: {
    name: 'blow-by',
    units: [
      { symbol: 'L/min', factor: 1e-3 / 60, digits: 0, also: ['l/min', 'lpm'] },
      { symbol: 'm³/h', factor: 1 / 3600, digits: 1, also: ['m3/h'] },
      { symbol: 'CFM', factor: 0.3048 ** 3 / 60, digits: 1, also: ['cfm'] },
    ],
  },
  injectorFlow: {
    name: 'injector flow',
    units: [
      { symbol: 'cc/min', factor: 1e-6 / 60, digits: 0, also: ['cm³/min', 'cm3/min', 'mL/min'] },
      { symbol: 'lb/h', factor: 10.5e-6 / 60, digits: 0, also: ['lb/hr', 'pph'] },
      { symbol: 'L/h', factor: 1e-3 / 3600, digits: 1, also: ['l/h'] },
    ],
  },
  fuelFlow: {
    name: 'fuel flow',
    units: [
      { symbol: 'L/h', factor: 1e-3 / 3600, digits: 0, also: ['l/h'] },
      { symbol: 'gal/h', factor: 3.785411784e-3 / 3600, digits: 1, also: ['gph', 'GPH'] },
      { symbol: 'cc/min', factor: 1e-6 / 60, digits: 0, also: ['mL/min'] },
      { symbol: 'L/min', factor: 1e-3 / 60, digits: 2, also: ['l/min'] },
    ],
  },
  mesh: { name: 'mesh', units: [{ symbol: 'µm', factor: 1e-6, digits: 0, also: ['um', 'micron'] }] },
  fuelResistance: {
    name: 'pressure for a flow of fuel',
    units: [{ symbol: 'bar per 100 L/h', factor: 1e5 / (0.1 / 3600), digits: 3 }],
  },
  tankVolume: {
    name: 'volume of a tank',
    units: [
      { symbol: 'L', factor: 1e-3, digits: 1, also: ['l'] },
      { symbol: 'gal', factor: 3.785411784e-3, digits: 2 },
    ],
  },
  coolantFlow: {
    name: 'flow of coolant',
    units: [
      { symbol: 'L/min', factor: 1e-3 / 60, digits: 0, also: ['l/min'] },
      { symbol: 'gal/min', factor: 3.785411784e-3 / 60, digits: 1, also: ['gpm', 'GPM'] },
    ],
  },
  pulse: { name: 'pulse of an injector', units: [{ symbol: 'ms', factor: 1e-3, digits: 2 }] },
  pulseForPressure: {
    name: 'time for pressure',
    units: [
      { symbol: 'µs/bar', factor: 1e-6 / 1e5, digits: 0, also: ['us/bar'] },
      { symbol: 'µs/psi', factor: 1e-6 / 6894.757293168361, digits: 1, also: ['us/psi'] },
    ],
  },
  voltage: { name: 'voltage', units: [{ symbol: 'V', factor: 1, digits: 1 }] },
  current: { name: 'current', units: [{ symbol: 'A', factor: 1, digits: 1 }] },
  resistance: { name: 'resistance', units: [{ symbol: 'mΩ', factor: 1e-3, digits: 0, also: ['mOhm'] }] },
  density: {
    name: 'density',
    units: [
      { symbol: 'kg/m³', factor: 1, digits: 3, also: ['kg/m3'] },
      { symbol: 'lb/ft³', factor: POUND / 0.3048 ** 3, digits: 4, also: ['lb/ft3'] },
    ],
  },
  moisture: {
    name: 'water in dry air',
    units: [
      { symbol: 'g/kg', factor: 1e-3, digits: 1 },
      { symbol: 'gr/lb', factor: 1 / 7000, digits: 0 },
    ],
  },
  mass: {
    name: 'mass',
    units: [
      { symbol: 'kg', factor: 1, digits: 0 },
      { symbol: 'lb', factor: POUND, digits: 0, also: ['lbs'] },
      { symbol: 'g', factor: 1e-3, digits: 0 },
    ],
  },
  velocity: {
    name: 'velocity',
    units: [
      { symbol: 'm/s', factor: 1, digits: 0 },
      { symbol: 'ft/s', factor: 0.3048, digits: 0 },
    ],
  },
  roadSpeed: {
    name: 'road speed',
    units: [
      { symbol: 'km/h', factor: 1 / 3.6, digits: 0, also: ['kph', 'kmh'] },
      { symbol: 'mph', factor: 0.44704, digits: 0 },
      { symbol: 'm/s', factor: 1, digits: 1 },
    ],
  },
  distance: {
    name: 'distance',
    units: [
      { symbol: 'km', factor: 1e3, digits: 0 },
      { symbol: 'mi', factor: 1609.344, digits: 0, also: ['miles'] },
    ],
  },
  energy: {
    name: 'energy',
    units: [
      { symbol: 'kJ', factor: 1e3, digits: 0 },
      { symbol: 'MJ', factor: 1e6, digits: 2 },
      { symbol: 'BTU', factor: 1055.05585262, digits: 0 },
    ],
  },
  force: {
    name: 'force',
    units: [
      { symbol: 'N', factor: 1, digits: 0 },
      { symbol: 'kN', factor: 1e3, digits: 2 },
      { symbol: 'lbf', factor: POUND * 9.80665, digits: 0, also: ['lb'] },
      { symbol: 'kgf', factor: 9.80665, digits: 1, also: ['kg'] },
    ],
  },
  area: {
    name: 'area',
    units: [
      { symbol: 'm²', factor: 1, digits: 2, also: ['m2'] },
      { symbol: 'ft²', factor: 0.3048 ** 2, digits: 1, also: ['ft2'] },
    ],
  },
  throatArea: {
    name: 'flow area',
    units: [
      { symbol: 'cm²', factor: 1e-4, digits: 2, also: ['cm2'] },
      { symbol: 'mm²', factor: 1e-6, digits: 0, also: ['mm2'] },
      { symbol: 'in²', factor: 0.0254 ** 2, digits: 2, also: ['in2', 'sq in'] },
    ],
  },
  inertia: {
    name: 'moment of inertia',
    units: [
      { symbol: 'kg·cm²', factor: 1e-4, digits: 3, also: ['kg cm2', 'kgcm2'] },
      { symbol: 'lb·in²', factor: POUND * INCH * INCH, digits: 3, also: ['lb in2'] },
    ],
  },
  heatLoss: { name: 'heat loss', units: [{ symbol: 'W/K', factor: 1, digits: 0 }] },
  acceleration: {
    name: 'acceleration',
    units: [
      { symbol: 'g', factor: 9.80665, digits: 0 },
      { symbol: 'm/s²', factor: 1, digits: 0, also: ['m/s2'] },
    ],
  },
  time: {
    name: 'time',
    units: [
      { symbol: 's', factor: 1, digits: 0 },
      { symbol: 'min', factor: 60, digits: 1 },
      { symbol: 'h', factor: 3600, digits: 1 },
    ],
  },
  /** Seconds and tenths: how long boost takes. */
  shortTime: { name: 'short time', units: [{ symbol: 's', factor: 1, digits: 1 }] },
  hours: {
    name: 'hours',
    units: [{ symbol: 'h', factor: 3600, digits: 0 }],
  },
  angle: { name: 'crank angle', units: [{ symbol: '°', factor: Math.PI / 180, digits: 0, also: ['deg'] }] },
  pistonSpeed: {
    name: 'piston speed',
    units: [
      { symbol: 'm/s', factor: 1, digits: 1 },
      { symbol: 'ft/min', factor: 0.3048 / 60, digits: 0 },
    ],
  },
  beltSpeed: {
    name: 'belt speed',
    units: [
      { symbol: 'm/s', factor: 1, digits: 1 },
      { symbol: 'ft/min', factor: 0.3048 / 60, digits: 0 },
    ],
  },
  power: {
    name: 'power',
    units: [
      { symbol: 'hp', factor: HP, digits: 0 },
      { symbol: 'kW', factor: 1e3, digits: 0 },
      { symbol: 'PS', factor: PS, digits: 0 },
    ],
  },
  shaftPower: {
    name: 'power',
    units: [
      { symbol: 'kW', factor: 1e3, digits: 1 },
      { symbol: 'hp', factor: HP, digits: 1 },
      { symbol: 'PS', factor: PS, digits: 1 },
    ],
  },
  torque: {
    name: 'torque',
    units: [
      { symbol: 'N·m', factor: 1, digits: 0, also: ['Nm', 'N m'] },
      { symbol: 'lb·ft', factor: POUND * 9.80665 * 0.3048, digits: 0, also: ['lbft', 'lb ft', 'lbf·ft'] },
    ],
  },
  bore: {
    name: 'length',
    units: [
      { symbol: 'mm', factor: 1e-3, digits: 1 },
      { symbol: 'in', factor: INCH, digits: 3, also: ['"'] },
      { symbol: 'cm', factor: 1e-2, digits: 2 },
      { symbol: 'm', factor: 1, digits: 4 },
    ],
  },
  fineLength: {
    name: 'measured length',
    units: [
      { symbol: 'mm', factor: 1e-3, digits: 2 },
      { symbol: 'in', factor: INCH, digits: 3, also: ['"'] },
      { symbol: 'cm', factor: 1e-2, digits: 3 },
      { symbol: 'm', factor: 1, digits: 5 },
    ],
  },
  clearance: {
    name: 'clearance',
    units: [
      { symbol: 'mm', factor: 1e-3, digits: 3 },
      { symbol: 'thou', factor: INCH / 1_000, digits: 1, also: ['mil', '"/1000'] },
      { symbol: 'in', factor: INCH, digits: 4, also: ['"'] },
      { symbol: 'µm', factor: 1e-6, digits: 0, also: ['um'] },
    ],
  },
  length: {
    name: 'length of a pipe',
    units: [
      { symbol: 'm', factor: 1, digits: 2 },
      { symbol: 'mm', factor: 1e-3, digits: 0 },
      { symbol: 'in', factor: INCH, digits: 1, also: ['"'] },
      { symbol: 'ft', factor: 0.3048, digits: 2 },
    ],
  },
  altitude: {
    name: 'height',
    units: [
      { symbol: 'm', factor: 1, digits: 0 },
      { symbol: 'ft', factor: 0.3048, digits: 0 },
    ],
  },
  volume: {
    name: 'volume',
    units: [
      { symbol: 'cc', factor: 1e-6, digits: 0, also: ['cm³', 'cm3'] },
      { symbol: 'L', factor: 1e-3, digits: 2, also: ['l'] },
      { symbol: 'in³', factor: INCH ** 3, digits: 1, also: ['ci', 'in3'] },
    ],
  },
  engineSpeed: {
    name: 'speed',
    units: [{ symbol: 'rpm', factor: 1, digits: 0, also: ['rev/min', '1/min'] }],
  },
  shaftSpeed: {
    name: 'shaft speed',
    units: [
      { symbol: 'rpm', factor: 1, digits: -2 },
      { symbol: 'krpm', factor: 1000, digits: 1 },
    ],
  },
  fuelPerEnergy: {
    name: 'brake specific fuel consumption',
    units: [
      { symbol: 'g/kWh', factor: 1e-3 / 3.6e6, digits: 0 },
      { symbol: 'lb/hp·h', factor: POUND / (HP * 3600), digits: 2, also: ['lb/hph', 'lb/hp-h', 'lb/(hp·h)'] },
    ],
  },
  chamber: {
    name: 'small volume',
    units: [
      { symbol: 'cc', factor: 1e-6, digits: 1, also: ['cm³', 'cm3'] },
      { symbol: 'L', factor: 1e-3, digits: 4, also: ['l'] },
      { symbol: 'in³', factor: INCH ** 3, digits: 2, also: ['ci', 'in3'] },
    ],
  },
  lightMass: {
    name: 'small mass',
    units: [
      { symbol: 'g', factor: 1e-3, digits: 0 },
      { symbol: 'oz', factor: POUND / 16, digits: 2 },
      { symbol: 'kg', factor: 1, digits: 3 },
    ],
  },
  smallRatio: { name: 'ratio', units: [{ symbol: '', factor: 1, digits: 3 }] },
  ratio: { name: 'ratio', units: [{ symbol: '', factor: 1, digits: 2 }] },
  share: {
    name: 'share',
    units: [
      { symbol: '%', factor: 0.01, digits: 0 },
      { symbol: '', factor: 1, digits: 2 },
    ],
  },
  fineShare: { name: 'small share', units: [{ symbol: '%', factor: 0.01, digits: 1 }] },
  megabytes: { name: 'size of a file', units: [{ symbol: 'MB', factor: 1, digits: 1 }] },
  count: { name: 'count', units: [{ symbol: '', factor: 1, digits: 0 }] },
  money: { name: 'price', units: [{ symbol: '', factor: 1, digits: 0 }] },
} satisfies Record<string, { name: string; units: Unit[] }>;

export type Quantity = keyof typeof quantities;

/** The units of a quantity; the first is the house default. */
export const unitsOf = (quantity: Quantity): Unit[] => quantities[quantity].units;

/** SI value to a unit. Offsets belong to temperatures only. */
export const toUnit = (value: number, unit: Unit): number => (value - (unit.offset ?? 0)) / unit.factor;

/** Value in a unit to SI. */
export const fromUnit = (value: number, unit: Unit): number => value * unit.factor + (unit.offset ?? 0);

/** The unit of that symbol (or one of its other spellings), upper and lower case alike, or undefined. */
export function findUnit(quantity: Quantity, symbol: string): Unit | undefined {
  const units = unitsOf(quantity);
  const spelling = (u: Unit) => [u.symbol, ...(u.also ?? [])];
  const wanted = symbol.trim();
  return (
    units.find((u) => spelling(u).includes(wanted)) ??
    units.find((u) => spelling(u).some((s) => s.toLowerCase() === wanted.toLowerCase()))
  );
}
