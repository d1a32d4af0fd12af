'use client';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useCallback, useId, useState } from 'react';
import { checkTurbine, type TurbineCheck } from '@/core/turbine/check';
import type { Housing, Turbine } from '@/core/turbine/document';
import type { Turbocharger } from '@/core/turbocharger/document';
import { guess } from '@/core/documents/input';
import { fromUnit, toUnit } from '@/core/units/quantities';
import type { PartDocument, PartEntry } from '@/formats/library-items';
import { confidenceWords } from '../fields/confidence';
import fields from '../fields/fields.module.css';
import { Group } from '../fields/Group';
import { QuantityInput, type Bound } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { partExportAddress, server } from '../server/client';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { partBounds as bounds } from './bounds';
import { gateOf } from './blank';
import { TurbinePicture } from './TurbinePicture';
import { UsedBy } from './UsedBy';
import { useDraftOf } from './useItemDraft';
import styles from './library.module.css';

/** What a turbocharger may be put together from, newest revisions, each turbine with the names of its housings. */
export type PartChoices = {
  compressors: { id: string; revision: number; name: string }[];
  turbines: { id: string; revision: number; name: string; housings: string[] }[];
};

const judge = (document: PartDocument): TurbineCheck =>
  document.kind === 'turbine' ? checkTurbine(document) : { faults: [], doubts: [] };
const looksRight = (draft: PartDocument) => draft.kind === 'turbine' || draft.kind === 'turbocharger';

/** A turbine or a turbocharger, edited. Saving makes a new revision. */
export function PartPage({ entry, choices }: { entry: PartEntry; choices: PartChoices }) {
  const router = useRouter();
  const item = useDraftOf<PartDocument, TurbineCheck>(entry, judge, looksRight);
  const { draft, sound, check, isChanged, edit } = item;
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const [badPoints, setBadPoints] = useState<Record<number, boolean>>({});
  const isTypedWrong = Object.values(badPoints).some(Boolean);
  const isNameless = draft.name.trim() === '';
  const canSave = isChanged && check.faults.length === 0 && !isNameless && !isTypedWrong && !busy;
  const path = draft.kind === 'turbine' ? 'turbines' : 'turbochargers';
  const save = async () => {
    if (!canSave) return;
    setBusy(true);
    const answer = await server.savePart(entry.id, item.baseRevision, draft);
    setBusy(false);
    if (answer.kind !== 'ok') return setFailure(failureOf('It was not saved.', answer));
    setFailure(null);
    item.saved(answer.data.revision);
    router.refresh();
  };
  const duplicate = async () => {
    const answer = await server.duplicatePart(entry.id);
    if (answer.kind === 'ok') router.push(`/library/${path}/${answer.data.id}`);
    else setFailure(failureOf('It was not duplicated.', answer));
  };
  const onBad = useCallback(
    (index: number, isBad: boolean) =>
      setBadPoints((now) => (Boolean(now[index]) === isBad ? now : { ...now, [index]: isBad })),
    [],
  );
  return (
    <ShopPage
      page="library"
      filled
      title={draft.name || 'Without a name'}
      note={`revision ${entry.revision}${isChanged ? ', changed and not saved' : ''}${entry.retired ? ', retired' : ''}`}
      actions={
        <>
          <Button size="small" disabled={!item.canUndo} onClick={item.undo}>
            Undo
          </Button>
          <Button size="small" disabled={!isChanged} onClick={item.drop}>
            Drop the changes
          </Button>
          <Button size="small" variant="contained" disabled={!canSave} onClick={() => void save()}>
            Save as revision {entry.newest + 1}
          </Button>
        </>
      }
    >
      <div className={styles.page}>
        <div className={styles.editor}>
          {failure && <Failure {...failure} />}
          {item.foundKept && (
            <p className={styles.kept} role="status">
              Changes from an earlier visit, not saved then, are still here.{' '}
              {item.baseRevision !== entry.newest &&
                `They were made on revision ${item.baseRevision}; the newest is ${entry.newest}.`}
            </p>
          )}
          {draft.kind === 'turbine' ? (
            <>
              {sound.kind === 'turbine' && <TurbinePicture turbine={sound} />}
              <Housings
                turbine={draft}
                edit={(field, change) => edit(field, (d) => d.kind === 'turbine' && change(d))}
                onBad={onBad}
              />
            </>
          ) : (
            <TurbochargerParts
              draft={draft}
              choices={choices}
              edit={(field, change) => edit(field, (d) => d.kind === 'turbocharger' && change(d))}
            />
          )}
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          <h2 className={frame.headline}>{draft.name || '–'}</h2>
          <Findings check={check} />
          <Facts draft={draft} edit={edit} isNameless={isNameless} />
          <UsedBy jobs={entry.jobs} />
          <p className={styles.links}>
            {draft.kind === 'turbine' && (
              <a href={partExportAddress(entry.id, 'csv')} download>
                Export as CSV
              </a>
            )}
            <a href={partExportAddress(entry.id, 'json')} download>
              Export as JSON
            </a>
            <button type="button" onClick={() => void duplicate()}>
              Duplicate
            </button>
          </p>
        </aside>
      </div>
    </ShopPage>
  );
}

