'use client';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { checkItem, kindOf, type AnyKind } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import type { Checked } from '@/formats/kinds/kind';
import type { AnyEntry } from '@/formats/library-items';
import { FieldList } from '../fields/FieldList';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { Cross } from '../frame/icons';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { Say } from '../words/Say';
import { ItemLinks } from './ItemLinks';
import { Readings } from './Readings';
import { slotsOf, type Choices } from './slots';
import { UsedBy } from './UsedBy';
import { useItemDraft } from './useItemDraft';
import styles from './library.module.css';

const looksRight = (draft: ItemDocument) => typeof draft.name === 'string' && typeof draft.note === 'string';

/** The line of a map that is in hand first: one in the middle. */
const firstLine = (document: ItemDocument) =>
  document.kind === 'compressor' ? Math.floor(document.lines.length / 2) : 0;

/** One item of the library, edited: its fields, what its kind shows beside them. Saving makes a new revision. */
export function ItemPage({ entry, choices }: { entry: AnyEntry; choices: Choices }) {
  const router = useRouter();
  const item = useItemDraft<ItemDocument, Checked>(entry, checkItem, looksRight);
  const { draft, sound, check, isChanged } = item;
  const kind = kindOf(entry.document.kind);
  const { one } = kind.words;
  const [line, setLine] = useState(firstLine(entry.document));
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const [bad, setBad] = useState<Record<string, boolean>>({});
  const onBad = useCallback(
    (path: string, isBad: boolean) =>
      setBad((now) => (Boolean(now[path]) === isBad ? now : { ...now, [path]: isBad })),
    [],
  );
  const isFaulty = check.faults.length > 0;
  const isUnread = Object.values(bad).some(Boolean);
  const canSave = isChanged && !isFaulty && !isUnread && draft.name.trim() !== '' && !busy;
  const { Editor } = slotsOf(kind.kind);

  const save = async () => {
    if (!canSave) return;
    setBusy(true);
    const answer = await server.saveItem(kind.path, entry.id, item.baseRevision, draft);
    setBusy(false);
    if (answer.kind !== 'ok') return setFailure(failureOf(`The ${one} was not saved.`, answer));
    setFailure(null);
    item.saved(answer.data.revision);
    router.refresh();
  };
  const duplicate = async () => {
    const answer = await server.duplicateItem(kind.path, entry.id);
    if (answer.kind === 'ok') router.push(`/library/${kind.path}/${answer.data.id}`);
    else setFailure(failureOf(`The ${one} was not duplicated.`, answer));
  };
  // Where nothing is drawn the fields have the page; beside a drawing they stand in the column.
  const fields = <FieldList groups={kind.fields} draft={draft} edit={item.edit} onBad={onBad} />;
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
          {!Editor && <div className={styles.plainFields}>{fields}</div>}
          {Editor && (
            <Editor
              draft={draft}
              sound={sound}
              isFaulty={isFaulty}
              edit={item.edit}
              onBad={onBad}
              choices={choices}
              line={line}
              onLine={setLine}
            />
          )}
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          <h2 className={frame.headline}>{draft.name || '–'}</h2>
          <Findings kind={kind} check={check} onLine={setLine} />
          {Editor && fields}
          <Readings readings={kind.follows ?? []} of={draft} />
          <UsedBy jobs={entry.jobs} />
          <ItemLinks kind={kind} id={entry.id} />
          <Button size="small" variant="outlined" onClick={() => void duplicate()}>
            Duplicate
          </Button>
        </aside>
      </div>
    </ShopPage>
  );
}

type FindingsProps = { kind: AnyKind; check: Checked; onLine: (line: number) => void };

/** Faults stop the saving, doubts do not; each leads to its line where it has one. */
function Findings({ kind, check: { faults, doubts }, onLine }: FindingsProps) {
  const isFaulty = faults.length > 0;
  const findings = isFaulty ? faults : doubts;
  const thing = kind.table === 'map' ? 'map' : kind.words.one;
  if (!findings.length) return null;
  return (
    <div className={isFaulty ? styles.faults : styles.doubts} role="status">
      <b>{isFaulty ? `This ${thing} cannot be saved yet` : 'Worth a second look'}</b>
      <ul>
        {findings.slice(0, 6).map((finding, i) => (
          <li key={i}>
            {isFaulty && <Cross size={10} />} <Say reason={finding.reason} />{' '}
            {finding.line !== undefined && (
              <Button size="small" onClick={() => onLine(finding.line!)}>
                show the line
              </Button>
            )}
          </li>
        ))}
      </ul>
      {isFaulty && slotsOf(kind.kind).Picture && <p>The picture shows the last one that was sound.</p>}
    </div>
  );
}
