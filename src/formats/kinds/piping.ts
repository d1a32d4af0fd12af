import { checkPiping, dropOn, flowAtMach } from '@/core/charge-air/piping';
import type { Piping } from '@/core/charge-air/piping-document';
import { MACH_WARNING } from '@/core/charge-air/losses';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

const types: Record<Piping['type'], string> = {
  pipe: 'pipe',
  hose: 'hose',
  'throttle-body': 'throttle body',
};
const bounds = {
  bore: { min: 0.005, max: 0.3 },
  length: { min: 0, max: 10 },
  bends: { min: 0, max: 20 },
  pressure: { min: 40_000, max: 900_000 },
  temperature: { min: 230, max: 500 },
  flow: { min: 1e-4, max: 20 },
  drop: { min: 1, max: 60_000 },
};

type PipingHead = {
  type: string;
  bore: number;
  length: number;
  bends: number;
  points: number;
  mostFlow: number | null;
};

export const pipingKind = defineKind<Piping, PipingHead>({
  kind: 'piping',
  path: 'piping',
  words: { one: 'piping part', shelf: 'Pipes, hoses, throttle bodies', find: 'name, type or note' },
  check: checkPiping,
  head: (d) => ({
    type: types[d.type],
    bore: d.bore.value,
    length: d.length.value,
    bends: d.bends.value,
    points: d.points.length,
    mostFlow: d.points.at(-1)?.flow ?? null,
  }),
  columns: [
    { id: 'type', width: 110, name: 'Type', value: (l) => l.type },
    { id: 'bore', width: 66, name: 'Bore', quantity: 'bore', value: (l) => l.bore },
    { id: 'length', width: 66, name: 'Length', quantity: 'length', value: (l) => l.length },
    { id: 'bends', width: 60, name: 'Bends', quantity: 'ratio', value: (l) => l.bends },
    { id: 'points', width: 64, name: 'Points', quantity: 'count', value: (l) => l.points },
    { id: 'mostFlow', width: 84, name: 'Max bench flow', quantity: 'massFlow', value: (l) => l.mostFlow },
  ],
  filters: [
    { label: 'Bore from', edge: 'least', quantity: 'bore', bound: bounds.bore, value: (l) => l.bore },
    { label: 'Bore to', edge: 'most', quantity: 'bore', bound: bounds.bore, value: (l) => l.bore },
  ],
  readings: [
    { label: 'Type', of: (l) => l.type },
    { label: 'Minimum bore', of: (l) => [{ value: l.bore, quantity: 'bore' }] },
    { label: 'Length', of: (l) => [{ value: l.length, quantity: 'length' }] },
    { label: '90° bends', hint: 'of a right angle', of: (l) => [{ value: l.bends, quantity: 'ratio' }] },
    {
      label: 'Flow bench',
      of: (l) => (l.points ? [{ value: l.mostFlow, quantity: 'massFlow' }] : 'not benched: by its measures'),
    },
  ],
  fields: [
    {
      title: 'Part',
      fields: [
        {
          kind: 'choice',
          path: 'type',
          label: 'Type',
          options: Object.entries(types) as [string, string][],
        },
        {
          kind: 'measure',
          path: 'bore',
          label: 'Minimum bore',
          hint: 'narrowest, inside',
          quantity: 'bore',
          bound: bounds.bore,
        },
        {
          kind: 'measure',
          path: 'length',
          label: 'Length',
          hint: 'along the middle',
          quantity: 'length',
          bound: bounds.length,
        },
        {
          kind: 'measure',
          path: 'bends',
          label: '90° bends',
          hint: 'of a right angle',
          quantity: 'ratio',
          bound: bounds.bends,
        },
      ],
    },
    {
      title: 'Flow bench',
      fields: [
        {
          kind: 'table',
          path: 'points',
          label: 'Flow bench points',
          hint: 'Empty where it was never on a bench',
          columns: [
            { key: 'flow', name: 'flow', quantity: 'massFlow', bound: bounds.flow },
            { key: 'drop', name: 'pressure loss', quantity: 'pressureDrop', bound: bounds.drop },
          ],
          least: 0,
          most: 60,
        },
        {
          kind: 'number',
          path: 'bench.pressure',
          label: 'Inlet pressure',
          quantity: 'airPressure',
          basis: 'abs',
          bound: bounds.pressure,
        },
        {
          kind: 'number',
          path: 'bench.temperature',
          label: 'Inlet temperature',
          quantity: 'temperature',
          bound: bounds.temperature,
        },
      ],
    },
  ],
  follows: [
    {
      label: 'Flow at the usual Mach warning',
      hint: 'Mach 0.30 in the bore, bench before it',
      of: (d) => [{ value: flowAtMach(d, MACH_WARNING), quantity: 'massFlow' }],
    },
    {
      label: 'Pressure loss there',
      of: (d) => [{ value: dropOn(d, flowAtMach(d, MACH_WARNING)), quantity: 'pressureDrop' }],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'piping',
    name: 'New pipe',
    type: 'pipe',
    bore: guess(0.06),
    length: guess(0.6),
    bends: guess(2),
    bench: { pressure: 101_325, temperature: 293.15 },
    points: [],
    note: '',
  }),
});
