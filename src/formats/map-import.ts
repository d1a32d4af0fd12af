import { statedReference } from './reference-stated';
import { rightOfSurge, withoutSurgeBlock } from './surge-block';
import { checkMap, type Finding } from '@/core/compressor/check';
import { compressorSchema, type Compressor } from '@/core/compressor/document';
import { dryAirDensity } from '@/core/compressor/reference';
import type { Input } from '@/core/documents/input';
import { findUnit, fromUnit } from '@/core/units/quantities';
import { reason, type Reason } from '@/core/working/range';
import { isVolumeFlow, type Mapping, type MapFacts, type Role } from './map-guess';
import { readNumber, type FileFinding, type MapTable } from './map-table';

/** A map made of a table, with what was doubted; or why it was not made, with lines of the file. Nothing in between. */
export type MapMade =
  { ok: true; document: Compressor; doubts: FileFinding[] } | { ok: false; problems: FileFinding[] };

type Row = {
  line: number;
  speedRpm: number;
  flow: number;
  pressureRatio: number;
  efficiency: number;
  surge: boolean;
};

const MOST_PROBLEMS = 12;
/** Speeds this close belong to one line: rigs do not hold a speed better. */
const ONE_SPEED = 0.012;

const roleNames: Record<Role, string> = {
  ignore: '',
  speed: 'speed',
  flow: 'flow',
  ratio: 'pressure ratio',
  efficiency: 'efficiency',
  surge: 'surge',
};

/** What is still to be said before the points can be read. */
function missing(mapping: Mapping, facts: MapFacts): Reason[] {
  const of = (role: Role) => mapping.columns.filter((c) => c.role === role);
  const why: Reason[] = [];
  for (const role of ['speed', 'flow', 'ratio', 'efficiency'] as const) {
    if (of(role).length === 0) why.push(reason('column-missing', {}, { column: roleNames[role] }));
    if (of(role).length > 1) why.push(reason('column-twice', {}, { column: roleNames[role] }));
  }
  const flow = of('flow')[0];
  if (flow && flow.unit === null) why.push(reason('flow-unit-missing'));
  if (facts.referencePressure === null || facts.referenceTemperature === null)
    why.push(reason('no-reference'));
  if (flow && isVolumeFlow(flow.unit) && (facts.flowPressure === null || facts.flowTemperature === null))
    why.push(reason('no-flow-conditions', {}, { unit: flow.unit ?? '' }));
  if (mapping.surge === null) why.push(reason('no-surge'));
  if (mapping.surge === 'marked' && of('surge').length === 0) why.push(reason('no-surge-column'));
  if (facts.name.trim() === '') why.push(reason('no-name'));
  if (facts.inducer === null || facts.exducer === null) why.push(reason('no-diameters'));
  if (facts.maxSpeedRpm === null) why.push(reason('no-speed-limit'));
  return why;
}

/** Turns a figure of a column into SI. Volume flow becomes mass at its stated conditions. */
function converter(unit: string | null, facts: MapFacts): (value: number) => number {
  if (unit === '%') return (v) => v / 100;
  if (unit === 'krpm') return (v) => v * 1000;
  const mass = unit === null ? undefined : findUnit('massFlow', unit);
  if (mass) return (v) => fromUnit(v, mass);
  const volume = unit === null ? undefined : findUnit('volumeFlow', unit);
  if (volume && facts.flowPressure !== null && facts.flowTemperature !== null) {
    const density = dryAirDensity({ pressure: facts.flowPressure, temperature: facts.flowTemperature });
    return (v) => fromUnit(v, volume) * density;
  }
  return (v) => v;
}

const isMarked = (cell: string) => !/^(|0|no|n|false|-|–)$/i.test(cell.trim());

