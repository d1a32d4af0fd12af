/**
 * Makes the invented injectors, pumps, filters, lines and regulators of the demo library. Run once by hand and commit what it
 * writes: node --import tsx scripts/generate/fuel-parts.ts
 * Nothing here is taken from a real part.
 */
import { writeFileSync } from 'node:fs';
import { given } from '../../src/core/documents/input';
import {
  fuelFilterSchema,
  fuelLineSchema,
  fuelPumpSchema,
  fuelRegulatorSchema,
  injectorSchema,
  type FuelPump,
  type Injector,
} from '../../src/core/fuel-system/part-documents';

const maker = (value: number) => given(value, 'maker');
const CC = 1e-6 / 60;
const LITRE_HOUR = 1e-3 / 3_600;
const BAR = 1e5;
const digits = (value: number) => Number(value.toPrecision(8));
const shop = (price: number, stock: number, note = '') => ({ price: maker(price), stock, note });

const dead = (at14: number) =>
  [8, 10, 12, 14, 16].map((voltage) => ({ voltage, time: digits(at14 * (14 / voltage) ** 1.6) }));

/** Flow cc/min at 3 bar, dead time ms at 14 V, length mm, price; suits alcohol from a letter on. */
const ports: [flow: number, dead: number, length: number, alcohol: boolean, price: number, stock: number][] =
  [
    [240, 0.72, 60, false, 38, 12],
    [315, 0.75, 60, false, 42, 8],
    [380, 0.78, 60, false, 46, 16],
    [440, 0.8, 60, false, 52, 8],
    [550, 0.82, 60, false, 61, 12],
    [650, 0.85, 48, true, 74, 8],
    [750, 0.88, 60, true, 86, 16],
    [875, 0.9, 48, true, 97, 8],
    [1_000, 0.93, 60, true, 112, 12],
    [1_150, 0.95, 48, true, 124, 8],
    [1_300, 0.98, 60, true, 138, 8],
    [1_500, 1.02, 60, true, 156, 4],
    [1_700, 1.06, 60, true, 172, 8],
    [2_000, 1.12, 60, true, 198, 8],
    [2_400, 1.2, 60, true, 236, 0],
  ];
const port = ([flow, time, length, alcohol, price, stock]: (typeof ports)[number]): Injector =>
  injectorSchema.parse({
    version: 1,
    kind: 'injector',
    name: `Rill ${flow}${length < 50 ? ' short' : ''}`,
    injection: 'port',
    suits: alcohol ? 'petrol and alcohol' : 'petrol',
    flow: maker(digits(flow * CC)),
    ratedPressure: maker(3 * BAR),
    testDensity: maker(770),
    deadTimes: dead(time * 1e-3),
    leastPulse: maker(digits((0.45 + flow / 5_000) * 1e-3)),
    impedance: flow > 1_600 ? 'low' : 'high',
    length: maker(length / 1_000),
    ...shop(price, stock),
  });
/** Common rail and direct petrol: cc/min at the rated pressure, bar. */
const directs: [name: string, suits: Injector['suits'], flow: number, bar: number, price: number][] = [
  ['Rill D 620', 'diesel', 620, 100, 310],
  ['Rill D 760', 'diesel', 760, 100, 345],
  ['Rill D 900', 'diesel', 900, 100, 390],
  ['Rill D 1100', 'diesel', 1_100, 100, 450],
  ['Rill D 1350', 'diesel', 1_350, 100, 520],
  ['Rill D 1650', 'diesel', 1_650, 100, 610],
  ['Rill D 2100', 'diesel', 2_100, 100, 740],
  ['Rill G 900', 'petrol', 900, 100, 165],
  ['Rill G 1100', 'petrol and alcohol', 1_100, 100, 190],
  ['Rill G 1350', 'petrol and alcohol', 1_350, 100, 225],
];
const direct = ([name, suits, flow, bar, price]: (typeof directs)[number]): Injector =>
  injectorSchema.parse({
    version: 1,
    kind: 'injector',
    name,
    injection: 'direct',
    suits,
    flow: maker(digits(flow * CC)),
    ratedPressure: maker(bar * BAR),
    testDensity: maker(suits === 'diesel' ? 825 : 770),
    deadTimes: dead(0.35e-3),
    leastPulse: maker(0.2e-3),
    impedance: 'peak and hold',
    length: maker(suits === 'diesel' ? 0.19 : 0.085),
    ...shop(price, 6),
  });

