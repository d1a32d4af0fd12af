import type { Centrifugal } from '@/core/blower/centrifugal';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';
import { shaftFields } from './shaft-fields';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  stepUp: { min: 1, max: 20 },
  mechanical: { min: 0.5, max: 1 },
  maxSpeedRpm: { min: 5_000, max: 300_000 },
  mass: { min: 0.5, max: 200 },
};

type CentrifugalHead = { stepUp: number; maxSpeedRpm: number; mass: number | null };

export const centrifugalKind = defineKind<Centrifugal, CentrifugalHead>({
  kind: 'centrifugal',
  path: 'centrifugals',
  words: { one: 'centrifugal blower', shelf: 'Centrifugal blowers', find: 'name, wheel or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({
    stepUp: d.stepUp.value,
    maxSpeedRpm: d.maxSpeedRpm.value,
    mass: d.mass?.value ?? null,
  }),
  columns: [
    { id: 'parts', width: 120, name: 'Compressor', value: (l) => l.parts.join(', ') },
    { id: 'stepUp', width: 84, name: 'Step-up', quantity: 'ratio', value: (l) => l.stepUp },
    {
      id: 'maxSpeedRpm',
      width: 104,
      name: 'Max wheel speed',
      quantity: 'shaftSpeed',
      value: (l) => l.maxSpeedRpm,
    },
    { id: 'mass', width: 60, name: 'Mass', quantity: 'mass', value: (l) => l.mass },
  ],
  readings: [
    { label: 'Compressor', hint: 'its map', of: (l) => l.parts.join(', ') },
    { label: 'Step-up', hint: 'wheel over pulley', of: (l) => [{ value: l.stepUp, quantity: 'ratio' }] },
    { label: 'Maximum wheel speed', of: (l) => [{ value: l.maxSpeedRpm, quantity: 'shaftSpeed' }] },
    { label: 'Mass', of: (l) => [{ value: l.mass, quantity: 'mass' }] },
  ],
  fields: [
    {
      title: 'Centrifugal blower',
      fields: [
        {
          kind: 'measure',
          path: 'stepUp',
          label: 'Internal step-up',
          hint: 'wheel over pulley speed',
          quantity: 'ratio',
          bound: bounds.stepUp,
        },
        {
          kind: 'measure',
          path: 'mechanicalEfficiency',
          label: 'Gear efficiency',
          hint: 'with its belt',
          quantity: 'share',
          bound: bounds.mechanical,
        },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum wheel speed',
          quantity: 'shaftSpeed',
          bound: bounds.maxSpeedRpm,
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
  blank: (firstOf) => {
    const compressor = firstOf('compressor');
    if (!compressor) return null;
    return {
      version: 1,
      kind: 'centrifugal',
      name: 'New centrifugal blower',
      compressor,
      stepUp: guess(6),
      mechanicalEfficiency: guess(0.94),
      maxSpeedRpm: guess(70_000),
      note: '',
    };
  },
});
