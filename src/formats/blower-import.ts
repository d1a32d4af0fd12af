import { checkBlower } from '@/core/blower/check';
import { blowerSchema, blowerTypes, type Blower, type BlowerType } from '@/core/blower/document';
import { given, type Confidence, type Input } from '@/core/documents/input';
import type { ReasonCode } from '@/core/working/reason-codes';
import { reason } from '@/core/working/range';
import { readMapTable, type FileFinding, type MapTable } from './map-table';
import { cellNumber, takeFact, wherePlain, type FactKey } from './table-facts';

/** What a column of a blower's table may hold. */
export type BlowerRole = 'ignore' | 'speed' | 'ratio' | 'volumetric' | 'isentropic';

export const blowerRoleUnits: Record<BlowerRole, string[]> = {
  ignore: [],
  speed: ['rpm'],
  ratio: [''],
  volumetric: ['share', '%'],
  isentropic: ['share', '%'],
};

export type BlowerMapping = {
  columns: { role: BlowerRole; unit: string | null }[];
  decimal: '.' | ',';
};

/** What a blower needs beside its table, SI. Null: not known yet. */
export type BlowerFacts = {
  name: string;
  type: BlowerType;
  volume: number | null;
  internalRatio: number | null;
  stepUp: number | null;
  maxSpeedRpm: number | null;
  maxOutletTemperature: number | null;
  mass: number | null;
  shaft: number | null;
  clearance: number | null;
  price: number | null;
  stock: number | null;
  sure: Partial<Record<string, Confidence>>;
  note: string;
};

const words: [BlowerRole, RegExp][] = [
  ['volumetric', /vol(umetric)?|filling|\bve\b|ηv/i],
  ['isentropic', /isen|adiab|eff|eta|η/i],
  ['ratio', /ratio|\bpr\b|π/i],
  ['speed', /speed|rpm|\bn\b|rev\/min/i],
];

/** A first guess at what each column is. */
function guessBlowerMapping(table: MapTable): BlowerMapping {
  const taken = new Set<BlowerRole>();
  const columns = table.columns.map((name) => {
    const role = words.find(([r, pattern]) => !taken.has(r) && pattern.test(name))?.[0] ?? 'ignore';
    if (role !== 'ignore') taken.add(role);
    const isShare = role === 'volumetric' || role === 'isentropic';
    return { role, unit: isShare ? (/%/.test(name) ? '%' : 'share') : role === 'speed' ? 'rpm' : '' };
  });
  return { columns, decimal: table.decimal };
}

const factKeys: FactKey<BlowerFacts>[] = [
  ['name', /^name$|^blower$/, null],
  ['volume', /displacement|volume/, 'volume'],
  ['internalRatio', /internal ratio|built-in/, 'ratio'],
  ['stepUp', /step-?up/, 'ratio'],
  ['maxSpeedRpm', /limit speed|max(imum)? speed/, 'shaftSpeed'],
  ['maxOutletTemperature', /limit temperature|max(imum)? (outlet )?temperature/, 'temperature'],
  ['mass', /^mass|^weight/, 'mass'],
  ['shaft', /^shaft/, 'bore'],
  ['clearance', /^clearance/, 'bore'],
  ['price', /^price/, 'money'],
  ['stock', /^stock|shelf/, 'count'],
  ['note', /^note/, null],
];

/** What the lines above a table say of the blower. In SI; what they do not say is null. */
function guessBlowerFacts(table: MapTable, fileName: string): BlowerFacts {
  const facts: BlowerFacts = {
    name: fileName.replace(/\.[a-z0-9]+$/i, '').slice(0, 80),
    type: 'twisted',
    volume: null,
    internalRatio: null,
    stepUp: 1,
    maxSpeedRpm: null,
    maxOutletTemperature: null,
    mass: null,
    shaft: null,
    clearance: null,
    price: null,
    stock: null,
    sure: {},
    note: '',
  };
  for (const fact of table.facts) {
    if (/^type$/.test(fact.key)) facts.type = blowerTypes.find((t) => t === fact.value.trim()) ?? facts.type;
    else takeFact(facts, factKeys, fact);
  }
  if (facts.type === 'roots') facts.internalRatio ??= 1;
  return facts;
}

export type BlowerMade =
  { ok: true; document: Blower; doubts: FileFinding[] } | { ok: false; problems: FileFinding[] };

const MOST_PROBLEMS = 12;

