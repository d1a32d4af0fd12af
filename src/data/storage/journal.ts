import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { diskError } from './errors';
import { forceFolder } from './forced';

/** A row as it stands after a change, or the key of one that was removed; JSON as the database writes it. */
export type RowChange = { table: string; op: 'insert' | 'update' | 'delete'; row: string };
/** One transaction. `steps`: of the tables its rows are of; `counts`: rows of every table after it. */
export type Entry = {
  seq: number;
  at: string;
  steps: number;
  counts: Record<string, number>;
  rows: RowChange[];
};

/** What a journal folder holds: its entries in order, and what could not be read. */
export type JournalRead = {
  entries: Entry[];
  /** The last line of a file was cut off: it was never acknowledged. */
  torn: boolean;
  /** A line before the last one is not what was written: entries after it are not used. */
  damagedAt: string | null;
};

const nameOf = (base: number) => `${String(base).padStart(12, '0')}.journal`;
const baseOf = (name: string) => Number(/^(\d{12})\.journal$/.exec(name)?.[1] ?? NaN);

const SUM = 16;
const sumOf = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, SUM);
const lineOf = (text: string): string => `${sumOf(text)} ${text}\n`;

/** One line of a journal; null where its sum does not fit. */
function parseLine(line: string): (Entry & { revoked?: boolean }) | null {
  const text = line.slice(SUM + 1);
  if (line[SUM] !== ' ' || sumOf(text) !== line.slice(0, SUM)) return null;
  return JSON.parse(text) as Entry;
}

/** Files of a journal folder by the number they begin after. */
export const journalFiles = (folder: string): { base: number; file: string }[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .map((name) => ({ base: baseOf(name), file: path.join(folder, name) }))
        .filter(({ base }) => Number.isFinite(base))
        .sort((a, b) => a.base - b.base)
    : [];

/**
 * Entries after a number, in order. A line that was cut off at the end of a file is left out; one that is damaged before
 * that ends the reading, for what follows rests on it. Never throws for what a file holds.
 */
export function readJournal(folder: string, after: number): JournalRead {
  const found: JournalRead = { entries: [], torn: false, damagedAt: null };
  const files = journalFiles(folder);
  // What lies before the number as a whole is not looked at: it may be damaged without harm.
  for (const { file } of files.filter((_, i) => !(files[i + 1] && files[i + 1]!.base <= after))) {
    const lines = readFileSync(file, 'utf8').split('\n');
    const isWhole = lines.at(-1) === '';
    if (isWhole) lines.pop();
    for (const [i, line] of lines.entries()) {
      const isLast = i === lines.length - 1;
      const entry = isLast && !isWhole ? null : parseLine(line);
      if (!entry) {
        if (isLast) {
          found.torn = true;
          break;
        }
        found.damagedAt = `${path.basename(file)}, line ${i + 1}`;
        return found;
      }
      const last = found.entries.at(-1);
      if (entry.revoked) {
        if (last?.seq === entry.seq) found.entries.pop();
        continue;
      }
      if (entry.seq <= after || (last && entry.seq <= last.seq)) continue;
      if (last && entry.seq !== last.seq + 1) {
        found.damagedAt = `${path.basename(file)}, line ${i + 1}: change ${last.seq + 1} is missing`;
        return found;
      }
      found.entries.push(entry);
    }
  }
  return found;
}

/**
 * The journal of changes: one line per transaction with its sum, forced to the disk before the transaction is committed. It
 * brings back what a damaged database had after its last backup.
 */
export class Journal {
  private handle: number;
  private length: number;
  /** A line that could not be taken back: nothing may follow it. */
  private isTorn = false;

  /** Opens the file that follows a number, making it and its folder where they are missing. A cut-off end is taken away. */
  constructor(
    private readonly folder: string,
    base: number,
  ) {
    mkdirSync(folder, { recursive: true });
    const file = path.join(folder, nameOf(base));
    this.handle = openSync(file, 'a+');
    const bytes = readFileSync(file);
    this.length = bytes.lastIndexOf(10) + 1;
    ftruncateSync(this.handle, this.length);
    fsyncSync(this.handle);
    forceFolder(folder);
  }

  /** Writes a transaction down and forces it. Throws DataFolderError for a full or read-only disk; the file is then as before. */
  append({ rows, ...entry }: Entry): void {
    const head = JSON.stringify(entry).slice(0, -1);
    const body = rows
      .map((r) => `{"table":${JSON.stringify(r.table)},"op":"${r.op}","row":${JSON.stringify(r.row)}}`)
      .join(',');
    this.write(lineOf(`${head},"rows":[${body}]}`));
  }

  /** Takes the last transaction back: the database did not commit it. */
  revoke(seq: number): void {
    this.write(lineOf(JSON.stringify({ seq, revoked: true })));
  }

  private write(line: string): void {
    const bytes = Buffer.from(line);
    if (this.isTorn) throw new Error('The journal ends in a torn line.');
    try {
      for (let done = 0; done < bytes.length;)
        done += writeSync(this.handle, bytes, done, bytes.length - done);
      fsyncSync(this.handle);
      this.length += bytes.length;
    } catch (error) {
      try {
        ftruncateSync(this.handle, this.length);
      } catch {
        // What is left of the line is torn, and read as such when the shop is opened again.
        this.isTorn = true;
      }
      throw diskError(error, this.folder);
    }
  }

  close(): void {
    closeSync(this.handle);
  }

  /** Removes files whose every entry lies at or before a number. */
  static trim(folder: string, upTo: number): void {
    const files = journalFiles(folder);
    files.forEach(({ file }, i) => {
      const next = files[i + 1];
      if (next && next.base <= upTo) rmSync(file);
    });
  }
}
