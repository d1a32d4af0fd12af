'use client';
import {
  createContext,
  useCallback,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { useStore } from 'zustand';
import { compileBuild, type Build, type Library, type Problem } from '@/core/build/build';
import type { OperatingPoint } from '@/core/solve/point';
import { pointAt, solveSweep, type Sweep } from '@/core/solve/sweep';
import { factsOf } from '@/core/decisions/facts';
import { standings, withMark, type Standing } from '@/core/decisions/standing';
import type { Bounds } from '@/core/job/inputs/bound-at';
import type { Job, Setup } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import type { SettleableBench } from '@/core/job/schema/marks';
import {
  isCompressor,
  libraryOf,
  type AnyItem,
  type DriveShop,
  type LibraryHead,
  type LibraryItem,
  type TurbineItem,
  type TurbochargerItem,
} from '@/formats/library-items';
import { server } from '../server/client';
import type { JobState, JobStore } from './job-store';

/** The answer to the live draft. While the draft has problems, the last good answer stands and `problems` says why. */
export type Answer = { build: Build; sweep: Sweep; stale: boolean };

/** The answer with the selected speed, solved exactly. */
export type Solved = Answer & { point: OperatingPoint };

type JobContext = {
  store: JobStore;
  bounds: Bounds;
  /** Library revisions with their maps, as far as this page has needed them. */
  items: AnyItem[];
  /** Fetches a revision's map if it is not here yet. Out: null if the server does not give it. */
  fetchItem: (ref: Ref) => Promise<LibraryItem | null>;
  /** Everything the library offers, without maps; null until it was fetched. */
  heads: LibraryHead[] | null;
  fetchHeads: () => Promise<void>;
  /** Every turbocharger and turbine on offer; null until they were fetched. */
  turbos: Turbos | null;
  fetchTurbos: () => Promise<void>;
  /** Every supercharger, pulley and belt on offer; null until they were fetched. */
  drives: DriveShop | null;
  fetchDrives: () => Promise<void>;
  /** Takes library revisions into this page. */
  takeItems: (more: AnyItem[]) => void;
  setupIndex: number;
  setSetup: (index: number) => void;
  /** The setups that are drawn, at most three, by letter; the selected one is always among them. */
  drawn: Drawn[];
  /** Draws a setup beside the selected one, or no longer. */
  toggleDrawn: (index: number) => void;
  /** Draws these setups beside the selected one, and no others. In: their ids. */
  drawBeside: (ids: string[]) => void;
  /** The answer to any setup as it stands; null while it contradicts itself. Solved when it is asked for, and kept. */
  answerOf: (index: number) => Pick<Answer, 'build' | 'sweep'> | null;
  answer: Answer | null;
  problems: Problem[];
  /** Where every bench stands, in the order of the work. */
  standings: Standing[];
  /** Settles a bench on what stands now, or opens it again. One commit. */
  settle: (bench: SettleableBench, settled: boolean) => void;
};

/** A setup that is drawn: its place in the job, its line style (0 solid, 1 dashed, 2 dotted) and its answer. */
export type Drawn = {
  index: number;
  setup: Setup;
  slot: number;
  answer: Pick<Answer, 'build' | 'sweep'> | null;
};

/** At most so many setups are drawn at once. */
export const MOST_DRAWN = 3;

export type Turbos = { turbochargers: TurbochargerItem[]; turbines: TurbineItem[] };

const Context = createContext<JobContext | null>(null);
/** Apart from the answers: what reads a part of the job alone is drawn anew for that part alone. */
const StoreOnly = createContext<JobStore | null>(null);

/** What a field needs of the job besides its own value. */
type FieldContext = Pick<JobContext, 'bounds' | 'problems'> & {
  /** The air of the day, Pa, for pressures typed as absolute. */
  ambient: number | undefined;
};
const ForFields = createContext<FieldContext | null>(null);

type SpeedContext = {
  speedRpm: number;
  setSpeed: (speedRpm: number) => void;
  solved: Solved | null;
};

const AtSpeed = createContext<SpeedContext | null>(null);
const SpeedNow = createContext<(() => SpeedContext) | null>(null);

/**
 * The selected speed and everything at it. Kept apart from the job: while the Rev bar is dragged only what shows a figure
 * of this speed is drawn anew.
 */
export function useSpeed(): SpeedContext {
  const context = useContext(AtSpeed);
  if (!context) throw new Error('useSpeed needs a SpeedProvider above it.');
  return context;
}

/** The selected speed when it is asked for: for what acts on it without showing it. */
export function useSpeedNow(): () => SpeedContext {
  const now = useContext(SpeedNow);
  if (!now) throw new Error('useSpeedNow needs a SpeedProvider above it.');
  return now;
}

export function useJob(): JobContext {
  const context = useContext(Context);
  if (!context) throw new Error('useJob needs a JobProvider above it.');
  return context;
}

export function useJobStore(): JobStore {
  const store = useContext(StoreOnly);
  if (!store) throw new Error('useJobStore needs a JobProvider above it.');
  return store;
}

export const useJobState = <T,>(select: (state: JobState) => T): T => useStore(useJobStore(), select);

/** What fields need: it changes with the day's air and with what contradicts itself, and with nothing else. */
export function useForFields(): FieldContext {
  const context = useContext(ForFields);
  if (!context) throw new Error('useForFields needs a JobProvider above it.');
  return context;
}

type Props = {
  store: JobStore;
  bounds: Bounds;
  items: AnyItem[];
  /** What the address asks for: the selected setup's index and the letters drawn beside it. */
  firstSetup: number;
  firstDrawn: string[] | null;
  /** Told of every change of the view: the address follows. Must be stable. */
  onSetups: (selected: string, drawn: string[]) => void;
  children: ReactNode;
};

export function JobProvider({
  store,
  bounds,
  items: first,
  firstSetup,
  firstDrawn,
  onSetups,
  children,
}: Props) {
  const draft = useStore(store, (s) => s.draft);
  const [items, setItems] = useState(first);
  const [heads, setHeads] = useState<LibraryHead[] | null>(null);
  const fetchItem = useCallback(
    async (ref: Ref) => {
      const isIt = (i: Ref) => i.id === ref.id && i.revision === ref.revision;
      const known = items.find(isIt);
      if (known) return isCompressor(known) ? known : null;
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
    if (answer.kind === 'ok') setHeads(answer.data.items.filter((c) => !c.retired));
  }, []);
  const [turbos, setTurbos] = useState<Turbos | null>(null);
  const fetchTurbos = useCallback(async () => {
    const answer = await server.turbochargers();
    if (answer.kind === 'ok') setTurbos(answer.data);
  }, []);
  const [drives, setDrives] = useState<DriveShop | null>(null);
  const fetchDrives = useCallback(async () => {
    const answer = await server.drives();
    if (answer.kind === 'ok') setDrives(answer.data);
  }, []);
  const takeItems = useCallback((more: AnyItem[]) => {
    setItems((now) => [
      ...now,
      ...more.filter((m) => !now.some((i) => i.id === m.id && i.revision === m.revision)),
    ]);
  }, []);
  const library = useMemo(() => libraryOf(items), [items]);
  const [solver] = useState(createSolver);
  const { setupIndex, drawnIds, setSetup, toggleDrawn, drawBeside } = useView(
    store,
    draft.setups,
    firstSetup,
    firstDrawn,
    onSetups,
  );
  const setup = draft.setups[setupIndex]!;
  const result = useMemo(
    () => solver(draft, setupIndex, library),
    // Another setup's change is none of this one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [solver, draft.brief, draft.engine, setup, setupIndex, library],
  );
  const fresh = result.answer;
  const lastGood = useLastGood(setup.id, fresh);
  const problems = result.problems;
  const answerOf = useCallback(
    (index: number) => solver(draft, index, library).answer,
    [solver, draft, library],
  );
  // The selected setup answers an edit at once; those beside it follow in the next frame.
  const settledDraft = useDeferredValue(draft);
  const beside = useMemo(() => {
    const answers = new Map<string, Drawn['answer']>();
    settledDraft.setups.forEach(({ id }, index) => {
      if (id !== setup.id && drawnIds.includes(id))
        answers.set(id, solver(settledDraft, index, library).answer);
    });
    return answers;
  }, [solver, settledDraft, setup.id, drawnIds, library]);
  const drawn = useMemo<Drawn[]>(
    () =>
      draft.setups
        .map((s, index) => ({ setup: s, index }))
        .filter(({ setup: s }) => drawnIds.includes(s.id))
        .map((one, slot) => ({
          ...one,
          slot,
          answer: one.index === setupIndex ? fresh : (beside.get(one.setup.id) ?? null),
        })),
    [draft.setups, drawnIds, setupIndex, fresh, beside],
  );
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
      turbos,
      fetchTurbos,
      drives,
      fetchDrives,
      takeItems,
      setupIndex,
      setSetup,
      drawn,
      toggleDrawn,
      drawBeside,
      answerOf,
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
      turbos,
      fetchTurbos,
      drives,
      fetchDrives,
      takeItems,
      setupIndex,
      setSetup,
      drawn,
      toggleDrawn,
      drawBeside,
      answerOf,
      lastGood,
      fresh,
      problems,
      stands,
      settle,
    ],
  );
  const ambient = lastGood?.build.climate.pressure;
  const forFields = useMemo<FieldContext>(() => ({ bounds, problems, ambient }), [bounds, problems, ambient]);
  return (
    <StoreOnly.Provider value={store}>
      <ForFields.Provider value={forFields}>
        <Context.Provider value={value}>{children}</Context.Provider>
      </ForFields.Provider>
    </StoreOnly.Provider>
  );
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
  const goalRpm = useJobState((s) => s.draft.brief.goal.speedRpm.value);
  /** The goal's speed that the selected one still follows; null once somebody moved it. */
  const [followed, setFollowed] = useState(first === goalRpm ? goalRpm : null);
  const [asked, setAsked] = useState(first);
  if (followed !== null && followed !== goalRpm) {
    setFollowed(goalRpm);
    setAsked(goalRpm);
  }
  const setSpeed = useCallback(
    (speedRpm: number) => {
      setFollowed(null);
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
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  }, [value]);
  const now = useCallback(() => latest.current, []);
  return (
    <SpeedNow.Provider value={now}>
      <AtSpeed.Provider value={value}>{children}</AtSpeed.Provider>
    </SpeedNow.Provider>
  );
}

