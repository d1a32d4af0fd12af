import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { newJob } from '@/core/job/defaults';
import { guess } from '@/core/job/input';
import { jobIdentity, readJobFile, writeJobFile } from '@/formats/job-json';
import { openDatabase, type Database, type Shop } from './connection';
import { sampleCompressors, sampleJob } from './demo/sample';
import { DataFolderError, requireWritable, takeLock } from './folder';
import { prepareFolder } from './prepare';
import { jobRevisions } from './schema';
import {
  createJob,
  duplicateJob,
  findJob,
  importJob,
  listJobs,
  refreshSummaries,
  saveJob,
  setBinned,
} from './repositories/jobs';
import { libraryOf } from '@/formats/library-items';
import { findRevisions, listCompressors } from './repositories/library';
import { seedLibrary } from './seed';

let shop: Shop;
let db: Database;

beforeAll(async () => {
  shop = await openDatabase('memory://');
  db = shop.db;
  await seedLibrary(db);
}, 60_000);
afterAll(() => shop.close());

describe('jobs', () => {
  it('each commit is a revision with what changed, and a commit that changes nothing is none', async () => {
    const made = await createJob(db, sampleJob(0));
    const changed = structuredClone(made.job);
    changed.engine.redLineRpm = guess(9800);
    expect(await saveJob(db, made.id, 1, changed)).toEqual({ ok: true, revision: 2 });
    expect(await saveJob(db, made.id, 2, changed)).toEqual({ ok: true, revision: 2 });
    const rows = await db.select().from(jobRevisions);
    const second = rows.find((r) => r.jobId === made.id && r.revision === 2)!;
    expect(second.changes.map((c) => c.path)).toContain('engine.redLineRpm.value');
    expect(rows.find((r) => r.jobId === made.id && r.revision === 1)!.document.engine.redLineRpm.value).toBe(
      9500,
    );
    expect(second.summary.verdict.code).toBeTruthy();
  });

  it('a stale commit is answered with what stands there, and nothing is overwritten', async () => {
    const made = await createJob(db, newJob('Two tabs', 'a'));
    const mine = { ...made.job, name: 'Mine' };
    const theirs = { ...made.job, name: 'Theirs' };
    await saveJob(db, made.id, 1, theirs);
    const answer = await saveJob(db, made.id, 1, mine);
    expect(answer).toMatchObject({
      ok: false,
      reason: 'stale',
      current: { revision: 2, job: { name: 'Theirs' } },
    });
    expect((await findJob(db, made.id))!.job.name).toBe('Theirs');
  });

  it('twenty commits at once on one base: one is stored, the others are told', async () => {
    const made = await createJob(db, newJob('Race', 'a'));
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => saveJob(db, made.id, 1, { ...made.job, name: `Race ${i}` })),
    );
    expect(answers.filter((a) => a.ok)).toHaveLength(1);
    expect((await findJob(db, made.id))!.revision).toBe(2);
  });

  it('a deleted job leaves the board, refuses commits, and comes back whole', async () => {
    const made = await createJob(db, newJob('To the bin', 'a'));
    await setBinned(db, made.id, true);
    expect(await findJob(db, made.id)).toBeNull();
    expect((await listJobs(db)).some((j) => j.id === made.id)).toBe(false);
    expect(await saveJob(db, made.id, 1, { ...made.job, name: 'x' })).toMatchObject({
      ok: false,
      reason: 'missing',
    });
    await setBinned(db, made.id, false);
    expect((await findJob(db, made.id))!.job).toEqual(made.job);
    expect(await setBinned(db, 'nobody', true)).toBe(false);
  });

  it('copies get names of their own', async () => {
    const made = await createJob(db, newJob('Copied', 'a'));
    await duplicateJob(db, made.id);
    await duplicateJob(db, made.id);
    const names = (await listJobs(db)).map((j) => j.name);
    expect(names).toEqual(expect.arrayContaining(['Copied', 'Copied, copy', 'Copied, copy 2']));
  });

  it('figures of an older core are made anew', async () => {
    const made = await createJob(db, sampleJob(1));
    const [row] = (await db.select().from(jobRevisions)).filter((r) => r.jobId === made.id);
    await db.update(jobRevisions).set({ summary: { ...row!.summary, coreVersion: 0, pressureRatio: 99 } });
    expect(await refreshSummaries(db)).toBeGreaterThan(0);
    const head = (await listJobs(db)).find((j) => j.id === made.id)!;
    expect(head.summary.pressureRatio).toBeCloseTo(row!.summary.pressureRatio!, 9);
    expect(await refreshSummaries(db)).toBe(0);
  });
});

describe('import', () => {
  const exported = () => writeJobFile(sampleJob(1), libraryOf(sampleCompressors));

  it('an exported job comes back identical and uses the compressor the shop already has', async () => {
    const before = (await listCompressors(db)).length;
    const file = readJobFile(exported());
    if (!file.ok) throw new Error(file.problems.join());
    const made = await importJob(db, file);
    expect((await listCompressors(db)).length).toBe(before);
    const back = readJobFile(
      writeJobFile(made.job, libraryOf(await findRevisions(db, [{ id: 'rowan-52', revision: 1 }]))),
    );
    if (!back.ok) throw new Error(back.problems.join());
    expect(jobIdentity(back)).toBe(jobIdentity(file));
  });

  it('a compressor that differs by one figure becomes an item of its own: revisions are never changed', async () => {
    const file = readJobFile(exported());
    if (!file.ok) throw new Error(file.problems.join());
    file.library[0]!.document.lines[0]!.points[0]!.efficiency -= 0.01;
    const made = await importJob(db, file);
    const ref = made.job.setups[0]!.induction;
    expect(ref).toMatchObject({ kind: 'turbo', arrangement: 'parallel' });
    expect(JSON.stringify(ref)).not.toContain('rowan-52');
    const kept = await findRevisions(db, [{ id: 'rowan-52', revision: 1 }]);
    expect(kept[0]!.document).toEqual(sampleCompressors.find((c) => c.id === 'rowan-52')!.document);
  });
});

describe('data folder', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is prepared once; the second time there is nothing to do', async () => {
    expect(await prepareFolder(folder, 'demo')).toBe('made');
    expect(await prepareFolder(folder, 'demo')).toBe('ready');
  }, 60_000);

  it('held by another, it says so and is left alone', async () => {
    const lock = await takeLock(folder);
    await expect(prepareFolder(folder, 'demo')).rejects.toMatchObject({ code: 'held' });
    await lock.release();
    expect(await prepareFolder(folder, 'demo')).toBe('ready');
  });

  it('that cannot be made says why', () => {
    const file = path.join(folder, `file-${randomUUID()}`);
    writeFileSync(file, '');
    expect(() => requireWritable(path.join(file, 'below'))).toThrow(DataFolderError);
    expect(() => requireWritable(path.join(file, 'below'))).toThrow(/cannot be written/);
  });
});
