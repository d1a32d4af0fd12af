import fc from 'fast-check';
import { sampleHistories, sampleTurboJob } from '@/data/demo/sample';
import { blankRecord } from '../../measure/blank';
import { blankPart, blankPlan } from '../../plan/blank';
import { canonicalJson } from './canonical';
import { changesBetween } from './changes';

type Leaf = { path: (string | number)[]; value: unknown };

/** Every leaf of a document with the way to it. */
function leavesOf(value: unknown, path: (string | number)[] = []): Leaf[] {
  if (Array.isArray(value)) return value.flatMap((one, i) => leavesOf(one, [...path, i]));
  if (value && typeof value === 'object')
    return Object.entries(value).flatMap(([key, one]) => leavesOf(one, [...path, key]));
  return [{ path, value }];
}

/** The document with one leaf at another value; shares the rest. */
function changed<T>(document: T, { path, value }: Leaf, by: number): T {
  const [key, ...rest] = path;
  if (key === undefined)
    return (
      typeof value === 'number' ? value + by : typeof value === 'boolean' ? !value : `${String(value)}x`
    ) as T;
  const parent = document as Record<string | number, unknown>;
  const next = changed(parent[key], { path: rest, value }, by);
  return (Array.isArray(parent) ? parent.with(Number(key), next) : { ...parent, [key]: next }) as T;
}

/** The first and the last leaf of every field: of a list with a thousand rows, two. */
function fieldsOf(document: unknown): Leaf[] {
  const leaves = leavesOf(document);
  const pattern = ({ path }: Leaf) => path.map((key) => (typeof key === 'number' ? '*' : key)).join('.');
  const first = new Map(leaves.toReversed().map((leaf) => [pattern(leaf), leaf]));
  const last = new Map(leaves.map((leaf) => [pattern(leaf), leaf]));
  return [...new Set([...first.values(), ...last.values()])];
}

describe('changes of a document', () => {
  const jobs = sampleHistories.map((h) => h.revisions.at(-1)!.job);

  it('a change of any field of any job, the trial’s too, is told as a change', () => {
    const untold: string[] = [];
    for (const job of jobs)
      for (const leaf of fieldsOf(job))
        // What is set aside is a charger or nothing: there is no half of it to change.
        if (
          !['id', 'aside'].includes(String(leaf.path.at(-1))) &&
          changesBetween(job, changed(job, leaf, 0.5)).length === 0
        )
          untold.push(leaf.path.join('.'));
    expect(untold).toEqual([]);
  });

  it('several at once are never none, and nothing is told of nothing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...jobs),
        fc.array(fc.nat(), { minLength: 1, maxLength: 5 }),
        (job, picks) => {
          const leaves = leavesOf(job).filter((l) => typeof l.value === 'number');
          const next = picks.reduce((at, pick) => changed(at, leaves[pick % leaves.length]!, 1), job);
          const differs = canonicalJson(next) !== canonicalJson(job);
          return (
            changesBetween(job, next).length > 0 === differs &&
            changesBetween(job, structuredClone(job)).length === 0
          );
        },
      ),
    );
  });
});

test('a plan, a build record and the words of a report are told by their lists, each once', () => {
  const before = sampleTurboJob(0);
  const after = structuredClone(before);
  after.plan = { ...blankPlan(), start: '2027-01-04' };
  after.record = blankRecord('road');
  expect(
    changesBetween({ ...before, plan: undefined, record: undefined }, after).map(({ path }) => path),
  ).toEqual(['plan', 'record']);
  const later = structuredClone(after);
  later.plan!.start = '2027-02-01';
  later.plan!.parts.push(blankPart('p', 'Wren pump', 'fuel-pump'));
  later.record!.findings.push({ on: '', component: '', what: 'scuffed', state: 'bad' });
  expect(changesBetween(after, later).map(({ path }) => path)).toEqual([
    'plan.parts',
    'plan.start',
    'record.findings',
  ]);
  expect(changesBetween(later, structuredClone(later))).toEqual([]);
  // A key without a value is not stored.
  expect(changesBetween(later, { ...later, brief: { ...later.brief, note: undefined } as never })).toEqual(
    [],
  );
});
