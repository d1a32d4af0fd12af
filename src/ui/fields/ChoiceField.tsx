'use client';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useId } from 'react';
import { useJob, useJobState } from '../store/solved';
import { valueAt } from '../store/path';
import styles from './fields.module.css';

type Props<T extends string> = {
  label: string;
  hint?: string;
  options: readonly { value: T; label: string }[];
} & (
  { path: string; value?: never; onChoose?: never } | { path?: never; value: T; onChoose: (value: T) => void }
);

/** One of a few: bound to a path of the job, or to a value of its own. Stores at once. */
export function ChoiceField<T extends string>({ label, hint, options, path, value, onChoose }: Props<T>) {
  const id = useId();
  const { store } = useJob();
  const bound = useJobState((s) => (path ? (valueAt(s.draft, path) as T) : undefined));
  const choose = (next: T) => {
    if (onChoose) return onChoose(next);
    store.getState().write(path!, next);
    store.getState().commit();
  };
  return (
    <div className={styles.row}>
      <span className={styles.label}>
        <span id={id}>{label}</span>
        {hint && <span className={styles.hint}>{hint}</span>}
      </span>
      <Select
        className={styles.select}
        variant="standard"
        disableUnderline
        value={value ?? bound ?? ''}
        onChange={(e) => choose(e.target.value as T)}
        slotProps={{ input: { 'aria-labelledby': id } }}
        SelectDisplayProps={{ 'aria-labelledby': id }}
      >
        {options.map((o) => (
          <MenuItem key={o.value} value={o.value}>
            {o.label}
          </MenuItem>
        ))}
      </Select>
    </div>
  );
}
