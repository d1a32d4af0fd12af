import type { HeatExchanger } from '@/core/charge-air/heat-exchanger-document';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  side: { min: 0.05, max: 2 },
  depth: { min: 0.01, max: 0.3 },
  conductance: { min: 5, max: 20_000 },
  mass: { min: 0.1, max: 100 },
};

type ExchangerHead = {
  face: number;
  depth: number;
  conductance: number;
  hasFan: string;
  mass: number | null;
};

export const heatExchangerKind = defineKind<HeatExchanger, ExchangerHead>({
  kind: 'heat-exchanger',
  path: 'heat-exchangers',
  table: 'list',
  words: { one: 'heat exchanger', shelf: 'Heat exchangers', find: 'name, fan or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({
    face: d.height.value * d.width.value,
    depth: d.depth.value,
    conductance: d.conductance.value,
    hasFan: d.hasFan ? 'with a fan' : 'no fan',
    mass: d.mass?.value ?? null,
  }),
  columns: [
    { id: 'face', width: 72, name: 'Face', quantity: 'area', value: (l) => l.face },
    { id: 'depth', width: 66, name: 'Depth', quantity: 'bore', value: (l) => l.depth },
    { id: 'conductance', width: 96, name: 'Conductance', quantity: 'heatLoss', value: (l) => l.conductance },
    { id: 'hasFan', width: 84, name: 'Fan', value: (l) => l.hasFan },
    { id: 'mass', width: 60, name: 'Mass', quantity: 'mass', value: (l) => l.mass },
  ],
  filters: [
    {
      label: 'Conductance from',
      edge: 'least',
      quantity: 'heatLoss',
      bound: bounds.conductance,
      value: (l) => l.conductance,
    },
  ],
  readings: [
    { label: 'Face', of: (l) => [{ value: l.face, quantity: 'area' }] },
    {
      label: 'Conductance',
      hint: 'air to coolant, at 8 m/s through the face',
      of: (l) => [{ value: l.conductance, quantity: 'heatLoss' }],
    },
    { label: 'Fan', of: (l) => l.hasFan },
    { label: 'Mass', of: (l) => [{ value: l.mass, quantity: 'mass' }] },
  ],
  fields: [
    {
      title: 'Heat exchanger',
      fields: [
        { kind: 'measure', path: 'height', label: 'Core height', quantity: 'bore', bound: bounds.side },
        { kind: 'measure', path: 'width', label: 'Core width', quantity: 'bore', bound: bounds.side },
        {
          kind: 'measure',
          path: 'depth',
          label: 'Core depth',
          quantity: 'bore',
          bound: bounds.depth,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'conductance',
          label: 'Conductance',
          hint: 'air to coolant, at 8 m/s through the face',
          quantity: 'heatLoss',
          bound: bounds.conductance,
        },
        { kind: 'tick', path: 'hasFan', label: 'Has a fan' },
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
  ],
  blank: () => ({
    version: 1,
    kind: 'heat-exchanger',
    name: 'New heat exchanger',
    height: guess(0.25),
    width: guess(0.5),
    depth: guess(0.045),
    conductance: guess(500),
    hasFan: false,
    note: '',
  }),
});
