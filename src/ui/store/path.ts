import type { Job } from '@/core/job/schema/job';
import type { Input } from '@/core/documents/input';

type Plain = Record<string, unknown>;
const keys = (path: string) => path.split('.');

/** The value at a dotted path of a job ('engine.bore', 'setups.0.boost.onsetRpm'). */
export const valueAt = (job: Job, path: string): unknown =>
  keys(path).reduce<unknown>((at, key) => (at as Plain | undefined)?.[key], job);

export const inputAt = (job: Job, path: string): Input | undefined => valueAt(job, path) as Input | undefined;

/** Writes a value at a path of a draft, with what it belongs to where that is not there yet; undefined takes what stands there out. */
export function writeAt(draft: Job, path: string, value: unknown): void {
  const all = keys(path);
  const last = all.pop()!;
  const parent = all.reduce<unknown>((at, key) => {
    const own = at as Plain | undefined;
    return value === undefined ? own?.[key] : (own![key] ??= {});
  }, draft) as Plain | undefined;
  if (value !== undefined) parent![last] = value;
  else if (parent) delete parent[last];
}

/**
 * What somebody edited by hand no longer follows anything, and a typed value is reported, not an estimate. In: a draft; the
 * path that was written.
 */
export function standAlone(draft: Job, path: string): void {
  const [, owner, what] = /^(.*)\.(value|confidence)$/.exec(path) ?? [];
  const input = owner === undefined ? undefined : inputAt(draft, owner);
  if (!input || typeof input !== 'object') return;
  delete input.auto;
  if (what === 'value' && input.confidence === 'guess') input.confidence = 'reported';
}
