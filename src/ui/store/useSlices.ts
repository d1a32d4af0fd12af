import { useEffect, useState } from 'react';
import { tellWork } from './long-work';

/** Work in slices of this length, so that the page answers meanwhile, ms. */
const SLICE = 12;
/** And leave the page alone this long before the first, ms. */
const FIRST = 80;

/**
 * Long work, a slice at a time while the page rests: it begins anew when `make` changes, and what was found before stands
 * until it is done. What takes long is told, and can be stopped and taken up again. In: how to begin, stable while nothing
 * changes; what is done, as 'Sizing the parts'. Out: everything it gave, or null until it was done once.
 */
export function useSlices<T>(make: () => Generator<T>, what: string): T[] | null {
  const [found, setFound] = useState<T[] | null>(null);
  useEffect(() => {
    const work = make();
    const all: T[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const slice = () => {
      const end = performance.now() + SLICE;
      while (performance.now() < end) {
        const next = work.next();
        if (next.done) {
          told.end();
          return setFound(all);
        }
        all.push(next.value);
      }
      timer = setTimeout(slice, 0);
    };
    const told = tellWork(what, { stop: () => clearTimeout(timer), resume: slice });
    // The page is painted first: what opens must open at once.
    timer = setTimeout(slice, FIRST);
    return () => {
      clearTimeout(timer);
      told.end();
    };
  }, [make, what]);
  return found;
}
