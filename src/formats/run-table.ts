import { powerOfTorque } from '@/core/engine/power-formulas';
import { findUnit, fromUnit, unitsOf, type Quantity, type Unit } from '@/core/units/quantities';
import type { Baseline } from '@/core/job/schema/engine';
import type { ReasonCode } from '@/core/working/reason-codes';
import { reason } from '@/core/working/range';
import { unitIn } from './header-unit';
import { readMapTable, readNumber, type FileFinding, type MapTable } from './map-table';

/** What a column of a run may hold. */
export const runColumns = [
  'skip',
  'speed',
  'power',
  'torque',
  'boost',
  'manifold',
  'chargeTemperature',
  'lambda',
  'afr',
] as const;
export type RunColumn = (typeof runColumns)[number];

const quantityOf: Record<RunColumn, Quantity | null> = {
  skip: null,
  speed: 'engineSpeed',
  power: 'power',
  torque: 'torque',
  boost: 'boost',
  manifold: 'pressure',
  chargeTemperature: 'temperature',
  lambda: 'ratio',
  afr: 'ratio',
};

/** Units that a kind of column may be given in. */
export const runUnits = (column: RunColumn): Unit[] => {
  const quantity = quantityOf[column];
  return quantity ? unitsOf(quantity) : [];
};

export type RunMapping = { column: RunColumn; unit: string }[];

const words: [RunColumn, RegExp][] = [
  ['lambda', /lambda|^λ/i],
  ['afr', /\bafr\b|air.?fuel/i],
  ['manifold', /\bmap\b|manifold|\babs/i],
  ['boost', /boost|gauge/i],
  ['chargeTemperature', /iat|intake.?temp|charge|manifold.?temp|temp/i],
  ['torque', /torque|\bnm\b|n·m|lb.?ft|ft.?lb|\btq\b/i],
  ['power', /power|\bhp\b|\bkw\b|\bps\b|\bbhp\b|\bwhp\b/i],
  ['speed', /rpm|speed|rev|n_?eng/i],
];

/** What the columns of a table seem to be, by their names; without names speed and power are taken as first and second. */
export function guessRun(table: MapTable, unit: (quantity: Quantity) => Unit): RunMapping {
  const taken = new Set<RunColumn>();
  const mapping = table.columns.map((header): RunMapping[number] => {
    const column = words.find(([kind, pattern]) => !taken.has(kind) && pattern.test(header))?.[0] ?? 'skip';
    if (column !== 'skip') taken.add(column);
    const quantity = quantityOf[column];
    return { column, unit: unitIn(header, quantity) ?? (quantity ? unit(quantity).symbol : '') };
  });
  if (!taken.has('speed') && !taken.has('power') && !taken.has('torque')) {
    if (mapping[0]) mapping[0] = { column: 'speed', unit: 'rpm' };
    if (mapping[1]) mapping[1] = { column: 'power', unit: unit('power').symbol };
  }
  return mapping;
}

export const readRun = (text: string) => readMapTable(text, 2);

type RunRow = Baseline['rows'][number];
export type RunMade =
  | { ok: true; rows: RunRow[]; readings: number; findings: FileFinding[] }
  | { ok: false; problems: FileFinding[] };

/** At most so many rows are kept of a run; more are gathered in even steps of speed. */
export const MOST_RUN_ROWS = 200;
/** How far a speed may fall back under the highest before, as a share of the run: a logger jitters, a run rises. */
const JITTER = 0.03;
/** Power and torque of one row agree within this share. */
const AGREE = 0.02;

type Reading = { line: number } & { [K in Exclude<RunColumn, 'skip'>]?: number };

const fail = (
  code: ReasonCode,
  figures: Parameters<typeof reason>[1] = {},
  line?: number,
  names?: Record<string, string>,
) => ({
  ok: false as const,
  problems: [{ reason: reason(code, figures, names), ...(line === undefined ? {} : { line }) }],
});

/**
 * A table and what its columns are, as a run: rows with rising speeds in SI, or the first thing that is wrong with its
 * line. In: table; mapping; air-fuel ratio by mass where λ is one; ambient pressure Pa of the day, for manifold pressures.
 */