/** Free flow L/h, share of it that is left at 8 bar, current at 4 bar. */
type PumpRow = [
  name: string,
  suits: FuelPump['suits'],
  free: number,
  left: number,
  amps: number,
  volts: number,
  price: number,
  stock: number,
];
const electric: PumpRow[] = [
  ['Brook 130', 'petrol', 130, 0.3, 4.5, 13.5, 58, 4],
  ['Brook 165', 'petrol', 165, 0.34, 5.6, 13.5, 72, 6],
  ['Brook 205', 'petrol', 205, 0.36, 6.8, 13.5, 88, 5],
  ['Brook 255', 'petrol', 255, 0.4, 8.4, 13.5, 110, 8],
  ['Brook 255 A', 'petrol and alcohol', 255, 0.42, 8.6, 13.5, 128, 4],
  ['Brook 300 A', 'petrol and alcohol', 300, 0.44, 10.2, 13.5, 149, 3],
  ['Brook 340 A', 'petrol and alcohol', 340, 0.46, 11.6, 13.5, 168, 6],
  ['Brook 400 A', 'petrol and alcohol', 400, 0.48, 13.8, 13.5, 196, 2],
  ['Brook 450 A', 'petrol and alcohol', 450, 0.5, 15.6, 13.5, 228, 4],
  ['Brook 525 A', 'petrol and alcohol', 525, 0.52, 18.4, 13.5, 279, 3],
  ['Brook 600 A', 'petrol and alcohol', 600, 0.54, 21, 13.5, 340, 1],
  ['Torrent 850 A', 'petrol and alcohol', 850, 0.62, 24, 13.5, 610, 1],
  ['Torrent 1200 A', 'petrol and alcohol', 1_200, 0.64, 33, 13.5, 890, 0],
  ['Brook D 160', 'diesel', 160, 0.3, 6, 13.5, 124, 2],
  ['Brook D 320', 'diesel', 320, 0.32, 11, 13.5, 205, 1],
  ['Brook D 420 24 V', 'diesel', 420, 0.34, 7.5, 27, 262, 1],
];
const SHARES = [0, 2, 4, 6, 8];
const pump = ([name, suits, free, left, amps, volts, price, stock]: PumpRow): FuelPump =>
  fuelPumpSchema.parse({
    version: 1,
    kind: 'fuel-pump',
    name,
    drive: 'electric',
    suits,
    points: SHARES.map((bar) => ({
      pressure: bar * BAR,
      flow: digits(free * (1 - (1 - left) * (0.45 * (bar / 8) + 0.55 * (bar / 8) ** 2)) * LITRE_HOUR),
      current: digits(amps * (0.5 + 0.125 * bar)),
    })),
    ratedVoltage: maker(volts),
    ratedRpm: maker(6_000),
    ...shop(price, stock),
  });
/** Free flow L/h at 8,000 rev/min of the crankshaft. */
const mechanical: [name: string, free: number, price: number][] = [
  ['Weir 900', 900, 780],
  ['Weir 1500', 1_500, 980],
];
const onEngine = ([name, free, price]: (typeof mechanical)[number]): FuelPump =>
  fuelPumpSchema.parse({
    version: 1,
    kind: 'fuel-pump',
    name,
    drive: 'engine',
    suits: 'petrol and alcohol',
    points: [0, 3, 6, 10].map((bar) => ({
      pressure: bar * BAR,
      flow: digits(free * (1 - 0.016 * bar) * LITRE_HOUR),
      current: 0,
    })),
    ratedVoltage: maker(13.5),
    ratedRpm: maker(8_000),
    ...shop(price, 1, 'Hex drive at half the speed of the crankshaft.'),
  });