/** The newest answer of each setup: a bench keeps its last good picture while an input contradicts another. */
function useLastGood<T>(key: string, value: T | null): T | null {
  const last = useRef(new Map<string, T>());
  // A derived cache of a pure computation: reading it during render can only return what an earlier render had.
  /* eslint-disable react-hooks/refs */
  if (value) last.current.set(key, value);
  return last.current.get(key) ?? null;
  /* eslint-enable react-hooks/refs */
}

type SolvedSetup = { answer: { build: Build; sweep: Sweep } | null; problems: Problem[] };

/** One and the same, so that what shows problems rests while there are none. */
const NONE: Problem[] = [];

/** Solves setups and keeps each answer until something that it rests on changes: Brief, Engine, the setup, the library. */
function createSolver(): (job: Job, index: number, library: Library) => SolvedSetup {
  const kept = new Map<string, { on: unknown[]; solved: SolvedSetup }>();
  return (job, index, library) => {
    const setup = job.setups[index]!;
    const on = [job.brief, job.engine, setup, index, library];
    const known = kept.get(setup.id);
    if (known?.on.every((one, i) => one === on[i])) return known.solved;
    const result = compileBuild(job, setup.id, library);
    const solved: SolvedSetup =
      'build' in result
        ? { answer: { build: result.build, sweep: solveSweep(result.build) }, problems: NONE }
        : { answer: null, problems: result.problems };
    kept.set(setup.id, { on, solved });
    return solved;
  };
}

