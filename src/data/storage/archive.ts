import { createHash, type Hash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { setImmediate as breathe } from 'node:timers/promises';
import type { PGlite } from '@electric-sql/pglite';
import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate } from 'fflate';
import * as z from 'zod';
import { diskError } from './errors';
import { forceFolder } from './forced';
import { readJournal, type Entry } from './journal';
import { shopTables } from './journalled';
import { stepsOf } from './migrations';

/** What a backup says of itself. */
const manifestSchema = z.object({
  format: z.literal(1),
  shop: z.string(),
  madeAt: z.iso.datetime(),
  why: z.string(),
  /** Steps of the tables that the rows fit, and the last change that is in them. */
  steps: z.int().min(1),
  seq: z.int().min(0),
  counts: z.record(z.string(), z.int()),
  files: z.record(z.string(), z.object({ bytes: z.int(), sha256: z.string() })),
});
export type Manifest = z.infer<typeof manifestSchema>;

const MANIFEST = 'manifest.json';
const JOURNAL = 'journal.jsonl';
const ROWS_AT_ONCE = 24;

/** Files of the shop beside its database. */
const filesBeside = (folder: string): string => path.join(folder, 'files');

function* below(folder: string, prefix = ''): Generator<string> {
  if (!existsSync(folder)) return;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const name = prefix + entry.name;
    if (entry.isDirectory()) yield* below(path.join(folder, entry.name), `${name}/`);
    else if (entry.isFile()) yield name;
  }
}

/** Writes a zip file entry by entry, each with its length and sum. */
class ArchiveWriter {
  readonly files: Manifest['files'] = {};
  private readonly zip: Zip;
  private open: { name: string; deflate: ZipDeflate; hash: Hash; bytes: number } | null = null;

  constructor(handle: number) {
    this.zip = new Zip((error, chunk) => {
      if (error) throw error;
      for (let done = 0; done < chunk.length;) done += writeSync(handle, chunk, done, chunk.length - done);
    });
  }

  begin(name: string): void {
    const deflate = new ZipDeflate(name, { level: 3 });
    this.zip.add(deflate);
    this.open = { name, deflate, hash: createHash('sha256'), bytes: 0 };
  }

  push(chunk: Uint8Array): void {
    const open = this.open!;
    open.hash.update(chunk);
    open.bytes += chunk.length;
    open.deflate.push(chunk);
  }

  end(): void {
    const { name, deflate, hash, bytes } = this.open!;
    deflate.push(new Uint8Array(0), true);
    this.files[name] = { bytes, sha256: hash.digest('hex') };
    this.open = null;
  }

  finish(): void {
    this.zip.end();
  }
}

/** The shop as it is while it is open. */
export type Source = {
  client: PGlite;
  folder: string;
  journalFolder: string;
  shop: string;
  /** The last change and the rows after it, at this moment. */
  at: () => { seq: number; counts: Record<string, number> };
};

/**
 * Writes the whole shop into one archive while work goes on: rows table by table, then the changes that came meanwhile,
 * then what it should hold with sums. It is there as a whole or not at all. In: source; the file; why it is made and when,
 * ISO. Throws DataFolderError for a full or read-only disk.
 */
export async function writeBackup(
  { client, folder, journalFolder, shop, at }: Source,
  file: string,
  why: string,
  madeAt: string,
): Promise<Manifest> {
  const unfinished = `${file}.unfinished`;
  mkdirSync(path.dirname(file), { recursive: true });
  const handle = openSync(unfinished, 'w');
  try {
    const archive = new ArchiveWriter(handle);
    const { seq: from } = at();
    for (const { name, key } of await shopTables(client)) {
      archive.begin(`tables/${name}.jsonl`);
      const order = key.map((k) => `"${k}"`).join(', ');
      for (let last: unknown[] | null = null; ;) {
        const after: string = last ? `where (${order}) > (${key.map((_, i) => `$${i + 1}`).join(', ')})` : '';
        const { rows }: { rows: Record<string, unknown>[] } = await client.query(
          `select ${order}, to_jsonb(t)::text as line from "${name}" t ${after} order by ${order} limit ${ROWS_AT_ONCE}`,
          last ?? [],
        );
        if (!rows.length) break;
        archive.push(Buffer.from(rows.map((r) => `${String(r.line)}\n`).join('')));
        last = key.map((k) => rows.at(-1)![k]);
        await breathe();
      }
      archive.end();
    }
    for (const name of below(filesBeside(folder))) {
      archive.begin(`files/${name}`);
      archive.push(readFileSync(path.join(filesBeside(folder), name)));
      archive.end();
    }
    const steps = await stepsOf(client);
    // From here to the end nothing waits: the journal, its last number and the counts belong together.
    const { seq, counts } = at();
    archive.begin(JOURNAL);
    for (const entry of readJournal(journalFolder, from).entries)
      if (entry.seq <= seq) archive.push(Buffer.from(`${JSON.stringify(entry)}\n`));
    archive.end();
    const manifest: Manifest = {
      format: 1,
      shop,
      madeAt,
      why,
      steps,
      seq,
      counts,
      files: { ...archive.files },
    };
    archive.begin(MANIFEST);
    archive.push(Buffer.from(JSON.stringify(manifest, null, 1)));
    archive.end();
    archive.finish();
    fsyncSync(handle);
    closeSync(handle);
    await readBackup(unfinished);
    renameSync(unfinished, file);
    forceFolder(path.dirname(file));
    return manifest;
  } catch (error) {
    try {
      closeSync(handle);
    } catch {
      // It was closed before.
    }
    rmSync(unfinished, { force: true });
    throw diskError(error, path.dirname(file));
  }
}