export function makeRun(
  table: MapTable,
  mapping: RunMapping,
  stoichiometric: number,
  ambient: number,
  { accelerationOnly = false }: { accelerationOnly?: boolean } = {},
): RunMade {
  const has = (column: RunColumn) => mapping.some((m) => m.column === column);
  if (!has('speed')) return fail('run-needs-speed');
  if (!has('power') && !has('torque')) return fail('run-needs-power');
  const columns = mapping.flatMap(({ column, unit }, i) => {
    const quantity = quantityOf[column];
    if (column === 'skip' || !quantity) return [];
    return [{ column, i, unit: findUnit(quantity, unit) ?? unitsOf(quantity)[0]! }];
  });
  const readings: Reading[] = [];
  for (const { line, cells } of table.rows) {
    const reading: Reading = { line };
    for (const { column, i, unit } of columns) {
      const cell = cells[i] ?? '';
      if (cell.trim() === '') continue;
      const number = readNumber(cell, table.decimal);
      if (Number.isNaN(number))
        return fail('run-no-number', {}, line, { cell: cell.slice(0, 24), column: table.columns[i]! });
      reading[column] = fromUnit(number, unit);
    }
    if (reading.speed === undefined) return fail('run-row-without-speed', {}, line);
    if (accelerationOnly && reading.power === undefined && reading.torque === undefined) continue;
    if (reading.power === undefined && reading.torque === undefined)
      return fail('run-row-without-power', {}, line);
    readings.push(reading);
  }
  if (readings.length < 2) return fail('run-too-short');
  const kept = accelerationOnly ? accelerationOf(readings) : readings;
  const made = checkSpeeds(kept) ?? checkPowers(kept) ?? gather(kept, stoichiometric, ambient);
  if (made.ok && kept.length < readings.length)
    made.findings.push({
      reason: reason('run-acceleration-only', {
        left: [readings.length - kept.length, 'count'],
        from: [kept[0]!.speed!, 'engineSpeed'],
        to: [kept.at(-1)!.speed!, 'engineSpeed'],
      }),
    });
  return made;
}

const powerOf = ({ power, torque, speed }: Reading): number => power ?? powerOfTorque(torque!, speed!);

/**
 * The acceleration of a log: from where the engine last began to rise up to its highest speed. What came before, the way up
 * to the start and other pulls, and the coast-down after it are left out. In: readings as they were logged.
 */
function accelerationOf(readings: Reading[]): Reading[] {
  const speeds = readings.map((r) => r.speed!);
  const top = speeds.indexOf(Math.max(...speeds));
  const span = speeds[top]! - Math.min(...speeds);
  let start = top;
  let least = speeds[top]!;
  // Back in time while the speed falls, a logger's jitter let pass.
  for (let i = top - 1; i >= 0 && speeds[i]! <= least + JITTER * span; i--)
    if (speeds[i]! < least) {
      least = speeds[i]!;
      start = i;
    }
  return readings.slice(start, top + 1);
}

function checkSpeeds(readings: Reading[]): RunMade | null {
  const speeds = readings.map((r) => r.speed!);
  const [low, high] = [Math.min(...speeds), Math.max(...speeds)];
  for (const [i, { speed, line }] of readings.entries()) {
    const before = readings[i - 1]?.speed;
    const figures: Parameters<typeof reason>[1] = {
      speed: [speed!, 'engineSpeed'],
      before: [before ?? 0, 'engineSpeed'],
    };
    if (before !== undefined && before > 0 && (speed! / before > 5 || speed! / before < 0.2))
      return fail('run-two-units', figures, line);
    if (speed! < 100 || speed! > 30_000) return fail('run-speed-off', figures, line);
  }
  let most = -Infinity;
  for (const { speed, line } of readings) {
    if (speed! < most - JITTER * (high - low))
      return fail(
        'run-out-of-order',
        { speed: [speed!, 'engineSpeed'], before: [most, 'engineSpeed'] },
        line,
      );
    most = Math.max(most, speed!);
  }
  return null;
}

