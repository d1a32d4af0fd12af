import { checkTurbine } from '@/core/turbine/check';
import { turbineSchema, type Turbine } from '@/core/turbine/document';
import { guess, type Confidence, type Input } from '@/core/documents/input';
import { unitsOf } from '@/core/units/quantities';
import type { ReasonCode } from '@/core/working/reason-codes';
import { reason } from '@/core/working/range';
import { readMapTable, type FileFinding, type MapTable } from './map-table';
import { cellNumber, takeFact, wherePlain, type FactKey } from './table-facts';
import { statedReference } from './reference-stated';
import {
  flowReader,
  isReduced,
  REDUCED_UNITS,
  reducedUnitIn,
  STANDARD_REFERENCE,
  swallowingCurve,
  type Swallowed,
} from './swallowing';

/** What a column of a turbine's table may hold. */
export type TurbineRole = 'ignore' | 'housing' | 'speed' | 'ratio' | 'flow' | 'efficiency';

const FLOW_UNITS = [...unitsOf('massFlow').map((u) => u.symbol), ...REDUCED_UNITS];
export const turbineRoleUnits: Record<TurbineRole, string[]> = {
  ignore: [],
  housing: [],
  speed: ['rpm'],
  ratio: [''],
  flow: FLOW_UNITS,
  efficiency: ['share', '%'],
};

export type TurbineMapping = {
  columns: { role: TurbineRole; unit: string | null }[];
  decimal: '.' | ',';
};

/** What a turbine needs beside its points, SI. Null: not known yet. `includesBearing` is asked, never taken for granted. */
export type TurbineFacts = {
  name: string;
  referencePressure: number | null;
  referenceTemperature: number | null;
  inducer: number | null;
  exducer: number | null;
  efficiency: number | null;
  includesBearing: boolean | null;
  maxSpeedRpm: number | null;
  maxTemperature: number | null;
  entry: 'open' | 'divided' | 'twin-scroll';
  price: number | null;
  stock: number | null;
  sure: Partial<Record<string, Confidence>>;
  note: string;
};

const words: [TurbineRole, RegExp][] = [
  ['efficiency', /eff|eta|η/i],
  ['ratio', /ratio|expansion|\ber\b|p\s*0?3\s*\/\s*p\s*0?4|\bpr\b|π/i],
  ['housing', /housing|a\/r|scroll|volute/i],
  ['speed', /speed|rpm|\bn\b|u\/c|rev\/min/i],
  ['flow', /flow|mass|swallow|\bw\b|ṁ|phi|kg\/|lb\/|g\/s/i],
];

/** A first guess at what each column is. A flow without a unit is asked for. */
function guessTurbineMapping(table: MapTable): TurbineMapping {
  const taken = new Set<TurbineRole>();
  const columns = table.columns.map((name) => {
    const role = words.find(([r, pattern]) => !taken.has(r) && pattern.test(name))?.[0] ?? 'ignore';
    if (role !== 'ignore') taken.add(role);
    const spelt = name.toLowerCase().replace(/\s*\/\s*/g, '/');
    const unit =
      role === 'flow'
        ? (reducedUnitIn(name) ??
          [...FLOW_UNITS].sort((a, b) => b.length - a.length).find((u) => spelt.includes(u.toLowerCase())) ??
          null)
        : role === 'efficiency'
          ? /%/.test(name)
            ? '%'
            : 'share'
          : '';
    return { role, unit };
  });
  return { columns, decimal: table.decimal };
}

const factKeys: FactKey<TurbineFacts>[] = [
  ['name', /^name$|^turbine$/, null],
  ['referencePressure', /reference pressure|p_?ref/, 'pressure'],
  ['referenceTemperature', /reference temperature|t_?ref/, 'temperature'],
  ['inducer', /inducer|inlet diameter/, 'bore'],
  ['exducer', /exducer|outlet diameter/, 'bore'],
  ['efficiency', /^efficiency/, 'share'],
  ['maxSpeedRpm', /limit speed|max(imum)? speed/, 'shaftSpeed'],
  ['maxTemperature', /limit temperature|max(imum)? temperature/, 'temperature'],
  ['price', /^price/, 'money'],
  ['stock', /^stock|shelf/, 'count'],
  ['note', /^note/, null],
];

