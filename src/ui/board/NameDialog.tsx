'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
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
export default function NameDialog({ title, action, name, onClose, onName }: Props) {
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(createJobSchema),
    defaultValues: { name },
    mode: 'onChange',
  });
  const why = formState.errors.name?.message;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="name-title">
      <form
        noValidate
        onSubmit={(e) =>
          void handleSubmit(async (given) => {
            if (await onName(given.name)) onClose();
          })(e)
        }
      >
        <DialogTitle id="name-title">{title}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label="Name of the job"
            error={why !== undefined}
            helperText={why ?? 'At most 80 characters'}
            {...register('name')}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
