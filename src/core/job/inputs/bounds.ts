import type { Bounds } from './bound-at';
import { jobSchema } from '../schema/job';

/** Enough of a Zod schema to walk it and read a number's bounds. */
type Walkable = {
  shape?: Record<string, Walkable>;
  element?: Walkable;
  /** Of a union, what it may be. */
  options?: Walkable[];
  unwrap?: () => Walkable;
  minValue?: number;
  maxValue?: number;
};

/** Records beside the forecast: their figures are no inputs of it, and a power step's setup is edited on a letter. */
const records = new Set(['plan', 'record', 'report']);

/**
 * The ranges that the job's own schema accepts, read from the schema: the one source for server and fields. Plain data, so
 * that a page can be given them without the schema itself.
 */
export function jobBounds(): Bounds {
  const bounds: Bounds = {};
  const walk = (schema: Walkable, path: string[]) => {
    let at = schema;
    while (!at.shape && !at.element && !at.options && at.unwrap) at = at.unwrap();
    // Options of an enumeration are plain words: there is nothing to walk in them.
    if (Array.isArray(at.options))
      return at.options.forEach((option) => typeof option === 'object' && walk(option, path));
    if (at.element) return walk(at.element, [...path, '*']);
    for (const [key, child] of Object.entries(at.shape ?? {})) {
      if (!path.length && records.has(key)) continue;
      if (key !== 'value') walk(child, [...path, key]);
      else if (child.minValue !== undefined && child.maxValue !== undefined)
        bounds[path.join('.')] = { min: child.minValue, max: child.maxValue };
    }
  };
  walk(jobSchema as unknown as Walkable, []);
  return bounds;
}