/** A blower made of a table, or why it was not made, with lines of the file. Never throws. */
export function makeBlower(table: MapTable, mapping: BlowerMapping, facts: BlowerFacts): BlowerMade {
  const problems: FileFinding[] = [];
  const say = (code: ReasonCode, names: Record<string, string> = {}) =>
    problems.push({ reason: reason(code, {}, names) });
  const at = (role: BlowerRole) => mapping.columns.findIndex((c) => c.role === role);
  const wanted = [
    ['speed', 'speed'],
    ['ratio', 'pressure ratio'],
    ['volumetric', 'volumetric efficiency'],
    ['isentropic', 'isentropic efficiency'],
  ] as const;
  for (const [role, column] of wanted) if (at(role) < 0) say('column-missing', { column });
  if (facts.name.trim() === '') say('no-name');
  if (facts.volume === null) say('no-displacement');
  if (facts.internalRatio === null) say('no-internal-ratio');
  if (facts.maxSpeedRpm === null) say('no-speed-limit');
  if (facts.maxOutletTemperature === null) say('no-temperature-limit');
  if (problems.length) return { ok: false, problems };

  const share = (role: BlowerRole) => (mapping.columns[at(role)]!.unit === '%' ? 0.01 : 1);
  const bySpeed = new Map<number, { line: number; point: Blower['lines'][number]['points'][number] }[]>();
  for (const row of table.rows) {
    const read = (role: BlowerRole, what: string) =>
      cellNumber(row, at(role), what, mapping.decimal, problems);
    const speedRpm = read('speed', 'speed');
    const point = {
      pressureRatio: read('ratio', 'pressure ratio'),
      volumetric: read('volumetric', 'volumetric efficiency') * share('volumetric'),
      isentropic: read('isentropic', 'isentropic efficiency') * share('isentropic'),
    };
    bySpeed.set(speedRpm, [...(bySpeed.get(speedRpm) ?? []), { line: row.line, point }]);
  }
  if (problems.length) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
  // A foreign table may stand in any order.
  const sorted = [...bySpeed]
    .sort(([a], [b]) => a - b)
    .map(([speedRpm, points]) => ({
      speedRpm,
      points: points.sort((a, b) => a.point.pressureRatio - b.point.pressureRatio),
    }));
  const input = (key: string, value: number): Input => given(value, facts.sure[key] ?? 'reported');
  const optional = (key: 'mass' | 'shaft' | 'clearance' | 'price') =>
    facts[key] === null ? {} : { [key]: input(key, facts[key]) };
  const parsed = blowerSchema.safeParse({
    version: 1,
    kind: 'blower',
    name: facts.name.trim(),
    type: facts.type,
    volume: input('volume', facts.volume!),
    internalRatio: input('internalRatio', facts.internalRatio!),
    stepUp: input('stepUp', facts.stepUp ?? 1),
    maxSpeedRpm: input('maxSpeedRpm', facts.maxSpeedRpm!),
    maxOutletTemperature: input('maxOutletTemperature', facts.maxOutletTemperature!),
    lines: sorted.map(({ speedRpm, points }) => ({ speedRpm, points: points.map(({ point }) => point) })),
    ...optional('mass'),
    ...optional('shaft'),
    ...optional('clearance'),
    ...optional('price'),
    ...(facts.stock === null ? {} : { stock: Math.round(facts.stock) }),
    note: facts.note,
  });
  const lineAt = (line: unknown, point: unknown) =>
    typeof line === 'number' ? sorted[line]?.points[typeof point === 'number' ? point : 0]?.line : undefined;
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues.slice(0, MOST_PROBLEMS).map(({ path, message }) => {
        const line = path[0] === 'lines' ? lineAt(path[1], path[3]) : undefined;
        return {
          ...(line === undefined ? {} : { line }),
          reason: reason('value-refused', {}, { where: wherePlain(path, 'the blower'), why: message }),
        };
      }),
    };
  const { faults, doubts } = checkBlower(parsed.data);
  const told = ({ reason: why, line, point }: (typeof faults)[number]): FileFinding => {
    const at = lineAt(line, point);
    return { reason: why, ...(at === undefined ? {} : { line: at }) };
  };
  return faults.length
    ? { ok: false, problems: faults.slice(0, MOST_PROBLEMS).map(told) }
    : { ok: true, document: parsed.data, doubts: doubts.map(told) };
}

export type OpenedBlower =
  | { kind: 'table'; table: MapTable; mapping: BlowerMapping; facts: BlowerFacts }
  | { kind: 'unreadable'; problems: FileFinding[] };

/** Opens the text of a blower's table. Never throws. */
export function openBlowerText(text: string, fileName: string): OpenedBlower {
  const read = readMapTable(text, 4);
  return read.ok
    ? {
        kind: 'table',
        table: read.table,
        mapping: guessBlowerMapping(read.table),
        facts: guessBlowerFacts(read.table, fileName),
      }
    : { kind: 'unreadable', problems: read.problems };
}
