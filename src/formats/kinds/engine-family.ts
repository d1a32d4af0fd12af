import { weakPointsOf, type EngineFamily } from '@/core/limits/part-documents';
import { defineKind } from './kind';

export type EngineFamilyHead = Pick<EngineFamily, 'weakPoints' | 'components'>;

export const engineFamilyKind = defineKind<EngineFamily, EngineFamilyHead>({
  kind: 'engine-family',
  path: 'engine-families',
  isSold: false,
  words: { one: 'engine family', shelf: 'Engine families', find: 'name, weak point or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: ({ weakPoints, components }) => ({ weakPoints, components }),
  columns: [
    {
      id: 'points',
      width: 96,
      name: 'Weak points',
      quantity: 'count',
      value: (l) => weakPointsOf(l).length,
    },
    {
      id: 'parts',
      width: 120,
      name: 'Parts with limits',
      quantity: 'count',
      value: (l) => l.components.length,
    },
  ],
  readings: [
    { label: 'Weak points', of: (l) => weakPointsOf(l).join('; ') || 'none noted' },
    {
      label: 'Parts with limits',
      hint: 'kept from a job, on Limits',
      of: (l) => [{ value: l.components.length, quantity: 'count' }],
    },
  ],
  fields: [
    {
      title: 'Engine family',
      fields: [
        {
          kind: 'text',
          path: 'weakPoints',
          label: 'Known weak points',
          hint: 'one to a line',
          most: 2_000,
          rows: 8,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'engine-family',
    name: 'New engine family',
    weakPoints: '',
    components: [],
    note: '',
  }),
});
