import { useCallback } from 'react';
import type { Setup } from '@/core/job/document';
import type { Ref } from '@/core/job/ref';
import { stageOf } from '@/core/turbocharger/fit';
import type { AnyItem, TurbochargerItem } from '@/formats/library-items';
import { useJob } from '../store/solved';

const NONE = 'No compressor';

type Arrangement = 'single' | 'parallel';

/** What a setup is called after its charger. */
const nameAfter = (item: AnyItem | null | undefined, arrangement: Arrangement): string =>
  item ? `${arrangement === 'parallel' ? 'Twin ' : ''}${item.document.name}`.slice(0, 60) : NONE;

/** Whether a setup still bears a name that nobody gave it: its charger's, a copy's, or the first one's. */
function isUnnamed({ name, induction }: Setup, items: readonly AnyItem[]): boolean {
  const bare = name.replace(/ \(from [A-F]\)$/, '');
  if (bare === NONE || bare === 'First idea' || bare !== name) return true;
  if (induction.kind !== 'turbo') return false;
  const stage = induction.stages[0];
  const on = [stage?.compressor, stage?.hot?.turbocharger].flatMap((ref) =>
    ref ? items.filter((i) => i.id === ref.id && i.revision === ref.revision) : [],
  );
  return on.some((item) => bare === nameAfter(item, 'single') || bare === nameAfter(item, 'parallel'));
}

/**
 * Puts a compressor on the setup, once or as twins; null takes it off. Its turbine is open then. A setup is called after
 * its charger until somebody gives it a name.
 */
export function usePutOn() {
  const { store, setupIndex, items, fetchItem } = useJob();
  return useCallback(
    async (ref: Ref | null, arrangement: Arrangement) => {
      const item = ref ? await fetchItem(ref) : null;
      // A map that cannot be fetched is not put on: the job would have no answer.
      if (ref && !item) return false;
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        if (isUnnamed(setup, items)) setup.name = nameAfter(item, arrangement);
        const before = setup.induction.kind === 'turbo' ? setup.induction.stages[0] : undefined;
        // A newer revision of the same wheel leaves its turbine where it is.
        const kept = before?.hot && before.compressor?.id === ref?.id ? { hot: { ...before.hot } } : {};
        setup.induction = {
          kind: 'turbo',
          arrangement,
          stages: [{ compressor: ref ? { ...ref } : null, ...kept }],
        };
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, fetchItem],
  );
}

/** Puts a whole turbocharger on the setup, or takes its turbine off and leaves the compressor. */
export function usePutTurbo() {
  const { store, setupIndex, items, turbos, fetchItem, takeItems } = useJob();
  return useCallback(
    async (item: TurbochargerItem | null, arrangement: Arrangement) => {
      if (!item) {
        store.getState().edit((draft) => {
          const { induction } = draft.setups[setupIndex]!;
          if (induction.kind === 'turbo') for (const stage of induction.stages) delete stage.hot;
        });
        store.getState().commit();
        return true;
      }
      const { compressor, turbine: ref } = item.document;
      const turbine = turbos?.turbines.find((t) => t.id === ref.id && t.revision === ref.revision);
      const map = await fetchItem(compressor);
      if (!turbine || !map) return false;
      takeItems([item, turbine]);
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        if (isUnnamed(setup, items)) setup.name = nameAfter(item, arrangement);
        setup.induction = { kind: 'turbo', arrangement, stages: [stageOf(item)] };
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, turbos, fetchItem, takeItems],
  );
}
