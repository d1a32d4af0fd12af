'use client';
import ButtonBase from '@mui/material/ButtonBase';
import { useMaybeDialogs } from '../frame/dialogs';
import { termOf } from '../words/glossary';
import styles from './fields.module.css';

/** A label's own key: what its term means. By keyboard it is F1 in the field, so that Tab goes from field to field. */
export function TermKey({ label }: { label: string }) {
  const dialogs = useMaybeDialogs();
  if (!dialogs || !termOf(label)) return null;
  return (
    <ButtonBase
      className={styles.term!}
      tabIndex={-1}
      aria-label={`What ${label} means`}
      title="What it means (F1 in the field)"
      onClick={() => dialogs.open({ kind: 'keys', label })}
    >
      ?
    </ButtonBase>
  );
}

/** F1 in a field of a job opens the glossary at its label's term. */
export function useTermKey(label: string): (key: string) => boolean {
  const dialogs = useMaybeDialogs();
  return (key) => {
    if (key !== 'F1' || !dialogs || !termOf(label)) return false;
    dialogs.open({ kind: 'keys', label });
    return true;
  };
}
