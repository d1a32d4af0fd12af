import Papa from 'papaparse';
import type { Log } from '@/core/dyno/channels';
import { reason } from '@/core/working/range';
import { findUnit, fromUnit, unitsOf, type Unit } from '@/core/units/quantities';
import { delimiterOf, readMapTable, readNumber, type MapTable, type TableRead } from './map-table';
import {
  checkedLog,
  EMPTY_CELL,
  mappingProblem,
  notMade,
  quantityOf,
  type LogColumn,
  type LogMade,
  type LogMapping,
} from './run-log';

/** So much of a file is looked at to find its columns: fewer rows than a table may have, however short its lines. */
export const HEAD_BYTES = 60_000;
/** Most readings of a log that are taken: an hour at a kilohertz has 3.6 million. */
const MOST_ROWS = 6_000_000;

/** What the beginning of a long log says of the rest. */
export type LongHead = {
  table: MapTable;
  /** Between its cells; null for blanks. */
  delimiter: string | null;
  /** The line of the first reading. */
  firstLine: number;
};

/** Reads the beginning of a log. In: its first text; whether that is all of it. Out: what stands in it, or why it cannot be read. Never throws. */
export function openLong(
  text: string,
  isAll: boolean,
): { ok: true; head: LongHead } | Extract<TableRead, { ok: false }> {
  const whole = isAll ? text : text.slice(0, Math.max(0, text.lastIndexOf('\n')));
  const read = readMapTable(whole, 2);
  if (!read.ok) return read;
  const { table } = read;
  const lines = whole.replace(/\r\n?/g, '\n').split('\n');
  return {
    ok: true,
    head: {
      table,
      delimiter: delimiterOf(lines.filter((line) => line.trim() !== '' && !/^\s*"?#/.test(line))),
      firstLine: table.rows[0]!.line,
    },
  };
}

type Column = { key: Exclude<LogColumn, 'skip'>; index: number; unit: Unit; values: number[] };

/** What a reader is told of its file. */
export type LongGiven = Omit<LongHead, 'table'> & {
  decimal: '.' | ',';
  names: string[];
  mapping: LogMapping;
  stoichiometric: number;
  /** Road speed, m/s per rev/min, of the gear, where the log has no engine speed. */
  perRpm: number | null;
};

/** Reads a log piece by piece, so that one of a hundred megabytes never stands in memory as text. */
export class LongReader {
  private rest = '';
  private line = 0;
  private readonly columns: Column[];
  private readonly lines: number[] = [];
  private failed: LogMade | null;

  constructor(private readonly given: LongGiven) {
    this.failed = mappingProblem(given.mapping, given.perRpm);
    this.columns = given.mapping.flatMap(({ column, unit }, index): Column[] => {
      const quantity = quantityOf(column);
      if (column === 'skip' || !quantity) return [];
      return [{ key: column, index, unit: findUnit(quantity, unit) ?? unitsOf(quantity)[0]!, values: [] }];
    });
  }

  /** Takes the next piece of text. Out: whether to go on. */
  push(text: string): boolean {
    const whole = this.rest + text;
    const end = whole.lastIndexOf('\n');
    this.rest = whole.slice(end + 1);
    if (end >= 0) this.take(whole.slice(0, end));
    return this.failed === null;
  }

  /** The whole log, or the first thing that is wrong with its line. */
  end(): LogMade {
    if (this.rest) this.take(this.rest);
    if (this.failed) return this.failed;
    const log: Log = {};
    for (const { key, values } of this.columns) log[key === 'afr' ? 'lambda' : key] ??= values;
    const { perRpm } = this.given;
    if (!log.speedRpm && log.roadSpeed && perRpm) log.speedRpm = log.roadSpeed.map((speed) => speed / perRpm);
    return checkedLog(log, (row) => this.lines[row]!);
  }

  private take(text: string): void {
    const { delimiter, firstLine } = this.given;
    const plain = text.includes('\r') ? text.replace(/\r\n?/g, '\n') : text;
    const body = delimiter === null ? plain.replace(/[^\S\n]+/g, '\t') : plain;
    const { data } = Papa.parse<string[]>(body, {
      delimiter: delimiter ?? '\t',
      newline: '\n',
      fastMode: !body.includes('"'),
    });
    for (const cells of data) {
      this.line++;
      if (this.failed) return;
      if (
        this.line < firstLine ||
        (cells.length === 1 && cells[0]!.trim() === '') ||
        cells[0]!.startsWith('#')
      )
        continue;
      this.read(cells);
    }
  }

  private read(cells: string[]): void {
    const { decimal, names, stoichiometric } = this.given;
    if (this.lines.length >= MOST_ROWS) {
      this.failed = {
        ok: false,
        problems: [{ line: this.line, reason: reason('too-many-rows', { most: [MOST_ROWS, 'count'] }) }],
      };
      return;
    }
    this.lines.push(this.line);
    for (const { key, index, unit, values } of this.columns) {
      const cell = cells[index] ?? '';
      // A plain number is read as the machine reads it; what is none of its own is looked at closer.
      let number = decimal === '.' && cell !== '' ? Number(cell) : NaN;
      if (Number.isNaN(number) && !EMPTY_CELL.test(cell)) {
        number = readNumber(cell, decimal);
        if (Number.isNaN(number)) {
          this.failed = notMade('run-no-number', this.line, {
            cell: cell.slice(0, 24),
            column: names[index] ?? '',
          });
          return;
        }
      }
      values.push(key === 'afr' ? number / stoichiometric : fromUnit(number, unit));
    }
  }
}
