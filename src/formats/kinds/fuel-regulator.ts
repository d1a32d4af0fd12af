import { guess } from '@/core/documents/input';
import { fuelPartUses, type FuelRegulator } from '@/core/fuel-system/part-documents';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = { gauge: { min: 10_000, max: 2_000_000 }, slope: { min: 0, max: 5e9 } };
const regulatorTypes: Record<FuelRegulator['type'], string> = {
  referenced: '1:1 with boost',
  fixed: 'fixed',
};

type RegulatorHead = { type: string; suits: string; least: number; most: number; slope: number };

export const fuelRegulatorKind = defineKind<FuelRegulator, RegulatorHead>({
  kind: 'fuel-regulator',
  path: 'fuel-regulators',
  table: 'list',
  words: { one: 'fuel pressure regulator', shelf: 'Fuel regulators', find: 'name, type, fuel or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({
    type: regulatorTypes[d.type],
    suits: d.suits,
    least: d.leastGauge.value,
    most: d.mostGauge.value,
    slope: d.slope.value,
  }),
  columns: [
    { id: 'type', width: 110, name: 'Type', value: (l) => l.type },
    { id: 'least', width: 72, name: 'From', quantity: 'boost', value: (l) => l.least },
    { id: 'most', width: 72, name: 'to', quantity: 'boost', value: (l) => l.most },
    { id: 'slope', width: 110, name: 'Rise with flow', quantity: 'fuelResistance', value: (l) => l.slope },
    { id: 'suits', width: 130, name: 'Fuel', value: (l) => l.suits },
  ],
  readings: [
    { label: 'Type', of: (l) => l.type },
    { label: 'Fuel', of: (l) => l.suits },
    {
      label: 'Pressure',
      hint: 'least and most, gauge',
      of: (l) => [
        { value: l.least, quantity: 'boost' },
        { value: l.most, quantity: 'boost' },
      ],
    },
    { label: 'Rise with flow', of: (l) => [{ value: l.slope, quantity: 'fuelResistance' }] },
  ],
  fields: [
    {
      title: 'Fuel pressure regulator',
      fields: [
        {
          kind: 'choice',
          path: 'type',
          label: 'Type',
          options: Object.entries(regulatorTypes) as [string, string][],
        },
        {
          kind: 'choice',
          path: 'suits',
          label: 'Fuel',
          options: fuelPartUses.map((one) => [one, one] as const),
        },
        {
          kind: 'measure',
          path: 'leastGauge',
          label: 'Least pressure',
          quantity: 'boost',
          bound: bounds.gauge,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'mostGauge',
          label: 'Highest pressure',
          quantity: 'boost',
          bound: bounds.gauge,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'slope',
          label: 'Rise with flow',
          hint: 'of its pressure, for the flow that it lets back',
          quantity: 'fuelResistance',
          bound: bounds.slope,
          usual: true,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'fuel-regulator',
    name: 'New regulator',
    type: 'referenced',
    suits: 'petrol',
    leastGauge: guess(200_000),
    mostGauge: guess(600_000),
    slope: guess(2.7e8),
    note: '',
  }),
});
