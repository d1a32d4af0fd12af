import type { ComponentType } from 'react';
import type { KindName } from '@/formats/kinds';
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
/** Kinds of which a foreign table can be read; of the others only files a shop exported. */
const importers: Partial<Record<KindName, unknown>> = { compressor, turbine, blower };
export const importWordsOf = (kind: KindName): AnyImport | undefined =>
  importers[kind] as AnyImport | undefined;
