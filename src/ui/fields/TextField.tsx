'use client';
import { useId, useState } from 'react';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import { cleanText } from './clean-text';
import styles from './fields.module.css';

type Props = {
  path: string;
  label: string;
  hint?: string;
  most: number;
  /** Several lines, under its label. */
  long?: boolean;
  placeholder?: string;
};

/** A text of the job. The draft follows the typing; it is stored on leaving the field. */
export function TextField({ path, label, hint, most, long = false, placeholder }: Props) {
  const id = useId();
  const store = useJobStore();
  const text = useJobState((s) => valueAt(s.draft, path) as string);
  const [refused, setRefused] = useState(false);
  const props = {
    id,
    name: path,
    value: text,
    maxLength: most,
    placeholder,
    'aria-describedby': refused ? `${id}-why` : undefined,
    onChange: (e: { currentTarget: { value: string } }) => {
      const clean = cleanText(e.currentTarget.value);
      setRefused(clean !== e.currentTarget.value);
      store.getState().write(path, clean);
    },
    onBlur: () => store.getState().commit(),
  };
  return (
    <div className={long ? styles.textRow : styles.row}>
      <span className={styles.label}>
        <label htmlFor={id}>{label}</label>
        {hint && <span className={styles.hint}>{hint}</span>}
      </span>
      {long ? (
        <textarea {...props} className={styles.area} rows={4} />
      ) : (
        <input
          {...props}
          className={styles.text}
          autoComplete="off"
          onKeyDown={(e) => e.key === 'Enter' && store.getState().commit()}
        />
      )}
      {refused && (
        <p id={`${id}-why`} role="alert" className={styles.message}>
          A sign was left out that cannot be stored.
        </p>
      )}
    </div>
  );
}

/** A day of the job, in the browser's own calendar; may be left empty. */
export function DayField({ path, label, hint }: Pick<Props, 'path' | 'label' | 'hint'>) {
  const id = useId();
  const store = useJobStore();
  const day = useJobState((s) => valueAt(s.draft, path) as string);
  return (
    <div className={styles.row}>
      <span className={styles.label}>
        <label htmlFor={id}>{label}</label>
        {hint && <span className={styles.hint}>{hint}</span>}
      </span>
      <input
        id={id}
        name={path}
        type="date"
        className={styles.text}
        min="1900-01-01"
        max="2199-12-31"
        value={day}
        onChange={(e) => {
          if (e.currentTarget.validity.badInput) return;
          const next = e.currentTarget.value;
          // While a year is being typed the browser offers dates long gone.
          if (next !== '' && next < '1900') return;
          store.getState().write(path, next);
        }}
        onBlur={() => store.getState().commit()}
      />
    </div>
  );
}
