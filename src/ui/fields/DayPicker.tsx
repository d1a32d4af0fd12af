'use client';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
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
  const commit = () => store.getState().commit();
  return (
    <Row label={label} {...(hint ? { hint } : {})}>
      <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
        <DatePicker
          label={label}
          name={path}
          value={day ? parseISO(day) : null}
          minDate={EARLIEST}
          maxDate={LATEST}
          onChange={(next, { validationError }) => {
            if (next === null) store.getState().write(path, '');
            // While it is being typed a year is short, and a day may not be there yet.
            else if (isValid(next) && validationError === null)
              store.getState().write(path, format(next, 'yyyy-MM-dd'));
          }}
          onAccept={commit}
          slotProps={{
            field: { clearable: true },
            textField: {
              variant: 'standard',
              size: 'small',
              className: styles.day,
              onBlur: commit,
              // The row's own label is the one that is seen; the field's names it for a reader.
              slotProps: { inputLabel: { className: 'unseen', shrink: true } },
            },
          }}
        />
      </LocalizationProvider>
    </Row>
  );
}
