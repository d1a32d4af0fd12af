import { confidences, given, guess, type Confidence } from '@/core/documents/input';
import { findUnit, fromUnit, unitsOf, type Quantity } from '@/core/units/quantities';
import { reason } from '@/core/working/range';
import { itemDocumentSchema, type ItemDocument } from './kinds/documents';
import { kindOf, type AnyKind, type KindName } from './kinds';
import type { Field } from './kinds/kind';
import { readMapTable, readNumber, type FileFinding, type MapTable } from './map-table';
import { cellNumber, wherePlain } from './table-facts';

/** What a column of a list may hold: a field of the item, how sure its figure is, a column of the item's own table, or nothing. */
export type ListRole = { role: string; label: string; quantity: Quantity | null };

/** Ending of the role that says how sure a figure is, and of its column's name. */
const SURE = '#sure';
export const SURE_WORDS = ', how sure';

/** So many items a list may hold. */
const MOST_ITEMS = 500;
const MOST_PROBLEMS = 12;

/** What stands at a field's path in a document. */
export const atPath = (document: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document);

function putAt(raw: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  const parent = keys.reduce((at, key) => (at[key] ??= {}) as Record<string, unknown>, raw);
  parent[last] = value;
}

export const fieldsOf = (kind: AnyKind): Field<ItemDocument>[] => kind.fields.flatMap(({ fields }) => fields);

/** The roles that columns of a kind's list may have, from its fields. */
export const listRoles = (kind: AnyKind): ListRole[] =>
  fieldsOf(kind).flatMap((field): ListRole[] => {
    switch (field.kind) {
      case 'measure':
        return [
          { role: field.path, label: field.label, quantity: field.quantity },
          { role: `${field.path}${SURE}`, label: `${field.label}${SURE_WORDS}`, quantity: null },
        ];
      case 'number':
        return [{ role: field.path, label: field.label, quantity: field.quantity }];
      case 'table':
        return field.columns.map(({ key, name, quantity }) => ({
          role: `${field.path}.${key}`,
          label: `${field.label}: ${name}`,
          quantity,
        }));
      default:
        return [{ role: field.path, label: field.label, quantity: null }];
    }
  });

/** A share as it stands, beside per cent. */
export const BARE = 'share';

/** Symbols of the units that a role's column may be in; none for what has no unit. */
export const unitsOfRole = ({ quantity }: ListRole): string[] =>
  quantity ? unitsOf(quantity).flatMap(({ symbol }) => symbol || (quantity === 'share' ? BARE : [])) : [];

export type ListMapping = { columns: { role: string; unit: string | null }[]; decimal: '.' | ',' };
/** What is the same for all of a list: choices of fields that have no column. */
export type ListFacts = { choices: Record<string, string> };

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9#:,]+/g, ' ')
    .trim();

/** A first guess: a column is what its name says, whole or by its first word; a unit stands in brackets behind it. */
function guessListMapping(kind: AnyKind, table: MapTable): ListMapping {
  const roles = listRoles(kind);
  const taken = new Set<string>();
  const columns = table.columns.map((header, i) => {
    const [, inside = ''] = /[([]([^)\]]*)[)\]]/.exec(header) ?? [];
    const name = plain(header.replace(/\s*[([][^)\]]*[)\]]/, ''));
    const isFigures = table.rows.some(({ cells }) =>
      Number.isFinite(readNumber(cells[i] ?? '', table.decimal)),
    );
    const free = roles.filter(({ role }) => !taken.has(role));
    const found =
      free.find(({ label, role }) => plain(label) === name || plain(role) === name) ??
      free.find(({ label, role, quantity }) => {
        if (role.endsWith(SURE) || name.length < 3 || isFigures !== (quantity !== null)) return false;
        const words = plain(label.split(': ').at(-1)!).split(' ');
        return words.some((word) => word.length > 2 && (name.startsWith(word) || word.startsWith(name)));
      });
    if (!found) return { role: 'ignore', unit: null };
    taken.add(found.role);
    const units = unitsOfRole(found);
    const isBare = found.quantity === 'share' && inside === BARE;
    const unit = isBare
      ? BARE
      : found.quantity && inside
        ? findUnit(found.quantity, inside)?.symbol
        : undefined;
    // A length without its unit is asked for; what has but one unit, or none, is not.
    return { role: found.role, unit: unit ?? (units.length > 1 ? null : (units[0] ?? '')) };
  });
  return { columns, decimal: table.decimal };
}

