import type { ReactNode } from 'react';
import { TermKey } from './TermKey';
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

type RowProps = {
  label: string;
  hint?: ReactNode;
  hintId?: string;
  /** The control it names; without one it is a figure. */
  htmlFor?: string;
  className?: string;
  children: ReactNode;
};

/** A line of the column: what it is on the left, its control or figure on the right. */
export function Row({ label, hint, hintId, htmlFor, className = '', children }: RowProps) {
  return (
    <div className={`${styles.row} ${className}`}>
      <span className={styles.label}>
        {htmlFor ? <label htmlFor={htmlFor}>{label}</label> : label}
        <TermKey label={label} />
        {hint && (
          <span id={hintId} className={styles.hint}>
            {hint}
          </span>
        )}
      </span>
      {children}
    </div>
  );
}

/** A figure that follows from others, in the place of a field. */
export const Reading = ({ value, ...row }: { label: string; value: string; hint?: string }) => (
  <Row {...row}>
    <span className={styles.reading}>{value}</span>
  </Row>
);
