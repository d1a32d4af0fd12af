import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { newJob } from '@/core/job/defaults';
import { createDatabase, openShop, type Database, type Shop } from '../connection';
import { takeLock } from '../folder';
import { removeJob } from '../repositories/bin';
import { createJob, findJob, listJobs, saveJob, setBinned } from '../repositories/jobs';
import { seedLibrary } from '../seed';
import { readBackup } from './archive';
import { backupName, isDue, listBackups, outdated, type BackupFile, type BackupReason } from './backups';
import { dataFolderErrorIn, diskError } from './errors';
import { openForced } from './forced';
import { readRecovery, writeIdentity } from './identity';
import { fullCheck } from './full-check';
import { Journal, readJournal, type Entry } from './journal';
import { countRows, shopTables } from './journalled';
import { migrateTo, schemaSteps } from './migrations';
import { journalFolder, readiness, restoreStorage } from './opening';
import { freeSpace } from './space';

/** Every new database begins as a copy of one blank database: making one anew takes seconds each time. */
jest.mock('./forced', () => {
  const actual = jest.requireActual<typeof import('./forced')>('./forced');
  const blank = mkdtempSync(path.join(os.tmpdir(), 'lung-blank-'));
  afterAll(() => rmSync(blank, { recursive: true, force: true }));
  let made: Promise<unknown> | null = null;
  const makeBlank = async () => {
    const { client } = await actual.openForced(path.join(blank, 'pg'));
    await client.close();
  };
  return {
    ...actual,
    openForced: async (directory: string) => {
      await (made ??= makeBlank());
      if (!existsSync(directory)) cpSync(path.join(blank, 'pg'), directory, { recursive: true });
      return actual.openForced(directory);
    },
  };
});

const root = mkdtempSync(path.join(os.tmpdir(), 'lung-storage-'));
const seeded = path.join(root, 'seeded');
let number = 0;
/** A shop of its own with the library and one job, its folder closed. */
function folderOf(): string {
  const folder = path.join(root, `shop-${number++}`);
  cpSync(seeded, folder, { recursive: true });
  return folder;
}
const stored = async (db: Database, times: number, id?: string): Promise<string> => {
  let head = id ? await findJob(db, id) : await createJob(db, newJob('A job of the shop', 'a'));
  for (let i = 0; i < times; i++) {
    const saved = await saveJob(db, head!.id, head!.revision, {
      ...head!.job,
      name: `revision ${head!.revision + 1}`,
    });
    expect(saved.ok).toBe(true);
    head = await findJob(db, head!.id);
  }
  return head!.id;
};
/** Everything a shop holds, in one order. */
async function contents({ storage: { client } }: Shop): Promise<string> {
  const parts: string[] = [];
  for (const { name, key } of await shopTables(client)) {
    const { rows } = await client.query<{ line: string }>(
      `select to_jsonb(t)::text as line from "${name}" t order by ${key.map((k) => `"${k}"`).join(', ')}`,
    );
    parts.push(name, ...rows.map((r) => r.line));
  }
  return parts.join('\n');
}

