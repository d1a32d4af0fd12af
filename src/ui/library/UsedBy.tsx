import type { LibraryEntry } from '@/formats/library-items';
import styles from './library.module.css';

/** The jobs that have a compressor on them, each with the revision it keeps. Nothing where there are none. */
export function UsedBy({ jobs }: { jobs: LibraryEntry['jobs'] }) {
  if (jobs.length === 0) return null;
  return (
    <p className={styles.note}>
      On {jobs.length === 1 ? 'one job' : `${jobs.length} jobs`}:{' '}
      {jobs.map((job, i) => (
        <span key={job.id}>
          {i > 0 && '; '}
          <a href={`/jobs/${job.id}/charger`}>{job.name}</a> (revision {job.revision})
        </span>
      ))}
      . They keep their revision until somebody takes a newer one there.
    </p>
  );
}
