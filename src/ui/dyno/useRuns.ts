import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { RunCard } from '@/core/dyno/card';
import type { Log } from '@/core/dyno/channels';
import { runHead } from '@/core/dyno/run-head';
import { packed, unpacked } from '@/formats/run-log';
import type { RunLine } from '@/formats/runs';
import { failureOf, type FailureWords } from '../frame/Failure';
import { server } from '../server/client';
import { useJob } from '../store/solved';

/** A run with its readings. */
export type Run = RunLine & { log: Log };

/** Most runs that are drawn over each other. */
export const MOST_RUNS = 6;

type Shelf = {
  jobId: string | null;
  /** Null until they are fetched; the readings of each follow once it is looked at. */
  runs: RunLine[] | null;
  logs: Record<string, Log>;
  failure: FailureWords | null;
  /** The run in hand, the one it is held against, and those drawn beside. */
  current: string | null;
  against: string | null;
  beside: string[];
  /** Pulls made alike on the day of the run in hand and on the other's: what one day reads over the other. */
  references: [later: string | null, earlier: string | null];
  /** One that was deleted last: it can be brought back. */
  deleted: RunLine | null;
  set: (change: Partial<Omit<Shelf, 'set'>>) => void;
};

const NOTHING = {
  runs: null,
  logs: {},
  failure: null,
  current: null,
  against: null,
  beside: [] as string[],
  references: [null, null] as [string | null, string | null],
  deleted: null,
};
const useShelf = create<Shelf>((set) => ({ jobId: null, ...NOTHING, set }));

/** Readings that are on their way. */
const fetching = new Set<string>();

/** Fetches the readings of a run once. */
async function fetchLog(jobId: string, id: string): Promise<void> {
  if (fetching.has(id) || useShelf.getState().logs[id]) return;
  fetching.add(id);
  const answer = await server.runLog(jobId, id);
  fetching.delete(id);
  const shelf = useShelf.getState();
  if (shelf.jobId !== jobId) return;
  if (answer.kind !== 'ok')
    return shelf.set({ failure: failureOf('The readings of a run were not fetched.', answer) });
  shelf.set({ logs: { ...shelf.logs, [id]: unpacked(answer.data.log) } });
}

/** How runs of a job are added, carded and deleted. */
function actionsFor(jobId: string) {
  const shelf = () => useShelf.getState();
  return {
    choose: (id: string) => shelf().set({ current: id }),
    hold: (id: string) => shelf().set({ against: id || null }),
    /** Draws these runs beside, and no others. */
    drawBeside: (ids: string[]) => shelf().set({ beside: ids.slice(0, MOST_RUNS - 2) }),
    refer: (references: [string | null, string | null]) => shelf().set({ references }),
    /** Out: the run's id, or null where it was not stored. */
    add: async (card: RunCard, log: Log, raw: string): Promise<string | null> => {
      const stored = packed(log);
      const answer = await server.addRun(jobId, { card, log: stored, raw });
      if (answer.kind !== 'ok') {
        shelf().set({ failure: failureOf('The run was not stored.', answer) });
        return null;
      }
      const { id } = answer.data;
      const own = unpacked(stored);
      const run: RunLine = { id, savedAt: new Date().toISOString(), card, head: runHead(own) };
      const { runs, logs, against, current } = shelf();
      shelf().set({
        runs: [...(runs ?? []), run],
        logs: { ...logs, [id]: own },
        current: id,
        against: against ?? current,
        failure: null,
      });
      return id;
    },
    saveCard: async (id: string, card: RunCard): Promise<void> => {
      const before = shelf().runs ?? [];
      shelf().set({ runs: before.map((run) => (run.id === id ? { ...run, card } : run)) });
      const answer = await server.saveRunCard(jobId, id, card);
      shelf().set({ failure: answer.kind === 'ok' ? null : failureOf('The card was not stored.', answer) });
    },
    remove: async (id: string): Promise<void> => {
      const answer = await server.setRunDeleted(jobId, id, true);
      if (answer.kind !== 'ok')
        return shelf().set({ failure: failureOf('The run was not deleted.', answer) });
      const { runs, against, beside } = shelf();
      const left = (runs ?? []).filter((run) => run.id !== id);
      const gone = runs?.find((run) => run.id === id) ?? null;
      const now = left.at(-1)?.id ?? null;
      const held = against === id || against === now ? (left.at(-2)?.id ?? null) : against;
      shelf().set({
        runs: left,
        deleted: gone,
        current: now,
        against: held,
        beside: beside.filter((one) => one !== id),
      });
    },
    bringBack: async (): Promise<void> => {
      const { deleted } = shelf();
      if (!deleted) return;
      const answer = await server.setRunDeleted(jobId, deleted.id, false);
      if (answer.kind !== 'ok')
        return shelf().set({ failure: failureOf('The run was not brought back.', answer) });
      shelf().set({ runs: [...(shelf().runs ?? []), deleted], current: deleted.id, deleted: null });
    },
  };
}

