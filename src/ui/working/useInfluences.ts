import { useEffect, useMemo, useState } from 'react';
import { influencesOn, mostTelling, type Influence } from '@/core/forecast/influence';
import type { FigureId } from '@/core/forecast/figures';
import type { JobInput } from '@/core/job/inputs';
import { libraryOf } from '@/formats/library-items';
import { useJob, useJobState } from '../store/solved';

/** Work in slices of this length, so that the page answers meanwhile, ms. */
const SLICE = 12;
/** And leave the page alone this long before the first, ms. */
const FIRST = 80;

/**
 * What each input's spread does to a figure, most telling first; null until it is known. Some hundred points are solved
 * for it, a slice at a time. `among` must be stable.
 */
export function useInfluences(
  figure: FigureId,
  speedRpm: number,
  among?: (input: JobInput) => boolean,
): Influence[] | null {
  const { setupIndex, items, bounds } = useJob();
  const job = useJobState((s) => s.draft);
  const library = useMemo(() => libraryOf(items), [items]);
  const [found, setFound] = useState<Influence[] | null>(null);
  useEffect(() => {
    const work = influencesOn({
      job,
      setupIndex,
      library,
      speedRpm,
      figure,
      bounds,
      ...(among ? { among } : {}),
    });
    const all: Influence[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const slice = () => {
      const end = performance.now() + SLICE;
      while (performance.now() < end) {
        const next = work.next();
        if (next.done) return setFound(mostTelling(all));
        all.push(next.value);
      }
      timer = setTimeout(slice, 0);
    };
    // The page is painted first: what opens must open at once.
    timer = setTimeout(slice, FIRST);
    return () => clearTimeout(timer);
  }, [job, setupIndex, library, speedRpm, figure, bounds, among]);
  return found;
}
