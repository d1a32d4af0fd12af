import diff from 'microdiff';
import type { Job } from './document';

/** One changed value of a job: where, from what, to what. `ui/words` says it. */
export type Change = { path: string; from: unknown; to: unknown };

/** What differs between two jobs, as plain data; empty if nothing does. At most 200 entries, in document order. */
export function changesBetween(before: Job, after: Job): Change[] {
  return diff(before, after, { cyclesFix: false })
    .slice(0, 200)
    .map((d) => ({
      path: d.path.join('.'),
      from: 'oldValue' in d ? d.oldValue : null,
      to: 'value' in d ? d.value : null,
    }));
}
