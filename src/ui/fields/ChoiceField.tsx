'use client';
import { memo, useId } from 'react';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import styles from './fields.module.css';

type Props<T extends string> = {
  label: string;
  hint?: string;
  options: readonly { value: T; label: string }[];
} & (
  { path: string; value?: never; onChoose?: never } | { path?: never; value: T; onChoose: (value: T) => void }
);

/** Apart, so that a list of thousands stays as it is while the job around it changes. */
const Options = memo(function Options({ options }: { options: readonly { value: string; label: string }[] }) {
  return options.map((o) => (
    <option key={o.value} value={o.value}>
      {o.label}
    </option>
  ));
});

/**
 * One of a few: bound to a path of the job, or to a value of its own. Stores at once. The browser's own list: the best one
 * on a phone and for gloves, and nothing to fetch.
 */
export function ChoiceField<T extends string>({ label, hint, options, path, value, onChoose }: Props<T>) {
  const id = useId();
  const store = useJobStore();
  const bound = useJobState((s) => (path ? (valueAt(s.draft, path) as T) : undefined));
  const choose = (next: T) => {
    if (onChoose) return onChoose(next);
    store.getState().write(path!, next);
    store.getState().commit();
  };
  return (
    <div className={styles.row}>
      <span className={styles.label}>
        <label htmlFor={id}>{label}</label>
        {hint && <span className={styles.hint}>{hint}</span>}
      </span>
      <span className={styles.select}>
        <select id={id} value={value ?? bound ?? ''} onChange={(e) => choose(e.target.value as T)}>
          <Options options={options} />
        </select>
        <svg width="10" height="6" aria-hidden="true">
          <path d="M0 0h10l-5 6z" fill="var(--mute)" />
        </svg>
      </span>
    </div>
  );
}
