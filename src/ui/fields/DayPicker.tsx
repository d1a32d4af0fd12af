'use client';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { useState } from 'react';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import { Row } from './Group';
import styles from './fields.module.css';

const EARLIEST = parseISO('1900-01-01');
const LATEST = parseISO('2199-12-31');

export type DayProps = { path: string; label: string; hint?: string };

/** A day of the job: typed part by part, or taken from the calendar; may be left empty. Kept as ISO 8601 writes it. */
export default function DayPicker({ path, label, hint }: DayProps) {
  const store = useJobStore();
  const day = useJobState((s) => (valueAt(s.draft, path) as string | undefined) ?? '');
  // What is being typed and is no day yet stays in the field; another day from elsewhere takes its place.
  const [typed, setTyped] = useState<{ over: string; value: Date | null; isWrong: boolean } | null>(null);
  const [isLeft, setIsLeft] = useState(true);
  const shown = typed && typed.over === day ? typed.value : day ? parseISO(day) : null;
  const isWrong = typed?.over === day && typed.isWrong && isLeft;
  const commit = () => {
    setIsLeft(true);
    store.getState().commit();
  };
  const take = (next: Date | null, isRight: boolean) => {
    const written = next === null ? '' : isRight && isValid(next) ? format(next, 'yyyy-MM-dd') : day;
    setTyped({ over: written, value: next, isWrong: !isRight });
    if (written !== day) store.getState().write(path, written);
  };
  return (
    <Row label={label} {...(hint ? { hint } : {})}>
      <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
        <DatePicker
          label={label}
          name={path}
          value={shown}
          minDate={EARLIEST}
          maxDate={LATEST}
          onChange={(next, { validationError }) => take(next, validationError === null)}
          onAccept={commit}
          slotProps={{
            field: { clearable: true },
            textField: {
              variant: 'standard',
              size: 'small',
              className: styles.day,
              onBlur: commit,
              onFocus: () => setIsLeft(false),
              helperText: isWrong ? 'Give a day from 1900 to 2199.' : undefined,
              // The row's own label is the one that is seen; the field's names it for a reader.
              slotProps: { inputLabel: { className: 'unseen', shrink: true } },
            },
          }}
        />
      </LocalizationProvider>
    </Row>
  );
}
