import { expose } from 'comlink';
import { compileBuild } from '@/core/build/build';
import { isBelted } from '@/core/charge-path/match';
import { planLevel } from '@/core/solve/point';
import type { Job } from '@/core/job/schema/job';
import { laidOutOf, sweepPulley, type PulleyOffer, type PulleyRow } from '@/core/studies/pulley-sweep';
import { sizeOf, type SizeRow, type Supercharger } from '@/core/studies/blower-sizes';
import { libraryOf, type AnyItem } from '@/formats/library-items';

export type SweepRequest = {
  job: Job;
  setupId: string;
  items: AnyItem[];
  /** In the order they are wanted. */
  pairs: { crank: PulleyOffer; driven: PulleyOffer }[];
};

/** So long a batch of rows grows before it is handed over, ms. */
const BATCH = 60;

export type SizesRequest = {
  job: Job;
  setupId: string;
  /** The job's own parts, and what superchargers are made of. */
  items: AnyItem[];
  machines: Supercharger[];
  pulleys: PulleyOffer[];
};

let newest = 0;
let newestSizes = 0;

/** Sweeps pairs of pulleys away from the page, so that it never stands still. A newer request ends the one before it. */
const pulleyWorker = {
  async sweep(
    { job, setupId, items, pairs }: SweepRequest,
    onRows: (rows: PulleyRow[], done: boolean) => void,
  ) {
    const own = ++newest;
    const compiled = compileBuild(job, setupId, libraryOf(items));
    const on = 'build' in compiled ? laidOutOf(compiled.build) : null;
    if (!on) return onRows([], true);
    const level = isBelted(on.build) ? planLevel(on.build) : undefined;
    let batch: PulleyRow[] = [];
    let since = performance.now();
    for (const { crank, driven } of pairs) {
      batch.push(sweepPulley(on.build, on.layout, crank, driven, level));
      if (performance.now() - since < BATCH) continue;
      onRows(batch, false);
      batch = [];
      // Lets a newer request in.
      await new Promise((next) => setTimeout(next));
      if (own !== newest) return;
      since = performance.now();
    }
    onRows(batch, true);
  },

  /** Ends what is under way. */
  stop(what: 'sweep' | 'sizes'): void {
    if (what === 'sweep') newest++;
    else newestSizes++;
  },

  /** Every supercharger on the setup, each with the pulley it would be ordered with. */
  async sizes(
    { job, setupId, items, machines, pulleys }: SizesRequest,
    onRow: (row: SizeRow | null, done: boolean) => void,
  ) {
    const own = ++newestSizes;
    const library = libraryOf(items);
    for (const machine of machines) {
      onRow(sizeOf(job, setupId, library, machine, pulleys), false);
      await new Promise((next) => setTimeout(next));
      if (own !== newestSizes) return;
    }
    onRow(null, true);
  },
};
export type PulleyWorker = typeof pulleyWorker;

expose(pulleyWorker);
