import { randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { BackupError, writeBackup, type Manifest } from './archive';
import { backupFolder, backupName, listBackups, rotate, type BackupReason } from './backups';
import { DataFolderError, diskError, isDataFolderError } from './errors';
import { forceFolder, forceTree, NotForcedError, openForced } from './forced';
import { readIdentity, writeIdentity, writeRecovery, type Identity } from './identity';
import { filesTrouble, quickTrouble } from './integrity';
import { Journal, journalFiles, readJournal } from './journal';
import { countRows, keepJournal, replay, setUpNotes, type Keeper } from './journalled';
import { migrateTo, schemaSteps, stepsOf } from './migrations';
import { restoreInto } from './restore';
import { requireRoom } from './space';

const databaseFolder = (folder: string): string => path.join(folder, 'pg');
export const journalFolder = (folder: string): string => path.join(folder, 'journal');
const asideFolder = (folder: string): string => path.join(folder, 'set-aside');

/** The shop's data, open: every commit is forced, and in the journal before it is. */
export type OpenStorage = {
  client: PGlite;
  folder: string;
  identity: Identity;
  keeper: Keeper;
  forced: () => number;
  /** Writes a backup while work goes on; the journal goes on in a file of its own. */
  backUp: (why: BackupReason) => Promise<{ name: string; manifest: Manifest }>;
  /** Brings the database's own files up to date with its log, so that opening it again takes little. */
  checkpoint: () => Promise<void>;
  close: () => Promise<void>;
};

const newer = () =>
  new DataFolderError(
    'newer',
    'This data folder was written by a newer version of Fierce Lung. Nothing was changed; open it with that version.',
  );

const stamp = () => new Date().toISOString().replace(/[:.]/g, '-');

/** A database that cannot be used, in one sentence. */
class Trouble extends Error {}

/** Opens a database that is whole, brings its tables up to date and puts in what only the journal has. */
async function openWhole(folder: string, identity: Identity | null): Promise<OpenStorage> {
  const place = databaseFolder(folder);
  const trouble = filesTrouble(place);
  if (trouble) throw new Trouble(trouble);
  // The folder's lock is ours: whoever left this behind is gone.
  rmSync(path.join(place, 'postmaster.pid'), { force: true });
  const { client, forced } = await opened(place);
  try {
    const steps = await stepsOf(client);
    if (steps > schemaSteps()) throw newer();
    if (steps === 0) throw new Trouble('The database holds no shop.');
    const shop = identity?.shop ?? randomUUID();
    const before = steps < schemaSteps() ? await updated(client, folder, shop) : null;
    const state = await setUpNotes(client, shop);
    if (identity && state.shop !== identity.shop) throw new Trouble('The database is that of another shop.');
    const journal = journalFolder(folder);
    const { entries } = readJournal(journal, Math.max(0, state.seq - 1));
    const later = before ? [] : entries.filter((e) => e.seq > state.seq);
    await replay(client, later);
    const last = entries.at(-1);
    const seq = Math.max(state.seq, last?.seq ?? 0);
    const wrong = await quickTrouble(client, last && last.seq === seq ? last.counts : null);
    if (wrong) throw new Trouble(wrong);
    // A database whose folder lost its name keeps its own.
    const own = {
      shop: state.shop,
      madeAt: identity?.madeAt ?? new Date().toISOString(),
      steps: schemaSteps(),
    };
    if (identity?.steps !== own.steps) writeIdentity(folder, own);
    // Without its last line the journal does not lead up to the database: a backup is made to go on from.
    const isWhole = seq === 0 || last?.seq === seq;
    return await kept({ client, forced, folder, identity: own, seq, goesOn: isWhole && !before });
  } catch (error) {
    await client.close().catch(() => {});
    const disk = diskError(error, folder);
    // What the database itself reports of its own pages; our questions are the same ones every time.
    if (disk instanceof Error && 'severity' in disk)
      throw new Trouble(`The database cannot be read (${disk.message.slice(0, 160)}).`);
    throw disk;
  }
}

async function opened(place: string): ReturnType<typeof openForced> {
  try {
    return await openForced(place);
  } catch (error) {
    if (error instanceof NotForcedError)
      throw new DataFolderError(
        'not-forced',
        'The database does not force its writes to the disk, so nothing could be called saved. Nothing was changed.',
      );
    const disk = diskError(error, place);
    if (isDataFolderError(disk)) throw disk;
    const said = error instanceof Error ? error.message : String(error);
    throw new Trouble(`The database does not open (${said.split('\n')[0]!.slice(0, 160)}).`);
  }
}

/** Tables of an older version, brought up to date after a backup of what they were. */
async function updated(client: PGlite, folder: string, shop: string): Promise<Manifest> {
  const state = await setUpNotes(client, shop);
  const counts = await countRows(client);
  const manifest = await writeBackup(
    {
      client,
      folder,
      journalFolder: journalFolder(folder),
      shop: state.shop,
      at: () => ({ ...state, counts }),
    },
    path.join(backupFolder(folder), backupName(new Date(), 'update')),
    'update',
    new Date().toISOString(),
  );
  await migrateTo(client);
  return manifest;
}

type Kept = Pick<OpenStorage, 'client' | 'forced' | 'folder' | 'identity'> & { seq: number; goesOn: boolean };

/** From here on changes are journalled. `goesOn`: the journal that is there leads up to the database. */
async function kept({ client, forced, folder, identity, seq, goesOn }: Kept): Promise<OpenStorage> {
  const journals = journalFolder(folder);
  const newest = journalFiles(journals).at(-1)?.base ?? null;
  const base = goesOn && newest !== null && newest <= seq ? newest : seq;
  const keeper: Keeper = {
    folder,
    steps: schemaSteps(),
    seq,
    counts: await countRows(client),
    journal: new Journal(journals, base),
    requireRoom: () => requireRoom(folder),
    now: () => new Date().toISOString(),
  };
  keepJournal(client, keeper);
  const storage: OpenStorage = {
    client,
    forced,
    folder,
    identity,
    keeper,
    backUp: async (why) => {
      const at = new Date();
      const name = backupName(at, why);
      requireRoom(folder);
      const manifest = await writeBackup(
        {
          client,
          folder,
          journalFolder: journals,
          shop: identity.shop,
          at: () => ({ seq: keeper.seq, counts: keeper.counts }),
        },
        path.join(backupFolder(folder), name),
        why,
        at.toISOString(),
      );
      followOn(folder, keeper);
      rotate(backupFolder(folder));
      return { name, manifest };
    },
    checkpoint: async () => {
      await client.exec('vacuum');
      await client.exec('checkpoint');
    },
    close: async () => {
      await client.close();
      keeper.journal.close();
    },
  };
  if (!goesOn || listBackups(backupFolder(folder)).length === 0)
    await storage.backUp(goesOn ? 'first' : 'base');
  return storage;
}

/** Backups whose changes since are kept in the journal: the newest may prove unreadable. */
const KEPT_BEHIND = 3;
const bases = new WeakMap<Keeper, number[]>();

/** The journal in a new file; files that lie before the last few backups as a whole go. */
function followOn(folder: string, keeper: Keeper): void {
  const old = keeper.journal;
  keeper.journal = new Journal(journalFolder(folder), keeper.seq);
  old.close();
  const behind = [...(bases.get(keeper) ?? []), keeper.seq].slice(-KEPT_BEHIND);
  bases.set(keeper, behind);
  if (behind.length === KEPT_BEHIND) Journal.trim(journalFolder(folder), behind[0]!);
}

/** Whether a data folder was ever a shop's. */
const wasShop = (folder: string): boolean =>
  existsSync(path.join(folder, 'shop.json')) ||
  existsSync(databaseFolder(folder)) ||
  journalFiles(journalFolder(folder)).length > 0 ||
  existsSync(path.join(folder, 'stamp.txt')) ||
  listBackups(backupFolder(folder)).length > 0;

/** Whether a folder has nothing of a shop yet. */
export const isFresh = (folder: string): boolean => !wasShop(folder);

/** What is seen to be wrong with a shop's files without opening it; null where nothing is. */
export const readiness = (folder: string): string | null => filesTrouble(databaseFolder(folder));

/** What lies in a data folder beside a shop: our lock, a database that was never finished, hidden files. */
const OWN = /^(\.|lock\.sock|in-use-by|pg-unfinished)/;

function requireEmpty(folder: string): void {
  const others = readdirSync(folder).filter((name) => !OWN.test(name));
  if (others.length)
    throw new DataFolderError(
      'foreign',
      `The data folder ${folder} holds other files (${others.slice(0, 3).join(', ')}) and no shop. Nothing was changed; set FIERCE_LUNG_DATA to a folder of its own.`,
    );
}

/** Makes a database beside its place and moves it there when it is whole and on the disk. `fill` seeds it. */
export async function createStorage(folder: string, fill: (client: PGlite) => Promise<void>): Promise<void> {
  requireEmpty(folder);
  const place = databaseFolder(folder);
  const unfinished = `${place}-unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  const { client } = await openForced(unfinished);
  await client.exec("set synchronous_commit = 'off'");
  await migrateTo(client);
  await fill(client);
  await client.exec('checkpoint');
  await client.close();
  forceTree(unfinished);
  // The database first: a folder with a name and no database was a shop that lost it.
  renameSync(unfinished, place);
  forceFolder(folder);
  writeIdentity(folder, { shop: randomUUID(), madeAt: new Date().toISOString(), steps: schemaSteps() });
}

/**
 * Opens the data of a folder whose lock the caller holds: as it is, or from its newest good backup and the journal if it
 * cannot be used; the damaged database is set aside untouched and the recovery written down. A folder that never was a
 * shop gets an empty one. Throws DataFolderError: 'newer', 'damaged' where nothing brings it back, 'foreign', disks.
 */
export async function openStorage(folder: string): Promise<OpenStorage> {
  const identity = readIdentity(folder);
  if (identity && identity.steps > schemaSteps()) throw newer();
  if (!wasShop(folder)) {
    await createStorage(folder, async () => {});
    return openWhole(folder, readIdentity(folder));
  }
  try {
    return await openWhole(folder, identity);
  } catch (error) {
    if (!(error instanceof Trouble)) throw diskError(error, folder);
    return recovered(folder, identity, error.message);
  }
}

async function recovered(folder: string, identity: Identity | null, found: string): Promise<OpenStorage> {
  const restoring = `${databaseFolder(folder)}-restoring`;
  const refused: string[] = [];
  for (const backup of listBackups(backupFolder(folder))) {
    try {
      const { manifest, changes, missing } = await restoreInto(
        backup.file,
        restoring,
        folder,
        journalFolder(folder),
      );
      if (identity && manifest.shop !== identity.shop) {
        refused.push(`${backup.name} is of another shop`);
        continue;
      }
      const aside = setAside(folder);
      renameSync(restoring, databaseFolder(folder));
      forceFolder(folder);
      const own = { shop: manifest.shop, madeAt: identity?.madeAt ?? manifest.madeAt, steps: schemaSteps() };
      writeIdentity(folder, own);
      console.error(
        `${found} The data were put together again from ${backup.name} and ${changes.length} later changes; the damaged files lie in ${aside}.`,
      );
      writeRecovery(folder, {
        at: new Date().toISOString(),
        found,
        backup: backup.name,
        backupMadeAt: manifest.madeAt,
        changes: changes.length,
        lastChangeAt: changes.at(-1)?.at ?? null,
        missing,
        aside,
      });
      const { client, forced } = await opened(databaseFolder(folder));
      const { seq } = await setUpNotes(client, own.shop);
      return await kept({ client, forced, folder, identity: own, seq, goesOn: false });
    } catch (error) {
      if (!(error instanceof BackupError)) throw diskError(error, folder);
      refused.push(`${backup.name}: ${error.message}`);
    }
  }
  const why = refused.length
    ? `No backup can be used (${refused.slice(0, 2).join('; ')})`
    : 'There is no backup';
  throw new DataFolderError(
    'damaged',
    `${found} ${why} in ${backupFolder(folder)}. Nothing was changed; put a backup there, or run 'npm run restore FILE'.`,
  );
}

/** Moves the database away as it is, with a copy of the journal. Out: the folder it lies in now. */
function setAside(folder: string): string {
  const aside = path.join(asideFolder(folder), stamp());
  mkdirSync(aside, { recursive: true });
  if (existsSync(databaseFolder(folder))) renameSync(databaseFolder(folder), path.join(aside, 'pg'));
  if (existsSync(journalFolder(folder)))
    cpSync(journalFolder(folder), path.join(aside, 'journal'), { recursive: true });
  forceFolder(folder);
  return aside;
}

/**
 * Puts a backup in the place of the data of a folder whose lock the caller holds and whose database is closed. What was
 * there is set aside with its journal. Out: what the backup says. Throws BackupError; nothing is changed then.
 */
export async function restoreStorage(folder: string, file: string): Promise<Manifest> {
  requireRoom(folder);
  const restoring = `${databaseFolder(folder)}-restoring`;
  const { manifest } = await restoreInto(file, restoring, folder, null);
  setAside(folder);
  rmSync(journalFolder(folder), { recursive: true, force: true });
  renameSync(restoring, databaseFolder(folder));
  writeIdentity(folder, { shop: manifest.shop, madeAt: manifest.madeAt, steps: schemaSteps() });
  forceFolder(folder);
  return manifest;
}
