import { jobSchema, type Job } from '@/core/job/document';
import type { Input } from '@/core/job/input';

type Plain = Record<string, unknown>;
const keys = (path: string) => path.split('.');

/** The value at a dotted path of a job ('engine.bore', 'setups.0.boost.onsetRpm'). */
export const valueAt = (job: Job, path: string): unknown =>
  keys(path).reduce<unknown>((at, key) => (at as Plain | undefined)?.[key], job);

export const inputAt = (job: Job, path: string): Input | undefined => valueAt(job, path) as Input | undefined;

/** Writes a value at a path of a draft. */
export function writeAt(draft: Job, path: string, value: unknown): void {
  const all = keys(path);
  const last = all.pop()!;
  const parent = all.reduce<unknown>((at, key) => (at as Plain)[key], draft) as Plain;
  parent[last] = value;
}

/** Enough of a Zod schema to walk it and read a number's bounds. */
type Walkable = {
  shape?: Record<string, Walkable>;
  element?: Walkable;
  unwrap?: () => Walkable;
  minValue?: number;
  maxValue?: number;
};

const bounds = new Map<string, { min: number; max: number }>();

/** The range the job's own schema accepts at an input's path, SI. One source for server and fields. */
export function boundsAt(path: string): { min: number; max: number } {
  const known = bounds.get(path);
  if (known) return known;
  let at = jobSchema as unknown as Walkable | undefined;
  for (const key of [...keys(path), 'value']) {
    while (at && !at.shape && !at.element && at.unwrap) at = at.unwrap();
    at = /^\d+$/.test(key) ? at?.element : at?.shape?.[key];
  }
  if (at?.minValue === undefined || at.maxValue === undefined)
    throw new Error(`No bounds in the job schema at ${path}.`);
  const found = { min: at.minValue, max: at.maxValue };
  bounds.set(path, found);
  return found;
}
