import type { ComponentType } from 'react';
import type { AnyKind, KindName } from '@/formats/kinds';
import { listRoles, unitsOfRole, type ListFacts } from '@/formats/list-table';
import type { AnyMapping } from '@/formats/kinds/importing';
import {
  blowerRoleUnits,
  type BlowerFacts,
  type BlowerMapping,
  type BlowerRole,
} from '@/formats/blower-import';
import { roleUnits, type MapFacts, type Mapping, type Role } from '@/formats/map-guess';
import type { MapTable } from '@/formats/map-table';
import {
  turbineRoleUnits,
  type TurbineFacts,
  type TurbineMapping,
  type TurbineRole,
} from '@/formats/turbine-import';
import { BlowerImportFacts } from './BlowerImportFacts';
import { ImportFacts } from './ImportFacts';
import { ListImportFacts } from './ListImportFacts';
import type { Roles } from './MappingTable';
import { TurbineImportFacts } from './TurbineImportFacts';

type FactsProps<Mapping, Facts> = {
  table: MapTable;
  mapping: Mapping;
  facts: Facts;
  onFacts: (facts: Facts) => void;
  onMapping: (mapping: Mapping) => void;
};

/** What the import page asks of a kind's table. */
type ImportWords<R extends string, M, F> = {
  roles: Roles<R>;
  /** What is asked beside the columns. */
  Facts: ComponentType<FactsProps<M, F>>;
  /** What a table must hold, and an example of its first row. */
  lead: string;
  example: string;
  asked: string[];
  /** Puts right what a changed mapping leaves over. */
  settle?: (mapping: M) => M;
};

const compressor: ImportWords<Role, Mapping, MapFacts> = {
  roles: {
    words: {
      ignore: 'leave out',
      speed: 'shaft speed',
      flow: 'flow',
      ratio: 'pressure ratio',
      efficiency: 'efficiency',
      surge: 'surge mark',
    },
    units: roleUnits,
  },
  Facts: ImportFacts,
  lead: 'One row per point: shaft speed, flow, pressure ratio, efficiency.',
  example: 'speed (rpm); flow (kg/s); PR; efficiency',
  asked: [
    'Which column is what, and in which unit: guessed, and yours to change.',
    'The reference pressure and temperature of the map: never assumed.',
    'Where each speed line’s surge point is.',
    'Inducer, exducer and the wheel’s maximum speed.',
  ],
  // Without its column a surge mark says nothing any more.
  settle: (mapping) =>
    mapping.surge === 'marked' && !mapping.columns.some((c) => c.role === 'surge')
      ? { ...mapping, surge: null }
      : mapping,
};

const turbine: ImportWords<TurbineRole, TurbineMapping, TurbineFacts> = {
  roles: {
    words: {
      speed: 'speed line',
      ignore: 'leave out',
      housing: 'housing',
      ratio: 'expansion ratio',
      flow: 'flow',
      efficiency: 'efficiency',
    },
    units: turbineRoleUnits,
  },
  Facts: TurbineImportFacts,
  lead: 'One row per point: expansion ratio and flow, with the housing where there are several, and the efficiency if it is known.',
  example: 'housing; expansion ratio; flow (kg/s)',
  asked: [
    'Which column is what, and in which unit: guessed, and yours to change.',
    'The reference pressure and temperature of the flow: never assumed.',
    'Whether efficiency includes mechanical losses.',
    'The wheel’s diameters and its limits of speed and temperature.',
  ],
};

const blower: ImportWords<BlowerRole, BlowerMapping, BlowerFacts> = {
  roles: {
    words: {
      ignore: 'leave out',
      speed: 'rotor speed',
      ratio: 'pressure ratio',
      volumetric: 'volumetric efficiency',
      isentropic: 'isentropic efficiency',
    },
    units: blowerRoleUnits,
  },
  Facts: BlowerImportFacts,
  lead: 'One row per point: rotor speed, pressure ratio, volumetric and isentropic efficiency.',
  example: 'speed (rpm); pressure ratio; volumetric efficiency; isentropic efficiency',
  asked: [
    'Which column is what, and in which unit: guessed, and yours to change.',
    'Displacement of a rotor turn and the internal ratio: never assumed.',
    'The rotors’ limits of speed and temperature.',
  ],
};

export type AnyImport = ImportWords<string, AnyMapping, object>;
/** Kinds of which a table of points can be read. */
const importers: Partial<Record<KindName, unknown>> = { compressor, turbine, blower };
const pointsOf = (kind: KindName): AnyImport | undefined => importers[kind] as AnyImport | undefined;

/** What the import page asks of a list, from the fields of its kind. */
function listOf(kind: AnyKind): AnyImport {
  const roles = listRoles(kind);
  const needed = roles.filter(({ role }) => !role.endsWith('#sure')).map(({ label }) => label.toLowerCase());
  return {
    roles: {
      words: { ignore: 'leave out', ...Object.fromEntries(roles.map(({ role, label }) => [role, label])) },
      units: { ignore: [], ...Object.fromEntries(roles.map((role) => [role.role, unitsOfRole(role)])) },
    },
    Facts: ({ mapping, facts, onFacts }) => (
      <ListImportFacts kind={kind} mapping={mapping} facts={facts as ListFacts} onFacts={onFacts} />
    ),
    lead: `One row for each ${kind.words.one}, or several where it has lines of its own: ${needed.join(', ')}.`,
    example: needed.slice(0, 5).join('; '),
    asked: [
      'Which column is what, and in which unit: guessed, and yours to change.',
      'What is the same for all of them, where no column says it.',
    ],
  };
}
const lists = new Map<KindName, AnyImport>();

export function importWordsOf(kind: AnyKind): AnyImport | undefined {
  const points = pointsOf(kind.kind);
  if (points || kind.table !== 'list') return points;
  const list = lists.get(kind.kind) ?? listOf(kind);
  lists.set(kind.kind, list);
  return list;
}
