import type { Candidate, Item, TurboItem } from '@/core/selection/candidate';
import { matchTurbo, screenTurbo, turboCandidates, turboGround } from '@/core/selection/matched-rows';
import { openCandidates, openGround, openRow } from '@/core/selection/open-drive';
import { candidateKey } from '@/core/selection/candidate';
import type { Pass, Row } from '@/core/selection/row';
import { trialOf } from '@/core/studies/spool';
import type { Job } from '@/core/job/schema/job';

/** What of the library is ranked: compressors with their drive left open, or whole turbochargers. */
export type Field = 'compressors' | 'turbochargers';

/** One share of a field to be tried on one job. A newer `token` of the same field makes an older one stop. */
type RankRequest = {
  token: number;
  field: Field;
  job: Job;
  setupId: string;
  pass: Pass;
  /** Only these, in this order; everything where it is left out. */
  keys?: string[];
};

export type RankWorker = {
  /** Fetches what this worker needs of a field; it is one of so many. Out: how many items it holds. */
  load: (field: Field, part: number, of: number) => Promise<number>;
  /** Sends rows as they are ready. Out: false if it was overtaken by a newer request or cancelled. */
  run: (request: RankRequest, onRows: (rows: Row[]) => unknown) => Promise<boolean>;
  cancel: (token: number) => void;
};

/** Longest stretch of sums before messages are looked at, ms: a cancel is seen within it. */
const CHUNK_MS = 25;

type Tools = {
  /** Of compressors the share of one worker; of turbochargers all of them, since any two may make a pair. */
  fetchCompressors: (part: number, of: number) => Promise<Item[]>;
  fetchTurbochargers: () => Promise<TurboItem[]>;
  now: () => number;
  /** Lets waiting messages in, so that a cancel is seen between chunks. */
  rest: () => Promise<void>;
};

/** What one worker tries, and how: null where the job cannot be solved or needs no boost. */
type Trial = { candidates: Candidate[]; row: (candidate: never) => Row } | null;

/** The ranking's worker, without the worker: its clock, its rest and its library are handed in, so that tests run it inline. */
export function createRankWorker({ fetchCompressors, fetchTurbochargers, now, rest }: Tools): RankWorker {
  let compressors: Item[] = [];
  let turbochargers: TurboItem[] = [];
  let share = { part: 0, of: 1 };
  const newest: Record<Field, number> = { compressors: 0, turbochargers: 0 };
  const cancelled = new Set<number>();
  const openTrial = ({ job, setupId, pass }: RankRequest): Trial => {
    const ground = openGround(job, setupId, pass);
    return (
      ground && {
        candidates: openCandidates(compressors),
        row: (candidate: Candidate) => openRow(ground, candidate, pass),
      }
    );
  };
  const turboTrial = ({ job, setupId, pass }: RankRequest): Trial => {
    const plan = trialOf(job);
    const ground = turboGround(job, setupId, turbochargers, 'reason' in plan ? null : plan);
    return (
      ground && {
        candidates: turboCandidates(ground, turbochargers),
        row: (candidate: Candidate<TurboItem>) =>
          pass === 'screened' ? screenTurbo(ground, candidate) : matchTurbo(ground, candidate, pass),
      }
    );
  };
  return {
    load: async (field, part, of) => {
      share = { part, of };
      if (field === 'compressors') return (compressors = await fetchCompressors(part, of)).length;
      return (turbochargers = await fetchTurbochargers()).length;
    },
    cancel: (token) => void cancelled.add(token),
    run: async (request, onRows) => {
      const { token, field, keys } = request;
      newest[field] = Math.max(newest[field], token);
      const isOver = () => token < newest[field] || cancelled.has(token);
      const trial = field === 'compressors' ? openTrial(request) : turboTrial(request);
      if (!trial) return true;
      const known = new Map(trial.candidates.map((c) => [candidateKey(c.form, c.chargers), c]));
      const wanted = keys ? keys.flatMap((key) => known.get(key) ?? []) : trial.candidates;
      // Of the turbochargers every worker holds all: they share the candidates instead.
      const [first, step] = field === 'compressors' ? [0, 1] : [share.part, share.of];
      let rows: Row[] = [];
      let started = now();
      let isSent = false;
      for (let i = first; i < wanted.length; i += step) {
        rows.push(trial.row(wanted[i]! as never));
        if (now() - started < CHUNK_MS) continue;
        // Awaited: the page has taken the rows before the run says that it is over.
        await onRows(rows);
        isSent = true;
        rows = [];
        await rest();
        if (isOver()) return false;
        started = now();
      }
      if (rows.length || !isSent) await onRows(rows);
      return true;
    },
  };
}
