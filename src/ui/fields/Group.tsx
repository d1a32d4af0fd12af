import type { ReactNode } from 'react';
import styles from './fields.module.css';

/** Fields that belong together, under a heading. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className={title ? styles.group : undefined}>
      {title && <h3>{title}</h3>}
      {children}
    </section>
  );
}

/** A figure that follows from others, in the place of a field. */
export function Reading({ label, value, hint }: { label: string; value: string; hint?: string }) {
  return (
    <div className={styles.row}>
      <span className={styles.label}>
        {label}
        {hint && <span className={styles.hint}>{hint}</span>}
      </span>
      <span className={styles.reading}>{value}</span>
    </div>
  );
}
