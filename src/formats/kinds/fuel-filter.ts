import { guess } from '@/core/documents/input';
import { fuelPartUses, type FuelFilter } from '@/core/fuel-system/part-documents';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  drop: { min: 0, max: 200_000 },
  flow: { min: 1e-6, max: 0.01 },
  mesh: { min: 1e-6, max: 1e-3 },
};
const places: Record<FuelFilter['place'], string> = {
  suction: 'before the pump',
  pressure: 'behind the pump',
};

type FilterHead = { place: string; suits: string; drop: number; flow: number; mesh: number };

export const fuelFilterKind = defineKind<FuelFilter, FilterHead>({
  kind: 'fuel-filter',
  path: 'fuel-filters',
  table: 'list',
  words: { one: 'fuel filter', shelf: 'Fuel filters', find: 'name, place, fuel or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({
    place: places[d.place],
    suits: d.suits,
    drop: d.drop.value,
    flow: d.flow.value,
    mesh: d.mesh.value,
  }),
  columns: [
    { id: 'place', width: 120, name: 'Place', value: (l) => l.place },
    { id: 'drop', width: 84, name: 'Drop', quantity: 'pressureDrop', value: (l) => l.drop },
    { id: 'flow', width: 84, name: 'at', quantity: 'fuelFlow', value: (l) => l.flow },
    { id: 'mesh', width: 72, name: 'Mesh', quantity: 'mesh', value: (l) => l.mesh },
    { id: 'suits', width: 130, name: 'Fuel', value: (l) => l.suits },
  ],
  readings: [
    { label: 'Place', of: (l) => l.place },
    { label: 'Fuel', of: (l) => l.suits },
    {
      label: 'Drop, new',
      of: (l) => [
        { value: l.drop, quantity: 'pressureDrop' },
        { value: l.flow, quantity: 'fuelFlow' },
      ],
    },
    { label: 'Mesh', of: (l) => [{ value: l.mesh, quantity: 'mesh' }] },
  ],
  fields: [
    {
      title: 'Fuel filter',
      fields: [
        {
          kind: 'choice',
          path: 'place',
          label: 'Place',
          options: Object.entries(places) as [string, string][],
        },
        {
          kind: 'choice',
          path: 'suits',
          label: 'Fuel',
          options: fuelPartUses.map((one) => [one, one] as const),
        },
        { kind: 'measure', path: 'drop', label: 'Drop, new', quantity: 'pressureDrop', bound: bounds.drop },
        { kind: 'measure', path: 'flow', label: 'at a flow of', quantity: 'fuelFlow', bound: bounds.flow },
        { kind: 'measure', path: 'mesh', label: 'Mesh', quantity: 'mesh', bound: bounds.mesh, usual: true },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'fuel-filter',
    name: 'New fuel filter',
    place: 'pressure',
    suits: 'petrol',
    drop: guess(10_000),
    flow: guess(8.3e-5),
    mesh: guess(1e-5),
    note: '',
  }),
});