function readRows(table: MapTable, mapping: Mapping, facts: MapFacts, doubts: FileFinding[]) {
  const problems: FileFinding[] = [];
  const rows: Row[] = [];
  const at = (role: Role) => mapping.columns.findIndex((c) => c.role === role);
  const columns = { speed: at('speed'), flow: at('flow'), ratio: at('ratio'), efficiency: at('efficiency') };
  const surgeColumn = at('surge');
  const convert = (column: number) => converter(mapping.columns[column]!.unit, facts);
  const toSpeed = convert(columns.speed);
  const toFlow = convert(columns.flow);
  const toEfficiency = convert(columns.efficiency);
  let lastSpeed = '';
  let carried = 0;
  for (const { line, cells } of table.rows) {
    const cell = (column: number) => cells[column] ?? '';
    // Sheets often write the speed once and leave the cells below it empty.
    if (cell(columns.speed) === '' && lastSpeed !== '') carried++;
    else lastSpeed = cell(columns.speed);
    const texts = { ...columns, speed: lastSpeed } as const;
    const read = (role: keyof typeof columns) => {
      const text = role === 'speed' ? texts.speed : cell(columns[role]);
      const value = readNumber(text, mapping.decimal);
      if (!Number.isFinite(value))
        problems.push({
          line,
          reason:
            text === ''
              ? reason('cell-empty', {}, { column: roleNames[role] })
              : reason('cell-not-a-number', {}, { column: roleNames[role], text: text.slice(0, 40) }),
        });
      return value;
    };
    const row: Row = {
      line,
      speedRpm: toSpeed(read('speed')),
      flow: toFlow(read('flow')),
      pressureRatio: read('ratio'),
      efficiency: toEfficiency(read('efficiency')),
      surge: surgeColumn >= 0 && isMarked(cell(surgeColumn)),
    };
    rows.push(row);
    const complain = (when: boolean, why: Reason) => when && problems.push({ line, reason: why });
    complain(
      row.speedRpm < 1_000 || row.speedRpm > 500_000,
      reason('row-speed-out-of-range', { speed: [row.speedRpm, 'shaftSpeed'] }),
    );
    complain(
      row.flow <= 0 || row.flow > 20,
      reason('row-flow-out-of-range', { flow: [row.flow, 'massFlow'] }),
    );
    complain(
      row.pressureRatio < 0.8 || row.pressureRatio > 12,
      reason('row-ratio-out-of-range', { ratio: [row.pressureRatio, 'ratio'] }),
    );
    complain(
      row.efficiency > 1,
      reason('row-efficiency-above-one', { efficiency: [row.efficiency, 'ratio'] }),
    );
    complain(
      row.efficiency <= 1 && (row.efficiency < 0.05 || row.efficiency > 0.95),
      reason('row-efficiency-out-of-range', { efficiency: [row.efficiency, 'share'] }),
    );
  }
  if (carried) doubts.push({ reason: reason('speeds-carried', { count: [carried, 'count'] }) });
  return { rows, problems };
}

/** Rows by speed line, rising; each line's rows by flow, equal flows by falling ratio. */
function linesOf(rows: Row[], doubts: FileFinding[]): Row[][] {
  const count = new Map<number, number>();
  for (const { speedRpm } of rows) count.set(speedRpm, (count.get(speedRpm) ?? 0) + 1);
  // Speeds as measured differ from row to row and are gathered; speeds as stated are left alone.
  const gather = [...count.values()].some((n) => n < 3) ? ONE_SPEED : 0;
  const lines: Row[][] = [];
  for (const row of [...rows].sort((a, b) => a.speedRpm - b.speedRpm)) {
    const line = lines.at(-1);
    if (line && row.speedRpm <= line[0]!.speedRpm * (1 + gather)) line.push(row);
    else lines.push([row]);
  }
  for (const line of lines) {
    const spread = line.at(-1)!.speedRpm / line[0]!.speedRpm - 1;
    if (spread > 1e-6) {
      const middle = line[Math.floor(line.length / 2)]!.speedRpm;
      for (const row of line) row.speedRpm = middle;
      doubts.push({
        line: line[0]!.line,
        reason: reason('speeds-merged', { speed: [middle, 'shaftSpeed'], spread: [spread, 'share'] }),
      });
    }
    line.sort((a, b) => a.flow - b.flow || b.pressureRatio - a.pressureRatio);
  }
  return lines;
}

/** Keeps each line from its marked surge point on. */
function fromSurge(lines: Row[][], problems: FileFinding[], doubts: FileFinding[]): Row[][] {
  return lines.map((line) => {
    const marked = line.filter((row) => row.surge);
    const speed: [number, 'shaftSpeed'] = [line[0]!.speedRpm, 'shaftSpeed'];
    if (marked.length !== 1)
      problems.push({
        line: (marked[1] ?? line[0]!).line,
        reason: reason(marked.length ? 'surge-marked-twice' : 'line-without-surge', { speed }),
      });
    const first = line.findIndex((row) => row.surge);
    if (first > 0)
      doubts.push({
        line: line[0]!.line,
        reason: reason('points-before-surge', { speed, count: [first, 'count'] }),
      });
    return first > 0 ? line.slice(first) : line;
  });
}

/**
 * Makes a library document of a table. In: the table; how it is read; what is known beside it (SI). Out: the whole map, or
 * the problems with their lines and nothing else. Never throws.
 */