/** A backup that cannot be used: not one of ours, cut off, or changed since. */
export class BackupError extends Error {}

type Take = (chunk: Uint8Array, final: boolean) => void | Promise<void>;

/** Reads a zip file entry by entry. `take`: given an entry's name, what is done with its bytes. */
async function readArchive(file: string, take: (name: string) => Take): Promise<void> {
  const waiting: Promise<void>[] = [];
  let failed: unknown = null;
  let open = 0;
  const unzip = new Unzip((entry) => {
    const each = take(entry.name);
    open++;
    entry.ondata = (error, chunk, final) => {
      if (error) failed ??= error;
      else waiting.push(Promise.resolve(each(chunk, final)));
      if (final) open--;
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  const handle = openSync(file, 'r');
  try {
    const buffer = Buffer.alloc(256 * 1024);
    for (let size = readSync(handle, buffer); size > 0 && !failed; size = readSync(handle, buffer)) {
      unzip.push(Uint8Array.from(buffer.subarray(0, size)));
      await Promise.all(waiting.splice(0));
      await breathe();
    }
    unzip.push(new Uint8Array(0), true);
    await Promise.all(waiting);
  } catch (error) {
    failed ??= error;
  } finally {
    closeSync(handle);
  }
  if (failed) throw failed instanceof BackupError ? failed : new BackupError('It is no whole archive.');
  if (open) throw new BackupError('It is cut off.');
}

/** Reads a backup to its end and holds every file to its sum. Out: what it says of itself. Throws BackupError. */
export async function readBackup(file: string): Promise<Manifest> {
  const found: Manifest['files'] = {};
  let text = '';
  await readArchive(file, (name) => {
    if (name === MANIFEST) return (chunk) => void (text += Buffer.from(chunk).toString('utf8'));
    const hash = createHash('sha256');
    let bytes = 0;
    return (chunk, final) => {
      hash.update(chunk);
      bytes += chunk.length;
      if (final) found[name] = { bytes, sha256: hash.digest('hex') };
    };
  });
  if (!text) throw new BackupError('It is no backup of a shop: it has no manifest.');
  const read = manifestSchema.safeParse(safeJson(text));
  if (!read.success) throw new BackupError('Its manifest cannot be read.');
  for (const [name, { sha256 }] of Object.entries(read.data.files))
    if (found[name]?.sha256 !== sha256) throw new BackupError(`${name} in it is not what was written.`);
  return read.data;
}

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Hands out the rows of a backup, some lines at a time, then its changes; writes its files beside a database. */
export async function unpackBackup(
  file: string,
  folder: string,
  onRows: (table: string, lines: string[]) => Promise<void>,
): Promise<Entry[]> {
  const changes: Entry[] = [];
  await readArchive(file, (name) => {
    const table = /^tables\/([a-z_]+)\.jsonl$/.exec(name)?.[1];
    if (table !== undefined || name === JOURNAL) {
      const decoder = new TextDecoder();
      let rest = '';
      let before = Promise.resolve();
      return (chunk, final) => {
        rest += decoder.decode(chunk, { stream: !final });
        const lines = rest.split('\n');
        rest = lines.pop()!;
        if (table === undefined) changes.push(...lines.map((line) => JSON.parse(line) as Entry));
        else if (lines.length) return (before = before.then(() => onRows(table, lines)));
      };
    }
    const beside = /^files\/(.+)$/.exec(name)?.[1];
    const chunks: Uint8Array[] = [];
    return (chunk, final) => {
      if (beside === undefined) return;
      chunks.push(chunk);
      if (!final) return;
      const root = filesBeside(folder);
      const target = path.resolve(root, beside);
      if (!target.startsWith(root + path.sep)) throw new BackupError(`${name} leads out of the shop.`);
      mkdirSync(path.dirname(target), { recursive: true });
      writeFileSync(target, Buffer.concat(chunks));
    };
  });
  return changes;
}
