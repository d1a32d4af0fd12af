import { statedReference } from './reference-stated';
import { confidences, type Confidence } from '@/core/documents/input';
import { parseQuantity } from '@/core/units/parse';
import { findUnit, unitsOf, type Quantity } from '@/core/units/quantities';
import { readNumber, type MapTable } from './map-table';

/** What a column may hold. 'surge' marks the surge point of each line by any word or figure but 0, no, false. */
export type Role = 'ignore' | 'speed' | 'flow' | 'ratio' | 'efficiency' | 'surge';

/** Units a column of that role may be in; the first of `flow` is not a default: a flow's unit is asked for. */
export const roleUnits: Record<Role, string[]> = {
  ignore: [],
  speed: ['rpm', 'krpm'],
  flow: ['kg/s', 'kg/min', 'kg/h', 'g/s', 'lb/min', 'm³/s', 'm³/h', 'L/s', 'CFM'],
  ratio: [''],
  efficiency: ['share', '%'],
  surge: [''],
};

type Column = { role: Role; unit: string | null };

/** How a table is to be read. `surge` says where each line's surge point is; null: not yet said. */
export type Mapping = {
  columns: Column[];
  decimal: '.' | ',';
  surge: 'first-point' | 'marked' | null;
};

/** What a map needs beside its points, SI. Null: not known yet; price and stock may stay unknown. */
export type MapFacts = {
  name: string;
  referencePressure: number | null;
  referenceTemperature: number | null;
  flowPressure: number | null;
  flowTemperature: number | null;
  inducer: number | null;
  exducer: number | null;
  maxSpeedRpm: number | null;
  price: number | null;
  stock: number | null;
  /** How sure the file says it is of a figure. */
  sure: Partial<Record<'inducer' | 'exducer' | 'maxSpeedRpm' | 'price', Confidence>>;
  note: string;
};

export const isVolumeFlow = (unit: string | null): boolean =>
  unit !== null && findUnit('volumeFlow', unit) !== undefined;

const words: [Role, RegExp][] = [
  ['surge', /surge|stall/i],
  ['efficiency', /eff|eta|η|isen/i],
  ['ratio', /ratio|p\s*2\s*\/\s*p\s*1|p2t?c?[ _/-]*p1|\bpr\b|pr_|_pr|\bpi\b|π/i],
  ['speed', /speed|rpm|rev|\bn\b|n_|ncorr|drehzahl|u\/min|1\/min/i],
  ['flow', /flow|mass|\bw\b|w_|wcorr|m_?dot|ṁ|cfm|lb\/|kg\/|g\/s|m3|m³|durchfluss/i],
];

/** The unit a header names, in brackets or as a word, among those the role may have. */
function unitIn(header: string, role: Role): string | null {
  const text = header.toLowerCase().replace(/\s*\/\s*/g, '/');
  if (role === 'efficiency')
    return /%|per ?cent|pct/.test(text) ? '%' : /share|fraction|0-1/.test(text) ? 'share' : null;
  if (role === 'speed')
    return /krpm|k ?rpm|1000|x10\^?3|×10/.test(text)
      ? 'krpm'
      : /rpm|rev\/min|1\/min|u\/min/.test(text)
        ? 'rpm'
        : null;
  if (role !== 'flow') return '';
  const known = [...unitsOf('massFlow'), ...unitsOf('volumeFlow')]
    .flatMap((u) => [u.symbol, ...(u.also ?? [])].map((s) => ({ symbol: u.symbol, spelt: s.toLowerCase() })))
    .sort((a, b) => b.spelt.length - a.spelt.length);
  const plain = text.replace(/kg\/sec/g, 'kg/s').replace(/lbs?m?\/min/g, 'lb/min');
  return known.find((u) => plain.includes(u.spelt))?.symbol ?? null;
}

type Numbers = { values: number[]; distinct: number; least: number; most: number };

function numbersOf(table: MapTable, column: number, decimal: '.' | ','): Numbers {
  const values = table.rows.flatMap((row) => {
    const value = readNumber(row.cells[column] ?? '', decimal);
    return Number.isFinite(value) ? [value] : [];
  });
  const sorted = [...values].sort((a, b) => a - b);
  return {
    values,
    distinct: new Set(values).size,
    least: sorted[0] ?? NaN,
    most: sorted.at(-1) ?? NaN,
  };
}

/** A role by the figures alone, where the header says nothing. */
function roleByFigures({ values, distinct, least, most }: Numbers): Role | null {
  if (!values.length) return null;
  if (least >= 5_000 && distinct <= values.length / 2) return 'speed';
  if (least >= 5_000) return 'speed';
  if (least > 0.9 && most < 8 && most > 1.2) return 'ratio';
  if ((least > 0.2 && most <= 0.9) || (least > 20 && most <= 90)) return 'efficiency';
  return null;
}

/**
 * Guesses how a table is to be read: roles and units from the header's words, else from the figures. A flow's unit is never
 * guessed from figures: null, to be asked. In: table. Out: mapping with one role per column at most once.
 */