function Findings({ check: { faults, doubts } }: { check: TurbineCheck }) {
  const isFaulty = faults.length > 0;
  const findings = isFaulty ? faults : doubts;
  if (!findings.length) return null;
  return (
    <div className={isFaulty ? styles.faults : styles.doubts} role="status">
      <b>{isFaulty ? 'This turbine cannot be saved yet' : 'Worth a second look'}</b>
      <ul>
        {findings.slice(0, 6).map((finding, i) => (
          <li key={i}>
            <Say reason={finding.reason} />
          </li>
        ))}
      </ul>
    </div>
  );
}

type Edit<T> = (field: string, change: (draft: T) => void) => void;

/** Housings of a turbine: name, A/R, entry, and what each swallows. */
function Housings({
  turbine,
  edit,
  onBad,
}: {
  turbine: Turbine;
  edit: Edit<Turbine>;
  onBad: (index: number, isBad: boolean) => void;
}) {
  return (
    <section className={styles.housings} aria-label="Housings">
      {turbine.housings.map((housing, i) => (
        <HousingFields
          key={i}
          housing={housing}
          index={i}
          isLast={turbine.housings.length === 1}
          edit={(field, change) => edit(`housing-${i}-${field}`, (d) => change(d.housings[i]!))}
          onRemove={() => {
            onBad(i, false);
            edit('housings', (d) => void d.housings.splice(i, 1));
          }}
          onBad={onBad}
        />
      ))}
      <Button
        size="small"
        variant="outlined"
        disabled={turbine.housings.length >= 12}
        onClick={() =>
          edit('housings', (d) => {
            const last = structuredClone(d.housings.at(-1)!) as Housing;
            d.housings.push({ ...last, name: `${last.name}, copy`.slice(0, 40) });
          })
        }
      >
        Add a housing
      </Button>
    </section>
  );
}

type HousingProps = {
  housing: Housing;
  index: number;
  isLast: boolean;
  edit: Edit<Housing>;
  onRemove: () => void;
  onBad: (index: number, isBad: boolean) => void;
};

