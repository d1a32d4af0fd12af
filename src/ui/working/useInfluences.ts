import { useCallback, useMemo } from 'react';
import { influencesOn, mostTelling, type Influence } from '@/core/workings/influence';
import type { FigureId } from '@/core/workings/figures';
import type { JobInput } from '@/core/job/inputs/inputs';
import { libraryOf } from '@/formats/library-items';
import { useJob, useJobState } from '../store/solved';
import { useSlices } from '../store/useSlices';

/**
 * What each input's spread does to a figure, most telling first; null until it is known. Some hundred points are solved
 * for it, a slice at a time. `among` must be stable.
 */
export function useInfluences(
  figure: FigureId,
  speedRpm: number,
  among?: (input: JobInput) => boolean,
  charger?: number,
): Influence[] | null {
  const { setupIndex, items, bounds } = useJob();
  const job = useJobState((s) => s.draft);
  const library = useMemo(() => libraryOf(items), [items]);
  const found = useSlices(
    useCallback(
      () =>
        influencesOn({
          job,
          setupIndex,
          library,
          speedRpm,
          figure,
          charger,
          bounds,
          ...(among ? { among } : {}),
        }),
      [job, setupIndex, library, speedRpm, figure, charger, bounds, among],
    ),
    'What moves it most',
  );
  return useMemo(() => found && mostTelling(found), [found]);
}
