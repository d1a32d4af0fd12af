'use client';
import { useEffect, type ReactNode } from 'react';
import { DeviceKeys, MoreKey } from './MoreKey';
import { Spine } from './Spine';
import styles from './shop.module.css';

type Props = {
  page: 'board' | 'library';
  title: string;
  note: string;
  actions?: ReactNode;
  /** A page that is one tool fills the window; a list scrolls. */
  filled?: boolean;
  children: ReactNode;
};

/** A page outside a job: the spine, a top line with what can be done, and the page's own ground. */
export function ShopPage({ page, title, note, actions, filled = false, children }: Props) {
  useEffect(() => {
    document.documentElement.dataset.live = 'true';
  }, []);
  return (
    <div className={`${styles.page} ${filled ? styles.filled : ''}`}>
      <Spine page={page} />
      <header className={styles.top}>
        <strong>{title}</strong>
        <span>{note}</span>
        <div className={styles.grow} />
        {actions}
        <MoreKey label="More: units, theme, size" />
        <DeviceKeys />
      </header>
      <main className={styles.main}>{children}</main>
    </div>
  );
}