function HousingFields({ housing, index, isLast, edit, onRemove, onBad }: HousingProps) {
  const id = useId();
  const { capacity } = housing;
  return (
    <fieldset className={styles.housing}>
      <legend>{housing.name || 'Housing'}</legend>
      <div className={styles.housingRow}>
        <label>
          Name
          <input
            value={housing.name}
            maxLength={40}
            aria-invalid={housing.name.trim() === ''}
            onChange={(e) => {
              const { value } = e.currentTarget;
              edit('name', (h) => void (h.name = value));
            }}
          />
        </label>
        <label>
          Entry
          <select
            value={housing.entry}
            onChange={(e) => {
              const entry = e.currentTarget.value as Housing['entry'];
              edit('entry', (h) => void (h.entry = entry));
            }}
          >
            <option value="open">open</option>
            <option value="divided">divided</option>
            <option value="twin-scroll">twin scroll</option>
          </select>
        </label>
        <label>
          Known by
          <select
            value={capacity.kind}
            onChange={(e) => {
              const kind = e.currentTarget.value as Housing['capacity']['kind'];
              onBad(index, false);
              edit('kind', (h) => {
                h.capacity =
                  kind === 'points'
                    ? {
                        kind,
                        points: [
                          { ratio: 1.4, flow: 0.1 },
                          { ratio: 1.8, flow: 0.12 },
                          { ratio: 2.4, flow: 0.13 },
                        ],
                      }
                    : kind === 'area'
                      ? { kind, area: guess(6e-4) }
                      : { kind };
              });
            }}
          >
            <option value="points">flow points</option>
            <option value="area">effective area</option>
            <option value="scaled">its A/R beside another housing</option>
          </select>
        </label>
        <button type="button" className={fields.plainKey} disabled={isLast} onClick={onRemove}>
          Take it away
        </button>
      </div>
      <QuantityInput
        label="A/R"
        hint="area over radius of the scroll"
        quantity="bore"
        bound={bounds.ar}
        value={housing.ar?.value ?? null}
        optional
        onType={(value) =>
          edit('ar', (h) => {
            if (value === null) delete h.ar;
            else h.ar = { value, confidence: h.ar?.confidence ?? 'maker' };
          })
        }
      />
      {capacity.kind === 'area' && (
        <QuantityInput
          label="Effective area"
          quantity="throatArea"
          bound={bounds.area}
          value={capacity.area.value}
          confidence={capacity.area.confidence}
          onType={(value) =>
            value !== null &&
            edit('area', (h) => h.capacity.kind === 'area' && void (h.capacity.area.value = value))
          }
          onConfidence={(confidence) =>
            edit(
              'area-sure',
              (h) => h.capacity.kind === 'area' && void (h.capacity.area.confidence = confidence),
            )
          }
        />
      )}
      {capacity.kind === 'points' && (
        <Points
          id={id}
          points={capacity.points}
          onPoints={(points) =>
            edit('points', (h) => h.capacity.kind === 'points' && void (h.capacity.points = points))
          }
          onBad={(isBad) => onBad(index, isBad)}
        />
      )}
    </fieldset>
  );
}

type Points = { ratio: number; flow: number }[];

/** Points as lines of two figures, to be typed or pasted from a sheet. A line that cannot be read is named; what was typed stays. */
function Points({
  id,
  points,
  onPoints,
  onBad,
}: {
  id: string;
  points: Points;
  onPoints: (points: Points) => void;
  onBad: (isBad: boolean) => void;
}) {
  const { displayUnit } = useWords();
  const unit = displayUnit('massFlow');
  const textOf = (all: Points) =>
    all
      .map((p) => `${Number(p.ratio.toPrecision(6))}\t${Number(toUnit(p.flow, unit).toPrecision(6))}`)
      .join('\n');
  const [typed, setTyped] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const read = (text: string) => {
    setTyped(text);
    const found: Points = [];
    let problem: string | null = null;
    text.split('\n').forEach((row, i) => {
      if (problem || row.trim() === '') return;
      const cells = row
        .trim()
        .split(/[\t;]+|\s+/)
        .map((c) => Number(c.replace(',', '.')));
      const [ratio, flow] = cells;
      if (cells.length !== 2 || !(ratio! >= 1 && ratio! <= 8) || !(flow! > 0))
        problem = `Line ${i + 1}, “${row.trim().slice(0, 30)}”: an expansion ratio from 1 to 8 and a flow above 0, in ${unit.symbol}.`;
      else found.push({ ratio: ratio!, flow: fromUnit(flow!, unit) });
    });
    if (!problem && found.length < 3) problem = 'Three points or more are needed.';
    if (!problem && found.length > 60) problem = 'A housing holds sixty points at most.';
    setWhy(problem);
    onBad(problem !== null);
    if (!problem) onPoints(found);
  };
  return (
    <label className={styles.points}>
      Expansion ratio and corrected flow, {unit.symbol}, a line for each point
      <textarea
        rows={Math.min(12, points.length + 1)}
        value={typed ?? textOf(points)}
        spellCheck={false}
        maxLength={4_000}
        aria-invalid={why !== null}
        aria-describedby={why ? `${id}-points` : undefined}
        onChange={(e) => read(e.currentTarget.value)}
        onBlur={() => why === null && setTyped(null)}
      />
      {why && (
        <span id={`${id}-points`} role="alert" className={styles.why}>
          {why}
        </span>
      )}
    </label>
  );
}

