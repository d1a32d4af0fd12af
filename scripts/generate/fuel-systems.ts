import { given, guess, type Input } from '../../src/core/documents/input';
import type { CoolingDocument } from '../../src/core/job/schema/job';
import type { FuelSystemDocument, PumpDocument } from '../../src/core/fuel-system/schema';
import { usualFuelSystem } from '../../src/core/fuel-system/usual';
import { sampleFuelParts } from '../../src/data/demo/sample-library';

const LITRE_HOUR = 1e-3 / 3_600;
const ref = (id: string) => ({ id, revision: 1 });
const documentOf = (id: string) => sampleFuelParts.find((item) => item.id === id)!.document;
const maker = ({ value }: Input): Input => given(value, 'maker');

function injectors(id: string, count: number): FuelSystemDocument['injectors'] {
  const part = documentOf(id);
  if (part.kind !== 'injector') throw new Error(`${id} is no injector.`);
  return {
    part: ref(id),
    count: given(count, 'reported'),
    flow: maker(part.flow),
    ratedPressure: maker(part.ratedPressure),
    testDensity: maker(part.testDensity!),
    deadTimes: part.deadTimes!,
    leastPulse: maker(part.leastPulse!),
  };
}

function pump(id: string): PumpDocument {
  const part = documentOf(id);
  if (part.kind !== 'fuel-pump') throw new Error(`${id} is no pump.`);
  return {
    part: ref(id),
    points: part.points,
    ratedVoltage: maker(part.ratedVoltage),
    ratedRpm: maker(part.ratedRpm),
  };
}

function filter(id: string): NonNullable<FuelSystemDocument['filters']['pressure']> {
  const part = documentOf(id);
  if (part.kind !== 'fuel-filter') throw new Error(`${id} is no filter.`);
  return { part: ref(id), drop: maker(part.drop), flow: maker(part.flow), clogged: guess(1) };
}

const hose = (bore: number, length: number, bends: number): FuelSystemDocument['feed'] => ({
  bore: given(bore / 1_000, 'maker'),
  length: given(length, 'measured'),
  bends: given(bends, 'reported'),
});

const petrol = { ignition: 'spark', isHeavy: false } as const;

/** The fuel systems of the demo's jobs, by name. */
export const fuelSystems: Record<string, FuelSystemDocument> = {
  'Hill-climb single-seater': {
    ...usualFuelSystem({ ...petrol, cylinders: 4 }, 90 * LITRE_HOUR),
    injectors: injectors('rill-550', 4),
    pumps: {
      ...usualFuelSystem({ ...petrol, cylinders: 4 }, 90 * LITRE_HOUR).pumps,
      first: pump('brook-165'),
    },
    filters: { pressure: filter('gravel-10') },
    feed: hose(7.9, 1.6, 4),
    back: hose(7.9, 1.5, 3),
    senses: 'speed-density',
    temperature: given(303.15, 'reported'),
  },
  'Jet-sprint boat, 6.7 L V8': {
    ...usualFuelSystem({ ...petrol, cylinders: 8 }, 450 * LITRE_HOUR),
    injectors: injectors('rill-1700', 8),
    pumps: {
      ...usualFuelSystem({ ...petrol, cylinders: 8 }, 450 * LITRE_HOUR).pumps,
      arrangement: 'parallel',
      first: pump('brook-525-a'),
      second: 'boost',
      onGauge: given(40_000, 'reported'),
    },
    filters: { suction: filter('gravel-100-suction-wide'), pressure: filter('gravel-6-long') },
    feed: hose(14.3, 2.2, 4),
    back: hose(11.1, 2, 3),
    rails: { kind: 'parallel', bore: given(0.014, 'measured'), length: given(0.46, 'measured') },
  },
  'Rally-raid truck, V10 twins': {
    ...usualFuelSystem({ ...petrol, cylinders: 10 }, 300 * LITRE_HOUR),
    injectors: injectors('rill-750', 10),
    pumps: {
      ...usualFuelSystem({ ...petrol, cylinders: 10 }, 300 * LITRE_HOUR).pumps,
      arrangement: 'parallel',
      first: pump('brook-255'),
    },
    lift: { flow: given(320 * LITRE_HOUR, 'maker'), volume: given(3e-3, 'measured') },
    filters: { suction: filter('gravel-100-suction'), pressure: filter('gravel-10-wide') },
    feed: hose(11.1, 4.5, 6),
    back: hose(8.7, 4.5, 5),
    rails: { kind: 'parallel', bore: given(0.012, 'measured'), length: given(0.52, 'measured') },
    temperature: given(323.15, 'guess'),
  },
  'Snow groomer, 7.2 L diesel': {
    ...usualFuelSystem({ cylinders: 6, ignition: 'compression', isHeavy: true }, 95 * LITRE_HOUR),
    injectors: injectors('rill-d-1650', 6),
    pumps: {
      ...usualFuelSystem({ cylinders: 6, ignition: 'compression', isHeavy: true }, 95 * LITRE_HOUR).pumps,
      first: pump('brook-d-420-24-v'),
    },
    filters: { pressure: filter('gravel-d-5-wide') },
    feed: hose(10, 3.2, 6),
    back: hose(10, 3.2, 4),
    temperature: given(313.15, 'guess'),
  },
};

const front = (id: string): NonNullable<CoolingDocument['loop']>['front'] => {
  const part = documentOf(id);
  if (part.kind !== 'heat-exchanger') throw new Error(`${id} is no heat exchanger.`);
  return {
    part: ref(id),
    conductance: maker(part.conductance),
    face: maker({ value: part.height.value * part.width.value, confidence: 'maker' }),
  };
};

/** What stores the heat of the demo's coolers, by name. */
export const coolings: Record<string, CoolingDocument> = {
  'Hill-climb single-seater': {
    metal: given(3.4, 'measured'),
    face: given(0.126, 'measured'),
    pullSpeed: given(18, 'reported'),
    restSpeed: given(0.4, 'reported'),
    start: given(308.15, 'measured'),
    pickUp: guess(0.03),
    wall: guess(343.15),
  },
  'Jet-sprint boat, 6.7 L V8': {
    metal: given(9.5, 'maker'),
    face: guess(0.3),
    pullSpeed: given(9, 'guess'),
    restSpeed: given(1.5, 'guess'),
    loop: {
      volume: given(0.014, 'measured'),
      flow: given(40e-3 / 60, 'maker'),
      ice: given(6, 'reported'),
      front: front('tarn-45-fan'),
    },
    start: given(303.15, 'reported'),
    pickUp: guess(0.03),
    wall: guess(348.15),
  },
};
