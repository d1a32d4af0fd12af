import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { current } from 'immer';
import { guess } from '@/core/documents/input';
import type { Housing, Turbine } from '@/core/turbine/document';
import type { FieldGroup } from '@/formats/kinds/kind';
import { turbineBounds as bounds } from '@/formats/kinds/turbine';
import { FieldList, type Edit } from '../fields/FieldList';
import { FigureLines } from '../fields/FigureLines';
import { TurbinePicture } from './TurbinePicture';
import type { EditorProps } from './slots';
import styles from './library.module.css';

/** A turbine's housings under their picture: name, A/R, entry, and what each swallows. */
export function TurbineEditor({ draft, sound, edit, onBad }: EditorProps<Turbine>) {
  return (
    <>
      <TurbinePicture turbine={sound} />
      <section className={styles.housings} aria-label="Housings">
        {draft.housings.map((housing, i) => (
          <HousingFields
            key={i}
            housing={housing}
            isLast={draft.housings.length === 1}
            edit={(field, change) => edit(`housing-${i}-${field}`, (d) => change(d.housings[i]!))}
            onRemove={() => {
              onBad(`housing-${i}`, false);
              edit('housings', (d) => void d.housings.splice(i, 1));
            }}
            onBad={(isBad) => onBad(`housing-${i}`, isBad)}
          />
        ))}
        <Button
          size="small"
          variant="outlined"
          disabled={draft.housings.length >= 12}
          onClick={() =>
            edit('housings', (d) => {
              // Out of the draft: what lies in it cannot be copied otherwise.
              const last = current(d.housings.at(-1)!);
              d.housings.push({ ...last, name: `${last.name}, copy`.slice(0, 40) });
            })
          }
        >
          Add a housing
        </Button>
      </section>
    </>
  );
}

const groups: FieldGroup<Housing>[] = [
  {
    title: '',
    fields: [
      { kind: 'text', path: 'name', label: 'Name', most: 40 },
      {
        kind: 'choice',
        path: 'entry',
        label: 'Entry',
        options: [
          ['open', 'open'],
          ['divided', 'divided'],
          ['twin-scroll', 'twin scroll'],
        ],
      },
      {
        kind: 'measure',
        path: 'ar',
        label: 'A/R',
        hint: 'area over radius of the scroll',
        quantity: 'bore',
        bound: bounds.ar,
        optional: true,
      },
    ],
  },
];

type Area = Extract<Housing['capacity'], { kind: 'area' }>;
const areaGroups: FieldGroup<Area>[] = [
  {
    title: '',
    fields: [
      { kind: 'measure', path: 'area', label: 'Effective area', quantity: 'throatArea', bound: bounds.area },
    ],
  },
];

/** What a housing starts from when it comes to be known in another way. */
const capacities: Record<Housing['capacity']['kind'], () => Housing['capacity']> = {
  points: () => ({
    kind: 'points',
    points: [
      { ratio: 1.4, flow: 0.1 },
      { ratio: 1.8, flow: 0.12 },
      { ratio: 2.4, flow: 0.13 },
    ],
  }),
  area: () => ({ kind: 'area', area: guess(6e-4) }),
  scaled: () => ({ kind: 'scaled' }),
};

type HousingProps = {
  housing: Housing;
  isLast: boolean;
  edit: Edit<Housing>;
  onRemove: () => void;
  onBad: (isBad: boolean) => void;
};

function HousingFields({ housing, isLast, edit, onRemove, onBad }: HousingProps) {
  const { capacity } = housing;
  return (
    <fieldset className={styles.housing}>
      <legend>{housing.name || 'Housing'}</legend>
      <FieldList groups={groups} draft={housing} edit={edit} onBad={() => {}} />
      <TextField
        select
        label="Given by"
        size="small"
        fullWidth
        margin="dense"
        value={capacity.kind}
        slotProps={{ select: { native: true } }}
        onChange={(e) => {
          const kind = e.target.value as Housing['capacity']['kind'];
          onBad(false);
          edit('kind', (h) => void (h.capacity = capacities[kind]()));
        }}
      >
        <option value="points">flow points</option>
        <option value="area">effective area</option>
        <option value="scaled">its A/R beside another housing</option>
      </TextField>
      {capacity.kind === 'area' && (
        <FieldList
          groups={areaGroups}
          draft={capacity}
          edit={(field, change) => edit(field, (h) => h.capacity.kind === 'area' && change(h.capacity))}
          onBad={() => {}}
        />
      )}
      {capacity.kind === 'points' && (
        <FigureLines
          label="Expansion ratio and corrected flow"
          columns={[
            { key: 'ratio', name: 'expansion ratio', quantity: 'ratio', bound: { min: 1, max: 8 } },
            { key: 'flow', name: 'flow', quantity: 'massFlow', bound: { min: 1e-5, max: 20 } },
          ]}
          least={3}
          most={60}
          lines={capacity.points}
          onLines={(points) =>
            edit(
              'points',
              (h) =>
                h.capacity.kind === 'points' && void (h.capacity.points = points as typeof capacity.points),
            )
          }
          onBad={onBad}
        />
      )}
      <Button size="small" disabled={isLast} onClick={onRemove}>
        Take it away
      </Button>
    </fieldset>
  );
}
