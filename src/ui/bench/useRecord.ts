import { useCallback, useMemo } from 'react';
import { create } from 'zustand';
import type { BuildRecord } from '@/core/job/schema/record';
import { blankRecord } from '@/core/measure/blank';
import { usualUse } from '@/core/measure/use';
import { useJob, useJobState } from '../store/solved';

/** Who is at the bench and with which tool: of this screen, kept until somebody else takes over. */
export const useWho = create<{
  by: string;
  with: string;
  set: (change: Partial<{ by: string; with: string }>) => void;
}>((set) => ({ by: '', with: '', set }));

/** The build record of the job and how it is changed: each change a commit. */
export function useRecord() {
  const { store, setupIndex } = useJob();
  const kept = useJobState((s) => s.draft.record);
  const job = useJobState((s) => s.draft);
  const use = usualUse(job, setupIndex);
  const record = useMemo(() => kept ?? blankRecord(use), [kept, use]);
  const edit = useCallback(
    (change: (record: BuildRecord) => void) => {
      store.getState().edit((draft) => {
        draft.record ??= blankRecord(usualUse(draft as typeof job, setupIndex));
        change(draft.record);
      });
      store.getState().commit();
    },
    [store, setupIndex],
  );
  return { record, isBegun: kept !== undefined, edit };
}