/** Which setup is selected and which are drawn with it: the ones looked at last, three at most. */
function useView(
  store: JobStore,
  setups: Setup[],
  firstSetup: number,
  firstDrawn: string[] | null,
  onSetups: (selected: string, drawn: string[]) => void,
) {
  const [recent, setRecent] = useState<string[]>(() => {
    const selected = setups[firstSetup]!;
    const asked = firstDrawn ? setups.filter((s) => firstDrawn.includes(s.letter.toLowerCase())) : setups;
    return [selected, ...asked.filter((s) => s !== selected)].slice(0, MOST_DRAWN).map((s) => s.id);
  });
  // A selected setup that was deleted or undone gives way to its neighbour.
  const [place, setPlace] = useState(firstSetup);
  const found = setups.findIndex((s) => s.id === recent[0]);
  const setupIndex = found >= 0 ? found : Math.min(place, setups.length - 1);
  const selectedId = setups[setupIndex]!.id;
  const drawnIds = useMemo(
    () =>
      [selectedId, ...recent.filter((id) => id !== selectedId && setups.some((s) => s.id === id))].slice(
        0,
        MOST_DRAWN,
      ),
    [recent, selectedId, setups],
  );
  const show = useCallback(
    (ids: string[]) => {
      setRecent(ids);
      const now = store.getState().draft.setups;
      const letterOf = (id: string) => now.find((s) => s.id === id)?.letter.toLowerCase() ?? '';
      onSetups(letterOf(ids[0]!), ids.slice(1).map(letterOf).sort());
    },
    [store, onSetups],
  );
  const setSetup = useCallback(
    (index: number) => {
      // As the job stands now: a setup that was added a moment ago can be selected at once.
      const id = store.getState().draft.setups[index]?.id;
      if (!id) return;
      setPlace(index);
      show([id, ...drawnIds.filter((other) => other !== id)].slice(0, MOST_DRAWN));
    },
    [store, drawnIds, show],
  );
  const toggleDrawn = useCallback(
    (index: number) => {
      const id = setups[index]?.id;
      if (!id || id === selectedId) return;
      show(
        drawnIds.includes(id)
          ? drawnIds.filter((other) => other !== id)
          : [selectedId, id, ...drawnIds.slice(1)].slice(0, MOST_DRAWN),
      );
    },
    [setups, drawnIds, selectedId, show],
  );
  const drawBeside = useCallback(
    (ids: string[]) => show([selectedId, ...ids.filter((id) => id !== selectedId)].slice(0, MOST_DRAWN)),
    [selectedId, show],
  );
  return { setupIndex, drawnIds, setSetup, toggleDrawn, drawBeside };
}
