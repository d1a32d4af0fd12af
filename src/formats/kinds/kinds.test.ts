import fc from 'fast-check';
import type { Input } from '@/core/documents/input';
import { sampleItems } from '@/data/demo/sample';
import { isOf } from '../library-items';
import { checkItem, kindAt, kindOf, kinds, type AnyKind } from '.';
import { documents, itemDocumentSchema, type ItemDocument } from './documents';
import { writeItemFile } from './files';
import { openItemFile } from './importing';
import { partsProblem, refKinds } from './parts';
import { turbineBounds } from './turbine';
import { gateOf, turbochargerBounds } from './turbocharger';
import { defineDocument, migrated } from './versions';

const all = kinds.map((kind) => kindOf(kind.kind));
const ref = { id: 'a', revision: 1 };
const blankOf = (kind: AnyKind): ItemDocument => kind.blank(() => ref)!;
const schemaOf = (kind: AnyKind) => documents[kind.kind].schema;

/** A copy of a document with a value at a path. */
function withAt(document: ItemDocument, path: string, value: unknown): unknown {
  const copy = structuredClone(document) as unknown as Record<string, Record<string, unknown>>;
  const [first, second] = path.split('.') as [string, string?];
  if (second === undefined) copy[first] = value as Record<string, unknown>;
  else copy[first]![second] = value;
  return copy;
}

describe.each(all.map((kind) => [kind.kind, kind] as const))('the kind %s', (name, kind) => {
  it('starts sound by hand, on its shelf, with a head, columns and readings that can be read', () => {
    const blank = blankOf(kind);
    expect(schemaOf(kind).safeParse(blank).error).toBeUndefined();
    expect(blank.version).toBe(documents[name].version);
    expect(checkItem(blank).faults).toEqual([]);
    expect(kindAt(kind.path)).toBe(kind);
    const line = {
      ...kind.head(blank),
      ...ref,
      retired: false,
      savedAt: '',
      jobCount: 0,
      parts: refKinds(name),
    };
    for (const column of kind.columns) expect(column.value(line)).not.toBeUndefined();
    for (const reading of kind.readings) expect(reading.of(line)).not.toBeUndefined();
    expect(new Set(kind.columns.map((c) => c.id)).size).toBe(kind.columns.length);
    for (const reading of kind.follows ?? [])
      for (const figure of [reading.of(blank)].flat())
        if (typeof figure !== 'string') expect(Number.isFinite(figure.value)).toBe(true);
  });

  it('shows the ranges of its schema: both ends are taken, what lies beyond is refused', () => {
    const blank = blankOf(kind);
    for (const field of kind.fields.flatMap((group) => group.fields)) {
      if (field.kind !== 'measure' && field.kind !== 'number') continue;
      const input = (value: number): unknown =>
        field.kind === 'measure' ? ({ value, confidence: 'maker' } satisfies Input) : value;
      const takes = (value: number) =>
        schemaOf(kind).safeParse(withAt(blank, field.path, input(value))).success;
      const { min, max } = field.bound;
      expect([field.path, takes(min), takes(max), takes(max * 1.1 + 1), takes(min - 1)]).toEqual([
        field.path,
        true,
        true,
        false,
        false,
      ]);
    }
  });

  it('takes every choice, and no text longer than its field', () => {
    const blank = blankOf(kind);
    for (const field of kind.fields.flatMap((group) => group.fields)) {
      const takes = (value: unknown) => schemaOf(kind).safeParse(withAt(blank, field.path, value)).success;
      if (field.kind === 'choice') for (const [value] of field.options) expect(takes(value)).toBe(true);
      if (field.kind === 'tick') expect([takes(true), takes(false)]).toEqual([true, true]);
      if (field.kind === 'text')
        expect([takes('x'.repeat(field.most)), takes('x'.repeat(field.most + 1))]).toEqual([true, false]);
    }
  });

  it('comes back from its own file as it was, and from no other shelf', () => {
    const items = sampleItems.filter(isOf(name)).slice(0, 3);
    expect(items.length).toBeGreaterThan(0);
    for (const { document } of items) {
      const { text } = writeItemFile(document, 'json');
      expect(openItemFile(name, text, 'file.json')).toMatchObject({
        kind: 'document',
        made: { ok: true, document },
      });
      for (const other of all)
        if (other.kind !== name)
          expect(openItemFile(other.kind, text, 'file.json')).toMatchObject({
            kind: 'unreadable',
            problems: [{ reason: { code: 'file-of-other-kind' } }],
          });
    }
  });
});