const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** What a turbocharger is made of, and what holds its boost. */
function TurbochargerParts({
  draft,
  choices,
  edit,
}: {
  draft: Turbocharger;
  choices: PartChoices;
  edit: Edit<Turbocharger>;
}) {
  const pick = (key: string) => {
    const [id, revision] = key.split('.');
    return { id: id!, revision: Number(revision) };
  };
  const turbine = choices.turbines.find((t) => keyOf(t) === keyOf(draft.turbine));
  const { gate } = draft;
  const options = (
    all: { id: string; revision: number; name: string }[],
    now: { id: string; revision: number },
  ) =>
    all.some((a) => keyOf(a) === keyOf(now))
      ? all
      : [
          {
            ...now,
            name: `${all.find((a) => a.id === now.id)?.name ?? 'as it came'}, revision ${now.revision}`,
          },
          ...all,
        ];
  return (
    <section className={styles.housings} aria-label="Parts">
      <fieldset className={styles.housing}>
        <legend>Made of</legend>
        <div className={styles.housingRow}>
          <label>
            Compressor
            <select
              value={keyOf(draft.compressor)}
              onChange={(e) => {
                const ref = pick(e.currentTarget.value);
                edit('compressor', (d) => void (d.compressor = ref));
              }}
            >
              {options(choices.compressors, draft.compressor).map((c) => (
                <option key={keyOf(c)} value={keyOf(c)}>
                  {c.name}
                </option>
              ))}
            </select>
          </label>
          <label>
            Turbine
            <select
              value={keyOf(draft.turbine)}
              onChange={(e) => {
                const ref = pick(e.currentTarget.value);
                edit('turbine', (d) => {
                  d.turbine = ref;
                  d.housing = 0;
                });
              }}
            >
              {options(choices.turbines, draft.turbine).map((t) => (
                <option key={keyOf(t)} value={keyOf(t)}>
                  {t.name}
                </option>
              ))}
            </select>
          </label>
          <label>
            Housing
            <select
              value={draft.housing}
              onChange={(e) => {
                const housing = Number(e.currentTarget.value);
                edit('housing', (d) => void (d.housing = housing));
              }}
            >
              {(turbine?.housings ?? [`number ${draft.housing + 1}`]).map((name, i) => (
                <option key={i} value={turbine ? i : draft.housing}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        </div>
      </fieldset>
      <fieldset className={styles.housing}>
        <legend>What holds the boost</legend>
        <div className={styles.housingRow}>
          <label>
            Held by
            <select
              value={gate.kind}
              onChange={(e) => {
                const kind = e.currentTarget.value as typeof gate.kind;
                edit('gate', (d) => void (d.gate = gateOf(kind)));
              }}
            >
              <option value="valve">a wastegate</option>
              <option value="vanes">vanes (variable)</option>
              <option value="none">nothing</option>
            </select>
          </label>
          {gate.kind === 'valve' && (
            <>
              <label>
                Wastegate
                <select
                  value={gate.mounting}
                  onChange={(e) => {
                    const mounting = e.currentTarget.value as typeof gate.mounting;
                    edit('mounting', (d) => d.gate.kind === 'valve' && void (d.gate.mounting = mounting));
                  }}
                >
                  <option value="internal">internal</option>
                  <option value="external">external</option>
                </select>
              </label>
              <label>
                Controlled by
                <select
                  value={gate.reference}
                  onChange={(e) => {
                    const reference = e.currentTarget.value as typeof gate.reference;
                    edit('reference', (d) => d.gate.kind === 'valve' && void (d.gate.reference = reference));
                  }}
                >
                  <option value="spring">its spring alone</option>
                  <option value="controlled">a controller</option>
                  <option value="dome">pressure on both sides</option>
                </select>
              </label>
            </>
          )}
        </div>
        {gate.kind === 'valve' &&
          (
            [
              ['bore', 'Bore of the seat', 'bore'],
              ['flowCoefficient', 'Flow coefficient', 'ratio'],
              ['springGauge', 'Spring', 'boost'],
              ['diaphragm', 'Diaphragm', 'bore'],
            ] as const
          ).map(([key, label, quantity]) => (
            <QuantityInput
              key={key}
              label={label}
              quantity={quantity}
              bound={bounds[key]}
              value={gate[key].value}
              confidence={gate[key].confidence}
              onType={(value) =>
                value !== null &&
                edit(key, (d) => d.gate.kind === 'valve' && void (d.gate[key].value = value))
              }
              onConfidence={(confidence) =>
                edit(
                  `${key}-sure`,
                  (d) => d.gate.kind === 'valve' && void (d.gate[key].confidence = confidence),
                )
              }
            />
          ))}
        {gate.kind === 'vanes' &&
          (
            [
              ['closed', 'Area with the vanes shut', 'vanesClosed'],
              ['open', 'Area with the vanes open', 'vanesOpen'],
            ] as const
          ).map(([key, label, bound]) => (
            <QuantityInput
              key={key}
              label={label}
              quantity="share"
              bound={bounds[bound]}
              value={gate[key].value}
              confidence={gate[key].confidence}
              onType={(value) =>
                value !== null &&
                edit(key, (d) => d.gate.kind === 'vanes' && void (d.gate[key].value = value))
              }
              onConfidence={(confidence) =>
                edit(
                  `${key}-sure`,
                  (d) => d.gate.kind === 'vanes' && void (d.gate[key].confidence = confidence),
                )
              }
            />
          ))}
      </fieldset>
    </section>
  );
}

type Measure = {
  key: string;
  label: string;
  hint?: string;
  quantity: Parameters<typeof QuantityInput>[0]['quantity'];
  bound: Bound;
};
const turbineRows: Measure[] = [
  { key: 'inducer', label: 'Inducer', hint: 'where the gas enters', quantity: 'bore', bound: bounds.wheel },
  { key: 'exducer', label: 'Exducer', quantity: 'bore', bound: bounds.wheel },
  {
    key: 'efficiency',
    label: 'Best efficiency',
    hint: 'total to static',
    quantity: 'share',
    bound: bounds.efficiency,
  },
  { key: 'bestVelocityRatio', label: 'U/C0 of the best', quantity: 'ratio', bound: bounds.velocityRatio },
  {
    key: 'throats',
    label: 'Throats in series',
    hint: 'where an area is given',
    quantity: 'ratio',
    bound: bounds.throats,
  },
  { key: 'maxSpeedRpm', label: 'Speed limit', quantity: 'shaftSpeed', bound: bounds.speed },
  { key: 'maxTemperature', label: 'Temperature limit', quantity: 'temperature', bound: bounds.temperature },
];
const turbochargerRows: Measure[] = [
  { key: 'inertia', label: 'Inertia', hint: 'wheels and shaft', quantity: 'inertia', bound: bounds.inertia },
  {
    key: 'mechanicalEfficiency',
    label: 'Bearings leave',
    hint: 'of the turbine’s power',
    quantity: 'share',
    bound: bounds.mechanical,
  },
  { key: 'maxSpeedRpm', label: 'Speed limit', quantity: 'shaftSpeed', bound: bounds.speed },
];

type Measured = Record<string, { value: number; confidence: keyof typeof confidenceWords }>;

function Facts({
  draft,
  edit,
  isNameless,
}: {
  draft: PartDocument;
  edit: Edit<PartDocument>;
  isNameless: boolean;
}) {
  const id = useId();
  const measured = draft as unknown as Measured;
  const set = (key: string, change: (at: Measured[string]) => void) =>
    edit(key, (d) => change((d as unknown as Measured)[key]!));
  return (
    <>
      <Group title={draft.kind === 'turbine' ? 'Wheel' : 'Turbocharger'}>
        <label className={styles.text}>
          Name
          <input
            value={draft.name}
            maxLength={80}
            aria-invalid={isNameless}
            aria-describedby={isNameless ? `${id}-name` : undefined}
            onChange={(e) => {
              const { value } = e.currentTarget;
              edit('name', (d) => void (d.name = value));
            }}
          />
        </label>
        {isNameless && (
          <p id={`${id}-name`} role="alert" className={styles.why}>
            It needs a name.
          </p>
        )}
        {(draft.kind === 'turbine' ? turbineRows : turbochargerRows).map(({ key, ...row }) => (
          <QuantityInput
            key={key}
            {...row}
            value={measured[key]!.value}
            confidence={measured[key]!.confidence}
            onType={(value) => value !== null && set(key, (at) => void (at.value = value))}
            onConfidence={(confidence) => set(key, (at) => void (at.confidence = confidence))}
          />
        ))}
        {draft.kind === 'turbine' && (
          <label className={styles.tick}>
            <input
              type="checkbox"
              checked={draft.includesBearing}
              onChange={(e) => {
                const { checked } = e.currentTarget;
                edit('bearing', (d) => d.kind === 'turbine' && void (d.includesBearing = checked));
              }}
            />
            the efficiency has the bearings’ loss in it already
          </label>
        )}
        {draft.kind === 'turbocharger' && (
          <label className={styles.text}>
            Flange
            <input
              value={draft.flange}
              maxLength={60}
              onChange={(e) => {
                const { value } = e.currentTarget;
                edit('flange', (d) => d.kind === 'turbocharger' && void (d.flange = value));
              }}
            />
          </label>
        )}
      </Group>
      {draft.kind === 'turbine' && (
        <Group title="Flow is corrected to">
          <QuantityInput
            label="Pressure"
            basis="abs"
            quantity="airPressure"
            bound={bounds.referencePressure}
            value={draft.reference.pressure}
            onType={(value) =>
              value !== null &&
              edit('reference', (d) => d.kind === 'turbine' && void (d.reference.pressure = value))
            }
          />
          <QuantityInput
            label="Temperature"
            quantity="temperature"
            bound={bounds.referenceTemperature}
            value={draft.reference.temperature}
            onType={(value) =>
              value !== null &&
              edit('reference', (d) => d.kind === 'turbine' && void (d.reference.temperature = value))
            }
          />
        </Group>
      )}
      <Group title="Shop">
        <QuantityInput
          label="Price"
          quantity="money"
          bound={bounds.price}
          value={draft.price?.value ?? null}
          optional
          onType={(value) =>
            edit('price', (d) => {
              if (value === null) delete d.price;
              else d.price = { value, confidence: d.price?.confidence ?? 'reported' };
            })
          }
        />
        <QuantityInput
          label="On the shelf"
          quantity="count"
          bound={bounds.stock}
          whole
          value={draft.stock ?? null}
          optional
          onType={(value) =>
            edit('stock', (d) => {
              if (value === null) delete d.stock;
              else d.stock = value;
            })
          }
        />
        <label className={styles.text}>
          Note
          <textarea
            rows={3}
            maxLength={2_000}
            value={draft.note}
            onChange={(e) => {
              const { value } = e.currentTarget;
              edit('note', (d) => void (d.note = value));
            }}
          />
        </label>
      </Group>
    </>
  );
}
