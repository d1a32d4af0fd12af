'use client';
import { useId, useLayoutEffect, useRef, type ReactNode } from 'react';
import styles from './sheet.module.css';

type Props = {
  title: string;
  /** What stands beside the title, smaller. */
  note: ReactNode;
  width: 'narrow' | 'middle' | 'wide';
  onClose: () => void;
  actions: ReactNode;
  children: ReactNode;
};

/**
 * A sheet over the page: the browser's own dialog, which opens in a few milliseconds, keeps the focus inside, closes with
 * Escape or a click beside it, and gives the focus back.
 */
export function Sheet({ title, note, width, onClose, actions, children }: Props) {
  const id = useId();
  const ref = useRef<HTMLDialogElement>(null);
  const keys = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const dialog = ref.current!;
    dialog.showModal();
    // The key that closes it has the focus first: the sheet is read, not filled in.
    [...keys.current!.querySelectorAll('button')].at(-1)?.focus();
    return () => dialog.close();
  }, []);
  return (
    <dialog
      ref={ref}
      aria-labelledby={id}
      className={`${styles.sheet} ${styles[width]}`}
      onCancel={(e) => {
        e.preventDefault();
        onClose();
      }}
      onMouseDown={(e) => e.target === e.currentTarget && onClose()}
    >
      <div className={styles.frame}>
        <div className={styles.body} tabIndex={0} role="group" aria-labelledby={id}>
          <h2 id={id} className={styles.title}>
            {title} <small>{note}</small>
          </h2>
          {children}
        </div>
        <div ref={keys} className={styles.actions}>
          {actions}
        </div>
      </div>
    </dialog>
  );
}