/** What the lines above a table say of the turbine. In SI; what they do not say is null. */
function guessTurbineFacts(table: MapTable, fileName: string): TurbineFacts {
  const facts: TurbineFacts = {
    name: fileName.replace(/\.[a-z0-9]+$/i, '').slice(0, 80),
    referencePressure: null,
    referenceTemperature: null,
    inducer: null,
    exducer: null,
    efficiency: null,
    includesBearing: null,
    maxSpeedRpm: null,
    maxTemperature: null,
    entry: 'open',
    price: null,
    stock: null,
    sure: {},
    note: '',
  };
  const stated = statedReference(table);
  facts.referencePressure = stated.pressure;
  facts.referenceTemperature = stated.temperature;
  for (const { key, value, line } of table.facts) {
    if (/bearing/.test(key)) {
      facts.includesBearing = /^(yes|true|1)/i.test(value)
        ? true
        : /^(no|false|0)/i.test(value)
          ? false
          : null;
      continue;
    }
    takeFact(facts, factKeys, { key, value, line });
  }
  return facts;
}

export type TurbineMade =
  { ok: true; document: Turbine; doubts: FileFinding[] } | { ok: false; problems: FileFinding[] };

const MOST_PROBLEMS = 12;

/** A turbine made of a table, or why it was not made, with lines of the file. Nothing in between. Never throws. */
export function makeTurbine(table: MapTable, mapping: TurbineMapping, facts: TurbineFacts): TurbineMade {
  const problems: FileFinding[] = [];
  const say = (code: ReasonCode, names: Record<string, string> = {}) =>
    problems.push({ reason: reason(code, {}, names) });
  const at = (role: TurbineRole) => mapping.columns.findIndex((c) => c.role === role);
  const [ratioAt, flowAt, housingAt] = [at('ratio'), at('flow'), at('housing')];
  if (ratioAt < 0) say('column-missing', { column: 'expansion ratio' });
  if (flowAt < 0) say('column-missing', { column: 'flow' });
  const unit = flowAt < 0 ? null : mapping.columns[flowAt]!.unit;
  const isBare = isReduced(unit);
  const reference = {
    pressure: facts.referencePressure ?? (isBare ? STANDARD_REFERENCE.pressure : NaN),
    temperature: facts.referenceTemperature ?? (isBare ? STANDARD_REFERENCE.temperature : NaN),
  };
  const flowUnit = unit === null ? undefined : flowReader(unit, reference);
  if (flowAt >= 0 && !flowUnit) say('flow-unit-missing');
  if (facts.name.trim() === '') say('no-name');
  // A flow as ṁ √T / p has no reference to be asked for.
  if (Number.isNaN(reference.pressure) || Number.isNaN(reference.temperature)) say('no-reference');
  if (facts.inducer === null || facts.exducer === null) say('no-turbine-diameters');
  if (facts.includesBearing === null) say('no-bearing-answer');
  const efficiencyAt = at('efficiency');
  if (facts.efficiency === null && efficiencyAt < 0) say('no-turbine-efficiency');
  if (facts.maxSpeedRpm === null) say('no-speed-limit');
  if (facts.maxTemperature === null) say('no-temperature-limit');
  if (problems.length) return { ok: false, problems };

  const speedAt = at('speed');
  const housings = new Map<string, Swallowed[]>();
  let lastSpeed = '';
  let best = 0;
  let last = '';
  for (const { line, cells } of table.rows) {
    const cell = (column: number) => (cells[column] ?? '').trim();
    const number = (column: number, what: string) =>
      cellNumber({ line, cells }, column, what, mapping.decimal, problems);
    // Sheets often write the housing once and leave the cells below it empty.
    const named = housingAt < 0 ? '' : cell(housingAt).replace(/^'/, '');
    last = named || last || 'Housing 1';
    const ratio = number(ratioAt, 'expansion ratio');
    const flow = flowUnit!(number(flowAt, 'flow'));
    lastSpeed = (speedAt < 0 ? '' : cell(speedAt)) || lastSpeed;
    if (efficiencyAt >= 0 && cell(efficiencyAt) !== '') {
      const share =
        number(efficiencyAt, 'efficiency') * (mapping.columns[efficiencyAt]!.unit === '%' ? 0.01 : 1);
      if (share > best) best = share;
    }
    const points = housings.get(last) ?? [];
    points.push({ speed: lastSpeed, ratio, flow, line });
    housings.set(last, points);
  }
  if (problems.length) return { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
  const lines: number[][] = [];
  const curves = [...housings].map(([name, points]) => ({ name, ...swallowingCurve(points) }));
  const unfit = curves.flatMap((c) => c.problems);
  if (unfit.length) return { ok: false, problems: unfit.slice(0, MOST_PROBLEMS) };
  const input = (key: string, value: number): Input => ({
    value,
    confidence: facts.sure[key] ?? 'reported',
  });
  const document = {
    version: 1 as const,
    kind: 'turbine' as const,
    name: facts.name.trim(),
    reference,
    inducer: input('inducer', facts.inducer!),
    exducer: input('exducer', facts.exducer!),
    efficiency: input('efficiency', facts.efficiency ?? best),
    includesBearing: facts.includesBearing!,
    bestVelocityRatio: guess(0.67),
    throats: guess(1.4),
    maxSpeedRpm: input('maxSpeedRpm', facts.maxSpeedRpm!),
    maxTemperature: input('maxTemperature', facts.maxTemperature!),
    housings: curves.map(({ name, points: sorted }) => {
      lines.push(sorted.map((p) => p.line));
      const ar = /([0-9]*[.,][0-9]+)/.exec(name)?.[1];
      const inches = ar ? Number(ar.replace(',', '.')) : NaN;
      return {
        name: name.slice(0, 40),
        // A/R is stated in inches by custom: a name such as 'A/R 0.72' says it.
        ...(/a\/?r/i.test(name) && inches > 0.05 && inches < 6
          ? { ar: { value: inches * 0.0254, confidence: 'reported' as const } }
          : {}),
        entry: facts.entry,
        capacity: { kind: 'points' as const, points: sorted.map(({ ratio, flow }) => ({ ratio, flow })) },
      };
    }),
    ...(facts.price === null ? {} : { price: input('price', facts.price) }),
    ...(facts.stock === null ? {} : { stock: Math.round(facts.stock) }),
    note: facts.note,
  };
  const parsed = turbineSchema.safeParse(document);
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues.slice(0, MOST_PROBLEMS).map((issue) => {
        const [first, housing, , , point] = issue.path as (string | number)[];
        const line =
          first === 'housings' && typeof point === 'number' ? lines[Number(housing)]?.[point] : undefined;
        return {
          ...(line === undefined ? {} : { line }),
          reason: /rise/i.test(issue.message)
            ? reason('ratios-must-rise', {}, { speed: '' })
            : reason(
                'value-refused',
                {},
                { where: wherePlain(issue.path, 'the turbine'), why: issue.message },
              ),
        };
      }),
    };
  const { faults, doubts } = checkTurbine(parsed.data);
  return faults.length
    ? { ok: false, problems: faults.map((f) => ({ reason: f.reason })) }
    : {
        ok: true,
        document: parsed.data,
        doubts: [...curves.flatMap((c) => c.doubts), ...doubts.map((d) => ({ reason: d.reason }))],
      };
}

export type OpenedTurbine =
  | { kind: 'table'; table: MapTable; mapping: TurbineMapping; facts: TurbineFacts }
  | { kind: 'unreadable'; problems: FileFinding[] };

/** Opens the text of a turbine's table. Never throws. */
export function openTurbineText(text: string, fileName: string): OpenedTurbine {
  const read = readMapTable(text, 2);
  return read.ok
    ? {
        kind: 'table',
        table: read.table,
        mapping: guessTurbineMapping(read.table),
        facts: guessTurbineFacts(read.table, fileName),
      }
    : { kind: 'unreadable', problems: read.problems };
}
