import { useCallback } from 'react';
import type { Setup } from '@/core/job/document';
import type { Ref } from '@/core/job/ref';
import { isCompressor, type AnyItem, type LibraryItem } from '@/formats/library-items';
import { useJob } from '../store/solved';

const NONE = 'No compressor';

/** What a setup is called after its compressor. */
const nameAfter = (item: LibraryItem | null | undefined, arrangement: 'single' | 'parallel'): string =>
  item ? `${arrangement === 'parallel' ? 'Twin ' : ''}${item.document.name}`.slice(0, 60) : NONE;

/** Whether a setup still bears a name that nobody gave it: its compressor's, a copy's, or the first one's. */
function isUnnamed({ name, induction }: Setup, items: readonly AnyItem[]): boolean {
  const bare = name.replace(/ \(from [A-F]\)$/, '');
  if (bare === NONE || bare === 'First idea' || bare !== name) return true;
  if (induction.kind !== 'turbo') return false;
  const ref = induction.stages[0]?.compressor;
  const on = items.filter(isCompressor).find((i) => i.id === ref?.id && i.revision === ref.revision);
  return bare === nameAfter(on, 'single') || bare === nameAfter(on, 'parallel');
}

/**
 * Puts a compressor on the setup, once or as twins; null takes it off. A setup is called after its compressor until
 * somebody gives it a name.
 */
export function usePutOn() {
  const { store, setupIndex, items, fetchItem } = useJob();
  return useCallback(
    async (ref: Ref | null, arrangement: 'single' | 'parallel') => {
      const item = ref ? await fetchItem(ref) : null;
      // A map that cannot be fetched is not put on: the job would have no answer.
      if (ref && !item) return false;
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        if (isUnnamed(setup, items)) setup.name = nameAfter(item, arrangement);
        setup.induction = { kind: 'turbo', arrangement, stages: [{ compressor: ref ? { ...ref } : null }] };
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, fetchItem],
  );
}
