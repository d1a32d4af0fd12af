import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { RunCard } from '@/core/dyno/card';
import type { Log } from '@/core/dyno/channels';
import { packed, unpacked } from '@/formats/run-log';
import type { StoredRun } from '@/formats/runs';
import { failureOf, type FailureWords } from '../frame/Failure';
import { server } from '../server/client';
import { useJob } from '../store/solved';

/** A run as the bench looks at it. */
export type Run = Omit<StoredRun, 'log'> & { log: Log };

type Shelf = {
  jobId: string | null;
  /** Null until they are fetched. */
  runs: Run[] | null;
  failure: FailureWords | null;
  /** The run in hand, the one it is held against, and those drawn beside. */
  current: string | null;
  against: string | null;
  /** One that was deleted last: it can be brought back. */
  deleted: Run | null;
  set: (change: Partial<Omit<Shelf, 'set'>>) => void;
};

const useShelf = create<Shelf>((set) => ({
  jobId: null,
  runs: null,
  failure: null,
  current: null,
  against: null,
  deleted: null,
  set,
}));

/** The runs of the job in hand, fetched once a visit, and how they are added, carded and deleted. */
export function useRuns() {
  const { store } = useJob();
  const jobId = store.getState().id;
  const shelf = useShelf();
  const { set, runs, current, against } = shelf;
  useEffect(() => {
    if (useShelf.getState().jobId === jobId) return;
    set({ jobId, runs: null, failure: null, current: null, against: null, deleted: null });
    void server.runs(jobId).then((answer) => {
      if (useShelf.getState().jobId !== jobId) return;
      if (answer.kind !== 'ok')
        return set({ jobId: null, failure: failureOf('The runs were not fetched.', answer) });
      const its = answer.data.runs.map((run) => ({ ...run, log: unpacked(run.log) }));
      set({ runs: its, current: its.at(-1)?.id ?? null, against: its.at(-2)?.id ?? null });
    });
  }, [jobId, set]);
  const add = async (card: RunCard, log: Log, raw: string): Promise<boolean> => {
    const stored = packed(log);
    const answer = await server.addRun(jobId, { card, log: stored, raw });
    if (answer.kind !== 'ok') {
      set({ failure: failureOf('The run was not stored.', answer) });
      return false;
    }
    const { id } = answer.data;
    const run = { id, savedAt: new Date().toISOString(), card, log: unpacked(stored) };
    const before = useShelf.getState();
    set({
      runs: [...(before.runs ?? []), run],
      current: id,
      against: before.against ?? before.current,
      failure: null,
    });
    return true;
  };
  const saveCard = async (id: string, card: RunCard): Promise<void> => {
    const before = useShelf.getState().runs ?? [];
    set({ runs: before.map((run) => (run.id === id ? { ...run, card } : run)) });
    const answer = await server.saveRunCard(jobId, id, card);
    set({ failure: answer.kind === 'ok' ? null : failureOf('The card was not stored.', answer) });
  };
  const remove = async (id: string): Promise<void> => {
    const answer = await server.setRunDeleted(jobId, id, true);
    if (answer.kind !== 'ok') return set({ failure: failureOf('The run was not deleted.', answer) });
    const left = (useShelf.getState().runs ?? []).filter((run) => run.id !== id);
    const gone = useShelf.getState().runs?.find((run) => run.id === id) ?? null;
    const now = left.at(-1)?.id ?? null;
    const held = against === id || against === now ? (left.at(-2)?.id ?? null) : against;
    set({ runs: left, deleted: gone, current: now, against: held });
  };
  const bringBack = async (): Promise<void> => {
    const { deleted } = useShelf.getState();
    if (!deleted) return;
    const answer = await server.setRunDeleted(jobId, deleted.id, false);
    if (answer.kind !== 'ok') return set({ failure: failureOf('The run was not brought back.', answer) });
    set({ runs: [...(useShelf.getState().runs ?? []), deleted], current: deleted.id, deleted: null });
  };
  const chosen = useMemo(() => runs?.find(({ id }) => id === current) ?? null, [runs, current]);
  const held = useMemo(
    () => runs?.find(({ id }) => id === against && id !== current) ?? null,
    [runs, against, current],
  );
  return {
    runs,
    failure: shelf.failure,
    chosen,
    held,
    deleted: shelf.deleted,
    choose: (id: string) => set({ current: id }),
    hold: (id: string) => set({ against: id || null }),
    add,
    saveCard,
    remove,
    bringBack,
  };
}