export type ListOpened =
  | { kind: 'table'; table: MapTable; mapping: ListMapping; facts: ListFacts }
  | { kind: 'unreadable'; problems: FileFinding[] };

/** Opens a list of a kind's items: a row for each, or several where the item has a table of its own. Never throws. */
export function openListText(name: KindName, text: string): ListOpened {
  const kind = kindOf(name);
  const read = readMapTable(text, 2);
  if (!read.ok) return { kind: 'unreadable', problems: read.problems };
  const blank = kind.blank(() => undefined) as unknown as Record<string, string>;
  const choices = Object.fromEntries(
    fieldsOf(kind).flatMap((f) => (f.kind === 'choice' ? [[f.path, String(blank[f.path] ?? '')]] : [])),
  );
  return {
    kind: 'table',
    table: read.table,
    mapping: guessListMapping(kind, read.table),
    facts: { choices },
  };
}

/** The option of a choice that a text means: its value or its words, upper and lower case alike. */
const optionOf = (options: readonly (readonly [string, string])[], text: string): string | undefined =>
  options.find(([value, words]) =>
    [value, words].some((w) => w.toLowerCase() === text.trim().toLowerCase()),
  )?.[0];

export type ListMade =
  | { ok: true; document: ItemDocument; documents: ItemDocument[]; doubts: FileFinding[] }
  | { ok: false; problems: FileFinding[] };

