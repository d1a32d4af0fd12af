import { compiledMap } from '@/core/compressor/map';
import { compileBuild, revGrid } from '@/core/build/build';
import { demandTable } from '@/core/solve/demand-table';
import {
  rankCandidates,
  rankingSpeeds,
  withoutCharger,
  type Assessment,
  type Candidate,
} from '@/core/selection/rank';
import type { Job } from '@/core/job/schema/job';
import type { LibraryItem } from '@/formats/library-items';

/** One share of the library to be laid under one job's demand. A newer `token` makes an older one stop. */
type RankRequest = {
  token: number;
  job: Job;
  setupId: string;
  pass: 'coarse' | 'fine';
  /** Only these (`candidateKey`); everything where it is left out. */
  keys?: string[];
};

export type RankWorker = {
  /** Fetches this worker's share of the library. Out: how many compressors it holds. */
  load: (part: number, of: number) => Promise<number>;
  /** Sends rows as they are ready. Out: false if it was overtaken by a newer request or cancelled. */
  run: (request: RankRequest, onRows: (rows: Assessment[]) => unknown) => Promise<boolean>;
  cancel: (token: number) => void;
};

export const candidateKey = (c: { id: string; revision: number; count: number }): string =>
  `${c.id}.${c.revision}x${c.count}`;

/** Longest stretch of sums before messages are looked at. */
const CHUNK_MS = 25;

type Tools = {
  fetchItems: (part: number, of: number) => Promise<LibraryItem[]>;
  now: () => number;
  /** Lets waiting messages in, so that a cancel is seen between chunks. */
  rest: () => Promise<void>;
};

/** The ranking's worker, without the worker: its clock, its rest and its library are handed in, so that tests run it inline. */
export function createRankWorker({ fetchItems, now, rest }: Tools): RankWorker {
  let items: LibraryItem[] = [];
  let newest = 0;
  const cancelled = new Set<number>();
  function* candidates(wanted: Set<string> | null): Generator<Candidate> {
    for (const item of items)
      for (const count of [1, 2] as const) {
        const { id, revision, document } = item;
        if (wanted && !wanted.has(candidateKey({ id, revision, count }))) continue;
        yield {
          id,
          revision,
          count,
          name: document.name,
          inducer: document.inducer.value,
          exducer: document.exducer.value,
          price: document.price?.value ?? null,
          stock: document.stock ?? null,
          map: compiledMap(item.document),
        };
      }
  }
  return {
    load: async (part, of) => {
      items = await fetchItems(part, of);
      return items.length;
    },
    cancel: (token) => void cancelled.add(token),
    run: async (request, onRows) => {
      newest = Math.max(newest, request.token);
      const isOver = () => request.token < newest || cancelled.has(request.token);
      const compiled = compileBuild(withoutCharger(request.job, request.setupId), request.setupId, {
        compressor: () => undefined,
        turbine: () => undefined,
      });
      if ('problems' in compiled) return true;
      const { build } = compiled;
      const table = demandTable(build, rankingSpeeds(revGrid(build), build.boost.onsetRpm, request.pass));
      if (table.kind === 'unboosted') return true;
      let rows: Assessment[] = [];
      let started = now();
      for (const row of rankCandidates(table, candidates(request.keys ? new Set(request.keys) : null))) {
        rows.push(row);
        if (now() - started < CHUNK_MS) continue;
        // Awaited: the page has taken the rows before the run says that it is over.
        await onRows(rows);
        rows = [];
        await rest();
        if (isOver()) return false;
        started = now();
      }
      if (rows.length) await onRows(rows);
      return true;
    },
  };
}
