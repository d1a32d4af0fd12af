import { benchOfPath, isBetween } from '@/core/job/inputs/bench-of';
import type { Job } from '@/core/job/schema/job';
import type { BenchId } from './benches';

/** Benches that have more than one sheet, and the sheets. The first is the one shown where the address names none. */
export const partsOf = {
  brief: ['goal', 'places', 'vehicle', 'terms'],
  engine: ['engine', 'cam', 'condition', 'run'],
  charger: ['map', 'turbine', 'rank', 'pair', 'spool', 'boost', 'pipes', 'spot', 'size', 'sites'],
} as const;
export type PartedBench = keyof typeof partsOf;
export type PartId<B extends PartedBench = PartedBench> = (typeof partsOf)[B][number];

export const isParted = (bench: BenchId): bench is PartedBench => bench in partsOf;

/** The sheet of a bench where an input is given. */
export function partOfInput(path: string, job?: Pick<Job, 'setups'>): PartId | null {
  if (/^brief\.(vehicle)\b/.test(path)) return 'vehicle';
  if (/^brief\.(otherVenues|venue\.(coldest|hottest)|fuelBest|fuelWorst)\b/.test(path)) return 'places';
  if (/^brief\.(budget|due|fixed|local|customer|wish)\b/.test(path)) return 'terms';
  if (/^brief\./.test(path)) return 'goal';
  if (/^engine\.(cam|valve)\b/.test(path)) return 'cam';
  if (/^engine\.condition\b/.test(path)) return 'condition';
  if (/^engine\.baseline\b/.test(path)) return 'run';
  if (/\.readings\./.test(path)) return 'spot';
  if (/\.plumbing\./.test(path)) return benchOfPath(path, job) === 'charger' ? 'pipes' : null;
  if (/\.boost\.(curve|gears)/.test(path)) return 'boost';
  if (/\.induction\.(changeover|chargers\.\d+\.hold)\./.test(path)) return 'pair';
  if (/\.aftercooler\./.test(path)) return isBetween(path, job) ? 'pair' : null;
  if (/\.drive\./.test(path) && isBetween(path, job)) return 'pair';
  if (/^trial\./.test(path)) return 'spool';
  if (/\.(exhaust|induction\.chargers\.\d+\.drive)\./.test(path)) return 'turbine';
  return /^engine\./.test(path) ? 'engine' : null;
}
