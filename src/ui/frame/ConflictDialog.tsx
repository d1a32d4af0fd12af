'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogContentText from '@mui/material/DialogContentText';
import DialogTitle from '@mui/material/DialogTitle';
import { useMemo } from 'react';
import { changesBetween } from '@/core/job/changes';
import type { StoredJob } from '../server/client';
import { useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

/** Both versions in words, and a choice. Nothing is merged or overwritten silently. */
export default function ConflictDialog({ theirs }: { theirs: StoredJob }) {
  const { changeSentence } = useWords();
  const draft = useJobState((s) => s.draft);
  const settle = useJobState((s) => s.settle);
  const lines = useMemo(
    () => [...new Set(changesBetween(theirs.job, draft).map(changeSentence))].slice(0, 12),
    [theirs, draft, changeSentence],
  );
  return (
    <Dialog open aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">This job was changed elsewhere</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Another tab or person stored revision {theirs.revision} since you opened it. From theirs to yours:
        </DialogContentText>
        <ul>
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
          {lines.length === 0 && <li>no difference</li>}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button variant="outlined" onClick={() => settle('theirs')}>
          Take theirs
        </Button>
        <Button variant="contained" onClick={() => settle('mine')}>
          Store mine as the newest
        </Button>
      </DialogActions>
    </Dialog>
  );
}
