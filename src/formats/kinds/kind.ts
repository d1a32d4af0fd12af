import type { Ref } from '@/core/documents/ref';
import type { Quantity } from '@/core/units/quantities';
import type { Reason } from '@/core/working/range';

type Bound = { min: number; max: number };

/** What is wrong with, or odd about, a document; `line` and `point` where one of a map's can be named. */
type ItemFinding = { reason: Reason; line?: number; point?: number };
export type Checked = { faults: ItemFinding[]; doubts: ItemFinding[] };

/** A value as lists and panels show it: SI with its quantity. */
export type Figure = { value: number | null; quantity: Quantity; basis?: 'abs' };

/** What every item's line in a list has. */
export type CommonHead = { name: string; note: string; price: number | null; stock: number | null };
/** A line of a list: the head of an item's newest revision with what the shop knows of it. */
export type LineOf<Head> = Head &
  Ref & {
    retired: boolean;
    savedAt: string;
    /** How many jobs have it on them. */
    jobCount: number;
    /** The names of what it is made of, newest first named. */
    parts: string[];
  };

type Column<Line> = {
  id: string;
  name: string;
  /** Least width, px. */
  width: number;
  /** Hidden until somebody asks for it. */
  hidden?: true;
  quantity?: Quantity;
  value: (line: Line) => number | string | null;
  /** Where more than one figure stands in it. */
  figures?: (line: Line) => Figure[];
};

/** A limit by which a list is narrowed: no less, or no more, than what is typed. */
type Filter<Line> = {
  label: string;
  edge: 'least' | 'most';
  quantity: Quantity;
  bound: Bound;
  value: (line: Line) => number | null;
};

/** A figure of the chosen line that is only read. */
export type Reading<Line> = { label: string; hint?: string; of: (line: Line) => string | Figure[] };

/** Keys of a document, and of an object in it, that a field edits. */
type FieldPath<Document> = {
  [K in keyof Document & string]: NonNullable<Document[K]> extends
    { value: number } | string | number | boolean
    ? K
    : NonNullable<Document[K]> extends readonly unknown[]
      ? K
      : NonNullable<Document[K]> extends object
        ? `${K}.${keyof NonNullable<Document[K]> & string}`
        : never;
}[keyof Document & string];

/** `usual`: a list may leave it out, and the blank's figure stands in as a guess. */
type Measured = { quantity: Quantity; bound: Bound; basis?: 'abs'; optional?: true; usual?: true };

type Labelled<Document> = { path: FieldPath<Document>; label: string; hint?: string };

/** A field of an item: a measure with its confidence, a bare number, a text, a choice, a tick, or a table of two or three figures a line. */
export type Field<Document> = Labelled<Document> &
  (
    | ({ kind: 'measure' } & Measured)
    | ({ kind: 'number'; whole?: true } & Measured)
    | { kind: 'text'; most: number; rows?: number }
    | { kind: 'choice'; options: readonly (readonly [value: string, label: string])[] }
    | { kind: 'tick' }
    | {
        kind: 'table';
        columns: readonly TableColumn[];
        least: number;
        most: number;
      }
  );

/** A figure of a line of a table. */
export type TableColumn = { key: string; name: string; quantity: Quantity; bound: Bound };

export type FieldGroup<Document> = { title: string; fields: Field<Document>[] };

type Shop = { name: string; note: string; price?: { value: number } | undefined; stock?: number | undefined };

/** What a kind says of itself; the rest every item has. */
type Stated<Document extends Shop & { kind: string }, Head> = {
  kind: Document['kind'];
  /** The word in addresses. */
  path: string;
  words: {
    /** As in 'the compressor was not saved'. */
    one: string;
    shelf: string;
    /** What a search looks through. */
    find: string;
  };
  /** What is wrong with a document beyond its schema. Never throws for one that passed it. */
  check: (document: Document) => Checked;
  head: (document: Document) => Head;
  columns: Column<LineOf<Head & CommonHead>>[];
  filters?: Filter<LineOf<Head & CommonHead>>[];
  readings: Reading<LineOf<Head & CommonHead>>[];
  fields: FieldGroup<Document>[];
  /** What follows from the fields while they are edited. */
  follows?: Reading<Document>[];
  /** An item to start from; null where the library lacks what it is made of. In: the first of a kind on offer. */
  blank: (firstOf: (kind: string) => Ref | undefined) => Document | null;
  /** What its CSV holds, where one can be read and written: the points of one item, or a list of items by their fields. */
  table?: 'map' | 'table' | 'list';
  /** Whether it has a sheet to print. */
  hasSheet?: true;
  /** What is known rather than bought: it has neither price nor stock. */
  isSold?: false;
};