const filters = (
  [
    ['Gravel 100 suction', 'suction', 'petrol and alcohol', 0.02, 400, 100, 46],
    ['Gravel 100 suction wide', 'suction', 'petrol and alcohol', 0.012, 800, 100, 68],
    ['Gravel 40', 'pressure', 'petrol and alcohol', 0.05, 400, 40, 54],
    ['Gravel 10', 'pressure', 'petrol', 0.1, 300, 10, 38],
    ['Gravel 10 wide', 'pressure', 'petrol and alcohol', 0.08, 600, 10, 72],
    ['Gravel 6 long', 'pressure', 'petrol and alcohol', 0.06, 900, 6, 118],
    ['Gravel D 5', 'pressure', 'diesel', 0.15, 300, 5, 42],
    ['Gravel D 5 wide', 'pressure', 'diesel', 0.1, 600, 5, 74],
  ] as const
).map(([name, place, suits, bar, flow, micron, price]) =>
  fuelFilterSchema.parse({
    version: 1,
    kind: 'fuel-filter',
    name,
    place,
    suits,
    drop: maker(bar * BAR),
    flow: maker(digits(flow * LITRE_HOUR)),
    mesh: maker(digits(micron * 1e-6)),
    ...shop(price, 4),
  }),
);

const lines = (
  [
    ['Reed hose 6', 'petrol', 5.6, 20, 9],
    ['Reed hose 8', 'petrol', 7.9, 20, 11],
    ['Reed hose 10', 'petrol and alcohol', 9.5, 25, 16],
    ['Reed hose 8 A', 'petrol and alcohol', 8.7, 60, 24],
    ['Reed hose 11 A', 'petrol and alcohol', 11.1, 55, 31],
    ['Reed hose 14 A', 'petrol and alcohol', 14.3, 45, 39],
    ['Reed hard line 8', 'diesel', 6, 60, 12],
    ['Reed hard line 12', 'diesel', 10, 50, 17],
  ] as const
).map(([name, suits, bore, bar, price]) =>
  fuelLineSchema.parse({
    version: 1,
    kind: 'fuel-line',
    name,
    suits,
    bore: maker(digits(bore / 1_000)),
    mostGauge: maker(bar * BAR),
    ...shop(price, 20, 'Price for a metre.'),
  }),
);

const regulators = (
  [
    ['Sluice 3 fixed', 'fixed', 'petrol', 3, 3, 0.14, 34],
    ['Sluice 4 fixed', 'fixed', 'petrol', 4, 4, 0.14, 36],
    ['Sluice 1:1', 'referenced', 'petrol', 2, 5, 0.12, 96],
    ['Sluice 1:1 A', 'referenced', 'petrol and alcohol', 2, 6, 0.08, 148],
    ['Sluice 1:1 A wide', 'referenced', 'petrol and alcohol', 2, 7, 0.035, 215],
    ['Sluice D 5', 'fixed', 'diesel', 4, 6, 0.1, 58],
  ] as const
).map(([name, type, suits, least, most, bar, price]) =>
  fuelRegulatorSchema.parse({
    version: 1,
    kind: 'fuel-regulator',
    name,
    type,
    suits,
    leastGauge: maker(least * BAR),
    mostGauge: maker(most * BAR),
    slope: maker(digits((bar * BAR) / (200 * LITRE_HOUR))),
    ...shop(price, 3),
  }),
);

const write = (file: string, documents: { name: string }[]) => {
  const items = documents.map((document) => ({
    id: document.name.toLowerCase().replace(/[ :]+/g, '-'),
    revision: 1,
    document,
  }));
  writeFileSync(`src/data/demo/${file}.json`, `${JSON.stringify(items)}\n`);
};
write('injectors', [...ports.map(port), ...directs.map(direct)]);
write('fuel-pumps', [...electric.map(pump), ...mechanical.map(onEngine)]);
write('fuel-filters', filters);
write('fuel-lines', lines);
write('fuel-regulators', regulators);
