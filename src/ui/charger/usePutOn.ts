import { useCallback } from 'react';
import type { Ref } from '@/core/job/document';
import { useJob } from '../store/solved';

/** Puts a compressor on the setup, once or as twins, and names the setup after it; null takes it off. */
export function usePutOn() {
  const { store, setupIndex, fetchItem } = useJob();
  return useCallback(
    async (ref: Ref | null, arrangement: 'single' | 'parallel') => {
      const item = ref ? await fetchItem(ref) : null;
      // A map that cannot be fetched is not put on: the job would have no answer.
      if (ref && !item) return false;
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        setup.induction = { kind: 'turbo', arrangement, stages: [{ compressor: ref ? { ...ref } : null }] };
        setup.name = item
          ? `${arrangement === 'parallel' ? 'Twin ' : ''}${item.document.name}`.slice(0, 60)
          : 'No compressor';
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, fetchItem],
  );
}
