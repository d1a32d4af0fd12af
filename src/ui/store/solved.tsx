'use client';
import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from 'react';
import { useStore } from 'zustand';
import { compileBuild, type Build, type Problem } from '@/core/forecast/build';
import { planLevel, solvePoint, type OperatingPoint } from '@/core/forecast/point';
import { solveSweep, type Sweep } from '@/core/forecast/sweep';
import type { Bounds } from '@/core/job/bound-at';
import type { Ref } from '@/core/job/document';
import { libraryOf, type LibraryHead, type LibraryItem } from '@/formats/library-items';
import { server } from '../server/client';
import type { JobState, JobStore } from './job-store';

/** The answer to the live draft. While the draft has problems, the last good answer stands and `problems` says why. */
export type Solved = {
  build: Build;
  sweep: Sweep;
  /** The selected speed, solved exactly. */
  point: OperatingPoint;
  stale: boolean;
};

type JobContext = {
  store: JobStore;
  bounds: Bounds;
  /** Library revisions with their maps, as far as this page has needed them. */
  items: LibraryItem[];
  /** Fetches a revision's map if it is not here yet. Out: null if the server does not give it. */
  fetchItem: (ref: Ref) => Promise<LibraryItem | null>;
  /** Everything the library offers, without maps; null until it was fetched. */
  heads: LibraryHead[] | null;
  fetchHeads: () => Promise<void>;
  setupIndex: number;
  speedRpm: number;
  setSpeed: (speedRpm: number) => void;
  solved: Solved | null;
  problems: Problem[];
};

const Context = createContext<JobContext | null>(null);

export function useJob(): JobContext {
  const context = useContext(Context);
  if (!context) throw new Error('useJob needs a JobProvider above it.');
  return context;
}

export const useJobState = <T,>(select: (state: JobState) => T): T => useStore(useJob().store, select);

/** Speed held between idle and red line and, unless dragged freely, on the grid the sweep sits on. */
export const clampSpeed = (build: Pick<Build, 'idleRpm' | 'redLineRpm'>, speedRpm: number): number =>
  Math.min(build.redLineRpm, Math.max(build.idleRpm, speedRpm));

type Props = {
  store: JobStore;
  bounds: Bounds;
  items: LibraryItem[];
  speedRpm: number;
  setSpeed: (speedRpm: number) => void;
  children: ReactNode;
};

export function JobProvider({ store, bounds, items: first, speedRpm, setSpeed, children }: Props) {
  const draft = useStore(store, (s) => s.draft);
  const [items, setItems] = useState(first);
  const [heads, setHeads] = useState<LibraryHead[] | null>(null);
  const fetchItem = useCallback(
    async (ref: Ref) => {
      const isIt = (i: Ref) => i.id === ref.id && i.revision === ref.revision;
      const known = items.find(isIt);
      if (known) return known;
      const answer = await server.compressor(ref.id, ref.revision);
      if (answer.kind !== 'ok') return null;
      const { id, revision, document } = answer.data;
      const item = { id, revision, document };
      setItems((now) => (now.some(isIt) ? now : [...now, item]));
      return item;
    },
    [items],
  );
  const fetchHeads = useCallback(async () => {
    const answer = await server.compressors();
    if (answer.kind === 'ok') setHeads(answer.data.compressors.filter((c) => !c.retired));
  }, []);
  const setupIndex = 0;
  const library = useMemo(() => libraryOf(items), [items]);
  const result = useMemo(() => compileBuild(draft, draft.setups[setupIndex]!.id, library), [draft, library]);
  const fresh = useMemo(
    () => ('build' in result ? { build: result.build, sweep: solveSweep(result.build) } : null),
    [result],
  );
  const solved = useLastGood(fresh);
  const point = useMemo(() => {
    if (!solved) return null;
    const speed = clampSpeed(solved.build, speedRpm);
    return (
      solved.sweep.points.find((p) => p.speedRpm === speed) ??
      solvePoint(solved.build, speed, planLevel(solved.build))
    );
  }, [solved, speedRpm]);
  const value = useMemo<JobContext>(
    () => ({
      store,
      bounds,
      items,
      fetchItem,
      heads,
      fetchHeads,
      setupIndex,
      speedRpm: point?.speedRpm ?? speedRpm,
      setSpeed,
      solved: solved && point ? { ...solved, point, stale: solved !== fresh } : null,
      problems: 'problems' in result ? result.problems : [],
    }),
    [store, bounds, items, fetchItem, heads, fetchHeads, speedRpm, setSpeed, solved, fresh, point, result],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

/** The newest value that was there: a bench keeps its last good picture while an input contradicts another. */
function useLastGood<T>(value: T | null): T | null {
  const last = useRef<T | null>(null);
  // A derived cache of a pure computation: reading it during render can only return what an earlier render had.
  /* eslint-disable react-hooks/refs */
  if (value) last.current = value;
  return last.current;
  /* eslint-enable react-hooks/refs */
}
