import { useCallback } from 'react';
import { arrangementOf, beltedOf, fitted, type Fit } from '@/core/job/chargers';
import type { BeltDriveDocument, Setup } from '@/core/job/schema/job';
import { blowerFitOf, centrifugalFitOf } from '@/core/job/fit';
import type { BlowerItem, CentrifugalItem } from '@/formats/library-items';
import { isUnnamed, nameAfter } from '../charger/usePutOn';
import { useJob } from '../store/solved';

/**
 * Puts a supercharger of the library on the setup, or takes it off (null): the open place it leaves keeps its cooler. A belt
 * that is laid out stays where it is, with the machine's own gears; otherwise a first one is laid out that does not over-speed
 * it. Out: false where a centrifugal's map is not to be had.
 */
export function usePutBlower() {
  const { store, setupIndex, items, fetchItem, takeItems } = useJob();
  return useCallback(
    async (item: BlowerItem | CentrifugalItem | null, place: RowPlace) => {
      if (item?.document.kind === 'centrifugal' && !(await fetchItem(item.document.compressor))) return false;
      if (item) takeItems([item]);
      const turbo = turboOf(store.getState().draft.setups[setupIndex]!);
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        const redLine = draft.engine.redLineRpm.value;
        const was = beltedOf(setup)?.drive;
        if (isUnnamed(setup, items)) setup.name = nameAfter(item, 'single');
        const fit = item && withBelt(fitOf(item, redLine), was);
        if (turbo && fit && place !== 'alone') {
          const [front, engine] = place === 'before' ? [fit, turbo] : [turbo, fit];
          setup.induction = fitted(setup.induction, redLine, 'compound', { front, engine });
          return;
        }
        const arrangement = arrangementOf(setup.induction) === 'parallel' ? 'parallel' : 'single';
        // A blower taken out of a row leaves the turbocharger where it was.
        setup.induction = fitted(setup.induction, redLine, arrangement, { engine: fit ?? turbo });
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, fetchItem, takeItems],
  );
}

/** Where a blower stands to a turbocharger of the setup. */
export type RowPlace = 'alone' | 'before' | 'behind';

/** What is driven by the exhaust in a setup, as it goes into a row; null where nothing is. */
function turboOf({ induction }: Setup): Fit | null {
  const charger =
    induction.kind === 'charged'
      ? induction.chargers.findLast(({ drive }) => drive.kind === 'exhaust')
      : undefined;
  return charger ? structuredClone({ machine: charger.machine, drive: charger.drive }) : null;
}

const isCentrifugal = (item: BlowerItem | CentrifugalItem): item is CentrifugalItem =>
  item.document.kind === 'centrifugal';

const fitOf = (item: BlowerItem | CentrifugalItem, redLineRpm: number): Fit =>
  isCentrifugal(item) ? centrifugalFitOf(item, redLineRpm) : blowerFitOf(item as BlowerItem, redLineRpm);

/** Another machine on the belt that is laid out already. */
function withBelt(fit: Fit, was: BeltDriveDocument | undefined): Fit {
  if (!was?.layout || fit.drive.kind !== 'belt') return fit;
  const { layout, bypass, throttle } = was;
  return {
    ...fit,
    drive: { ...fit.drive, layout, ...(bypass ? { bypass } : {}), ...(throttle ? { throttle } : {}) },
  };
}
