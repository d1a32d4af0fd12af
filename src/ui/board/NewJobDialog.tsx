'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { goalBases } from '@/core/job/schema/brief-choices';
import { engineKinds, FIRST_START, START, type EngineKind, type JobStart } from '@/core/job/start';
import type { Quantity } from '@/core/units/quantities';
import { checkTyped } from '../fields/QuantityInput';
import { fieldText } from '../words/format';
import { useWords } from '../words/useWords';

const kinds: Record<EngineKind, string> = { petrol: 'petrol', diesel: 'diesel', alcohol: 'alcohol (E85)' };
const bases: Record<JobStart['goal']['basis'], string> = { flywheel: 'flywheel', wheels: 'wheels' };
const cycles: Record<JobStart['cycle'], string> = {
  'four-stroke': 'four-stroke',
  'two-stroke': 'two-stroke',
};

type Figure = 'displacement' | 'redLineRpm' | 'power' | 'speedRpm';
const figures: Record<Figure, { label: string; quantity: Quantity }> = {
  displacement: { label: 'Displacement', quantity: 'volume' },
  redLineRpm: { label: 'Red line', quantity: 'engineSpeed' },
  power: { label: 'Power goal', quantity: 'power' },
  speedRpm: { label: 'At engine speed', quantity: 'engineSpeed' },
};

type Props = {
  onClose: () => void;
  /** Answers whether it worked; the dialog stays open with what was typed if not. */
  onMake: (name: string, start: JobStart) => Promise<boolean>;
};

/** A new job: its name, and the four things that every default follows. Units may be typed behind the numbers. */
export default function NewJobDialog({ onClose, onMake }: Props) {
  const { displayUnit } = useWords();
  const [name, setName] = useState('');
  const [engine, setEngine] = useState<EngineKind>(FIRST_START.engine);
  const [cycle, setCycle] = useState(FIRST_START.cycle);
  const [basis, setBasis] = useState(FIRST_START.goal.basis);
  const [typed, setTyped] = useState<Partial<Record<Figure, string>>>({});
  const [touched, setTouched] = useState(false);
  const [busy, setBusy] = useState(false);
  const suggested: Record<Figure, number> = {
    displacement: FIRST_START.displacement,
    redLineRpm: engine === 'diesel' ? 4_500 : FIRST_START.redLineRpm,
    power: FIRST_START.goal.power,
    speedRpm: engine === 'diesel' ? 4_000 : FIRST_START.goal.speedRpm,
  };
  const textOf = (key: Figure) => typed[key] ?? fieldText(suggested[key], displayUnit(figures[key].quantity));
  const checkOf = (key: Figure) =>
    checkTyped(START[key], textOf(key), figures[key].quantity, displayUnit(figures[key].quantity));
  const checks = {
    displacement: checkOf('displacement'),
    redLineRpm: checkOf('redLineRpm'),
    power: checkOf('power'),
    speedRpm: checkOf('speedRpm'),
  };
  const isAbove =
    checks.speedRpm.ok && checks.redLineRpm.ok && checks.speedRpm.value > checks.redLineRpm.value;
  const trimmed = name.trim();
  const nameProblem =
    trimmed === '' ? 'A job needs a name.' : trimmed.length > 80 ? 'A name has at most 80 characters.' : null;
  const problemOf = (key: Figure) => {
    const check = checks[key];
    if (!check.ok) return check.message;
    return key === 'speedRpm' && isAbove ? 'The goal’s speed lies above the red line.' : null;
  };
  const submit = async () => {
    setTouched(true);
    const { displacement, redLineRpm, power, speedRpm } = checks;
    if (busy || nameProblem || isAbove) return;
    if (!displacement.ok || !redLineRpm.ok || !power.ok || !speedRpm.ok) return;
    setBusy(true);
    const worked = await onMake(trimmed, {
      engine,
      cycle,
      displacement: displacement.value,
      redLineRpm: redLineRpm.value,
      goal: { power: power.value, basis, speedRpm: speedRpm.value },
    });
    setBusy(false);
    if (worked) onClose();
  };
  const field = (key: Figure) => {
    const { symbol } = displayUnit(figures[key].quantity);
    const problem = problemOf(key);
    return (
      <TextField
        key={key}
        fullWidth
        size="small"
        label={figures[key].label}
        value={textOf(key)}
        error={problem !== null}
        helperText={problem ?? symbol}
        slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
        onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
      />
    );
  };
  const choice = <T extends string>(
    label: string,
    value: T,
    options: readonly T[],
    names: Record<T, string>,
    onPick: (value: T) => void,
  ) => (
    <TextField
      select
      fullWidth
      size="small"
      label={label}
      value={value}
      helperText=" "
      onChange={(e) => onPick(e.target.value as T)}
    >
      {options.map((option) => (
        <MenuItem key={option} value={option}>
          {names[option]}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="new-job-title">
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <DialogTitle id="new-job-title">New job</DialogTitle>
        <DialogContent>
          <Stack spacing={1} sx={{ pt: 1 }}>
            <TextField
              autoFocus
              fullWidth
              size="small"
              margin="dense"
              label="Name of the job"
              value={name}
              error={touched && nameProblem !== null}
              helperText={(touched && nameProblem) || 'At most 80 characters'}
              onChange={(e) => setName(e.target.value)}
            />
            <Stack direction="row" spacing={1}>
              {choice('Engine', engine, engineKinds, kinds, setEngine)}
              {choice('Cycle', cycle, ['four-stroke', 'two-stroke'], cycles, setCycle)}
            </Stack>
            <Stack direction="row" spacing={1}>
              {field('displacement')}
              {field('redLineRpm')}
            </Stack>
            <Stack direction="row" spacing={1}>
              {field('power')}
              {choice('Basis', basis, goalBases, bases, setBasis)}
              {field('speedRpm')}
            </Stack>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            Create
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
