import { patternOf } from './place';

/** Range of every input of a job, SI, by its path with '*' for the numbers in it ('setups.*.boost.onsetRpm'). */
export type Bounds = Record<string, { min: number; max: number }>;

/** Range at a path ('setups.0.boost.onsetRpm'). Throws Error for a path that is no input: a slip of the code. */
export function boundsAt(bounds: Bounds, path: string): { min: number; max: number } {
  const found = bounds[patternOf(path)];
  if (!found) throw new Error(`No bounds in the job schema at ${path}.`);
  return found;
}
