import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import type { Turbocharger } from '@/core/turbocharger/document';
import type { Gate } from '@/core/turbocharger/gate-schema';
import type { FieldGroup } from '@/formats/kinds/kind';
import { gateOf, turbochargerBounds as bounds } from '@/formats/kinds/turbocharger';
import { FieldList } from '../fields/FieldList';
import type { Choice, EditorProps } from './slots';
import styles from './library.module.css';

type Ref = { id: string; revision: number };
const keyOf = ({ id, revision }: Ref) => `${id}.${revision}`;
const refOf = (key: string): Ref => {
  const at = key.lastIndexOf('.');
  return { id: key.slice(0, at), revision: Number(key.slice(at + 1)) };
};

type Valve = Extract<Gate, { kind: 'valve' }>;
type Vanes = Extract<Gate, { kind: 'vanes' }>;

const valveGroups: FieldGroup<Valve>[] = [
  {
    title: '',
    fields: [
      {
        kind: 'choice',
        path: 'mounting',
        label: 'Wastegate',
        options: [
          ['internal', 'internal'],
          ['external', 'external'],
        ],
      },
      {
        kind: 'choice',
        path: 'reference',
        label: 'Actuator control',
        options: [
          ['spring', 'spring only'],
          ['controlled', 'a controller'],
          ['dome', 'pressure on both sides'],
        ],
      },
      {
        kind: 'measure',
        path: 'bore',
        label: 'Wastegate seat diameter',
        quantity: 'bore',
        bound: bounds.bore,
      },
      {
        kind: 'measure',
        path: 'flowCoefficient',
        label: 'Wastegate discharge coefficient',
        quantity: 'ratio',
        bound: bounds.flowCoefficient,
      },
      {
        kind: 'measure',
        path: 'springGauge',
        label: 'Wastegate spring pressure',
        quantity: 'boost',
        bound: bounds.springGauge,
      },
      {
        kind: 'measure',
        path: 'diaphragm',
        label: 'Actuator effective diameter',
        quantity: 'bore',
        bound: bounds.diaphragm,
      },
    ],
  },
];
const vanesGroups: FieldGroup<Vanes>[] = [
  {
    title: '',
    fields: [
      {
        kind: 'measure',
        path: 'closed',
        label: 'Vane area, closed',
        quantity: 'share',
        bound: bounds.vanesClosed,
      },
      {
        kind: 'measure',
        path: 'open',
        label: 'Vane area, open',
        quantity: 'share',
        bound: bounds.vanesOpen,
      },
    ],
  },
];

/** One of a few, as a native list: a thumb's on a phone. */
function Pick({
  label,
  value,
  onPick,
  children,
}: {
  label: string;
  value: string | number;
  onPick: (value: string) => void;
  children: ReactNode;
}) {
  return (
    <TextField
      select
      label={label}
      size="small"
      fullWidth
      margin="dense"
      value={value}
      slotProps={{ select: { native: true } }}
      onChange={(e) => onPick(e.target.value)}
    >
      {children}
    </TextField>
  );
}

/** The parts on offer, and the one that is fitted where an older revision of it is. */
const offered = (all: Choice[], now: Ref): Choice[] =>
  all.some((a) => keyOf(a) === keyOf(now))
    ? all
    : [
        {
          ...now,
          name: `${all.find((a) => a.id === now.id)?.name ?? 'as it came'}, revision ${now.revision}`,
        },
        ...all,
      ];

function Options({ of }: { of: Choice[] }) {
  return of.map((choice) => (
    <option key={keyOf(choice)} value={keyOf(choice)}>
      {choice.name}
    </option>
  ));
}

/** What a turbocharger is made of, and what holds its boost. */
export function TurbochargerEditor({ draft, choices, edit }: EditorProps<Turbocharger>) {
  const { compressor: compressors = [], turbine: turbines = [] } = choices;
  const housings = turbines.find((t) => keyOf(t) === keyOf(draft.turbine))?.housings;
  const { gate } = draft;
  return (
    <section className={styles.housings} aria-label="Parts">
      <fieldset className={styles.housing}>
        <legend>Made of</legend>
        <Pick
          label="Compressor"
          value={keyOf(draft.compressor)}
          onPick={(key) => edit('compressor', (d) => void (d.compressor = refOf(key)))}
        >
          <Options of={offered(compressors, draft.compressor)} />
        </Pick>
        <Pick
          label="Turbine"
          value={keyOf(draft.turbine)}
          onPick={(key) =>
            edit('turbine', (d) => {
              d.turbine = refOf(key);
              d.housing = 0;
            })
          }
        >
          <Options of={offered(turbines, draft.turbine)} />
        </Pick>
        <Pick
          label="Housing"
          value={draft.housing}
          onPick={(index) => edit('housing', (d) => void (d.housing = Number(index)))}
        >
          {(housings ?? [`number ${draft.housing + 1}`]).map((name, i) => (
            <option key={i} value={housings ? i : draft.housing}>
              {name}
            </option>
          ))}
        </Pick>
      </fieldset>
      <fieldset className={styles.housing}>
        <legend>Boost control</legend>
        <Pick
          label="Boost control"
          value={gate.kind}
          onPick={(kind) => edit('gate', (d) => void (d.gate = gateOf(kind as Gate['kind'])))}
        >
          <option value="valve">wastegate</option>
          <option value="vanes">variable geometry (VGT)</option>
          <option value="none">nothing</option>
        </Pick>
        {gate.kind === 'valve' && (
          <FieldList
            groups={valveGroups}
            draft={gate}
            edit={(field, change) => edit(field, (d) => d.gate.kind === 'valve' && change(d.gate))}
            onBad={() => {}}
          />
        )}
        {gate.kind === 'vanes' && (
          <FieldList
            groups={vanesGroups}
            draft={gate}
            edit={(field, change) => edit(field, (d) => d.gate.kind === 'vanes' && change(d.gate))}
            onBad={() => {}}
          />
        )}
      </fieldset>
    </section>
  );
}
