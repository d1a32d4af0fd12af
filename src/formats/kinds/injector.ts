import { guess } from '@/core/documents/input';
import type { InjectionKind } from '@/core/fuel-system/choices';
import { checkInjector } from '@/core/fuel-system/part-checks';
import { fuelPartUses, impedances, type Injector } from '@/core/fuel-system/part-documents';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  flow: { min: 1e-7, max: 2e-4 },
  ratedPressure: { min: 50_000, max: 300_000_000 },
  testDensity: { min: 600, max: 950 },
  leastPulse: { min: 1e-5, max: 5e-3 },
  length: { min: 0.01, max: 0.3 },
  voltage: { min: 6, max: 20 },
  time: { min: 1e-5, max: 5e-3 },
};

const types: Record<InjectionKind, string> = { port: 'port', direct: 'direct' };

export type InjectorHead = {
  /** What it takes to put it on a setup. */
  testDensity: number | null;
  deadTimes: Injector['deadTimes'] | null;
  leastPulse: number | null;
  type: string;
  suits: Injector['suits'];
  flow: number;
  ratedPressure: number;
  deadTime: number | null;
  length: number;
};

export const injectorKind = defineKind<Injector, InjectorHead>({
  kind: 'injector',
  path: 'injectors',
  table: 'list',
  words: { one: 'injector', shelf: 'Injectors', find: 'name, type, fuel or note' },
  check: checkInjector,
  head: (d) => ({
    testDensity: d.testDensity?.value ?? null,
    deadTimes: d.deadTimes ?? null,
    leastPulse: d.leastPulse?.value ?? null,
    type: types[d.injection],
    suits: d.suits,
    flow: d.flow.value,
    ratedPressure: d.ratedPressure.value,
    deadTime: d.deadTimes?.at(-1)?.time ?? null,
    length: d.length.value,
  }),
  columns: [
    { id: 'type', width: 66, name: 'Type', value: (l) => l.type },
    { id: 'flow', width: 84, name: 'Flow', quantity: 'injectorFlow', value: (l) => l.flow },
    { id: 'ratedPressure', width: 72, name: 'at', quantity: 'boost', value: (l) => l.ratedPressure },
    { id: 'deadTime', width: 84, name: 'Dead time', quantity: 'pulse', value: (l) => l.deadTime },
    { id: 'suits', width: 130, name: 'Fuel', value: (l) => l.suits },
    { id: 'length', width: 66, name: 'Length', quantity: 'bore', value: (l) => l.length },
  ],
  filters: [
    { label: 'Flow from', edge: 'least', quantity: 'injectorFlow', bound: bounds.flow, value: (l) => l.flow },
  ],
  readings: [
    { label: 'Type', of: (l) => l.type },
    { label: 'Fuel', of: (l) => l.suits },
    { label: 'Flow', of: (l) => [{ value: l.flow, quantity: 'injectorFlow' }] },
    { label: 'Rated at', of: (l) => [{ value: l.ratedPressure, quantity: 'boost' }] },
    {
      label: 'Dead time',
      hint: 'at the highest voltage given',
      of: (l) => [{ value: l.deadTime, quantity: 'pulse' }],
    },
    { label: 'Length', of: (l) => [{ value: l.length, quantity: 'bore' }] },
  ],
  fields: [
    {
      title: 'Injector',
      fields: [
        {
          kind: 'choice',
          path: 'injection',
          label: 'Type',
          options: Object.entries(types) as [string, string][],
        },
        {
          kind: 'choice',
          path: 'suits',
          label: 'Fuel',
          options: fuelPartUses.map((one) => [one, one] as const),
        },
        {
          kind: 'measure',
          path: 'flow',
          label: 'Flow',
          hint: 'held open',
          quantity: 'injectorFlow',
          bound: bounds.flow,
        },
        {
          kind: 'measure',
          path: 'ratedPressure',
          label: 'Rated pressure',
          hint: 'across the injector',
          quantity: 'boost',
          bound: bounds.ratedPressure,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'testDensity',
          label: 'Density of the test fluid',
          hint: 'left empty: the flow is a volume of the fuel itself',
          quantity: 'density',
          bound: bounds.testDensity,
          optional: true,
        },
        {
          kind: 'measure',
          path: 'leastPulse',
          label: 'Shortest pulse that meters',
          quantity: 'pulse',
          bound: bounds.leastPulse,
          optional: true,
        },
        {
          kind: 'choice',
          path: 'impedance',
          label: 'Impedance',
          options: impedances.map((one) => [one, one] as const),
        },
        {
          kind: 'measure',
          path: 'length',
          label: 'Length',
          quantity: 'bore',
          bound: bounds.length,
          usual: true,
        },
      ],
    },
    {
      title: 'Dead time',
      fields: [
        {
          kind: 'table',
          path: 'deadTimes',
          label: 'Dead time over voltage',
          columns: [
            { key: 'voltage', name: 'voltage', quantity: 'voltage', bound: bounds.voltage },
            { key: 'time', name: 'dead time', quantity: 'pulse', bound: bounds.time },
          ],
          least: 1,
          most: 12,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'injector',
    name: 'New injector',
    injection: 'port',
    suits: 'petrol',
    flow: guess(9.17e-6),
    ratedPressure: guess(300_000),
    deadTimes: [
      { voltage: 10, time: 1.7e-3 },
      { voltage: 14, time: 0.9e-3 },
    ],
    impedance: 'high',
    length: guess(0.06),
    note: '',
  }),
});
