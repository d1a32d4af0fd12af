import { parseTree, type Node } from 'jsonc-parser';
import Papa from 'papaparse';
import { reason, type Reason } from '@/core/working/range';
import { readJson } from './json-text';

/** Something said of a file: the reason, and the line of the file where one can be named (1 is the first). */
export type FileFinding = { line?: number; reason: Reason };

/** A file read as a table: text cells with their line, the header's names, and what stood above it. */
export type MapTable = {
  columns: string[];
  rows: { line: number; cells: string[] }[];
  /** 'key: value' lines above the header. */
  facts: { line: number; key: string; value: string }[];
  /** Comment lines that are no such fact. */
  comments: string[];
  decimal: '.' | ',';
  findings: FileFinding[];
};

export type TableRead = { ok: true; table: MapTable } | { ok: false; problems: FileFinding[] };

/** Larger than any map: 40 lines by 200 points have well under 1 MB. */
export const LARGEST_MAP_FILE = 2_000_000;
const MOST_ROWS = 10_000;
const MOST_COLUMNS = 60;

const fail = (why: Reason, line?: number): TableRead => ({
  ok: false,
  problems: [{ reason: why, ...(line === undefined ? {} : { line }) }],
});

/** Longer than any number that is written by hand or by a program. */
const LONGEST_NUMBER = 60;