beforeAll(async () => {
  mkdirSync(seeded);
  await createDatabase(seeded, seedLibrary);
  const shop = await openShop(seeded);
  await stored(shop.db, 3);
  await shop.close();
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

describe('the journal', () => {
  const folder = path.join(root, 'journal');
  const entry = (seq: number): Entry => ({
    seq,
    at: '2026-01-01T00:00:00.000Z',
    steps: 1,
    counts: { jobs: seq },
    rows: [{ table: 'jobs', op: 'insert', row: JSON.stringify({ id: `é ${seq}\n"` }) }],
  });

  it('gives back what was written, without what was taken back or cut off, over several files', () => {
    const first = new Journal(folder, 0);
    for (const seq of [1, 2, 3]) first.append(entry(seq));
    first.revoke(3);
    first.append(entry(3));
    first.close();
    const second = new Journal(folder, 3);
    second.append(entry(4));
    second.append(entry(5));
    second.close();
    expect(readJournal(folder, 0).entries).toEqual([1, 2, 3, 4, 5].map(entry));
    expect(readJournal(folder, 3).entries.map((e) => e.seq)).toEqual([4, 5]);
    const file = path.join(folder, readdirSync(folder).sort().at(-1)!);
    truncateSync(file, readFileSync(file).length - 7);
    expect(readJournal(folder, 0)).toMatchObject({ torn: true, damagedAt: null });
    expect(readJournal(folder, 0).entries.at(-1)!.seq).toBe(4);
    // Opened again it goes on after the last whole line.
    const again = new Journal(folder, 3);
    again.append(entry(5));
    again.close();
    expect(readJournal(folder, 0)).toMatchObject({ torn: false });
    expect(readJournal(folder, 0).entries).toHaveLength(5);
  });

  it('stops where a line is not what was written, and says where', () => {
    const file = path.join(folder, readdirSync(folder).sort()[0]!);
    const bytes = readFileSync(file);
    const middle = bytes.indexOf(10) + 60;
    bytes[middle] = bytes[middle]! ^ 1;
    writeFileSync(file, bytes);
    const read = readJournal(folder, 0);
    expect(read.entries.map((e) => e.seq)).toEqual([1]);
    expect(read.damagedAt).toMatch(/^0{12}\.journal, line 2$/);
    // What lies before the number asked for is not looked at.
    expect(readJournal(folder, 3).entries.map((e) => e.seq)).toEqual([4, 5]);
  });
});

describe('which backups are kept', () => {
  const day = (n: number, why: BackupReason = 'daily'): BackupFile => {
    const at = new Date(Date.UTC(2026, 5, 30, 3) - n * 86_400_000);
    return { name: backupName(at, why), file: '', at, why, bytes: 0 };
  };
  it('the newest of seven days and of four weeks, and every one that was made by hand', () => {
    const all = [...Array.from({ length: 60 }, (_, i) => day(i)), day(200, 'hand'), day(90, 'restore')];
    const gone = new Set(outdated(all));
    const kept = all.filter((b) => !gone.has(b));
    // 30 June 2026 is a Tuesday: its week, then the Sundays of the three before.
    expect(kept.map((b) => Math.round((all[0]!.at.getTime() - b.at.getTime()) / 86_400_000))).toEqual([
      0, 1, 2, 3, 4, 5, 6, 9, 16, 200, 90,
    ]);
    expect(isDue(all, new Date(all[0]!.at.getTime() + 3_600_000))).toBe(false);
    expect(isDue(all, new Date(all[0]!.at.getTime() + 90_000_000))).toBe(true);
  });
});

describe('a shop that is opened', () => {
  it('after a backup and more work comes back from both, to the last row; what was damaged is set aside', async () => {
    const folder = folderOf();
    const shop = await openShop(folder);
    const { id } = (await listJobs(shop.db))[0]!;
    await stored(shop.db, 2, id);
    await shop.storage.backUp('daily');
    await stored(shop.db, 4, id);
    const second = await stored(shop.db, 0);
    await setBinned(shop.db, second, true);
    await removeJob(shop.db, second);
    const before = await contents(shop);
    await shop.close();
    writeFileSync(path.join(folder, 'pg/global/pg_control'), '');
    const again = await openShop(folder);
    expect(await contents(again)).toBe(before);
    const said = readRecovery(folder)!;
    expect(said).toMatchObject({
      found: 'The database’s control file is cut off.',
      changes: 7,
      missing: null,
    });
    expect(readdirSync(path.join(said.aside, 'pg'))).toContain('PG_VERSION');
    // It goes on: the next change is the next one, with a backup to go on from.
    await stored(again.db, 1, id);
    expect(again.storage.keeper.seq).toBe(shop.storage.keeper.seq + 1);
    await again.close();
  });

  it.each<[string, (pg: string) => void, RegExp]>([
    ['missing', (pg) => rmSync(pg, { recursive: true }), /database is missing/],
    [
      'emptied',
      (pg) => readdirSync(pg).forEach((name) => rmSync(path.join(pg, name), { recursive: true })),
      /folder is empty/,
    ],
    ['robbed of a folder', (pg) => rmSync(path.join(pg, 'pg_wal'), { recursive: true }), /pg_wal is missing/],
    [
      'of another kind',
      (pg) => writeFileSync(path.join(pg, 'PG_VERSION'), '9.4\n'),
      /of another kind \(version 9.4/,
    ],
    ['cut off', (pg) => truncateSync(path.join(pg, 'global/pg_control'), 100), /control file is cut off/],
    ['as it was', () => {}, /^$/],
  ])('with a database that is %s says so before it is opened', (_, damage, found) => {
    const folder = folderOf();
    damage(path.join(folder, 'pg'));
    expect(readiness(folder) ?? '').toMatch(found);
  });

  const damages: [string, (pg: string) => void, RegExp][] = [
    ['truncated', (pg) => tablesOf(pg).forEach((file) => truncateSync(file, 0)), /./],
    [
      'overwritten',
      (pg) => tablesOf(pg).forEach((file) => writeFileSync(file, Buffer.alloc(65_536, 7))),
      /invalid page/,
    ],
  ];
  /** The files of tables and indexes of the database. */
  const tablesOf = (pg: string) => {
    const base = path.join(pg, 'base');
    return readdirSync(base).flatMap((db) =>
      readdirSync(path.join(base, db))
        .filter((name) => /^\d+$/.test(name) && Number(name) > 16_000)
        .map((name) => path.join(base, db, name)),
    );
  };
  it.each(damages)(
    'with a database that is %s comes back whole, and says what was found',
    async (_, damage, found) => {
      const folder = folderOf();
      const sound = await openShop(folder);
      const before = await contents(sound);
      await sound.close();
      damage(path.join(folder, 'pg'));
      const shop = await openShop(folder);
      expect(await contents(shop)).toBe(before);
      expect(readRecovery(folder)!.found).toMatch(found);
      await shop.close();
    },
  );

  it('with rows missing that the journal knows of comes back whole', async () => {
    const folder = folderOf();
    const sound = await openShop(folder);
    const before = await contents(sound);
    // Behind the journal's back.
    await sound.storage.client.exec(
      "set session_replication_role = 'replica'; delete from job_revisions where revision = 2",
    );
    await sound.close();
    const shop = await openShop(folder);
    expect(readRecovery(folder)!.found).toMatch(/job_revisions holds 3 rows; the last change left 4/);
    expect(await contents(shop)).toBe(before);
    await shop.close();
  });

  it('by an older program is refused and left alone, to the last file', async () => {
    const folder = folderOf();
    const identity = path.join(folder, 'shop.json');
    writeFileSync(identity, readFileSync(identity, 'utf8').replace(/"steps": \d+/, '"steps": 999'));
    const before = readdirSync(path.join(folder, 'pg'), { recursive: true }).length;
    await expect(openShop(folder)).rejects.toMatchObject({ code: 'newer' });
    expect(readdirSync(path.join(folder, 'pg'), { recursive: true })).toHaveLength(before);
  });

  it('without any backup says so, changes nothing, and never shows an empty shop', async () => {
    const folder = folderOf();
    rmSync(path.join(folder, 'backups'), { recursive: true });
    rmSync(path.join(folder, 'pg'), { recursive: true });
    await expect(openShop(folder)).rejects.toMatchObject({
      code: 'damaged',
      message: expect.stringMatching(/database is missing.*no backup/i) as string,
    });
    expect(readdirSync(folder)).not.toContain('pg');
  });

  it('takes the next backup where the newest is cut off', async () => {
    const folder = folderOf();
    const shop = await openShop(folder);
    await shop.storage.backUp('daily');
    const before = await contents(shop);
    await shop.close();
    const [newest] = listBackups(path.join(folder, 'backups'));
    truncateSync(newest!.file, Math.floor(newest!.bytes / 2));
    await expect(readBackup(newest!.file)).rejects.toThrow();
    rmSync(path.join(folder, 'pg'), { recursive: true });
    const again = await openShop(folder);
    expect(await contents(again)).toBe(before);
    expect(readRecovery(folder)!.backup).not.toBe(newest!.name);
    await again.close();
  });

  it('in a folder of other files is refused; nothing is put among them', async () => {
    const folder = path.join(root, 'photographs');
    mkdirSync(folder);
    writeFileSync(path.join(folder, 'engine.jpg'), '');
    await expect(openShop(folder)).rejects.toMatchObject({ code: 'foreign' });
    expect(readdirSync(folder)).toEqual(['engine.jpg']);
  });

  it('whose folder lost its name keeps its own, and opens as it is again and again', async () => {
    const folder = folderOf();
    rmSync(path.join(folder, 'shop.json'));
    for (let i = 0; i < 2; i++) await (await openShop(folder)).close();
    expect(readRecovery(folder)).toBeNull();
  });

  it('with a stale pid file and a socket that nobody answers at opens as it is', async () => {
    const folder = folderOf();
    writeFileSync(path.join(folder, 'pg/postmaster.pid'), '');
    writeFileSync(path.join(folder, 'lock.sock'), '');
    const shop = await openShop(folder);
    expect(readRecovery(folder)).toBeNull();
    await shop.close();
  });
});

describe('a backup', () => {
  it('put back elsewhere gives the same shop, and the one that was there is kept', async () => {
    const shop = await openShop(folderOf());
    const before = await contents(shop);
    const { name, manifest } = await shop.storage.backUp('hand');
    expect(manifest.counts).toEqual(await countRows(shop.storage.client));
    const file = path.join(root, name);
    copyFileSync(path.join(shop.storage.folder, 'backups', name), file);
    await shop.close();
    const elsewhere = folderOf();
    const other = await openShop(elsewhere);
    await stored(other.db, 2);
    await other.close();
    await restoreStorage(elsewhere, file);
    const restored = await openShop(elsewhere);
    expect(await contents(restored)).toBe(before);
    expect((await fullCheck(restored.db)).problems).toEqual([]);
    await restored.close();
    const aside = path.join(elsewhere, 'set-aside', readdirSync(path.join(elsewhere, 'set-aside'))[0]!);
    expect(readdirSync(aside).sort()).toEqual(['journal', 'pg']);
    renameSync(path.join(aside, 'pg'), path.join(elsewhere, 'pg-kept'));
  });

  it('made while changes come in holds all that were there when it was done', async () => {
    const shop = await openShop(folderOf());
    const { id } = (await listJobs(shop.db))[0]!;
    const [made] = await Promise.all([shop.storage.backUp('hand'), stored(shop.db, 12, id)]);
    const file = path.join(shop.storage.folder, 'backups', made.name);
    const empty = path.join(root, `elsewhere-${number++}`);
    mkdirSync(empty);
    await restoreStorage(empty, file);
    const restored = await openShop(empty);
    expect(await countRows(restored.storage.client)).toEqual(made.manifest.counts);
    await restored.close();
    await shop.close();
  });

  it('is made before the tables of an older version are brought up to date, and goes back into today’s', async () => {
    const folder = path.join(root, `older-${number++}`);
    mkdirSync(folder);
    const { client } = await openForced(path.join(folder, 'pg'));
    await migrateTo(client, schemaSteps() - 1);
    const job = newJob('Of an older version', 'a');
    await client.query("insert into jobs (id, revision) values ('old', 1)");
    await client.query(
      "insert into job_revisions (job_id, revision, document, changes, summary) values ('old', 1, $1, '[]', '{}')",
      [JSON.stringify(job)],
    );
    await client.close();
    writeIdentity(folder, { shop: 'old', madeAt: new Date().toISOString(), steps: schemaSteps() - 1 });
    const shop = await openShop(folder);
    expect((await findJob(shop.db, 'old'))!.job).toEqual(job);
    const before = await contents(shop);
    await shop.close();
    const made = listBackups(path.join(folder, 'backups'));
    const manifests = await Promise.all(made.map(({ file }) => readBackup(file)));
    expect(manifests.map((m) => m.steps)).toEqual([schemaSteps(), schemaSteps() - 1]);
    for (const { file } of made) {
      const elsewhere = path.join(root, `newer-${number++}`);
      mkdirSync(elsewhere);
      await restoreStorage(elsewhere, file);
      const restored = await openShop(elsewhere);
      expect(await contents(restored)).toBe(before);
      await restored.close();
    }
  });

  it('that is none says so, and nothing is changed', async () => {
    const folder = folderOf();
    const prose = path.join(root, 'prose.zip');
    writeFileSync(prose, 'once upon a time');
    await expect(restoreStorage(folder, prose)).rejects.toThrow(/no (backup|whole archive)/);
    await (await openShop(folder)).close();
  });
});

test('a disk that takes no more is named, whoever noticed it, and nothing else is', () => {
  const coded = (code: string) => Object.assign(new Error(`${code}: no`), { code });
  const wrapped = new Error('Failed query: insert', {
    cause: new Error('could not extend file "base/5/16": No space left on device'),
  });
  for (const full of [coded('ENOSPC'), coded('EDQUOT'), wrapped])
    expect(diskError(full, root)).toMatchObject({ code: 'disk-full' });
  expect(diskError(coded('EROFS'), root)).toMatchObject({ code: 'read-only' });
  expect(() => freeSpace(path.join(root, 'gone'))).toThrow(/is gone, while the shop was open/);
  const other = coded('ENOENT');
  expect(diskError(other, root)).toBe(other);
});

test('a full disk refuses every kind of change by name, and the board is read all the same', async () => {
  const shop = await openShop(folderOf());
  const id = await stored(shop.db, 1);
  const before = await listJobs(shop.db);
  const { job, revision } = (await findJob(shop.db, id))!;
  expect((await saveJob(shop.db, id, revision, { ...job, name: 'Its figures are not made yet' })).ok).toBe(
    true,
  );
  shop.storage.keeper.requireRoom = () => {
    throw diskError(Object.assign(new Error('no'), { code: 'ENOSPC' }), shop.storage.folder);
  };
  for (const change of [
    () => createJob(shop.db, job),
    () => saveJob(shop.db, id, revision + 1, { ...job, name: 'one more' }),
    () => setBinned(shop.db, id, true),
    () => removeJob(shop.db, id),
  ]) {
    const error = await change().then(
      () => null,
      (thrown: unknown) => thrown,
    );
    // What is not in the bin cannot be removed, whatever the disk.
    if (error) expect(dataFolderErrorIn(error)).toMatchObject({ code: 'disk-full' });
  }
  const board = await listJobs(shop.db);
  expect(board.map((j) => j.id).sort()).toEqual(before.map((j) => j.id).sort());
  expect(board.find((j) => j.id === id)).toMatchObject({
    name: 'Its figures are not made yet',
    summary: before.find((j) => j.id === id)!.summary,
  });
  await shop.close();
});

test('the lock holds through links, and says who is refused', async () => {
  const folder = folderOf();
  const link = path.join(root, 'link');
  symlinkSync(folder, link);
  const lock = await takeLock(folder);
  await expect(takeLock(link)).rejects.toMatchObject({ code: 'held' });
  await lock.release();
  await (await takeLock(link)).release();
  expect(readdirSync(journalFolder(folder)).length).toBeGreaterThan(0);
});
