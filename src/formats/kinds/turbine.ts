import { guess } from '@/core/documents/input';
import { checkTurbine } from '@/core/turbine/check';
import type { Turbine } from '@/core/turbine/document';
import { defineKind } from './kind';

/** Ranges, SI: those of the schema, held together by a test. */
export const turbineBounds = {
  wheel: { min: 0.005, max: 1 },
  efficiency: { min: 0.2, max: 0.9 },
  velocityRatio: { min: 0.4, max: 0.9 },
  throats: { min: 1, max: 2 },
  speed: { min: 5_000, max: 500_000 },
  temperature: { min: 600, max: 1_500 },
  referencePressure: { min: 50_000, max: 120_000 },
  referenceTemperature: { min: 250, max: 1_400 },
  ar: { min: 0.001, max: 0.2 },
  area: { min: 1e-6, max: 0.1 },
};
const bounds = turbineBounds;

/** A turbine to start from when it is typed in by hand: sound, unremarkable, and every figure a guess. */
const blankTurbine = (): Turbine => ({
  version: 1,
  kind: 'turbine',
  name: 'New turbine',
  reference: { pressure: 101_325, temperature: 288.15 },
  inducer: guess(0.055),
  exducer: guess(0.047),
  efficiency: guess(0.68),
  includesBearing: false,
  bestVelocityRatio: guess(0.67),
  throats: guess(1.4),
  maxSpeedRpm: guess(150_000),
  maxTemperature: guess(1_223.15),
  housings: [{ name: 'Housing 1', entry: 'open', capacity: { kind: 'area', area: guess(7e-4) } }],
  note: 'Started from guesses: replace every figure and its reference conditions.',
});

type TurbineHead = {
  inducer: number;
  exducer: number;
  bestEfficiency: number;
  includesBearing: boolean;
  maxSpeedRpm: number;
  maxTemperature: number;
  housings: string;
};

export const turbineKind = defineKind<Turbine, TurbineHead>({
  kind: 'turbine',
  path: 'turbines',
  words: { one: 'turbine', shelf: 'Turbines', find: 'name, housing or note' },
  check: checkTurbine,
  head: (d) => ({
    inducer: d.inducer.value,
    exducer: d.exducer.value,
    bestEfficiency: d.efficiency.value,
    includesBearing: d.includesBearing,
    maxSpeedRpm: d.maxSpeedRpm.value,
    maxTemperature: d.maxTemperature.value,
    housings: d.housings.map((h) => h.name).join(', '),
  }),
  columns: [
    { id: 'inducer', width: 66, name: 'Inducer', quantity: 'bore', value: (l) => l.inducer },
    { id: 'exducer', width: 68, name: 'Exducer', quantity: 'bore', value: (l) => l.exducer },
    {
      id: 'bestEfficiency',
      width: 52,
      name: 'Peak efficiency',
      quantity: 'share',
      value: (l) => l.bestEfficiency,
    },
    { id: 'maxSpeedRpm', width: 86, name: 'Max speed', quantity: 'shaftSpeed', value: (l) => l.maxSpeedRpm },
    {
      id: 'maxTemperature',
      width: 74,
      name: 'Max temperature',
      quantity: 'temperature',
      hidden: true,
      value: (l) => l.maxTemperature,
    },
    { id: 'housings', width: 200, name: 'Housings', value: (l) => l.housings },
  ],
  filters: [
    {
      label: 'Inducer from',
      edge: 'least',
      quantity: 'bore',
      bound: { min: 0, max: 1 },
      value: (l) => l.inducer,
    },
    {
      label: 'Inducer to',
      edge: 'most',
      quantity: 'bore',
      bound: { min: 0, max: 1 },
      value: (l) => l.inducer,
    },
  ],
  readings: [
    {
      label: 'Inducer / exducer',
      of: (l) => [
        { value: l.inducer, quantity: 'bore' },
        { value: l.exducer, quantity: 'bore' },
      ],
    },
    { label: 'Peak efficiency', of: (l) => [{ value: l.bestEfficiency, quantity: 'share' }] },
    { label: 'Mechanical losses', of: (l) => (l.includesBearing ? 'in the efficiency' : 'not in it') },
    {
      label: 'Limits',
      of: (l) => [
        { value: l.maxSpeedRpm, quantity: 'shaftSpeed' },
        { value: l.maxTemperature, quantity: 'temperature' },
      ],
    },
    { label: 'Housings', of: (l) => l.housings },
  ],
  fields: [
    {
      title: 'Wheel',
      fields: [
        {
          kind: 'measure',
          path: 'inducer',
          label: 'Inducer',
          hint: 'where the gas enters',
          quantity: 'bore',
          bound: bounds.wheel,
        },
        { kind: 'measure', path: 'exducer', label: 'Exducer', quantity: 'bore', bound: bounds.wheel },
        {
          kind: 'measure',
          path: 'efficiency',
          label: 'Peak efficiency',
          hint: 'total to static',
          quantity: 'share',
          bound: bounds.efficiency,
        },
        {
          kind: 'measure',
          path: 'bestVelocityRatio',
          label: 'U/C0 at peak efficiency',
          quantity: 'ratio',
          bound: bounds.velocityRatio,
        },
        {
          kind: 'measure',
          path: 'throats',
          label: 'Throats in series',
          hint: 'where an area is given',
          quantity: 'ratio',
          bound: bounds.throats,
        },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum speed',
          quantity: 'shaftSpeed',
          bound: bounds.speed,
        },
        {
          kind: 'measure',
          path: 'maxTemperature',
          label: 'Maximum temperature',
          quantity: 'temperature',
          bound: bounds.temperature,
        },
        {
          kind: 'tick',
          path: 'includesBearing',
          label: 'efficiency includes mechanical losses',
        },
      ],
    },
    {
      title: 'Reference conditions',
      fields: [
        {
          kind: 'number',
          path: 'reference.pressure',
          label: 'Pressure',
          quantity: 'airPressure',
          basis: 'abs',
          bound: bounds.referencePressure,
        },
        {
          kind: 'number',
          path: 'reference.temperature',
          label: 'Temperature',
          quantity: 'temperature',
          bound: bounds.referenceTemperature,
        },
      ],
    },
  ],
  blank: blankTurbine,
  table: 'table',
});
