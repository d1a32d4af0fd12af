import { rmSync } from 'node:fs';
import type { PGlite } from '@electric-sql/pglite';
import { readBackup, unpackBackup, type Manifest } from './archive';
import { DataFolderError } from './errors';
import { forceTree, openForced } from './forced';
import { readJournal, type Entry } from './journal';
import { countRows, replay, setSeq, setUpNotes } from './journalled';
import { migrateTo, schemaSteps } from './migrations';

/** Puts rows of a table in, as the backup has them. */
const putLines = (client: PGlite, table: string, lines: string[]) =>
  client.query(`insert into "${table}" select * from jsonb_populate_recordset(null::"${table}", $1::jsonb)`, [
    `[${lines.join(',')}]`,
  ]);

/**
 * Makes a database from a backup, then puts in what a journal has after it. In: the archive; the directory, made anew; the
 * data folder for files beside the database; the journal to go on with, or none. Out: what the backup says, and the changes
 * put in from the journal. Throws BackupError, DataFolderError 'newer'; the directory is then gone again.
 */
export async function restoreInto(
  file: string,
  directory: string,
  folder: string,
  journalFolder: string | null,
): Promise<{ manifest: Manifest; changes: Entry[]; missing: string | null }> {
  const manifest = await readBackup(file);
  if (manifest.steps > schemaSteps())
    throw new DataFolderError(
      'newer',
      'The backup was made by a newer version of Fierce Lung. Nothing was changed; open it with that version.',
    );
  rmSync(directory, { recursive: true, force: true });
  const { client } = await openForced(directory);
  try {
    // Forced as a whole at the end: nothing rests on it before.
    await client.exec("set synchronous_commit = 'off'; set session_replication_role = 'replica'");
    await migrateTo(client, manifest.steps);
    await setUpNotes(client, manifest.shop);
    const meanwhile = await unpackBackup(file, folder, async (table, lines) => {
      await putLines(client, table, lines);
    });
    await replay(client, meanwhile);
    await setSeq(client, manifest.seq);
    const read = journalFolder ? readJournal(journalFolder, manifest.seq) : { entries: [], damagedAt: null };
    const isNext = read.entries[0]?.seq === manifest.seq + 1;
    const changes = isNext ? read.entries : [];
    // Changes fit the tables as they were when they were made.
    await replay(
      client,
      changes.filter((c) => c.steps <= manifest.steps),
    );
    await migrateTo(client);
    await replay(
      client,
      changes.filter((c) => c.steps > manifest.steps),
    );
    const counts = await countRows(client);
    const wanted = changes.at(-1)?.counts ?? manifest.counts;
    const short = Object.keys(wanted).find((table) => counts[table] !== wanted[table]);
    if (short)
      throw new Error(`The table ${short} came back with ${counts[short]} rows, not ${wanted[short]}.`);
    await client.exec('checkpoint');
    await client.close();
    forceTree(directory);
    const gap = read.entries.length && !isNext ? `change ${manifest.seq + 1} is missing` : null;
    return { manifest, changes, missing: read.damagedAt ?? gap };
  } catch (error) {
    await client.close().catch(() => {});
    rmSync(directory, { recursive: true, force: true });
    throw error;
  }
}
