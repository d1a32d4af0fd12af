import { checkCooler } from '@/core/charge-air/cooler-curve';
import type { ChargeCooler } from '@/core/charge-air/cooler-document';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  face: { min: 0.02, max: 2 },
  depth: { min: 0.01, max: 0.5 },
  pressure: { min: 40_000, max: 900_000 },
  temperature: { min: 230, max: 600 },
  flow: { min: 1e-3, max: 20 },
  effectiveness: { min: 0.01, max: 1 },
  drop: { min: 1, max: 100_000 },
  mass: { min: 0.1, max: 200 },
};

const types: Record<ChargeCooler['type'], string> = { air: 'air to air', water: 'air to water' };

type CoolerHead = {
  type: string;
  face: number;
  depth: number;
  mostFlow: number;
  best: number;
  least: number;
  drop: number;
  mass: number | null;
};

export const coolerKind = defineKind<ChargeCooler, CoolerHead>({
  kind: 'cooler',
  path: 'coolers',
  table: 'list',
  words: { one: 'cooler', shelf: 'Charge air coolers', find: 'name, type or note' },
  check: checkCooler,
  head: (d) => ({
    type: types[d.type],
    face: d.height.value * d.width.value,
    depth: d.depth.value,
    mostFlow: d.points.at(-1)!.flow,
    best: Math.max(...d.points.map((p) => p.effectiveness)),
    least: Math.min(...d.points.map((p) => p.effectiveness)),
    drop: d.points.at(-1)!.drop,
    mass: d.mass?.value ?? null,
  }),
  columns: [
    { id: 'type', width: 96, name: 'Type', value: (l) => l.type },
    { id: 'depth', width: 66, name: 'Depth', quantity: 'bore', value: (l) => l.depth },
    { id: 'mostFlow', width: 84, name: 'Flow to', quantity: 'massFlow', value: (l) => l.mostFlow },
    { id: 'best', width: 84, name: 'Effectiveness', quantity: 'share', value: (l) => l.best },
    { id: 'least', width: 84, name: 'at that flow', quantity: 'share', value: (l) => l.least },
    { id: 'drop', width: 84, name: 'Pressure loss', quantity: 'pressureDrop', value: (l) => l.drop },
    { id: 'mass', width: 60, name: 'Mass', quantity: 'mass', value: (l) => l.mass },
  ],
  filters: [
    {
      label: 'Flow from',
      edge: 'least',
      quantity: 'massFlow',
      bound: bounds.flow,
      value: (l) => l.mostFlow,
    },
  ],
  readings: [
    { label: 'Type', of: (l) => l.type },
    {
      label: 'Effectiveness',
      hint: 'charge side, at the least and the greatest flow',
      of: (l) => [
        { value: l.best, quantity: 'share' },
        { value: l.least, quantity: 'share' },
      ],
    },
    { label: 'Points up to', of: (l) => [{ value: l.mostFlow, quantity: 'massFlow' }] },
    { label: 'Pressure loss there', of: (l) => [{ value: l.drop, quantity: 'pressureDrop' }] },
    { label: 'Mass', of: (l) => [{ value: l.mass, quantity: 'mass' }] },
  ],
  fields: [
    {
      title: 'Cooler',
      fields: [
        {
          kind: 'choice',
          path: 'type',
          label: 'Type',
          options: Object.entries(types) as [string, string][],
        },
        {
          kind: 'measure',
          path: 'height',
          label: 'Core height',
          quantity: 'bore',
          bound: bounds.face,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'width',
          label: 'Core width',
          quantity: 'bore',
          bound: bounds.face,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'depth',
          label: 'Core depth',
          hint: 'along what cools it',
          quantity: 'bore',
          bound: bounds.depth,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'mass',
          label: 'Mass',
          quantity: 'mass',
          bound: bounds.mass,
          optional: true,
        },
      ],
    },
    {
      title: 'Points',
      fields: [
        {
          kind: 'table',
          path: 'points',
          label: 'Points over the flow',
          hint: 'Effectiveness of the charge side, as two thermometers show it',
          columns: [
            { key: 'flow', name: 'flow', quantity: 'massFlow', bound: bounds.flow },
            { key: 'effectiveness', name: 'effectiveness', quantity: 'share', bound: bounds.effectiveness },
            { key: 'drop', name: 'pressure loss', quantity: 'pressureDrop', bound: bounds.drop },
          ],
          least: 2,
          most: 24,
        },
        {
          kind: 'number',
          path: 'bench.pressure',
          label: 'Inlet pressure',
          quantity: 'airPressure',
          basis: 'abs',
          bound: bounds.pressure,
          usual: true,
        },
        {
          kind: 'number',
          path: 'bench.temperature',
          label: 'Inlet temperature',
          quantity: 'temperature',
          bound: bounds.temperature,
          usual: true,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'cooler',
    name: 'New cooler',
    type: 'air',
    height: guess(0.25),
    width: guess(0.5),
    depth: guess(0.076),
    bench: { pressure: 200_000, temperature: 400 },
    points: [
      { flow: 0.1, effectiveness: 0.85, drop: 1_500 },
      { flow: 0.2, effectiveness: 0.76, drop: 6_000 },
      { flow: 0.3, effectiveness: 0.68, drop: 13_500 },
    ],
    note: '',
  }),
});
