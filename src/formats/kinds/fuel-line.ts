import { guess } from '@/core/documents/input';
import { fuelPartUses, type FuelLineItem } from '@/core/fuel-system/part-documents';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = { bore: { min: 0.002, max: 0.05 }, mostGauge: { min: 100_000, max: 50_000_000 } };

type LineHead = { suits: string; bore: number; mostGauge: number };

export const fuelLineKind = defineKind<FuelLineItem, LineHead>({
  kind: 'fuel-line',
  path: 'fuel-lines',
  table: 'list',
  words: { one: 'fuel line', shelf: 'Fuel lines', find: 'name, fuel or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({ suits: d.suits, bore: d.bore.value, mostGauge: d.mostGauge.value }),
  columns: [
    { id: 'bore', width: 72, name: 'Bore', quantity: 'bore', value: (l) => l.bore },
    { id: 'mostGauge', width: 84, name: 'Bears', quantity: 'boost', value: (l) => l.mostGauge },
    { id: 'suits', width: 130, name: 'Fuel', value: (l) => l.suits },
  ],
  readings: [
    { label: 'Fuel', of: (l) => l.suits },
    { label: 'Bore', of: (l) => [{ value: l.bore, quantity: 'bore' }] },
    { label: 'Bears', hint: 'gauge', of: (l) => [{ value: l.mostGauge, quantity: 'boost' }] },
  ],
  fields: [
    {
      title: 'Fuel line',
      fields: [
        {
          kind: 'choice',
          path: 'suits',
          label: 'Fuel',
          options: fuelPartUses.map((one) => [one, one] as const),
        },
        { kind: 'measure', path: 'bore', label: 'Bore', quantity: 'bore', bound: bounds.bore },
        {
          kind: 'measure',
          path: 'mostGauge',
          label: 'Bears',
          hint: 'gauge',
          quantity: 'boost',
          bound: bounds.mostGauge,
          usual: true,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'fuel-line',
    name: 'New fuel line',
    suits: 'petrol',
    bore: guess(0.008),
    mostGauge: guess(3_000_000),
    note: '',
  }),
});