/** The items of a list, or why they were not made, with lines of the file. Never throws. */
export function makeList(
  name: KindName,
  table: MapTable,
  mapping: ListMapping,
  { choices }: ListFacts,
): ListMade {
  const kind = kindOf(name);
  const fields = fieldsOf(kind);
  const roles = listRoles(kind);
  const blank = kind.blank(() => undefined);
  const problems: FileFinding[] = [];
  const at = (role: string) => mapping.columns.findIndex((c) => c.role === role);
  const labelOf = (role: string) => roles.find((r) => r.role === role)?.label ?? role;
  for (const field of fields)
    if (
      at(field.kind === 'table' ? `${field.path}.${field.columns[0]!.key}` : field.path) < 0 &&
      isNeeded(field)
    )
      problems.push({ reason: reason('column-missing', {}, { column: field.label.toLowerCase() }) });
  mapping.columns.forEach(({ role, unit }, i) => {
    const known = roles.find((r) => r.role === role);
    if (known && unitsOfRole(known).length > 1 && unit === null)
      problems.push({ reason: reason('column-unit-missing', {}, { column: table.columns[i]! }) });
  });
  if (!blank || problems.length) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };

  type Row = MapTable['rows'][number];
  // What a spreadsheet would take for a formula is written with a quote before it.
  const cell = ({ cells }: Row, role: string) => (cells[at(role)] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
  const figure = (row: Row, role: string, quantity: Quantity): number => {
    const value = cellNumber(row, at(role), labelOf(role).toLowerCase(), mapping.decimal, problems);
    const { unit: named } = mapping.columns[at(role)]!;
    const unit = findUnit(quantity, named === BARE ? '' : (named ?? '')) ?? unitsOf(quantity)[0]!;
    // Without the last digit that changing the unit there and back leaves.
    return Number(fromUnit(value, unit).toPrecision(13));
  };
  const valueOf = (row: Row, field: Field<ItemDocument>): unknown => {
    const has = at(field.path) >= 0 && cell(row, field.path) !== '';
    switch (field.kind) {
      case 'text':
        return has ? cell(row, field.path).slice(0, field.most) : '';
      case 'tick':
        return has && !/^(0|no|false)$/i.test(cell(row, field.path));
      case 'choice': {
        if (!has) return choices[field.path];
        const value = optionOf(field.options, cell(row, field.path));
        if (value === undefined)
          problems.push({
            line: row.line,
            reason: reason(
              'cell-no-choice',
              {},
              {
                text: cell(row, field.path).slice(0, 40),
                column: field.label.toLowerCase(),
                choices: field.options.map(([, words]) => words).join(', '),
              },
            ),
          });
        return value;
      }
      case 'number':
        if (!has && (field.optional || at(field.path) < 0))
          return field.optional ? undefined : atPath(blank, field.path);
        return figure(row, field.path, field.quantity);
      case 'measure': {
        if (!has && field.optional) return undefined;
        if (at(field.path) < 0) return guess((atPath(blank, field.path) as { value: number }).value);
        const sure = at(`${field.path}${SURE}`) < 0 ? '' : cell(row, `${field.path}${SURE}`);
        const known = confidences.find((c) => c === sure.toLowerCase());
        return given(figure(row, field.path, field.quantity), known ?? ('reported' satisfies Confidence));
      }
      case 'table':
        return [];
    }
  };
  const tabled = fields.find((f) => f.kind === 'table');
  const lineOf = (row: Row): Record<string, number> =>
    Object.fromEntries(
      (tabled?.columns ?? []).map(({ key, quantity }) => {
        const role = `${tabled!.path}.${key}`;
        return [key, at(role) < 0 ? 0 : figure(row, role, quantity)];
      }),
    );
  // Rows of one name are the lines of one item where it has a table; otherwise every row is an item.
  const items: { line: number; raw: Record<string, unknown> }[] = [];
  for (const row of table.rows) {
    const known = tabled && items.find(({ raw }) => raw.name === cell(row, 'name'));
    const item = known ?? { line: row.line, raw: rawOf(row) };
    if (!known) items.push(item);
    if (tabled) (item.raw[tabled.path] as object[]).push(lineOf(row));
    if (items.length > MOST_ITEMS)
      return { ok: false, problems: [{ reason: reason('too-many-rows', { most: [MOST_ITEMS, 'count'] }) }] };
  }
  function rawOf(row: Row): Record<string, unknown> {
    const raw: Record<string, unknown> = { version: (blank as { version: number }).version, kind: name };
    for (const field of fields) {
      const value = valueOf(row, field);
      if (value !== undefined) putAt(raw, field.path, value);
    }
    return raw;
  }
  if (problems.length) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };

  const documents: ItemDocument[] = [];
  const doubts: FileFinding[] = [];
  for (const { line, raw } of items) {
    const parsed = itemDocumentSchema.safeParse(raw);
    if (!parsed.success) {
      for (const { path, message } of parsed.error.issues)
        problems.push({
          line,
          reason: reason(
            'value-refused',
            {},
            { where: wherePlain(path, `the ${kind.words.one}`), why: message },
          ),
        });
      continue;
    }
    const checked = kind.check(parsed.data);
    problems.push(...checked.faults.map(({ reason: why }) => ({ line, reason: why })));
    doubts.push(...checked.doubts.map(({ reason: why }) => ({ line, reason: why })));
    documents.push(parsed.data);
  }
  return problems.length || !documents.length
    ? { ok: false, problems: problems.slice(0, MOST_PROBLEMS) }
    : { ok: true, document: documents[0]!, documents, doubts };
}

/** Whether an item cannot do without the column of a field. */
const isNeeded = (field: Field<ItemDocument>): boolean =>
  field.path === 'name' ||
  field.kind === 'table' ||
  ((field.kind === 'measure' || field.kind === 'number') && !field.optional && !field.usual);