/** A number as sheets write it, blanks and grouping taken out; NaN if it is none. */
export function readNumber(text: string, decimal: '.' | ','): number {
  // Patterns look at a text more than once: one that is no number is not looked at.
  if (text.length > LONGEST_NUMBER) return NaN;
  const grouping = decimal === ',' ? '.' : ',';
  let bare = text
    .trim()
    .replace(/[\s\u00a0\u2009\u202f'’]/g, '')
    .replace('−', '-');
  const grouped = new RegExp(`^[+-]?\\d{1,3}(\\${grouping}\\d{3})+(\\${decimal}\\d*)?$`);
  if (grouped.test(bare)) bare = bare.split(grouping).join('');
  if (decimal === ',') bare = bare.replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(bare) ? Number(bare) : NaN;
}

const isNumeric = (cell: string) =>
  !Number.isNaN(readNumber(cell, '.')) || !Number.isNaN(readNumber(cell, ','));

/** The sign between whole and part that the cells use. A lone '120,000' is read as grouping. */
function decimalOf(cells: string[]): '.' | ',' {
  let commas = 0;
  let points = 0;
  for (const cell of cells) {
    if (cell.length > LONGEST_NUMBER) continue;
    if (/^\s*[+-]?\d*,\d+\s*$/.test(cell) && !/^\s*[+-]?[1-9]\d{0,2},\d{3}\s*$/.test(cell)) commas++;
    if (/^\s*[+-]?\d*\.\d+\s*$/.test(cell) && !/^\s*[+-]?[1-9]\d{0,2}\.\d{3}\s*$/.test(cell)) points++;
  }
  return commas > points ? ',' : '.';
}

/** Tab, semicolon or comma: the first that most lines hold; null for columns set with blanks. */
export function delimiterOf(lines: string[]): string | null {
  // What stands in quotes separates nothing.
  const bare = lines.map((line) => line.replace(/"[^"]*"/g, ''));
  const share = (d: string) => bare.filter((l) => l.includes(d)).length / Math.max(1, bare.length);
  return ['\t', ';', ','].find((d) => share(d) > 0.7) ?? null;
}

/** 'key: value' or 'key = value', with or without a '#' before it. */
function factOf(text: string): { key: string; value: string } | null {
  const bare = text.trim().replace(/^#/, '').trimStart();
  const at = bare.slice(0, LONGEST_KEY + 40).search(/[:=;\t]/);
  const key = bare.slice(0, Math.max(0, at)).trimEnd();
  if (key === '' || key.length > LONGEST_KEY) return null;
  const value = trimmedOf(bare.slice(at + 1, at + 1 + LONGEST_FACT), ';,\t');
  return { key: key.toLowerCase(), value: plainText(value) };
}
const LONGEST_KEY = 60;
const MOST_COMMENTS = 200;
/** Longer than any note; what lies beyond is not read. */
const LONGEST_FACT = 4_000;

/** A text without blanks at its ends and without these characters at its end: looked at once, from behind. */
function trimmedOf(text: string, end: string): string {
  const bare = text.trim();
  let last = bare.length;
  while (last > 0 && end.includes(bare[last - 1]!)) last--;
  return bare.slice(0, last).trimEnd();
}

/** What stands between quotes that a spreadsheet put round a whole comment line; null where it did not. */
function unquoted(line: string): string | null {
  const bare = trimmedOf(line, ',;\t');
  return bare.length > 1 && bare.startsWith('"') && bare.endsWith('"') ? bare.slice(1, -1) : null;
}

/** A text that would not survive as it stands is written as a JSON string, its line ends of every kind escaped. */
export const factText = (text: string): string =>
  text !== '' && text.trim() === text && !/^"|[\p{Cc}\p{Zl}\p{Zp}]|[;,]$/u.test(text)
    ? text
    : JSON.stringify(text).replace(/[\u2028\u2029]/g, (end) => `\\u${end.charCodeAt(0).toString(16)}`);

function plainText(text: string): string {
  if (!text.startsWith('"')) return text;
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === 'string' ? read : text;
  } catch {
    return text;
  }
}

function readCsv(text: string, least: number): TableRead {
  const all = text.replace(/\r\n?/g, '\n').split('\n');
  const facts: MapTable['facts'] = [];
  const said: string[] = [];
  const isComment = (line: string) => /^\s*"?#/.test(line);
  const comments = all.map((line, i) => ({ line, i })).filter(({ line }) => isComment(line));
  for (const { line, i } of comments) {
    const quoted = unquoted(line);
    const fact = factOf(quoted?.replaceAll('""', '"') ?? line);
    if (fact) facts.push({ line: i + 1, ...fact });
    else if (said.length < MOST_COMMENTS) said.push(line.slice(0, LONGEST_FACT));
  }
  // Comment lines become empty ones, so that the others keep their numbers.
  const body = all.map((line) => (isComment(line) ? '' : line));
  const filled = body.filter((line) => line.trim() !== '');
  if (filled.length === 0) return fail(reason('file-empty'));
  const delimiter = delimiterOf(filled);
  // Blanks between columns: two or more, where lines have them, so that a name may hold a single one.
  const wide = filled.filter((l) => /\S\s{2,}\S/.test(l)).length > 0.7 * filled.length;
  const gap = wide ? /\s{2,}/g : /\s+/g;
  const joined = body.map((l) => (delimiter === null ? l.trim().replace(gap, '\t') : l)).join('\n');
  const parsed = Papa.parse<string[]>(joined, { delimiter: delimiter ?? '\t', newline: '\n' });
  const broken = parsed.errors.find((e) => e.type === 'Quotes');
  let line = 1;
  const rows = parsed.data.map((cells) => {
    const at = line;
    line += 1 + cells.reduce((n, cell) => n + (cell.split('\n').length - 1), 0);
    return { line: at, cells: cells.map((c) => c.trim()) };
  });
  if (broken) return fail(reason('quote-open'), rows[broken.row ?? 0]?.line ?? 1);
  return tableOf(
    rows.filter((row) => row.cells.some((c) => c !== '')),
    facts,
    least,
    said,
  );
}

/** Finds the header among rows of cells: the text rows right above the first row of numbers. */
function tableOf(
  rows: MapTable['rows'],
  facts: MapTable['facts'],
  least: number,
  comments: string[] = [],
): TableRead {
  const start = rows.findIndex((row) => row.cells.filter((c) => c !== '' && isNumeric(c)).length >= least);
  if (start < 0) return fail(reason('no-number-rows'), rows[0]?.line);
  const data = rows.slice(start);
  if (data.length > MOST_ROWS) return fail(reason('too-many-rows', { most: [MOST_ROWS, 'count'] }));
  const width = Math.max(...data.map((row) => row.cells.length));
  if (width > MOST_COLUMNS) return fail(reason('too-many-columns', { most: [MOST_COLUMNS, 'count'] }));
  // One or two text rows as wide as the data: names, or names and units.
  let first = start;
  while (first > 0 && start - first < 2 && rows[first - 1]!.cells.filter((c) => c !== '').length >= least)
    first--;
  const header = rows.slice(first, start);
  for (const row of rows.slice(0, first)) {
    const fact = factOf(row.cells.filter((c) => c !== '').join(': '));
    if (fact) facts.push({ line: row.line, ...fact });
  }
  const columns = Array.from({ length: width }, (_, i) => {
    const words = header.map((row) => row.cells[i] ?? '').filter((c) => c !== '');
    return words.join(' ').slice(0, 80) || `column ${i + 1}`;
  });
  const decimal = decimalOf(data.flatMap((row) => row.cells));
  const findings: FileFinding[] = [];
  if (!header.length) findings.push({ reason: reason('no-header') });
  if (decimal === ',') findings.push({ reason: reason('decimal-comma') });
  return { ok: true, table: { columns, rows: data, facts, comments, decimal, findings } };
}

type Scalar = string | number | boolean;
const isScalar = (x: unknown): x is Scalar => ['string', 'number', 'boolean'].includes(typeof x);

/** Objects of numbers anywhere in the document, each with the scalars of the objects above it. */
function flatten(
  node: Node,
  above: Record<string, Scalar>,
  rows: { offset: number; data: Record<string, Scalar> }[],
) {
  if (rows.length > MOST_ROWS) return;
  if (node.type === 'array') {
    for (const child of node.children ?? []) flatten(child, above, rows);
    return;
  }
  if (node.type !== 'object') return;
  const own: Record<string, Scalar> = {};
  const nested: Node[] = [];
  for (const property of node.children ?? []) {
    const [key, value] = property.children ?? [];
    if (!key || !value) continue;
    if (isScalar(value.value)) own[String(key.value)] = value.value;
    else nested.push(value);
  }
  const merged = { ...above, ...own };
  const before = rows.length;
  for (const child of nested) flatten(child, merged, rows);
  if (rows.length === before) rows.push({ offset: node.offset, data: merged });
}

function readJsonTable(text: string): TableRead {
  const parsed = readJson(text);
  if (!parsed.ok) return fail(reason('json-broken', {}, { why: parsed.message }));
  const root = parseTree(text);
  if (!root) return fail(reason('json-broken', {}, { why: 'It is not JSON.' }));
  const found: { offset: number; data: Record<string, Scalar> }[] = [];
  flatten(root, {}, found);
  if (found.length > MOST_ROWS) return fail(reason('too-many-rows', { most: [MOST_ROWS, 'count'] }));
  const numbers = (data: Record<string, Scalar>) =>
    Object.values(data).filter((v) => typeof v === 'number' || isNumeric(String(v))).length;
  const rows = found.filter((row) => numbers(row.data) >= 3);
  if (!rows.length) return fail(reason('no-number-rows'));
  const keys = [...new Set(rows.flatMap((row) => Object.keys(row.data)))];
  // What is the same in every row and stands above them is a fact of the file, not a column.
  const top: Record<string, Scalar> = {};
  if (root.type === 'object')
    for (const property of root.children ?? []) {
      const [key, value] = property.children ?? [];
      if (key && value && isScalar(value.value)) top[String(key.value)] = value.value;
    }
  const columns = keys.filter((key) => !(key in top));
  if (columns.length > MOST_COLUMNS)
    return fail(reason('too-many-columns', { most: [MOST_COLUMNS, 'count'] }));
  // Offsets rise: lines are counted in one walk.
  let line = 1;
  let seen = 0;
  const lineAt = (offset: number) => {
    for (; seen < offset; seen++) if (text.charCodeAt(seen) === 10) line++;
    return line;
  };
  return {
    ok: true,
    table: {
      columns,
      comments: [],
      rows: rows.map((row) => ({
        line: lineAt(row.offset),
        cells: columns.map((key) => String(row.data[key] ?? '')),
      })),
      facts: Object.entries(top).map(([key, value]) => ({
        line: 1,
        key: key.toLowerCase(),
        value: String(value),
      })),
      decimal: '.',
      findings: [],
    },
  };
}

/**
 * Reads the text of a map file as a table: CSV with comma, semicolon, tab or blanks between the columns, with a header of
 * one or two rows or none, 'key: value' lines above it; or JSON with an object per point, flat or nested by speed line.
 * In: text; how many numbers make a row one of data. Out: the table, or why not and on which line. Never throws.
 */
export function readMapTable(text: string, least = 3): TableRead {
  if (text.length > LARGEST_MAP_FILE)
    return fail(
      reason('file-too-large', {
        size: [text.length / 1e6, 'megabytes'],
        most: [LARGEST_MAP_FILE / 1e6, 'megabytes'],
      }),
    );
  const bare = text.replace(/^\uFEFF/, '');
  if (bare.trim() === '') return fail(reason('file-empty'));
  if (bare.includes('\u0000')) return fail(reason('file-not-text'));
  return /^\s*[[{]/.test(bare) ? readJsonTable(bare) : readCsv(bare, least);
}
