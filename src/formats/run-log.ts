import { channelIds, channels, type ChannelId, type Log } from '@/core/dyno/channels';
import { powerOfTorque, torque as torqueFormula } from '@/core/engine/power-formulas';
import { findUnit, fromUnit, unitsOf, type Quantity, type Unit } from '@/core/units/quantities';
import { reason } from '@/core/working/range';
import { unitIn } from './header-unit';
import { readMapTable, readNumber, type FileFinding, type MapTable } from './map-table';

/** What a column of a log may hold: a channel, air-fuel ratio by mass, or nothing that is kept. */
export const logColumns = ['skip', ...channelIds, 'afr'] as const;
export type LogColumn = (typeof logColumns)[number];
export type LogMapping = { column: LogColumn; unit: string }[];

export const quantityOf = (column: LogColumn): Quantity | null =>
  column === 'skip' ? null : column === 'afr' ? 'ratio' : channels[column].quantity;

/** Units that a column may be given in. */
export const logUnits = (column: LogColumn): Unit[] => {
  const quantity = quantityOf(column);
  return quantity ? unitsOf(quantity) : [];
};

/** Words that headers use, the more particular first. */
const words: [LogColumn, RegExp][] = [
  ['time', /^time|^t\b|second|elapsed/i],
  ...Array.from({ length: 12 }, (_, i): [LogColumn, RegExp] => [
    `lambda${i + 1}` as LogColumn,
    new RegExp(`(lambda|λ)\\D{0,16}0?${i + 1}(?!\\d)`, 'i'),
  ]),
  ['lambda', /lambda|^λ/i],
  ['afr', /\bafr\b|air.?fuel/i],
  ['oilPressure', /oil.*press/i],
  ['oilTemperature', /oil/i],
  ['coolantTemperature', /coolant|\bect\b|\bclt\b|water.?temp/i],
  ['fuelPressure', /fuel.*press|rail/i],
  ['injectorDuty', /duty|\bidc\b/i],
  ['backPressure', /back.?press|\bemap\b|\bp3\b|exhaust.*press/i],
  ['exhaustTemperature', /\begt\b|exhaust.*temp|turbine.*temp/i],
  ['shaftSpeed', /turbo.?speed|shaft/i],
  ['roadSpeed', /road|vehicle|wheel.?speed|km.?h|\bmph\b/i],
  ['knock', /knock/i],
  ['timing', /timing|advance|ignition|spark/i],
  ['manifold', /\bmap\b|manifold.*(press|abs)|\babs/i],
  ['boost', /boost|gauge/i],
  ['chargeTemperature', /\biat\b|intake.?temp|charge|manifold.?temp/i],
  ['torque', /torque|\bnm\b|n·m|lb.?ft|ft.?lb|\btq\b/i],
  ['power', /power|\bhp\b|\bkw\b|\bps\b|\bbhp\b|\bwhp\b/i],
  ['speedRpm', /rpm|engine.?speed|\brevs?\b|n_?eng/i],
];

/** What the columns of a log seem to be, each channel once. */
export function guessLog(table: MapTable, unit: (quantity: Quantity) => Unit): LogMapping {
  const taken = new Set<LogColumn>();
  return table.columns.map((header) => {
    const column = words.find(([kind, pattern]) => !taken.has(kind) && pattern.test(header))?.[0] ?? 'skip';
    if (column !== 'skip') taken.add(column);
    const quantity = quantityOf(column);
    return { column, unit: unitIn(header, quantity) ?? (quantity ? unit(quantity).symbol : '') };
  });
}

/** A log as a table of text cells: CSV, TSV or pasted, any separator and decimal sign. */
export const readLog = (text: string) => readMapTable(text, 2);

export type LogMade =
  { ok: true; log: Log; findings: FileFinding[] } | { ok: false; problems: FileFinding[] };

/** A cell that says that there is no reading. */
export const EMPTY_CELL = /^\s*(-+|nan|n\/?a|null)?\s*$/i;
/** Power and torque of one reading agree within this share. */
const AGREE = 0.02;

export const notMade = (
  code: Parameters<typeof reason>[0],
  line?: number,
  names?: Record<string, string>,
): LogMade => ({
  ok: false,
  problems: [{ reason: reason(code, {}, names), ...(line === undefined ? {} : { line }) }],
});

/** What is wrong with a mapping before a cell is read: no engine speed and no way to it, or a channel twice. */
export function mappingProblem(mapping: LogMapping, perRpm: number | null): LogMade | null {
  const has = (column: LogColumn) => mapping.some((one) => one.column === column);
  if (!has('speedRpm') && !(has('roadSpeed') && perRpm)) return notMade('run-needs-speed');
  const twice = mapping.find(
    ({ column }, i) => column !== 'skip' && mapping.findIndex((other) => other.column === column) < i,
  );
  return twice ? notMade('log-channel-twice', undefined, { channel: columnNameOf(twice.column) }) : null;
}

