import { checkBlower } from '@/core/blower/check';
import { blowerTypes, type Blower, type BlowerType } from '@/core/blower/document';
import { blowerEfficiencies } from '@/core/blower/losses';
import { compileBlower, peakOf } from '@/core/blower/table';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';
import { shaftFields, shaftBounds } from './shaft-fields';

export const typeWords: Record<BlowerType, string> = {
  roots: 'straight-lobe Roots',
  twisted: 'twisted-lobe',
  screw: 'twin-screw',
};

/** Ranges of the schema, SI; a test holds those of the fields to it. */
export const blowerBounds = {
  volume: { min: 5e-5, max: 0.02 },
  internalRatio: { min: 1, max: 2.5 },
  stepUp: { min: 0.5, max: 12 },
  maxSpeedRpm: { min: 1_000, max: 60_000 },
  maxOutletTemperature: { min: 330, max: 600 },
  ...shaftBounds,
  mass: { min: 1, max: 400 },
  speedRpm: { min: 100, max: 60_000 },
  pressureRatio: { min: 1, max: 4 },
  volumetric: { min: 0.05, max: 1.05 },
  isentropic: { min: 0.05, max: 0.95 },
};
const bounds = blowerBounds;

/** A blower to start from when it is typed in by hand: a twisted-lobe one of usual losses, every figure a guess. */
function blankBlower(): Blower {
  const losses = {
    volume: 1.5e-3,
    internalRatio: 1,
    maxSpeedRpm: 16_000,
    gaps: 0.007,
    filling: 0.05,
    ports: 0.09,
    heat: 0.1,
  };
  return {
    version: 1,
    kind: 'blower',
    name: 'New blower',
    type: 'twisted',
    volume: guess(losses.volume),
    internalRatio: guess(losses.internalRatio),
    stepUp: guess(1),
    maxSpeedRpm: guess(losses.maxSpeedRpm),
    maxOutletTemperature: guess(438.15),
    lines: [4_000, 8_000, 12_000, 16_000].map((speedRpm) => ({
      speedRpm,
      points: [1.1, 1.3, 1.5, 1.8, 2.1].map((pressureRatio) => {
        const { volumetric, isentropic } = blowerEfficiencies(losses, speedRpm, pressureRatio);
        const round = (share: number) => Math.round(share * 1_000) / 1_000;
        return { pressureRatio, volumetric: round(volumetric), isentropic: round(isentropic) };
      }),
    })),
    note: 'Started from the usual losses of a twisted-lobe blower: replace every figure.',
  };
}

type BlowerHead = {
  type: string;
  volume: number;
  internalRatio: number;
  stepUp: number;
  maxSpeedRpm: number;
  maxOutletTemperature: number;
  peak: number;
  mass: number | null;
};

export const blowerKind = defineKind<Blower, BlowerHead>({
  kind: 'blower',
  path: 'blowers',
  words: { one: 'blower', shelf: 'Blowers', find: 'name, type or note' },
  check: checkBlower,
  head: (d) => ({
    type: typeWords[d.type],
    volume: d.volume.value,
    internalRatio: d.internalRatio.value,
    stepUp: d.stepUp.value,
    maxSpeedRpm: d.maxSpeedRpm.value,
    maxOutletTemperature: d.maxOutletTemperature.value,
    peak: peakOf(compileBlower(d)),
    mass: d.mass?.value ?? null,
  }),
  columns: [
    { id: 'type', width: 130, name: 'Type', value: (l) => l.type },
    { id: 'volume', width: 96, name: 'Displacement', quantity: 'volume', value: (l) => l.volume },
    {
      id: 'internalRatio',
      width: 96,
      name: 'Internal ratio',
      quantity: 'ratio',
      value: (l) => l.internalRatio,
    },
    {
      id: 'maxSpeedRpm',
      width: 112,
      name: 'Max rotor speed',
      quantity: 'shaftSpeed',
      value: (l) => l.maxSpeedRpm,
    },
    { id: 'peak', width: 104, name: 'Peak efficiency', quantity: 'share', value: (l) => l.peak },
    { id: 'mass', width: 60, name: 'Mass', quantity: 'mass', value: (l) => l.mass },
  ],
  filters: [
    {
      label: 'Displacement from',
      edge: 'least',
      quantity: 'volume',
      bound: bounds.volume,
      value: (l) => l.volume,
    },
    {
      label: 'Displacement to',
      edge: 'most',
      quantity: 'volume',
      bound: bounds.volume,
      value: (l) => l.volume,
    },
  ],
  readings: [
    { label: 'Type', of: (l) => l.type },
    { label: 'Displacement', hint: 'per rotor turn', of: (l) => [{ value: l.volume, quantity: 'volume' }] },
    { label: 'Internal ratio', of: (l) => [{ value: l.internalRatio, quantity: 'ratio' }] },
    { label: 'Internal step-up', of: (l) => [{ value: l.stepUp, quantity: 'ratio' }] },
    {
      label: 'Limits',
      hint: 'rotor speed, outlet',
      of: (l) => [
        { value: l.maxSpeedRpm, quantity: 'shaftSpeed' },
        { value: l.maxOutletTemperature, quantity: 'temperature' },
      ],
    },
    { label: 'Peak efficiency', hint: 'isentropic', of: (l) => [{ value: l.peak, quantity: 'share' }] },
    { label: 'Mass', of: (l) => [{ value: l.mass, quantity: 'mass' }] },
  ],
  fields: [
    {
      title: 'Blower',
      fields: [
        {
          kind: 'choice',
          path: 'type',
          label: 'Type',
          options: blowerTypes.map((type) => [type, typeWords[type]] as const),
        },
        {
          kind: 'measure',
          path: 'volume',
          label: 'Displacement',
          hint: 'per turn of the driven rotor',
          quantity: 'volume',
          bound: bounds.volume,
        },
        {
          kind: 'measure',
          path: 'internalRatio',
          label: 'Internal ratio',
          hint: 'built-in volume ratio; 1 for straight lobes',
          quantity: 'ratio',
          bound: bounds.internalRatio,
        },
        {
          kind: 'measure',
          path: 'stepUp',
          label: 'Internal step-up',
          hint: 'rotor over pulley speed',
          quantity: 'ratio',
          bound: bounds.stepUp,
        },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum rotor speed',
          quantity: 'shaftSpeed',
          bound: bounds.maxSpeedRpm,
        },
        {
          kind: 'measure',
          path: 'maxOutletTemperature',
          label: 'Maximum outlet temperature',
          quantity: 'temperature',
          bound: bounds.maxOutletTemperature,
        },
        ...shaftFields,
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
  blank: blankBlower,
  table: 'table',
});
