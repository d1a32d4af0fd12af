'use client';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useId, useState } from 'react';
import { trim } from '@/core/compressor/formulas';
import { tipSpeedOf } from '@/core/compressor/head';
import type { LibraryEntry } from '@/formats/library-items';
import { Group, Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { Cross } from '../frame/icons';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { mapExportAddress, server } from '../server/client';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { MapPicture } from './MapPicture';
import { PointGrid } from './PointGrid';
import { bounds } from './bounds';
import { UsedBy } from './UsedBy';
import { useItemDraft, type ItemDraft } from './useItemDraft';
import styles from './library.module.css';

/** One compressor, edited: its facts, its points as a grid, its picture alive. Saving makes a new revision. */
export function ItemPage({ entry }: { entry: LibraryEntry }) {
  const router = useRouter();
  const item = useItemDraft(entry);
  const { draft, sound, check, isChanged } = item;
  const [line, setLine] = useState(Math.floor(entry.document.lines.length / 2));
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const at = Math.min(line, draft.lines.length - 1);
  const nameWrong = draft.name.trim() === '';
  const canSave = isChanged && check.faults.length === 0 && !nameWrong && !busy;

  const save = async () => {
    if (!canSave) return;
    setBusy(true);
    const answer = await server.saveCompressor(entry.id, item.baseRevision, draft);
    setBusy(false);
    if (answer.kind !== 'ok') return setFailure(failureOf('The compressor was not saved.', answer));
    setFailure(null);
    item.saved(answer.data.revision);
    router.refresh();
  };
  const duplicate = async () => {
    const answer = await server.duplicateCompressor(entry.id);
    if (answer.kind === 'ok') router.push(`/library/compressors/${answer.data.id}`);
    else setFailure(failureOf('The compressor was not duplicated.', answer));
  };

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
          <MapPicture
            map={sound}
            points={draft.lines}
            line={at}
            stale={check.faults.length > 0}
            onPickLine={setLine}
          />
          <PointGrid
            lines={draft.lines}
            line={at}
            onLine={setLine}
            edit={(field, change) => item.edit(field, (d) => change(d.lines))}
          />
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          <h2 className={frame.headline}>{draft.name || '–'}</h2>
          <Findings check={check} stale={check.faults.length > 0} onLine={setLine} />
          <Facts item={item} />
          <UsedBy jobs={entry.jobs} />
          <p className={styles.links}>
            <a href={mapExportAddress(entry.id, 'csv')} download>
              Export as CSV
            </a>
            <a href={mapExportAddress(entry.id, 'json')} download>
              as JSON
            </a>
            <a href={`/library/compressors/${entry.id}/sheet`}>Map sheet to print</a>
            <button type="button" onClick={() => void duplicate()}>
              Duplicate
            </button>
          </p>
        </aside>
      </div>
    </ShopPage>
  );
}

/** Faults stop the saving, doubts do not; each leads to its line. */
function Findings({
  check,
  stale,
  onLine,
}: {
  check: ItemDraft['check'];
  stale: boolean;
  onLine: (line: number) => void;
}) {
  const findings = stale ? check.faults : check.doubts;
  if (!findings.length) return null;
  return (
    <div className={stale ? styles.faults : styles.doubts} role="status">
      <b>{stale ? 'This map cannot be saved yet' : 'Worth a second look'}</b>
      <ul>
        {findings.slice(0, 6).map((finding, i) => (
          <li key={i}>
            {stale && <Cross size={10} />} <Say reason={finding.reason} />{' '}
            {finding.line !== undefined && (
              <button type="button" onClick={() => onLine(finding.line!)}>
                show the line
              </button>
            )}
          </li>
        ))}
      </ul>
      {stale && <p>The picture shows the last map that was sound.</p>}
    </div>
  );
}

function Facts({ item: { draft, edit } }: { item: ItemDraft }) {
  const { figure } = useWords();
  const id = useId();
  const sure = ['inducer', 'exducer', 'maxSpeedRpm'] as const;
  const rows = {
    inducer: { label: 'Inducer', quantity: 'bore' },
    exducer: { label: 'Exducer', quantity: 'bore' },
    maxSpeedRpm: { label: 'Speed limit', quantity: 'shaftSpeed' },
  } as const;
  return (
    <>
      <Group title="Wheel">
        <label className={styles.text}>
          Name
          <input
            value={draft.name}
            maxLength={80}
            aria-invalid={draft.name.trim() === ''}
            aria-describedby={draft.name.trim() === '' ? `${id}-name` : undefined}
            onChange={(e) => {
              const name = e.currentTarget.value;
              edit('name', (d) => void (d.name = name));
            }}
            onBlur={() => edit('name', (d) => void (d.name = d.name.trim()))}
          />
        </label>
        {draft.name.trim() === '' && (
          <p id={`${id}-name`} role="alert" className={styles.why}>
            A compressor needs a name.
          </p>
        )}
        {sure.map((key) => (
          <QuantityInput
            key={key}
            {...rows[key]}
            bound={bounds[key]}
            value={draft[key].value}
            confidence={draft[key].confidence}
            onType={(value) => value !== null && edit(key, (d) => void (d[key].value = value))}
            onConfidence={(confidence) => edit(`${key}-sure`, (d) => void (d[key].confidence = confidence))}
          />
        ))}
        <Reading
          label="Trim"
          hint="speed of the rim at the limit"
          value={`${formatNumber(trim.fn({ inducer: draft.inducer.value, exducer: draft.exducer.value }), 1)}, ${figure(tipSpeedOf(draft.exducer.value, draft.maxSpeedRpm.value), 'velocity')}`}
        />
      </Group>
      <Group title="The map is corrected to">
        <QuantityInput
          label="Reference pressure"
          quantity="airPressure"
          basis="abs"
          bound={bounds.referencePressure}
          value={draft.reference.pressure}
          onType={(value) => value !== null && edit('p-ref', (d) => void (d.reference.pressure = value))}
        />
        <QuantityInput
          label="Reference temperature"
          quantity="temperature"
          bound={bounds.referenceTemperature}
          value={draft.reference.temperature}
          onType={(value) => value !== null && edit('t-ref', (d) => void (d.reference.temperature = value))}
        />
      </Group>
      <Group title="In the shop">
        <QuantityInput
          label="Price"
          hint="shop’s currency"
          quantity="money"
          bound={bounds.price}
          value={draft.price?.value ?? null}
          optional
          onType={(value) =>
            edit('price', (d) => {
              if (value === null) delete d.price;
              else d.price = { confidence: d.price?.confidence ?? 'reported', value };
            })
          }
        />
        <QuantityInput
          label="On the shelf"
          quantity="count"
          whole
          bound={bounds.stock}
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
            value={draft.note}
            maxLength={2000}
            rows={3}
            onChange={(e) => {
              const note = e.currentTarget.value;
              edit('note', (d) => void (d.note = note));
            }}
          />
        </label>
      </Group>
    </>
  );
}
