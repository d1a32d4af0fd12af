'use client';
import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from 'react';
import { useStore } from 'zustand';
import { compileBuild, type Build, type Problem } from '@/core/forecast/build';
import { planLevel, solvePoint, type OperatingPoint } from '@/core/forecast/point';
import { solveSweep, type Sweep } from '@/core/forecast/sweep';
import { factsOf } from '@/core/decisions/facts';
import { standings, withMark, type Standing } from '@/core/decisions/standing';
import type { Bounds } from '@/core/job/bound-at';
import type { Ref } from '@/core/job/document';
import type { SettleableBench } from '@/core/job/settled';
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
  setSetup: (index: number) => void;
  speedRpm: number;
  setSpeed: (speedRpm: number) => void;
  solved: Solved | null;
  problems: Problem[];
  /** Where every bench stands, in the order of the work. */
  standings: Standing[];
  /** Settles a bench on what stands now, or opens it again. One commit. */
  settle: (bench: SettleableBench, settled: boolean) => void;
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
  setupIndex: number;
  setSetup: (index: number) => void;
  children: ReactNode;
};

export function JobProvider({
  store,
  bounds,
  items: first,
  speedRpm,
  setSpeed,
  setupIndex: asked,
  setSetup,
  children,
}: Props) {
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
  const setupIndex = Math.min(asked, draft.setups.length - 1);
  const setup = draft.setups[setupIndex]!;
  const library = useMemo(() => libraryOf(items), [items]);
  const result = useMemo(() => compileBuild(draft, setup.id, library), [draft, setup, library]);
  const fresh = useMemo(
    () => ('build' in result ? { build: result.build, sweep: solveSweep(result.build) } : null),
    [result],
  );
  const solved = useLastGood(fresh);
  const problems = useMemo(() => ('problems' in result ? result.problems : []), [result]);
  const newest = useCallback(
    (id: string) => {
      const known = [...items, ...(heads ?? [])].filter((i) => i.id === id).map((i) => i.revision);
      return known.length ? Math.max(...known) : undefined;
    },
    [items, heads],
  );
  const stands = useMemo(
    () => standings(draft, setup, fresh, problems, newest),
    [draft, setup, fresh, problems, newest],
  );
  const settle = useCallback(
    (bench: SettleableBench, settled: boolean) => {
      const facts = settled ? factsOf(draft, setup, fresh, newest) : null;
      store.getState().edit((job) => {
        job.settled = withMark(job, bench, setup, facts);
      });
      store.getState().commit();
    },
    [store, draft, setup, fresh, newest],
  );
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
      setSetup,
      speedRpm: point?.speedRpm ?? speedRpm,
      setSpeed,
      solved: solved && point ? { ...solved, point, stale: solved !== fresh } : null,
      problems,
      standings: stands,
      settle,
    }),
    [
      store,
      bounds,
      items,
      fetchItem,
      heads,
      fetchHeads,
      setupIndex,
      setSetup,
      speedRpm,
      setSpeed,
      solved,
      fresh,
      point,
      problems,
      stands,
      settle,
    ],
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
