import { guess } from '@/core/documents/input';
import type { Turbocharger } from '@/core/turbocharger/document';
import type { Gate } from '@/core/turbocharger/gate-schema';
import { defineKind } from './kind';

/** Ranges, SI: those of the schema, held together by a test. */
export const turbochargerBounds = {
  inertia: { min: 1e-8, max: 1 },
  mechanical: { min: 0.5, max: 1 },
  speed: { min: 5_000, max: 500_000 },
  bore: { min: 0.003, max: 0.2 },
  flowCoefficient: { min: 0.1, max: 1 },
  springGauge: { min: 5_000, max: 500_000 },
  diaphragm: { min: 0.01, max: 0.3 },
  vanesClosed: { min: 0.1, max: 1 },
  vanesOpen: { min: 0.5, max: 2 },
};
const bounds = turbochargerBounds;

/** What holds the boost, as guesses to start from. */
export function gateOf(kind: Gate['kind']): Gate {
  switch (kind) {
    case 'none':
      return { kind };
    case 'vanes':
      return { kind, closed: guess(0.45), open: guess(1.25) };
    case 'valve':
      return {
        kind,
        mounting: 'external',
        bore: guess(0.038),
        flowCoefficient: guess(0.75),
        springGauge: guess(50_000),
        diaphragm: guess(0.088),
        reference: 'controlled',
      };
  }
}

type TurbochargerHead = { inertia: number; maxSpeedRpm: number; flange: string };

export const turbochargerKind = defineKind<Turbocharger, TurbochargerHead>({
  kind: 'turbocharger',
  path: 'turbochargers',
  words: { one: 'turbocharger', shelf: 'Turbochargers', find: 'name, part or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({ inertia: d.inertia.value, maxSpeedRpm: d.maxSpeedRpm.value, flange: d.flange }),
  columns: [
    { id: 'parts', width: 180, name: 'Compressor, turbine', value: (l) => l.parts.join(', ') },
    { id: 'flange', width: 90, name: 'Flange', value: (l) => l.flange },
    { id: 'inertia', width: 74, name: 'Rotor inertia', quantity: 'inertia', value: (l) => l.inertia },
    { id: 'maxSpeedRpm', width: 86, name: 'Max speed', quantity: 'shaftSpeed', value: (l) => l.maxSpeedRpm },
  ],
  readings: [
    { label: 'Compressor, turbine', of: (l) => l.parts.join(', ') },
    { label: 'Flange', of: (l) => l.flange || '–' },
    { label: 'Rotor inertia', of: (l) => [{ value: l.inertia, quantity: 'inertia' }] },
    { label: 'Maximum speed', of: (l) => [{ value: l.maxSpeedRpm, quantity: 'shaftSpeed' }] },
  ],
  fields: [
    {
      title: 'Turbocharger',
      fields: [
        {
          kind: 'measure',
          path: 'inertia',
          label: 'Rotor inertia',
          hint: 'wheels and shaft',
          quantity: 'inertia',
          bound: bounds.inertia,
        },
        {
          kind: 'measure',
          path: 'mechanicalEfficiency',
          label: 'Turbocharger mechanical efficiency',
          hint: 'of the turbine’s power',
          quantity: 'share',
          bound: bounds.mechanical,
        },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum speed',
          quantity: 'shaftSpeed',
          bound: bounds.speed,
        },
        { kind: 'text', path: 'flange', label: 'Flange', most: 60 },
      ],
    },
  ],
  blank: (firstOf) => {
    const compressor = firstOf('compressor');
    const turbine = firstOf('turbine');
    if (!compressor || !turbine) return null;
    return {
      version: 1,
      kind: 'turbocharger',
      name: 'New turbocharger',
      compressor,
      turbine,
      housing: 0,
      gate: gateOf('valve'),
      inertia: guess(1e-4),
      mechanicalEfficiency: guess(0.96),
      maxSpeedRpm: guess(150_000),
      flange: '',
      note: '',
    };
  },
});