export type KindDefinition<Document extends Shop & { kind: string }, Head> = Omit<
  Stated<Document, Head>,
  'head'
> & { head: (document: Document) => Head & CommonHead };

/** Widest prices and stocks: the same for all kinds. */
export const shopBounds = { price: { min: 0, max: 1_000_000 }, stock: { min: 0, max: 100_000 } };

/**
 * A kind of library item, defined once: what its list, item and import pages, its routes, its checks and its files go by.
 * Adds what every item has: name, note, price and stock, as column, filter, reading and field.
 */
export function defineKind<Document extends Shop & { kind: string }, Head extends object>(
  stated: Stated<Document, Head>,
): KindDefinition<Document, Head> {
  type Line = LineOf<Head & CommonHead>;
  const isSold = stated.isSold !== false;
  const priced: Field<Document>[] = [
    {
      kind: 'measure',
      path: 'price' as FieldPath<Document>,
      label: 'Price',
      hint: 'shop’s currency',
      quantity: 'money',
      bound: shopBounds.price,
      optional: true,
    },
    {
      kind: 'number',
      path: 'stock' as FieldPath<Document>,
      label: 'In stock',
      quantity: 'count',
      bound: shopBounds.stock,
      optional: true,
      whole: true,
    },
  ];
  const shop: FieldGroup<Document> = {
    title: isSold ? 'In the shop' : 'Note',
    fields: [
      ...(isSold ? priced : []),
      { kind: 'text', path: 'note' as FieldPath<Document>, label: 'Note', most: 2_000, rows: 3 },
    ],
  };
  const [first, ...others] = stated.fields;
  const named: FieldGroup<Document> = {
    title: first!.title,
    fields: [
      { kind: 'text', path: 'name' as FieldPath<Document>, label: 'Name', most: 80 },
      ...first!.fields,
    ],
  };
  const sold: Column<Line>[] = [
    { id: 'price', name: 'Price', width: 64, quantity: 'money', value: (line) => line.price },
    { id: 'stock', name: 'Stock', width: 54, quantity: 'count', value: (line) => line.stock },
  ];
  const columns: Column<Line>[] = [
    { id: 'name', name: 'Name', width: 150, value: (line) => line.name },
    ...stated.columns,
    ...(isSold ? sold : []),
    { id: 'jobCount', name: 'Jobs', width: 50, quantity: 'count', value: (line) => line.jobCount },
    { id: 'note', name: 'Note', width: 320, hidden: true, value: (line) => line.note },
  ];
  const byPrice: Filter<Line> = {
    label: 'Price to',
    edge: 'most',
    quantity: 'money',
    bound: shopBounds.price,
    value: (line) => line.price,
  };
  const filters = [...(stated.filters ?? []), ...(isSold ? [byPrice] : [])];
  const bought: Reading<Line>[] = [
    {
      label: 'Price',
      hint: 'shop’s currency',
      of: (line) => [{ value: line.price, quantity: 'money' }],
    },
    { label: 'In stock', of: (line) => [{ value: line.stock, quantity: 'count' }] },
  ];
  const readings = [...stated.readings, ...(isSold ? bought : [])];
  return {
    ...stated,
    columns,
    filters,
    readings,
    fields: [named, ...others, shop],
    head: (document) => ({
      name: document.name,
      note: document.note,
      price: document.price?.value ?? null,
      stock: document.stock ?? null,
      ...stated.head(document),
    }),
  };
}
