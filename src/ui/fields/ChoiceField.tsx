'use client';
import { useId } from 'react';
import { useJobState, useJobStore } from '../store/solved';
import { valueAt } from '../store/path';
import { Choice } from './Choice';
import { Row } from './Group';

type Props<T extends string> = {
  label: string;
  hint?: string;
  options: readonly { value: T; label: string }[];
} & (
  { path: string; value?: never; onChoose?: never } | { path?: never; value: T; onChoose: (value: T) => void }
);

/** One of a few as a line of the column: bound to a path of the job, or to a value of its own. Stores at once. */
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
    <Row htmlFor={id} label={label} hint={hint}>
      <Choice id={id} value={(value ?? bound ?? '') as T} options={options} onChoose={choose} />
    </Row>
  );
}
