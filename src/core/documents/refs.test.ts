import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleItems, sampleTurboJob } from '@/data/demo/sample';
import { mapRefs, refsOf } from './refs';
import type { Ref } from './ref';

const ref = fc.record({
  id: fc.stringMatching(/^[a-z0-9-]{1,12}$/),
  revision: fc.integer({ min: 1, max: 99 }),
});

/** Documents of no kind in particular, with references at any depth, and objects that only look like one. */
const documents = fc.letrec((tie) => ({
  node: fc.oneof(
    { maxDepth: 5 },
    fc.jsonValue({ maxDepth: 1 }),
    ref,
    fc.record({ id: fc.string(), letter: fc.string() }),
    fc.record({ id: fc.string(), revision: fc.integer(), name: fc.string() }),
    fc.array(tie('node'), { maxLength: 4 }),
    fc.dictionary(fc.stringMatching(/^[a-z]{1,6}$/), tie('node'), { maxKeys: 4, noNullPrototype: true }),
  ),
})).node;

const next = ({ id, revision }: Ref): Ref => ({ id: `${id}-b`, revision: revision + 1 });
const other = ({ id, revision }: Ref): Ref => ({ id: id.toUpperCase(), revision: revision * 2 });

describe('references of any document', () => {
  it('are exchanged in place, one after another, and nothing else moves', () => {
    fc.assert(
      fc.property(documents, (document) => {
        expect(mapRefs(document, (one) => one)).toEqual(document);
        expect(refsOf(mapRefs(document, next))).toEqual(refsOf(document).map(next));
        expect(mapRefs(mapRefs(document, next), other)).toEqual(mapRefs(document, (one) => other(next(one))));
        // What is no reference stays: with all references alike the two cannot be told apart.
        const alike = () => ({ id: 'same', revision: 1 });
        expect(mapRefs(mapRefs(document, next), alike)).toEqual(mapRefs(document, alike));
      }),
      { numRuns: draws(200) },
    );
  });

  it('are found in a job and in every kind of item, as often as the text has them', () => {
    for (const document of [sampleTurboJob(0), sampleTurboJob(1), ...sampleItems.map((i) => i.document)])
      expect(refsOf(document)).toHaveLength([...JSON.stringify(document).matchAll(/"revision":/g)].length);
    const kinds = new Set(sampleItems.filter((i) => refsOf(i.document).length).map((i) => i.document.kind));
    expect([...kinds]).toEqual(['turbocharger', 'centrifugal']);
  });
});
