'use client';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import styles from './frame.module.css';

/** What stops the sums, in sentences; the picture keeps the last good answer meanwhile. */
export function Problems() {
  const { problems, answer } = useJob();
  const sync = useJobState((s) => s.sync);
  if (!problems.length && sync.kind !== 'refused') return null;
  return (
    <div className={styles.notice} style={{ marginTop: 12 }}>
      {problems.map((p) => (
        <div key={p.path + p.reason.code}>
          <Say reason={p.reason} />
        </div>
      ))}
      {sync.kind === 'refused' && <div>Not stored: {sync.message}</div>}
      {problems.length > 0 && answer && <div>The figures shown are from the last good values.</div>}
    </div>
  );
}