function checkPowers(readings: Reading[]): RunMade | null {
  let worst: { off: number; reading: Reading; made: number } | null = null;
  for (const reading of readings) {
    const { power, torque, speed, line } = reading;
    const value = powerOf(reading);
    if (!(value >= 100 && value <= 10_000_000))
      return fail('run-power-off', { power: [value, 'power'] }, line);
    if (power === undefined || torque === undefined) continue;
    const made = powerOfTorque(torque, speed!);
    const off = Math.abs(made / power - 1);
    if (off > AGREE && (!worst || off > worst.off)) worst = { off, reading, made };
  }
  if (worst) {
    const { power, torque, speed, line } = worst.reading;
    return fail(
      'run-power-against-torque',
      {
        power: [power!, 'power'],
        torque: [torque!, 'torque'],
        speed: [speed!, 'engineSpeed'],
        made: [worst.made, 'power'],
      },
      line,
    );
  }
  // A third more or less torque within a step of the revs is another unit, not an engine.
  for (const [i, reading] of readings.entries()) {
    const before = readings[i - 1];
    if (!before) continue;
    const step = Math.abs(reading.speed! / before.speed! - 1);
    const jump = powerOf(reading) / reading.speed! / (powerOf(before) / before.speed!);
    if (step < 0.03 && (jump > 1.28 || jump < 1 / 1.28))
      return fail(
        'run-power-jumps',
        {
          power: [powerOf(reading), 'power'],
          before: [powerOf(before), 'power'],
          speed: [reading.speed!, 'engineSpeed'],
        },
        reading.line,
      );
  }
  return null;
}

const bounds = {
  boostGauge: [-90_000, 800_000, 'boost'],
  chargeTemperature: [233.15, 500, 'temperature'],
  lambda: [0.4, 6, 'ratio'],
} as const;

/** Readings in order of speed, gathered into at most 200 rows: the mean of each step, empty cells left out of it. */
function gather(readings: Reading[], stoichiometric: number, ambient: number): RunMade {
  const sorted = readings
    .map((r) => ({
      line: r.line,
      speedRpm: r.speed!,
      power: powerOf(r),
      boostGauge: r.boost ?? (r.manifold === undefined ? null : r.manifold - ambient),
      chargeTemperature: r.chargeTemperature ?? null,
      lambda: r.lambda ?? (r.afr === undefined ? null : r.afr / stoichiometric),
    }))
    .sort((a, b) => a.speedRpm - b.speedRpm);
  for (const row of sorted)
    for (const key of ['boostGauge', 'chargeTemperature', 'lambda'] as const) {
      const value = row[key];
      const [min, max, quantity] = bounds[key];
      if (value !== null && !(value >= min && value <= max))
        return fail(
          `run-${key === 'boostGauge' ? 'boost' : key === 'lambda' ? 'lambda' : 'temperature'}-off`,
          {
            value: [value, quantity],
            min: [min, quantity],
            max: [max, quantity],
            speed: [row.speedRpm, 'engineSpeed'],
          },
          row.line,
        );
    }
  const first = sorted[0]!.speedRpm;
  const last = sorted.at(-1)!.speedRpm;
  if (!(last > first)) return fail('run-one-speed', { speed: [first, 'engineSpeed'] });
  // Few readings stay as they are, but two at one speed become one.
  const step = sorted.length > MOST_RUN_ROWS ? (last - first) / (MOST_RUN_ROWS - 1) : 0;
  const groups = new Map<number, typeof sorted>();
  for (const row of sorted) {
    const key = step > 0 ? Math.round((row.speedRpm - first) / step) : row.speedRpm;
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  const rows = [...groups.values()].map((group): RunRow => {
    const mean = (key: 'boostGauge' | 'chargeTemperature' | 'lambda') => {
      const values = group.map((g) => g[key]).filter((v): v is number => v !== null);
      return values.length ? values.reduce((a, b) => a + b, 0) / values.length : null;
    };
    const average = (key: 'speedRpm' | 'power') => group.reduce((sum, g) => sum + g[key], 0) / group.length;
    return {
      speedRpm: average('speedRpm'),
      power: average('power'),
      boostGauge: mean('boostGauge'),
      chargeTemperature: mean('chargeTemperature'),
      lambda: mean('lambda'),
      readings: group.length,
    };
  });
  const findings: FileFinding[] =
    rows.length < sorted.length
      ? [
          {
            reason: reason('run-gathered', {
              readings: [sorted.length, 'count'],
              rows: [rows.length, 'count'],
            }),
          },
        ]
      : [];
  return { ok: true, rows, readings: sorted.length, findings };
}
