import type { Procedure } from '@/core/procedure/document';
import { defineKind } from './kind';

export type ProcedureHead = { purpose: string; steps: number; holds: number };

export const procedureKind = defineKind<Procedure, ProcedureHead>({
  kind: 'procedure',
  path: 'procedures',
  isSold: false,
  words: { one: 'procedure', shelf: 'Procedures', find: 'name, purpose or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: ({ purpose, steps }) => ({
    purpose,
    steps: steps.length,
    holds: steps.filter(({ marks }) => marks.includes('hold')).length,
  }),
  columns: [
    { id: 'purpose', width: 260, name: 'Purpose', value: (l) => l.purpose },
    { id: 'steps', width: 60, name: 'Steps', quantity: 'count', value: (l) => l.steps },
    { id: 'holds', width: 90, name: 'Hold points', quantity: 'count', value: (l) => l.holds },
  ],
  readings: [
    { label: 'Purpose', of: (l) => l.purpose || 'not stated' },
    { label: 'Steps', of: (l) => [{ value: l.steps, quantity: 'count' }] },
    { label: 'Hold points', of: (l) => [{ value: l.holds, quantity: 'count' }] },
  ],
  fields: [
    {
      title: 'Procedure',
      fields: [{ kind: 'text', path: 'purpose', label: 'Purpose', most: 300, rows: 2 }],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'procedure',
    name: 'New procedure',
    purpose: '',
    steps: [{ id: 's1', say: 'Disconnect the battery.', tools: '', marks: ['hold'], hazard: '' }],
    note: '',
  }),
});
