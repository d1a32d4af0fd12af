import { useCallback, useState } from 'react';
import { addSetup, binSetup, dropBinned, restoreSetup, type SetupChange } from '@/core/job/setups';
import type { Job } from '@/core/job/schema/job';
import { setupRefusals } from '../words/setups';
import { useJob } from '../store/solved';

/** What can be done with a job's setups, each one commit; and why the last thing asked was not possible. */
export function useSetups() {
  const { store } = useJob();
  const [refusal, setRefusal] = useState<string | null>(null);
  const put = useCallback(
    (job: Job) => {
      store.getState().commit();
      store.getState().edit((draft) => {
        draft.setups = job.setups;
        draft.bin = job.bin;
        draft.settled = job.settled;
      });
      store.getState().commit();
    },
    [store],
  );
  const change = useCallback(
    (make: (job: Job) => SetupChange): number => {
      const done = make(store.getState().draft);
      setRefusal(done.ok ? null : setupRefusals[done.why]);
      if (!done.ok) return -1;
      put(done.job);
      return done.job.setups.findIndex((s) => s.id === done.setup.id);
    },
    [store, put],
  );
  return {
    refusal,
    /** Out: index of the new setup, −1 if it was refused. */
    add: useCallback(
      (fromId: string) => change((job) => addSetup(job, fromId, crypto.randomUUID())),
      [change],
    ),
    /** The same, with what the new one has that the copied one has not. In: the job with the new setup, its id. */
    addChanged: useCallback(
      (fromId: string, make: (job: Job, id: string) => Job) =>
        change((job) => {
          const id = crypto.randomUUID();
          const added = addSetup(job, fromId, id);
          return added.ok ? { ...added, job: make(added.job, id) } : added;
        }),
      [change],
    ),
    remove: useCallback((id: string) => change((job) => binSetup(job, id)), [change]),
    restore: useCallback((id: string) => change((job) => restoreSetup(job, id)), [change]),
    drop: useCallback((id?: string) => put(dropBinned(store.getState().draft, id)), [put, store]),
  };
}