/** The runs of the job in hand, fetched once a visit, with the readings of those that are looked at. */
export function useRuns() {
  const { store } = useJob();
  const jobId = store.getState().id;
  const shelf = useShelf();
  const { set, logs, current, against, beside, references } = shelf;
  // Until they are fetched the shelf may hold another job's.
  const runs = shelf.jobId === jobId ? shelf.runs : null;
  useEffect(() => {
    if (useShelf.getState().jobId === jobId) return;
    set({ jobId, ...NOTHING });
    void server.runs(jobId).then((answer) => {
      if (useShelf.getState().jobId !== jobId) return;
      if (answer.kind !== 'ok')
        return set({ jobId: null, failure: failureOf('The runs were not fetched.', answer) });
      const its = answer.data.runs;
      // A link from the runs of the shop names one.
      const named = new URLSearchParams(window.location.search).get('run');
      const current = its.find(({ id }) => id === named)?.id ?? its.at(-1)?.id ?? null;
      const against = its.findLast(({ id }) => id !== current)?.id ?? null;
      set({ runs: its, current, against });
    });
  }, [jobId, set]);
  useEffect(() => {
    if (!runs) return;
    for (const id of [current, against, ...beside, ...references]) if (id) void fetchLog(jobId, id);
  }, [jobId, runs, current, against, beside, references]);
  const actions = useMemo(() => actionsFor(jobId), [jobId]);
  const withLog = useMemo(() => {
    const find = (id: string | null): Run | null => {
      const line = runs?.find((run) => run.id === id);
      const log = line && logs[line.id];
      return line && log ? { ...line, log } : null;
    };
    return {
      chosen: find(current),
      held: against === current ? null : find(against),
      references: [find(references[0]), find(references[1])] as const,
      others: beside.flatMap((id) => (id === current || id === against ? [] : (find(id) ?? []))),
    };
  }, [runs, logs, current, against, beside, references]);
  return {
    runs,
    current: runs?.find(({ id }) => id === current) ?? null,
    failure: shelf.failure,
    beside,
    deleted: shelf.deleted,
    ...withLog,
    ...actions,
  };
}

/** Readings of every run of the job, fetched one after another: for what adds up over its life. */
export function useAllLogs(): Run[] | null {
  const { store } = useJob();
  const jobId = store.getState().id;
  const runs = useShelf((s) => s.runs);
  const logs = useShelf((s) => s.logs);
  useEffect(() => {
    const next = runs?.find(({ id }) => !logs[id]);
    if (next) void fetchLog(jobId, next.id);
  }, [jobId, runs, logs]);
  return useMemo(
    () => (runs?.every(({ id }) => logs[id]) ? runs.map((line) => ({ ...line, log: logs[line.id]! })) : null),
    [runs, logs],
  );
}
