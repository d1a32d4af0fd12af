'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogContentText from '@mui/material/DialogContentText';
import DialogTitle from '@mui/material/DialogTitle';
import { useEffect, useMemo } from 'react';
import { changesBetween } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import { refsOf } from '@/core/documents/refs';
import type { StoredJob } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import styles from './frame.module.css';

const SHOWN = 14;

/** What each of two has changed since they parted, and a choice. Nothing is merged or overwritten silently. */
export default function ConflictDialog({ theirs }: { theirs: StoredJob }) {
  const { fetchItem } = useJob();
  const draft = useJobState((s) => s.draft);
  const stored = useJobState((s) => s.stored);
  const settle = useJobState((s) => s.settle);
  // Their compressor may be one that this page has not needed yet.
  useEffect(() => {
    for (const ref of refsOf(theirs.job)) void fetchItem(ref);
  }, [theirs, fetchItem]);
  const when = new Date(theirs.savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return (
    <Dialog open maxWidth="md" aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">This job was changed elsewhere</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Another tab or person stored revision {theirs.revision} at {when}. Since the state you started from:
        </DialogContentText>
        <div className={styles.sides}>
          <Side title="They changed" from={stored} to={theirs.job} />
          <Side title="You changed" from={stored} to={draft} />
        </div>
        <DialogContentText>
          Store yours, and theirs stays in the history. Use theirs, and undo brings yours back while this page
          is open.
        </DialogContentText>
      </DialogContent>
      <DialogActions>
        <Button variant="outlined" onClick={() => settle('theirs')}>
          Use theirs
        </Button>
        <Button variant="contained" onClick={() => settle('mine')}>
          Store mine as the newest
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Side({ title, from, to }: { title: string; from: Job; to: Job }) {
  const { changesList } = useWords();
  const lines = useMemo(() => changesList(changesBetween(from, to)), [from, to, changesList]);
  return (
    <section aria-label={title}>
      <h3>{title}</h3>
      <ul>
        {lines.slice(0, SHOWN).map((line) => (
          <li key={line}>{line}</li>
        ))}
        {lines.length > SHOWN && <li>and {lines.length - SHOWN} more</li>}
        {lines.length === 0 && <li>nothing</li>}
      </ul>
    </section>
  );
}
