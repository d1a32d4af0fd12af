'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { createJobSchema } from '@/formats/api';

type Props = {
  title: string;
  action: string;
  name: string;
  onClose: () => void;
  /** Answers whether it worked; the dialog stays open with what was typed if not. */
  onName: (name: string) => Promise<boolean>;
};

/** Asks for a job's name, by the same rule as the server. */
export default function NameDialog({ title, action, name: first, onClose, onName }: Props) {
  const [name, setName] = useState(first);
  const [touched, setTouched] = useState(false);
  const [busy, setBusy] = useState(false);
  const checked = createJobSchema.safeParse({ name });
  const why = touched && !checked.success ? checked.error.issues[0]?.message : undefined;
  const submit = async () => {
    setTouched(true);
    if (!checked.success || busy) return;
    setBusy(true);
    const worked = await onName(checked.data.name);
    setBusy(false);
    if (worked) onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="name-title">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <DialogTitle id="name-title">{title}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label="Name of the job"
            value={name}
            error={why !== undefined}
            helperText={why ?? 'At most 80 characters'}
            onChange={(e) => {
              setName(e.target.value);
              setTouched(true);
            }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