/**
 * A table and what its columns are, as a log: its readings in SI, in the order of the file. In: table; mapping; air-fuel ratio by mass where
 * λ is one; road speed, m/s per rev/min, of the gear where the log has no engine speed. Torque follows from power where it is not given, and power from torque. Out: the log, or the first thing that is wrong with its
 * line; nothing half taken.
 */
export function makeLog(
  table: MapTable,
  mapping: LogMapping,
  stoichiometric: number,
  perRpm: number | null = null,
): LogMade {
  const wrong = mappingProblem(mapping, perRpm);
  if (wrong) return wrong;
  const log: Log = {};
  for (const [i, { column, unit }] of mapping.entries()) {
    const quantity = quantityOf(column);
    if (column === 'skip' || !quantity) continue;
    const its = findUnit(quantity, unit) ?? unitsOf(quantity)[0]!;
    const values: number[] = [];
    for (const { line, cells } of table.rows) {
      const cell = cells[i] ?? '';
      const number = EMPTY_CELL.test(cell) ? NaN : readNumber(cell, table.decimal);
      if (Number.isNaN(number) && !EMPTY_CELL.test(cell))
        return notMade('run-no-number', line, { cell: cell.slice(0, 24), column: table.columns[i]! });
      values.push(column === 'afr' ? number / stoichiometric : fromUnit(number, its));
    }
    log[column === 'afr' ? 'lambda' : column] ??= values;
  }
  if (!log.speedRpm && log.roadSpeed && perRpm) log.speedRpm = log.roadSpeed.map((speed) => speed / perRpm);
  return checkedLog(log, (row) => table.rows[row]!.line);
}

const columnNameOf = (column: LogColumn): string =>
  column === 'skip' ? '' : column === 'afr' ? 'air-fuel ratio' : channels[column].name;

/**
 * Time that runs on, speeds an engine has, power and torque that are one; each made from the other where one is missing. In: readings; the
 * line of the file that each stands on.
 */
export function checkedLog(log: Log, lineOf: (row: number) => number): LogMade {
  const { time, speedRpm, power, torque } = log;
  const back = time?.findIndex((now, i) => i > 0 && now < time[i - 1]!) ?? -1;
  if (back >= 0) return notMade('log-time-back', lineOf(back));
  const known = speedRpm!.filter(Number.isFinite);
  if (known.length < 2) return notMade('run-too-short');
  const fastest = known.reduce((a, b) => Math.max(a, b), 0);
  if (fastest < 300 || fastest > 30_000)
    return {
      ok: false,
      problems: [
        {
          reason: reason('log-speed-off', { speed: [fastest, 'engineSpeed'] }),
          line: lineOf(speedRpm!.indexOf(fastest)),
        },
      ],
    };
  if (power && torque) {
    const off = power.findIndex((value, i) => {
      const made = powerOfTorque(torque[i]!, speedRpm![i]!);
      return Math.abs(value) > 5_000 && Math.abs(made / value - 1) > AGREE;
    });
    if (off >= 0)
      return {
        ok: false,
        problems: [
          {
            reason: reason('run-power-against-torque', {
              power: [power[off]!, 'power'],
              torque: [torque[off]!, 'torque'],
              speed: [speedRpm![off]!, 'engineSpeed'],
              made: [powerOfTorque(torque[off]!, speedRpm![off]!), 'power'],
            }),
            line: lineOf(off),
          },
        ],
      };
  } else if (power)
    log.torque = power.map((value, i) => torqueFormula.fn({ power: value, speedRpm: speedRpm![i]! }));
  else if (torque) log.power = torque.map((value, i) => powerOfTorque(value, speedRpm![i]!));
  return { ok: true, log, findings: [] };
}

/** Digits that a stored reading keeps: finer than any sensor. */
const DIGITS = 6;

/** A log as it is stored: gaps as null, six digits. */
export const packed = (log: Log): Record<string, (number | null)[]> =>
  Object.fromEntries(
    Object.entries(log).map(([id, its]) => [
      id,
      its.map((value) => (Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) : null)),
    ]),
  );

/** A stored log as the sums take it. */
export const unpacked = (stored: Partial<Record<ChannelId, (number | null)[]>>): Log =>
  Object.fromEntries(Object.entries(stored).map(([id, its]) => [id, its.map((value) => value ?? NaN)]));