export function guessMapping(table: MapTable): Mapping {
  const { decimal } = table;
  const numbers = table.columns.map((_, i) => numbersOf(table, i, decimal));
  const columns: Column[] = table.columns.map(() => ({ role: 'ignore', unit: null }));
  const taken = new Set<Role>();
  const give = (i: number, role: Role) => {
    if (taken.has(role) || columns[i]!.role !== 'ignore') return;
    taken.add(role);
    columns[i] = { role, unit: unitIn(table.columns[i]!, role) };
  };
  for (const [role, pattern] of words)
    table.columns.forEach((name, i) => {
      const filled = role === 'surge' || numbers[i]!.values.length > 0;
      if (filled && pattern.test(name)) give(i, role);
    });
  table.columns.forEach((_, i) => {
    const role = roleByFigures(numbers[i]!);
    if (role) give(i, role);
  });
  const left = columns.findIndex(
    (c, i) => c.role === 'ignore' && numbers[i]!.values.length === table.rows.length,
  );
  if (!taken.has('flow') && left >= 0) give(left, 'flow');
  columns.forEach((column, i) => {
    const { most } = numbers[i]!;
    if (column.role === 'speed') column.unit ??= most < 1_000 ? 'krpm' : 'rpm';
    if (column.role === 'efficiency') column.unit ??= most > 1.5 ? '%' : 'share';
  });
  const surgeFact = table.facts.find((f) => f.key.startsWith('surge'));
  return {
    columns,
    decimal,
    surge: taken.has('surge') ? 'marked' : surgeFact && /first/i.test(surgeFact.value) ? 'first-point' : null,
  };
}

/** Longer than any stated quantity with its unit and origin. */
const LONGEST_QUANTITY = 200;

/** A quantity stated in a fact: '100 kPa', '298 K, maker', or a bare number in the unit that the key names. */
function quantityIn(key: string, value: string, quantity: Quantity, bare: string | null): number | null {
  const named = /[([,]\s*([^)\],]+)[)\]]?\s*$/.exec(key)?.[1];
  const unit = (named && findUnit(quantity, named)) || (bare === null ? undefined : findUnit(quantity, bare));
  if (value.length > LONGEST_QUANTITY) return null;
  const text = value
    .split(/,\s*(?=[a-z])/i)[0]!
    .replace(/\babs(olute)?\b/i, '')
    .trim();
  const parsed = parseQuantity(text, quantity, unit ?? unitsOf(quantity)[0]!);
  if (!parsed.ok) return null;
  // A number without any unit is no statement.
  return unit || /[a-z°%"]/i.test(text) ? parsed.value : null;
}

/** What the file states about the map outside its points; what it does not state stays null. */
export function guessFacts(table: MapTable, fileName: string): MapFacts {
  const of = (pattern: RegExp) => table.facts.find((f) => pattern.test(f.key));
  const read = (pattern: RegExp, quantity: Quantity, bare: string | null = null) => {
    const fact = of(pattern);
    return fact ? quantityIn(fact.key, fact.value, quantity, bare) : null;
  };
  const name = of(/^(name|compressor|title|model|part)\b/)?.value;
  const patterns = {
    inducer: /inducer|inlet dia/,
    exducer: /exducer|wheel dia|outlet dia/,
    maxSpeedRpm: /limit|max.*(speed|rpm|n\b)/,
    price: /^price|^cost/,
  };
  const sure: MapFacts['sure'] = {};
  for (const key of ['inducer', 'exducer', 'maxSpeedRpm', 'price'] as const) {
    const found = confidences.find((c) => of(patterns[key])?.value.endsWith(`, ${c}`));
    if (found) sure[key] = found;
  }
  const plain = (pattern: RegExp) => {
    const value = parseFloat(of(pattern)?.value ?? '');
    return Number.isFinite(value) && value >= 0 ? value : null;
  };
  const stated = statedReference(table);
  const stock = plain(/^stock/);
  const notes = table.facts.filter((f) => /^note/.test(f.key)).map((f) => f.value);
  return {
    name: (name ?? fileName.replace(/\.[a-z0-9]{1,5}$/i, '')).slice(0, 80),
    referencePressure: read(/ref.*press|^p_?ref|press.*ref/, 'pressure') ?? stated.pressure,
    referenceTemperature: read(/ref.*temp|^t_?ref|temp.*ref/, 'temperature') ?? stated.temperature,
    flowPressure: read(/flow.*press/, 'pressure'),
    flowTemperature: read(/flow.*temp/, 'temperature'),
    inducer: read(patterns.inducer, 'bore'),
    exducer: read(patterns.exducer, 'bore'),
    maxSpeedRpm: read(patterns.maxSpeedRpm, 'shaftSpeed', 'rpm'),
    price: plain(patterns.price),
    stock: stock !== null && Number.isInteger(stock) ? stock : null,
    sure,
    note: notes.join('\n').slice(0, 2000),
  };
}
