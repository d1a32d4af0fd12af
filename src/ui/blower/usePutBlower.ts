import { useCallback } from 'react';
import { arrangementOf, beltDriveOf, chargerAtEngine, fitted, type Fit } from '@/core/job/chargers';
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
    async (item: BlowerItem | CentrifugalItem | null) => {
      if (item?.document.kind === 'centrifugal' && !(await fetchItem(item.document.compressor))) return false;
      if (item) takeItems([item]);
      store.getState().edit((draft) => {
        const setup = draft.setups[setupIndex]!;
        const redLine = draft.engine.redLineRpm.value;
        const was = beltDriveOf(chargerAtEngine(setup));
        if (isUnnamed(setup, items)) setup.name = nameAfter(item, 'single');
        const arrangement = arrangementOf(setup.induction) === 'parallel' ? 'parallel' : 'single';
        setup.induction = fitted(setup.induction, redLine, arrangement, {
          engine: item && withBelt(fitOf(item, redLine), was),
        });
      });
      store.getState().commit();
      return true;
    },
    [store, setupIndex, items, fetchItem, takeItems],
  );
}

const isCentrifugal = (item: BlowerItem | CentrifugalItem): item is CentrifugalItem =>
  item.document.kind === 'centrifugal';

const fitOf = (item: BlowerItem | CentrifugalItem, redLineRpm: number): Fit =>
  isCentrifugal(item) ? centrifugalFitOf(item, redLineRpm) : blowerFitOf(item as BlowerItem, redLineRpm);

/** Another machine on the belt that is laid out already. */
function withBelt(fit: Fit, was: ReturnType<typeof beltDriveOf>): Fit {
  if (!was?.layout || fit.drive.kind !== 'belt') return fit;
  const { layout, bypass, throttle } = was;
  return {
    ...fit,
    drive: { ...fit.drive, layout, ...(bypass ? { bypass } : {}), ...(throttle ? { throttle } : {}) },
  };
}
