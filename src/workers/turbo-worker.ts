import {
  matchTurbo,
  screenTurbo,
  turboCandidates,
  turboGround,
  turboKey,
  type TurboItem,
  type TurboPass,
  type TurboRow,
} from '@/core/selection/rank-turbos';
import { trialOf } from '@/core/studies/spool';
import type { Job } from '@/core/job/schema/job';

/** One share of the turbochargers to be tried on one job. A newer `token` makes an older one stop. */
type TurboRequest = {
  token: number;
  job: Job;
  setupId: string;
  pass: TurboPass;
  /** Only these, in this order; everything where it is left out. */
  keys?: string[];
};

export type TurboWorker = {
  /** Fetches the library; this worker is one of so many. Out: how many turbochargers there are. */
  load: (part: number, of: number) => Promise<number>;
  /** Sends rows as they are ready. Out: false if it was overtaken by a newer request or cancelled. */
  run: (request: TurboRequest, onRows: (rows: TurboRow[]) => unknown) => Promise<boolean>;
  cancel: (token: number) => void;
};

/** Longest stretch of sums before messages are looked at, ms: a cancel is seen within it. */
const CHUNK_MS = 25;

type Tools = {
  fetchItems: () => Promise<TurboItem[]>;
  now: () => number;
  rest: () => Promise<void>;
};

/** The turbo ranking's worker, without the worker: clock, rest and library are handed in, so that tests run it inline. */
export function createTurboWorker({ fetchItems, now, rest }: Tools): TurboWorker {
  let items: TurboItem[] = [];
  let share = { part: 0, of: 1 };
  let newest = 0;
  const cancelled = new Set<number>();
  return {
    load: async (part, of) => {
      share = { part, of };
      items = await fetchItems();
      return items.length;
    },
    cancel: (token) => void cancelled.add(token),
    run: async ({ token, job, setupId, pass, keys }, onRows) => {
      newest = Math.max(newest, token);
      const isOver = () => token < newest || cancelled.has(token);
      const trial = trialOf(job);
      const ground = turboGround(job, setupId, items, 'reason' in trial ? null : trial);
      if (!ground) return true;
      const all = turboCandidates(ground, items);
      const known = new Map(all.map((c) => [turboKey(c), c]));
      const wanted = keys ? keys.flatMap((key) => known.get(key) ?? []) : all;
      let rows: TurboRow[] = [];
      let started = now();
      let sent = false;
      for (let i = share.part; i < wanted.length; i += share.of) {
        const candidate = wanted[i]!;
        rows.push(pass === 'screened' ? screenTurbo(ground, candidate) : matchTurbo(ground, candidate, pass));
        if (now() - started < CHUNK_MS) continue;
        // Awaited: the page has taken the rows before the run says that it is over.
        await onRows(rows);
        sent = true;
        rows = [];
        await rest();
        if (isOver()) return false;
        started = now();
      }
      if (rows.length || !sent) await onRows(rows);
      return true;
    },
  };
}
