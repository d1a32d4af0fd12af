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
type Answer = { build: Build; sweep: Sweep; stale: boolean };

/** The answer with the selected speed, solved exactly. */
export type Solved = Answer & { point: OperatingPoint };

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
  answer: Answer | null;
  problems: Problem[];
  /** Where every bench stands, in the order of the work. */
  standings: Standing[];
  /** Settles a bench on what stands now, or opens it again. One commit. */
  settle: (bench: SettleableBench, settled: boolean) => void;
};

const Context = createContext<JobContext | null>(null);

type SpeedContext = {
  speedRpm: number;
  setSpeed: (speedRpm: number) => void;
  solved: Solved | null;
};

const AtSpeed = createContext<SpeedContext | null>(null);

/**
 * The selected speed and everything at it. Kept apart from the job: while the Rev bar is dragged only what shows a figure
 * of this speed is drawn anew.
 */
export function useSpeed(): SpeedContext {
  const context = useContext(AtSpeed);
  if (!context) throw new Error('useSpeed needs a SpeedProvider above it.');
  return context;
}

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
  setupIndex: number;
  setSetup: (index: number) => void;
  children: ReactNode;
};

export function JobProvider({ store, bounds, items: first, setupIndex: asked, setSetup, children }: Props) {
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
  const lastGood = useLastGood(fresh);
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
      answer: lastGood && { ...lastGood, stale: lastGood !== fresh },
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
      lastGood,
      fresh,
      problems,
      stands,
      settle,
    ],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

/** The selected speed of a job: a state of its own under the job, so that moving it leaves the rest alone. */
export function SpeedProvider({
  first,
  onSpeed,
  children,
}: {
  first: number;
  /** Told of every move: the address follows. Must be stable. */
  onSpeed: (speedRpm: number) => void;
  children: ReactNode;
}) {
  const { answer } = useJob();
  const [asked, setAsked] = useState(first);
  const setSpeed = useCallback(
    (speedRpm: number) => {
      setAsked(speedRpm);
      onSpeed(speedRpm);
    },
    [onSpeed],
  );
  const point = useMemo(() => answer && pointAt(answer, asked), [answer, asked]);
  const value = useMemo<SpeedContext>(
    () => ({
      speedRpm: point?.speedRpm ?? asked,
      setSpeed,
      solved: answer && point ? { ...answer, point } : null,
    }),
    [answer, point, asked, setSpeed],
  );
  return <AtSpeed.Provider value={value}>{children}</AtSpeed.Provider>;
}

/** One speed of a solved job: from the sweep where it has it, otherwise solved exactly. */
export function pointAt({ build, sweep }: Pick<Answer, 'build' | 'sweep'>, asked: number): OperatingPoint {
  const speed = clampSpeed(build, asked);
  return sweep.points.find((p) => p.speedRpm === speed) ?? solvePoint(build, speed, planLevel(build));
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
