import { useCallback } from 'react';
import type { Setup } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import { arrangements, type Arrangement } from '@/core/job/schema/setup-choices';
import type { Form } from '@/core/selection/rank-turbos';
import { stageOf } from '@/core/job/fit';
import type { AnyItem, TurbochargerItem } from '@/formats/library-items';
import { useJob } from '../store/solved';

const NONE = 'No compressor';

const before: Record<Arrangement, string> = {
  single: '',
  parallel: 'Twin ',
  sequential: 'Sequential ',
  compound: '',
};

/** What a setup is called after its charger; of a compound pair after both, the one in front first. */
function nameAfter(
  item: AnyItem | null | undefined,
  arrangement: Arrangement,
  front?: AnyItem | null,
): string {
  if (!item) return NONE;
  const name = arrangement === 'compound' && front ? `${front.document.name} on ` : before[arrangement];
  return `${name}${item.document.name}`.slice(0, 60);
}

/** Whether a setup still bears a name that nobody gave it: its charger's, a copy's, or the first one's. */
function isUnnamed({ name, induction }: Setup, items: readonly AnyItem[]): boolean {
  const bare = name.replace(/ \(from [A-F]\)$/, '');
  if (bare === NONE || bare === 'First idea' || bare !== name) return true;
  if (induction.kind !== 'turbo') return false;
  const itemsOn = (stage: (typeof induction.stages)[number] | undefined) =>
    [stage?.compressor, stage?.hot?.turbocharger].flatMap((ref) =>
      ref ? items.filter((i) => i.id === ref.id && i.revision === ref.revision) : [],
    );
  const front = itemsOn(induction.stages[1]);
  return itemsOn(induction.stages[0]).some(
    (item) =>
      arrangements.some((arrangement) => bare === nameAfter(item, arrangement)) ||
      front.some((one) => bare === nameAfter(item, 'compound', one)),
  );
}

type Hot = NonNullable<Extract<Setup['induction'], { kind: 'turbo' }>['stages'][number]['hot']>;

/** A hot side with another wheel before it is no turbocharger of the library any more. */
function bareOf(hot: Hot, isSame: boolean): Hot {
  return isSame ? { ...hot } : { ...hot, turbocharger: null };
}

/**
 * Puts a compressor on the setup, once or as twins; null takes it off. A turbine that is there stays. A setup is called after
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
        const stages = setup.induction.kind === 'turbo' ? setup.induction.stages : [];
        const was = stages[0];
        // The turbine stays where it is; whether it goes with the new wheel is asked on the bench.
        const kept = was?.hot && ref ? { hot: bareOf(was.hot, was.compressor?.id === ref.id) } : {};
        setup.induction = {
          kind: 'turbo',
          arrangement,
          stages: [{ compressor: ref ? { ...ref } : null, ...kept }, ...stages.slice(1)],
        };
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, fetchItem],
  );
}

/** Turbochargers for the places of a setup: at the engine, and in front of it. */
type Places = { engine?: TurbochargerItem; front?: TurbochargerItem };

/**
 * The one action that fits turbochargers, from whichever sheet: fetches their maps and turbines, puts each in its place as
 * the library has it, and calls the setup after them until somebody gives it a name. `others`: whether a stage that is not
 * named stays. Out: false where a part is not to be had; nothing is put on then.
 */
function useFit() {
  const { store, setupIndex, items, turbos, fetchItem, takeItems } = useJob();
  return useCallback(
    async ({ engine, front }: Places, arrangement: Arrangement, others: 'stay' | 'go') => {
      for (const item of [engine, front]) {
        if (!item) continue;
        const { compressor, turbine: ref } = item.document;
        const turbine = turbos?.turbines.find((t) => t.id === ref.id && t.revision === ref.revision);
        // Without its map or its turbine the job would have no answer.
        if (!turbine || !(await fetchItem(compressor))) return false;
        takeItems([item, turbine]);
      }
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        const was = setup.induction.kind === 'turbo' && others === 'stay' ? setup.induction.stages : [];
        const known = (at: 0 | 1) => {
          const ref = was[at]?.hot?.turbocharger;
          return items.find((i) => i.id === ref?.id && i.revision === ref.revision);
        };
        if (isUnnamed(setup, items))
          setup.name = nameAfter(engine ?? known(0), arrangement, front ?? known(1));
        setup.induction = {
          kind: 'turbo',
          arrangement,
          stages: [
            engine ? stageOf(engine) : (was[0] ?? { compressor: null }),
            ...(front ? [stageOf(front)] : was.slice(1)),
          ],
        };
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, turbos, fetchItem, takeItems],
  );
}

/**
 * Puts a whole turbocharger on the setup, or takes its turbine off and leaves the compressor. `stage`: 0 at the engine, 1 in
 * front of it, where null takes the whole stage off.
 */
export function usePutTurbo(stage: 0 | 1 = 0) {
  const { store, setupIndex } = useJob();
  const fit = useFit();
  return useCallback(
    async (item: TurbochargerItem | null, arrangement: Arrangement) => {
      if (item) return fit(stage ? { front: item } : { engine: item }, arrangement, 'stay');
      store.getState().edit((draft) => {
        const { induction } = draft.setups[setupIndex]!;
        if (induction.kind !== 'turbo') return;
        if (stage === 1) induction.stages.splice(1);
        else delete induction.stages[0]?.hot;
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, fit, stage],
  );
}

/** Puts what is on the setup together another way; a second stage is kept for when it is wanted again. */
export function useArrange() {
  const { store, setupIndex, items } = useJob();
  return useCallback(
    (arrangement: Arrangement) => {
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        const { induction } = setup;
        if (induction.kind !== 'turbo') return;
        const named = (stage: (typeof induction.stages)[number] | undefined) => {
          const ref = stage?.hot?.turbocharger ?? stage?.compressor;
          return items.find((i) => i.id === ref?.id && i.revision === ref.revision);
        };
        const item = named(induction.stages[0]);
        if (item && isUnnamed(setup, items))
          setup.name = nameAfter(item, arrangement, named(induction.stages[1]));
        induction.arrangement = arrangement;
      });
      store.getState().commit();
    },
    [store, setupIndex, items],
  );
}

/** Puts what the ranking found on the setup: one, twins, or a pair with the other in front. */
export function usePutPair() {
  const { turbos } = useJob();
  const fit = useFit();
  return useCallback(
    async ({ form, engine, front }: { form: Form; engine: Ref; front: Ref | null }) => {
      const known = (ref: Ref) =>
        turbos?.turbochargers.find((t) => t.id === ref.id && t.revision === ref.revision);
      const at = { engine: known(engine), front: front ? known(front) : undefined };
      if (!at.engine || (front && !at.front)) return false;
      return fit({ engine: at.engine, ...(at.front ? { front: at.front } : {}) }, form, 'go');
    },
    [turbos, fit],
  );
}
