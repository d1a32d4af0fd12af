import { useCallback } from 'react';
import {
  arranged,
  beltDriveOf,
  chargerAtEngine,
  chargerInFront,
  exhaustDriveOf,
  fitted,
} from '@/core/job/chargers';
import type { ChargerDocument, Setup } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import { arrangements, type Arrangement } from '@/core/job/schema/setup-choices';
import type { Form } from '@/core/selection/candidate';
import { turboFitOf } from '@/core/job/fit';
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
export function nameAfter(
  item: AnyItem | null | undefined,
  arrangement: Arrangement,
  front?: AnyItem | null,
): string {
  if (!item) return NONE;
  const name = arrangement === 'compound' && front ? `${front.document.name} on ` : before[arrangement];
  return `${name}${item.document.name}`.slice(0, 60);
}

/** What the library calls a charger: as its turbocharger, or as its machine. */
const refOf = (charger: ChargerDocument | undefined): Ref | null =>
  exhaustDriveOf(charger)?.turbocharger ?? beltDriveOf(charger)?.blower ?? charger?.machine ?? null;

const itemIn = (items: readonly AnyItem[], ref: Ref | null | undefined) =>
  items.find((i) => i.id === ref?.id && i.revision === ref.revision);

/** Whether a setup still bears a name that nobody gave it: its charger's, a copy's, or the first one's. */
export function isUnnamed(setup: Setup, items: readonly AnyItem[]): boolean {
  const { name, induction } = setup;
  const bare = name.replace(/ \(from [A-F]\)$/, '');
  if (bare === NONE || bare === 'First idea' || bare !== name) return true;
  const itemsOn = (charger: ChargerDocument | null | undefined) =>
    [
      charger?.machine,
      exhaustDriveOf(charger ?? undefined)?.turbocharger,
      beltDriveOf(charger ?? undefined)?.blower,
    ].flatMap((ref) => itemIn(items, ref) ?? []);
  const kept = induction.kind === 'charged' ? (chargerInFront(setup) ?? induction.aside) : null;
  const front = itemsOn(kept);
  return itemsOn(chargerAtEngine(setup)).some(
    (item) =>
      arrangements.some((arrangement) => bare === nameAfter(item, arrangement)) ||
      front.some((one) => bare === nameAfter(item, 'compound', one)),
  );
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
        const was = chargerAtEngine(setup);
        const redLine = draft.engine.redLineRpm.value;
        // The turbine stays where it is; whether it goes with the new wheel is asked on the bench.
        const drive = exhaustDriveOf(was);
        const isSame = was?.machine?.id === ref?.id;
        const engine = ref && {
          machine: { ...ref },
          // With another wheel before it, it is no turbocharger of the library any more.
          drive: drive ? { ...drive, ...(isSame ? {} : { turbocharger: null }) } : { kind: 'open' as const },
        };
        setup.induction = fitted(setup.induction, redLine, arrangement, { engine });
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
        const stays = others === 'stay' ? setup : null;
        const known = {
          engine: engine ?? (stays && itemIn(items, refOf(chargerAtEngine(stays)))),
          front: front ?? (stays && itemIn(items, refOf(chargerInFront(stays)))),
        };
        if (isUnnamed(setup, items)) setup.name = nameAfter(known.engine, arrangement, known.front);
        const open = others === 'stay' ? {} : { engine: null, front: null };
        setup.induction = fitted(setup.induction, draft.engine.redLineRpm.value, arrangement, {
          ...open,
          ...(engine ? { engine: turboFitOf(engine) } : {}),
          ...(front ? { front: turboFitOf(front) } : {}),
        });
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, turbos, fetchItem, takeItems],
  );
}

/**
 * Puts a whole turbocharger on the setup, or takes its turbine off and leaves the compressor. In front of another, null
 * takes the whole charger off.
 */
export function usePutTurbo(place: 'engine' | 'front' = 'engine') {
  const { store, setupIndex } = useJob();
  const fit = useFit();
  return useCallback(
    async (item: TurbochargerItem | null, arrangement: Arrangement) => {
      if (item) return fit({ [place]: item }, arrangement, 'stay');
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        const charger = place === 'front' ? chargerInFront(setup) : chargerAtEngine(setup);
        if (!charger) return;
        charger.drive = { kind: 'open' };
        if (place === 'front') charger.machine = null;
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, fit, place],
  );
}

/** Puts what is on the setup together another way; a charger in front is kept for when it is wanted again. */
export function useArrange() {
  const { store, setupIndex, items } = useJob();
  return useCallback(
    (arrangement: Arrangement) => {
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        if (setup.induction.kind === 'none') return;
        const wasUnnamed = isUnnamed(setup, items);
        setup.induction = arranged(setup.induction, arrangement);
        const item = itemIn(items, refOf(chargerAtEngine(setup)));
        if (item && wasUnnamed)
          setup.name = nameAfter(item, arrangement, itemIn(items, refOf(chargerInFront(setup))));
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
    async ({ form, chargers }: { form: Form; chargers: Ref[] }) => {
      const known = (ref: Ref) =>
        turbos?.turbochargers.find((t) => t.id === ref.id && t.revision === ref.revision);
      const [engine, front] = [...chargers].reverse();
      const at = { engine: known(engine!), front: front && known(front) };
      if (!at.engine || (front && !at.front)) return false;
      return fit({ engine: at.engine, ...(at.front ? { front: at.front } : {}) }, form, 'go');
    },
    [turbos, fit],
  );
}
