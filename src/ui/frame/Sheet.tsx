'use client';
import { useLayoutEffect, useRef, type ReactNode } from 'react';
import styles from './sheet.module.css';

type Props = {
  /** Id of its heading. */
  labelledBy: string;
  width: 'narrow' | 'middle' | 'wide';
  onClose: () => void;
  actions: ReactNode;
  children: ReactNode;
};

/**
 * A sheet over the page: the browser's own dialog, which opens in a few milliseconds, keeps the focus inside, closes with
 * Escape or a click beside it, and gives the focus back.
 */
export function Sheet({ labelledBy, width, onClose, actions, children }: Props) {
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
      aria-labelledby={labelledBy}
      className={`${styles.sheet} ${styles[width]}`}
      onCancel={(e) => {
        e.preventDefault();
        onClose();
      }}
      onMouseDown={(e) => e.target === e.currentTarget && onClose()}
    >
      <div className={styles.frame}>
        <div className={styles.body} tabIndex={0} role="group" aria-labelledby={labelledBy}>
          {children}
        </div>
        <div ref={keys} className={styles.actions}>
          {actions}
        </div>
      </div>
    </dialog>
  );
}
