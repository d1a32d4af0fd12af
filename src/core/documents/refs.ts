import type { Ref } from './ref';

/** Whether a part of a document is a reference to a library revision: these two keys and no other. */
export const isRef = (value: object): value is Ref =>
  'id' in value &&
  'revision' in value &&
  typeof value.id === 'string' &&
  typeof value.revision === 'number' &&
  Object.keys(value).length === 2;

function exchanged(value: unknown, by: (ref: Ref) => Ref): unknown {
  if (Array.isArray(value)) return value.map((one) => exchanged(one, by));
  if (!value || typeof value !== 'object') return value;
  if (isRef(value)) return by({ id: value.id, revision: value.revision });
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, exchanged(one, by)]));
}

/**
 * A document of any kind, a job or an item of the library, with every reference to a library revision exchanged, wherever it
 * stands; of a job in its deleted setups too. Out: a copy, the rest as it was. The one walk by which references are found.
 */
export const mapRefs = <T>(document: T, by: (ref: Ref) => Ref): T => exchanged(document, by) as T;

/** Every library revision a document of any kind refers to, in the order they stand, repeated ones repeated. */
export function refsOf(document: unknown): Ref[] {
  const found: Ref[] = [];
  mapRefs(document, (ref) => {
    found.push(ref);
    return ref;
  });
  return found;
}
