import type { Ref } from '../documents/ref';
import type { Job } from './schema/job';

const isRef = (value: object): value is Ref =>
  'id' in value && 'revision' in value && typeof value.id === 'string' && typeof value.revision === 'number';

/** Any part of a document with every reference to a library revision exchanged. Out: a copy, the rest as it was. */
function exchanged(value: unknown, by: (ref: Ref) => Ref): unknown {
  if (Array.isArray(value)) return value.map((one) => exchanged(one, by));
  if (!value || typeof value !== 'object') return value;
  if (isRef(value)) return { ...by(value) };
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, exchanged(one, by)]));
}

/** The job with every reference to a library revision exchanged, wherever it stands in its setups, deleted ones too. */
export const withRefs = (job: Job, by: (ref: Ref) => Ref): Job => ({
  ...job,
  setups: exchanged(job.setups, by) as Job['setups'],
  bin: exchanged(job.bin, by) as Job['bin'],
});

/** Every library revision a job refers to, its deleted setups too, in the order they stand. */
export function refsOf(job: Job): Ref[] {
  const found: Ref[] = [];
  withRefs(job, (ref) => {
    found.push({ id: ref.id, revision: ref.revision });
    return ref;
  });
  return found;
}
