import { limitMetrics, partTypes, type LimitMetric } from '@/core/job/schema/component-choices';
import { metrics, partTypeNames } from '@/core/job/schema/component-names';
import type { EnginePart } from '@/core/limits/part-documents';
import { guess } from '@/core/documents/input';
import { defineKind, type Figure } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds: Record<LimitMetric, { min: number; max: number }> = {
  torque: { min: 5, max: 50_000 },
  power: { min: 1_000, max: 5_000_000 },
  bmep: { min: 100_000, max: 10_000_000 },
  engineSpeed: { min: 300, max: 30_000 },
  pistonSpeed: { min: 2, max: 60 },
  boltLoad: { min: 500, max: 2_000_000 },
  cylinderPressure: { min: 1_000_000, max: 60_000_000 },
  boost: { min: 1_000, max: 2_000_000 },
  backPressure: { min: 1_000, max: 3_000_000 },
  chargeTemperature: { min: 260, max: 600 },
  exhaustTemperature: { min: 500, max: 1_600 },
  roadSpeed: { min: 3, max: 160 },
  stopEnergy: { min: 10_000, max: 200_000_000 },
  runningMass: { min: 20, max: 200_000 },
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export type EnginePartHead = {
  type: EnginePart['type'];
  fits: string;
  material: string;
  limits: EnginePart['limits'];
};

const figuresOf = ({ limits }: Pick<EnginePartHead, 'limits'>): Figure[] =>
  limitMetrics.flatMap((metric): Figure[] =>
    limits[metric] ? [{ value: limits[metric].value, quantity: metrics[metric].quantity }] : [],
  );

export const enginePartKind = defineKind<EnginePart, EnginePartHead>({
  kind: 'engine-part',
  path: 'engine-parts',
  words: { one: 'engine part', shelf: 'Engine parts', find: 'name, kind, material, engine or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: ({ type, fits, material, limits }) => ({ type, fits, material, limits }),
  columns: [
    { id: 'type', width: 120, name: 'Part', value: (l) => partTypeNames[l.type] },
    { id: 'fits', width: 130, name: 'Fits', value: (l) => l.fits },
    { id: 'material', width: 130, name: 'Material', value: (l) => l.material },
    { id: 'limits', width: 150, name: 'Limits', value: (l) => figuresOf(l).length, figures: figuresOf },
  ],
  readings: [
    { label: 'Part', of: (l) => partTypeNames[l.type] },
    { label: 'Fits', of: (l) => l.fits || 'any' },
    { label: 'Material', of: (l) => l.material || 'not stated' },
    { label: 'Limits', of: (l) => figuresOf(l) },
  ],
  fields: [
    {
      title: 'Engine part',
      fields: [
        {
          kind: 'choice',
          path: 'type',
          label: 'Part',
          options: partTypes.map((type) => [type, partTypeNames[type]] as const),
        },
        { kind: 'text', path: 'fits', label: 'Fits', hint: 'engine or gearbox; empty for any', most: 80 },
        { kind: 'text', path: 'material', label: 'Material, grade', most: 120 },
      ],
    },
    {
      title: 'Limits',
      fields: limitMetrics.map((metric) => ({
        kind: 'measure' as const,
        path: `limits.${metric}` as const,
        label: capital(metrics[metric].name),
        quantity: metrics[metric].quantity,
        bound: bounds[metric],
        optional: true as const,
      })),
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'engine-part',
    name: 'New engine part',
    type: 'rods',
    fits: '',
    material: '',
    limits: { torque: guess(500) },
    note: '',
  }),
});
