'use client';
import { FigureTable } from '../table/FigureTable';
import TextField from '@mui/material/TextField';
import Radio from '@mui/material/Radio';
import Button from '@mui/material/Button';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { changesBetween } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import { refsOf } from '@/core/documents/refs';
import type { RevisionLine } from '@/formats/history';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { Sheet } from '../frame/Sheet';
import styles from './history.module.css';

/** Lines shown at first, and with every 'older'. */
const PAGE = 100;

/** Every revision of the job: what changed when; two compared; one brought back or named. */
export default function HistoryDialog({ onClose }: { onClose: () => void }) {
  const { changesLine } = useWords();
  const id = useJobState((s) => s.id);
  const stored = useJobState((s) => s.revision);
  const [lines, setLines] = useState<RevisionLine[] | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [shown, setShown] = useState(PAGE);
  const [pair, setPair] = useState<{ from: number; to: number } | null>(null);
  const load = useCallback(async () => {
    const answer = await server.revisions(id);
    if (answer.kind === 'ok') {
      setLines(answer.data.revisions);
      setFailure(null);
    } else
      setFailure(
        answer.kind === 'away'
          ? 'The server is away: the history is kept there. Undo and redo work meanwhile.'
          : answer.error,
      );
  }, [id]);
  useEffect(() => {
    // The list is the server's: it is asked when the dialog opens and whenever a commit was stored.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void load();
  }, [load, stored]);
  const newest = lines?.[0]?.revision ?? 1;
  const { from, to } = pair ?? { from: Math.max(1, newest - 1), to: newest };
  return (
    <Sheet
      title="History"
      note={<>{lines ? `${lines.length} revisions, the newest first; every commit is one` : ''}</>}
      width="wide"
      onClose={onClose}
      actions={
        <>
          <Button variant="contained" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      {failure && (
        <p role="alert" className={styles.bad}>
          {failure}
        </p>
      )}
      {lines && (
        <div className={styles.columns}>
          <div className={styles.list}>
            <FigureTable
              caption="Revisions, newest first"
              unseen
              rows={lines.slice(0, shown)}
              keyOf={({ revision }) => revision}
              isCurrent={({ revision }) => revision === from || revision === to}
              columns={[
                { name: 'revision', cell: ({ revision }) => revision },
                ...(['from', 'to'] as const).map((end) => ({
                  name: end,
                  text: true as const,
                  cell: ({ revision }: RevisionLine) => (
                    <Radio
                      name={`compare-${end}`}
                      checked={revision === (end === 'from' ? from : to)}
                      onChange={() => setPair({ from, to, [end]: revision })}
                      slotProps={{ input: { 'aria-label': `Compare ${end} revision ${revision}` } }}
                    />
                  ),
                })),
                {
                  name: 'stored',
                  text: true,
                  cell: (line) => (
                    <>
                      {timeOf(line.savedAt)}
                      {isEarlier(line, lines[lines.indexOf(line) + 1]) && (
                        <small>the clock was set back before this</small>
                      )}
                    </>
                  ),
                },
                {
                  name: 'change',
                  text: true,
                  cell: ({ revision, name, changes, count }) => (
                    <>
                      {name && <b className={styles.named}>{name}</b>}
                      {revision === 1 ? 'created' : changesLine(changes, count) || 'nothing that is said'}
                    </>
                  ),
                },
              ]}
            />
            {lines.length > shown && (
              <Button size="small" variant="outlined" onClick={() => setShown(shown + PAGE)}>
                {Math.min(PAGE, lines.length - shown)} older
              </Button>
            )}
          </div>
          <Compared
            from={from}
            to={to}
            newest={newest}
            name={lines.find((l) => l.revision === from)?.name ?? ''}
            onNamed={() => void load()}
            onClose={onClose}
          />
        </div>
      )}
    </Sheet>
  );
}

/** Whether a revision bears an earlier time than the one before it: the clock was set back between them. */
const isEarlier = (line: RevisionLine, before: RevisionLine | undefined): boolean =>
  before !== undefined && line.savedAt < before.savedAt;

const timeOf = (savedAt: string): string =>
  new Date(savedAt).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  });

type ComparedProps = {
  from: number;
  to: number;
  newest: number;
  name: string;
  onNamed: () => void;
  onClose: () => void;
};

/** Two revisions against each other, and what can be done with the first. */
function Compared({ from, to, newest, name, onNamed, onClose }: ComparedProps) {
  const { changesList } = useWords();
  const { store, fetchItem } = useJob();
  const id = useJobState((s) => s.id);
  const [jobs, setJobs] = useState<Record<number, Job>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const asked = useRef(new Set<number>());
  useEffect(() => {
    for (const revision of [from, to]) {
      if (asked.current.has(revision)) continue;
      asked.current.add(revision);
      void server.revision(id, revision).then((answer) => {
        if (answer.kind === 'ok') return setJobs((known) => ({ ...known, [revision]: answer.data.job }));
        asked.current.delete(revision);
        setFailure(answer.kind === 'away' ? 'The server is away.' : answer.error);
      });
    }
  }, [id, from, to]);
  const [before, after] = [jobs[from], jobs[to]];
  const changes = useMemo(
    () => (before && after ? changesList(changesBetween(before, after)) : null),
    [before, after, changesList],
  );
  const bringBack = async () => {
    const job = jobs[from];
    if (!job) return;
    for (const ref of refsOf(job)) await fetchItem(ref);
    store.getState().replace(job);
    onClose();
  };
  return (
    <section className={styles.compared} aria-label="Two revisions compared">
      <h3>
        {from === to ? `Revision ${from} with itself` : `From revision ${from} to ${to}`}
        {to === newest && from !== to ? ', which stands now' : ''}
      </h3>
      {failure && (
        <p role="alert" className={styles.bad}>
          {failure}
        </p>
      )}
      {changes && (
        <ul>
          {changes.map((line) => (
            <li key={line}>{line}</li>
          ))}
          {changes.length === 0 && <li>no difference</li>}
        </ul>
      )}
      <NameField key={`${from} ${name}`} id={id} revision={from} name={name} onNamed={onNamed} />
      <Button variant="outlined" disabled={from === newest || !before} onClick={() => void bringBack()}>
        {from === newest ? 'Revision now' : `Bring revision ${from} back`}
      </Button>
      <p className={styles.hint}>
        It becomes the newest revision; nothing in between is lost, and undo takes it back.
      </p>
    </section>
  );
}

type NameProps = { id: string; revision: number; name: string; onNamed: () => void };

function NameField({ id, revision, name, onNamed }: NameProps) {
  const [text, setText] = useState(name);
  const [failure, setFailure] = useState<string | null>(null);
  const save = async () => {
    if (text.trim() === name) return;
    const answer = await server.nameRevision(id, revision, text);
    if (answer.kind === 'ok') onNamed();
    else setFailure(answer.kind === 'away' ? 'Not named: the server is away.' : answer.error);
  };
  return (
    <TextField
      size="small"
      margin="dense"
      fullWidth
      label={`Name of revision ${revision}`}
      placeholder="as promised to the customer"
      value={text}
      error={failure !== null}
      helperText={failure}
      slotProps={{ htmlInput: { maxLength: 60 }, formHelperText: { role: failure ? 'alert' : undefined } }}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => void save()}
      onKeyDown={(e) => e.key === 'Enter' && void save()}
    />
  );
}