export function makeMap(table: MapTable, mapping: Mapping, facts: MapFacts): MapMade {
  const doubts: FileFinding[] = [...table.findings];
  const lacks = missing(mapping, facts);
  if (lacks.length) return { ok: false, problems: lacks.map((why) => ({ reason: why })) };
  const at = (role: Role) => mapping.columns.findIndex((c) => c.role === role);
  const block = withoutSurgeBlock(table, { flow: at('flow'), ratio: at('ratio') }, mapping.decimal);
  const { rows, problems } = readRows({ ...table, rows: block.rows }, mapping, facts, doubts);
  doubts.push(...contradicted(table, facts));
  if (problems.length) return { ok: false, problems: shorten(problems) };
  let lines = linesOf(rows, doubts);
  if (mapping.surge === 'marked') lines = fromSurge(lines, problems, doubts);
  if (block.rows.length < table.rows.length) {
    const toFlow = converter(mapping.columns[at('flow')]!.unit, facts);
    const surge = block.points.map((p) => ({ flow: toFlow(p.flow), ratio: p.ratio }));
    const before = lines.reduce((n, l) => n + l.length, 0);
    lines = lines.map((l) => rightOfSurge(l, surge));
    doubts.push({
      line: table.rows[block.rows.length]!.line,
      reason: reason(surge.length > 1 ? 'surge-block-read' : 'surge-block-left-out', {
        count: [surge.length > 1 ? surge.length : block.leftOut, 'count'],
        points: [before - lines.reduce((n, l) => n + l.length, 0), 'count'],
      }),
    });
  }
  if (problems.length) return { ok: false, problems: shorten(problems) };
  const said = (key: keyof MapFacts['sure'], value: number): Input => ({
    value,
    confidence: facts.sure[key] ?? 'maker',
  });
  const document: Compressor = {
    version: 1,
    kind: 'compressor',
    name: facts.name.trim(),
    reference: { pressure: facts.referencePressure!, temperature: facts.referenceTemperature! },
    inducer: said('inducer', facts.inducer!),
    exducer: said('exducer', facts.exducer!),
    maxSpeedRpm: said('maxSpeedRpm', facts.maxSpeedRpm!),
    lines: lines.map((line) => ({
      speedRpm: line[0]!.speedRpm,
      points: line.map(({ flow, pressureRatio, efficiency }) => ({ flow, pressureRatio, efficiency })),
    })),
    ...(facts.price === null ? {} : { price: said('price', facts.price) }),
    ...(facts.stock === null ? {} : { stock: facts.stock }),
    note: facts.note,
  };
  const placed = (finding: Finding): FileFinding => {
    const line = finding.line === undefined ? undefined : lines[finding.line];
    const row = line?.[finding.point ?? 0];
    return { reason: finding.reason, ...(row ? { line: row.line } : {}) };
  };
  const check = checkMap(document);
  if (check.faults.length) return { ok: false, problems: shorten(check.faults.map(placed)) };
  const parsed = compressorSchema.safeParse(document);
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues
        .slice(0, MOST_PROBLEMS)
        .map((i) => ({ reason: reason('value-refused', {}, { where: i.path.join('.'), why: i.message }) })),
    };
  return { ok: true, document: parsed.data, doubts: [...doubts, ...check.doubts.map(placed)] };
}

/** Where the answer to the reference conditions is not what the file itself states. */
function contradicted(table: MapTable, facts: MapFacts): FileFinding[] {
  const stated = statedReference(table);
  const off = (a: number | null, b: number | null) => a !== null && b !== null && Math.abs(a / b - 1) > 0.004;
  if (!off(stated.pressure, facts.referencePressure) && !off(stated.temperature, facts.referenceTemperature))
    return [];
  return [
    {
      reason: reason('reference-contradicts', {
        pressure: [stated.pressure ?? facts.referencePressure!, 'airPressure'],
        temperature: [stated.temperature ?? facts.referenceTemperature!, 'temperature'],
        answerPressure: [facts.referencePressure!, 'airPressure'],
        answerTemperature: [facts.referenceTemperature!, 'temperature'],
      }),
    },
  ];
}

/** The first problems, and how many more there are. */
function shorten(problems: FileFinding[]): FileFinding[] {
  if (problems.length <= MOST_PROBLEMS) return problems;
  return [
    ...problems.slice(0, MOST_PROBLEMS),
    { reason: reason('more-problems', { count: [problems.length - MOST_PROBLEMS, 'count'] }) },
  ];
}
