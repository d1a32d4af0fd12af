import { expose } from 'comlink';
import type { Bounds } from '@/core/job/inputs/bound-at';
import type { Job } from '@/core/job/schema/job';
import { factorsOf, hypercube, type Factor } from '@/core/forecast/design';
import { solveDraw, type Draw, type Held } from '@/core/forecast/band';
import { libraryOf, type AnyItem } from '@/formats/library-items';
import type { Library } from '@/core/build/build';

let kept: { job: Job; held: Held; library: Library; factors: Factor[]; scores: Float64Array[] } | null = null;

/** Draws of a forecast away from the page. */
const forecastWorker = {
  /** Takes a setup and lays its design out: the same seed, the same draws in every worker. */
  begin(
    job: Job,
    setupIndex: number,
    held: Held,
    items: AnyItem[],
    bounds: Bounds,
    draws: number,
    seed: number,
  ): void {
    const factors = factorsOf(job, setupIndex, bounds);
    kept = {
      job,
      held,
      library: libraryOf(items),
      factors,
      scores: hypercube(factors.length, draws, seed),
    };
  },
  /** Draws from one to another, the last left out. */
  draw(from: number, to: number): Draw[] {
    if (!kept) return [];
    const { job, held, library, factors, scores } = kept;
    return scores.slice(from, to).map((own) => solveDraw(job, held, library, factors, own));
  },
};
export type ForecastWorker = typeof forecastWorker;

expose(forecastWorker);
