'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { goalBases } from '@/core/job/schema/brief-choices';
import { engineKinds, FIRST_START, type EngineKind, type JobStart } from '@/core/job/start';
import { useWords } from '../words/useWords';
import { cycles, figures, newJobForm, suggestedTexts, type Figure } from './new-job-form';

const kinds: Record<EngineKind, string> = { petrol: 'petrol', diesel: 'diesel', alcohol: 'alcohol (E85)' };

type Props = {
  onClose: () => void;
  /** Answers whether it worked; the dialog stays open with what was typed if not. */
  onMake: (name: string, start: JobStart) => Promise<boolean>;
};

/** A new job: its name, and the four things that every default follows. Units may be typed behind the numbers. */
export default function NewJobDialog({ onClose, onMake }: Props) {
  const { displayUnit } = useWords();
  const schema = useMemo(() => newJobForm(displayUnit), [displayUnit]);
  const { register, control, handleSubmit, formState, resetField } = useForm({
    resolver: zodResolver(schema),
    defaultValues: {
      name: '',
      engine: FIRST_START.engine,
      cycle: FIRST_START.cycle,
      basis: FIRST_START.goal.basis,
      ...suggestedTexts(FIRST_START.engine, displayUnit),
    },
    mode: 'onChange',
  });
  const { errors, dirtyFields } = formState;
  const submit = handleSubmit(
    async ({ name, engine, cycle, basis, displacement, redLineRpm, power, speedRpm }) => {
      const goal = { power, basis, speedRpm };
      if (await onMake(name, { engine, cycle, displacement, redLineRpm, goal })) onClose();
    },
  );
  /** What nobody has typed yet follows the kind of engine. */
  const follow = (engine: EngineKind) => {
    for (const [key, text] of Object.entries(suggestedTexts(engine, displayUnit)) as [Figure, string][])
      if (!dirtyFields[key]) resetField(key, { defaultValue: text });
  };
  const field = (key: Figure) => {
    const { label, quantity } = figures[key];
    return (
      <Controller
        key={key}
        control={control}
        name={key}
        render={({ field: { ref, ...rest }, fieldState }) => (
          <TextField
            {...rest}
            inputRef={ref}
            fullWidth
            size="small"
            label={label}
            error={fieldState.invalid}
            helperText={fieldState.error?.message ?? displayUnit(quantity).symbol}
            slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
          />
        )}
      />
    );
  };
  const choice = (
    name: 'engine' | 'cycle' | 'basis',
    label: string,
    options: readonly { value: string; label: string }[],
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, onChange, ...rest } }) => (
        <TextField
          {...rest}
          inputRef={ref}
          select
          fullWidth
          size="small"
          label={label}
          helperText=" "
          onChange={(e) => {
            onChange(e);
            if (name === 'engine') follow(e.target.value as EngineKind);
          }}
        >
          {options.map((option) => (
            <MenuItem key={option.value} value={option.value}>
              {option.label}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
  const plain = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="new-job-title">
      <form noValidate onSubmit={(e) => void submit(e)}>
        <DialogTitle id="new-job-title">New job</DialogTitle>
        <DialogContent>
          <Stack spacing={1} sx={{ pt: 1 }}>
            <TextField
              autoFocus
              fullWidth
              size="small"
              margin="dense"
              label="Name of the job"
              error={errors.name !== undefined}
              helperText={errors.name?.message ?? 'At most 80 characters'}
              {...register('name')}
            />
            <Stack direction="row" spacing={1}>
              {choice(
                'engine',
                'Engine',
                engineKinds.map((value) => ({ value, label: kinds[value] })),
              )}
              {choice('cycle', 'Cycle', plain(cycles))}
            </Stack>
            <Stack direction="row" spacing={1}>
              {field('displacement')}
              {field('redLineRpm')}
            </Stack>
            <Stack direction="row" spacing={1}>
              {field('power')}
              {choice('basis', 'Basis', plain(goalBases))}
              {field('speedRpm')}
            </Stack>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Create
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