it('a file that is none says so, on every shelf, whatever it holds', () => {
  fc.assert(
    fc.property(fc.constantFrom(...all), fc.string({ maxLength: 200 }), (kind, text) => {
      const opened = openItemFile(kind.kind, text, 'x.txt');
      if (opened.kind === 'unreadable') expect(opened.problems.length).toBeGreaterThan(0);
      if (opened.kind === 'document') expect(opened.made.ok).toBe(false);
    }),
  );
});

describe('housings and gates', () => {
  const given = (value: number) => ({ value, confidence: 'maker' as const });
  const turbine = kindOf('turbine').blank(() => ref) as Extract<ItemDocument, { kind: 'turbine' }>;
  const turbo = kindOf('turbocharger').blank(() => ref) as Extract<ItemDocument, { kind: 'turbocharger' }>;
  const housing = (change: object) => ({ ...turbine, housings: [{ ...turbine.housings[0], ...change }] });
  const gate = (kind: 'valve' | 'vanes', change: object) => ({
    ...turbo,
    gate: { ...gateOf(kind), ...change },
  });
  it.each([
    ['ar', turbineBounds.ar, (v: number) => housing({ ar: given(v) })],
    ['area', turbineBounds.area, (v: number) => housing({ capacity: { kind: 'area', area: given(v) } })],
    ['bore', turbochargerBounds.bore, (v: number) => gate('valve', { bore: given(v) })],
    [
      'coefficient',
      turbochargerBounds.flowCoefficient,
      (v: number) => gate('valve', { flowCoefficient: given(v) }),
    ],
    ['spring', turbochargerBounds.springGauge, (v: number) => gate('valve', { springGauge: given(v) })],
    ['diaphragm', turbochargerBounds.diaphragm, (v: number) => gate('valve', { diaphragm: given(v) })],
    ['closed', turbochargerBounds.vanesClosed, (v: number) => gate('vanes', { closed: given(v) })],
    ['open', turbochargerBounds.vanesOpen, (v: number) => gate('vanes', { open: given(v) })],
  ])('the range of %s is the schema’s', (_, { min, max }, document) => {
    const takes = (value: number) => itemDocumentSchema.safeParse(document(value)).success;
    expect([takes(min), takes(max), takes(max * 1.1 + 1), takes(min - 1)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
  it.each(['none', 'valve', 'vanes'] as const)('a gate of kind %s starts sound', (kind) =>
    expect(itemDocumentSchema.safeParse({ ...turbo, gate: gateOf(kind) }).success).toBe(true),
  );
});

describe('what an item is made of', () => {
  const turbo = sampleItems.find(isOf('turbocharger'))!.document;
  const parts = sampleItems.filter((item) => [turbo.compressor.id, turbo.turbine.id].includes(item.id));
  it('must be in the library, of its kind, its housing among the turbine’s', () => {
    expect(partsProblem(turbo, parts)).toBeNull();
    expect(partsProblem(turbo, [])).toBe('Its compressor is not in the library.');
    expect(partsProblem({ ...turbo, turbine: turbo.compressor }, parts)).toBe(
      'Its turbine is not in the library.',
    );
    expect(partsProblem({ ...turbo, housing: 11 }, parts)).toMatch(/has \d+ housings?: choose one/);
    expect(partsProblem(sampleItems.find(isOf('compressor'))!.document, [])).toBeNull();
  });
});

describe('versions of a document', () => {
  const definitions = {
    pump: defineDocument(documents.compressor.schema, [
      ({ size, ...rest }) => ({ ...rest, bore: size }),
      ({ bore, ...rest }) => ({ ...rest, bore: { value: bore, confidence: 'guess' } }),
    ]),
    plain: defineDocument(documents.turbine.schema),
  };
  it('each becomes the next, from whatever version it comes', () => {
    const last = { kind: 'pump', version: 3, name: 'A', bore: { value: 5, confidence: 'guess' } };
    expect(migrated(definitions, { kind: 'pump', version: 1, name: 'A', size: 5 })).toEqual(last);
    expect(migrated(definitions, { kind: 'pump', version: 2, name: 'A', bore: 5 })).toEqual(last);
    expect(migrated(definitions, last)).toBe(last);
  });
  it('what is of no known kind or version comes back as it is, for its schema to refuse', () => {
    for (const raw of [
      null,
      7,
      'x',
      [],
      {},
      { kind: 'pump' },
      { kind: 'pump', version: 'x' },
      { kind: 'pump', version: 0 },
      { kind: 'pump', version: 9 },
      { kind: 'constructor', version: 1 },
      { kind: 'plain', version: 1 },
    ])
      expect(migrated(definitions, raw)).toBe(raw);
  });
  it('every document of the demo is of its kind’s present version', () => {
    for (const { document } of sampleItems) {
      expect(document.version).toBe(documents[document.kind].version);
      expect(migrated(documents, document)).toBe(document);
    }
  });
});
