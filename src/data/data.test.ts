import { compressorFit, put } from '@/testing/chargers';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import { newJob } from '@/core/job/defaults';
import { given, guess } from '@/core/documents/input';
import { binSetup } from '@/core/job/setups';
import { jobIdentity, readJobFile, writeJobFile } from '@/formats/job-json';
import { memoryShop, type Database } from './connection';
import { sampleCompressors, sampleItems, sampleJob, sampleTurboJob } from './demo/sample';
import { requireWritable, takeLock } from './folder';
import { prepareFolder } from './prepare';
import { jobRevisions, libraryRevisions, settings } from './schema';
import { listBin, removeItem, removeJob } from './repositories/bin';
import { finderIndex } from './repositories/finder';
import { findRevision, listRevisions, nameRevision } from './repositories/history';
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
import { refsOf } from '@/core/documents/refs';
import { isCompressor, isTurbine, isTurbocharger } from '@/formats/library-items';
import {
  addItem,
  duplicateItem,
  findEntry,
  findNewest,
  findRevisions,
  listCompressors,
  listTurbochargers,
  listHeads,
  listItems,
  listLines,
  refreshHeads,
  saveItem,
  setItemBinned,
  setRetired,
} from './repositories/library';
import { noSettings } from '@/formats/settings';
import { readSettings, saveSettings } from './repositories/settings';
import { completeLibrary, seedLibrary } from './seed';

let shop: Awaited<ReturnType<typeof memoryShop>>;
let db: Database;

beforeAll(async () => {
  shop = await memoryShop();
  db = shop.db;
  await seedLibrary(db);
});
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
  });

  it('a change of the trial alone is a revision, and is there when the job is read again', async () => {
    const made = await createJob(db, sampleJob(0));
    const changed = structuredClone(made.job);
    changed.trial.speedRpm = given(4_321, 'reported');
    expect(await saveJob(db, made.id, 1, changed)).toEqual({ ok: true, revision: 2 });
    expect((await findJob(db, made.id))!.job.trial.speedRpm.value).toBe(4_321);
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
      reason: 'binned',
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

  it('figures of an older core or an older revision are made anew when the board is read', async () => {
    const made = await createJob(db, sampleJob(1));
    const headOf = async () => (await listJobs(db)).find((j) => j.id === made.id)!;
    const before = (await headOf()).summary;
    await db
      .update(jobRevisions)
      .set({ summary: { ...before, coreVersion: 1, pressureRatio: 99 } })
      .where(eq(jobRevisions.jobId, made.id));
    expect((await headOf()).summary).toEqual(before);
    const { goal } = made.job.brief;
    const job = { ...made.job, brief: { ...made.job.brief, goal: { ...goal, power: guess(150_000) } } };
    await saveJob(db, made.id, 1, job);
    const after = (await headOf()).summary;
    expect(after.goal.power).toBe(150_000);
    expect(after.pressureRatio).not.toBeCloseTo(before.pressureRatio!, 2);
    expect((await refreshSummaries(db)).size).toBe(0);
  });
});

describe('settings', () => {
  it('are the usual ones until they are set, replaced as a whole, and the usual again where they cannot be read', async () => {
    expect(await readSettings(db)).toEqual(noSettings);
    const set = { ...noSettings, shopName: 'Works', defaults: { ...noSettings.defaults, filterLoss: 900 } };
    await saveSettings(db, set);
    await saveSettings(db, { ...set, address: 'Gate 3' });
    expect(await readSettings(db)).toEqual({ ...set, address: 'Gate 3' });
    // Stored before there were margins among them.
    const { surgeMargin, chokeMargin, ...older } = set.defaults;
    await db.update(settings).set({ document: { ...set, defaults: older } as never });
    expect(await readSettings(db)).toEqual({ ...set, defaults: { ...older, surgeMargin, chokeMargin } });
    await db.update(settings).set({ document: { shopName: 7 } as never });
    expect(await readSettings(db)).toEqual(noSettings);
    await db.delete(settings);
  });
});

describe('the library', () => {
  const birch = () => sampleCompressors.find((c) => c.id === 'birch-50')!.document;

  it('an edited item is a new revision; the job that uses it keeps its own and can see the newer', async () => {
    const item = await addItem(db, { ...birch(), name: 'Edited' });
    const job = sampleJob(0);
    put(job, 'single', { engine: compressorFit(item.id) });
    const made = await createJob(db, job);
    const changed = { ...item.document, maxSpeedRpm: guess(150_000) };
    expect(await saveItem(db, item.id, 1, changed)).toEqual({ ok: true, revision: 2 });
    expect(await saveItem(db, item.id, 2, changed)).toEqual({ ok: true, revision: 2 });
    expect(await saveItem(db, item.id, 1, { ...changed, note: 'late' })).toEqual({
      ok: false,
      reason: 'stale',
      newest: 2,
    });
    expect((await findRevisions(db, [{ id: item.id, revision: 1 }]))[0]!.document).toEqual(item.document);
    expect((await findNewest(db, [item.id]))[0]).toMatchObject({ revision: 2 });
    expect(await findEntry(db, 'compressor', item.id)).toMatchObject({
      revision: 2,
      newest: 2,
      jobs: [{ id: made.id, revision: 1 }],
    });
    expect(await findEntry(db, 'compressor', item.id, 1)).toMatchObject({ revision: 1, newest: 2 });
    expect(await findEntry(db, 'compressor', item.id, 7)).toBeNull();
    const head = (await listHeads(db)).find((h) => h.id === item.id)!;
    expect(head).toMatchObject({ jobCount: 1, maxSpeedRpm: 150_000, retired: false });
    await setBinned(db, made.id, true);
    expect((await listHeads(db)).find((h) => h.id === item.id)!.jobCount).toBe(0);
  });

  it('a retired item is listed but no longer offered, and comes back', async () => {
    const item = await addItem(db, { ...birch(), name: 'Old' });
    expect(await setRetired(db, 'compressor', item.id, true)).toBe(true);
    expect((await listCompressors(db)).some((c) => c.id === item.id)).toBe(false);
    expect((await listHeads(db)).find((h) => h.id === item.id)).toMatchObject({ retired: true });
    await setRetired(db, 'compressor', item.id, false);
    expect((await listCompressors(db)).some((c) => c.id === item.id)).toBe(true);
    expect(await setRetired(db, 'compressor', 'nobody', true)).toBe(false);
    const copy = await duplicateItem(db, 'compressor', item.id);
    expect(copy!.document.name).toBe('Old, copy');
    expect((await duplicateItem(db, 'compressor', item.id))!.document.name).toBe('Old, copy 2');
    expect(await duplicateItem(db, 'compressor', 'nobody')).toBeNull();
  });

  it('a turbine is kept as a compressor is: revisions, copies, the bin; a job and a turbocharger hold on to it', async () => {
    const source = (await listItems(db, 'turbine'))[0]!;
    const item = await addItem(db, { ...source.document, name: 'Kept turbine' });
    const changed = { ...item.document, note: 'seen' };
    expect(await saveItem(db, item.id, 1, changed)).toEqual({ ok: true, revision: 2 });
    expect(await saveItem(db, item.id, 1, { ...changed, note: 'late' })).toMatchObject({ reason: 'stale' });
    // What an item is it stays.
    expect(await saveItem(db, item.id, 2, birch())).toEqual({ ok: false, reason: 'missing' });
    expect(await findEntry(db, 'turbine', item.id)).toMatchObject({ revision: 2, newest: 2, jobs: [] });
    expect(await findEntry(db, 'compressor', item.id)).toBeNull();
    expect((await duplicateItem(db, 'turbine', item.id))!.document.name).toBe('Kept turbine, copy');

    const turbo = (await listItems(db, 'turbocharger'))[0]!;
    await addItem(db, { ...turbo.document, name: 'Made of it', turbine: { id: item.id, revision: 1 } });
    await setItemBinned(db, 'turbine', item.id, true);
    expect((await listLines(db, 'turbine')).some((t) => t.id === item.id)).toBe(false);
    expect((await listBin(db)).items.find((i) => i.id === item.id)).toMatchObject({
      name: 'Kept turbine',
      jobs: ['Made of it'],
    });
    // It is offered no more, yet the turbocharger made of it still comes with it.
    const offered = await listTurbochargers(db);
    expect(offered.turbochargers.some((t) => t.document.name === 'Made of it')).toBe(true);
    expect(offered.turbines.find((t) => t.id === item.id)).toMatchObject({ revision: 1 });
    expect(await removeItem(db, 'turbine', item.id)).toMatchObject({ ok: false });
  });

  it('parts of the library are the library', async () => {
    const all = (await listCompressors(db)).map((c) => c.id).sort();
    const parts = await Promise.all([0, 1, 2].map((part) => listCompressors(db, part, 3)));
    expect(
      parts
        .flat()
        .map((c) => c.id)
        .sort(),
    ).toEqual(all);
    expect(Math.max(...parts.map((p) => p.length)) - Math.min(...parts.map((p) => p.length))).toBeLessThan(2);
  });

  it('a folder of an older version gets its list figures and the starters it never had', async () => {
    await db.update(libraryRevisions).set({ head: null });
    expect(await listHeads(db)).toEqual([]);
    expect(await refreshHeads(db)).toBeGreaterThan(20);
    const before = await listHeads(db);
    expect(before.find((h) => h.id === 'birch-50')).toMatchObject({ inducer: 0.05, stock: 1 });
    await completeLibrary(db);
    expect(await listHeads(db)).toEqual(before);
  });
});

describe('history', () => {
  it('lists every revision with its first changes, gives each back, and names one', async () => {
    const made = await createJob(db, sampleJob(0));
    let job = made.job;
    for (let i = 1; i <= 4; i++) {
      job = structuredClone(job);
      job.engine.redLineRpm = guess(9_500 + 100 * i);
      if (i === 3)
        for (const row of ['bore', 'stroke', 'cylinders'] as const) job.engine[row].confidence = 'guess';
      if (i === 3) for (const loss of job.setups[0]!.plumbing) loss.drop = guess(loss.drop.value + 100);
      expect(await saveJob(db, made.id, i, job)).toMatchObject({ ok: true });
    }
    const lines = await listRevisions(db, made.id);
    expect(lines.map((l) => l.revision)).toEqual([5, 4, 3, 2, 1]);
    expect(lines[0]!.changes).toEqual([{ path: 'engine.redLineRpm.value', from: 9_800, to: 9_900 }]);
    expect(lines[1]!.count).toBeGreaterThan(6);
    expect(lines[1]!.changes).toHaveLength(6);
    expect(lines[4]).toMatchObject({ count: 0, changes: [], name: null });
    expect((await findRevision(db, made.id, 2))!.engine.redLineRpm.value).toBe(9_600);
    expect(await findRevision(db, made.id, 9)).toBeNull();
    expect(await nameRevision(db, made.id, 3, 'as promised')).toBe(true);
    expect((await listRevisions(db, made.id)).find((l) => l.name)).toMatchObject({
      revision: 3,
      name: 'as promised',
    });
    expect(await nameRevision(db, made.id, 3, null)).toBe(true);
    expect(await nameRevision(db, made.id, 99, 'x')).toBe(false);
    expect(await listRevisions(db, 'nobody')).toEqual([]);
  });

  it('a revision of an older version is opened as one of today', async () => {
    const made = await createJob(db, sampleJob(1));
    const old = JSON.parse(JSON.stringify(made.job)) as Record<string, unknown>;
    old.version = 1;
    delete old.settled;
    delete old.bin;
    await db
      .update(jobRevisions)
      .set({ document: old as never })
      .where(and(eq(jobRevisions.jobId, made.id), eq(jobRevisions.revision, 1)));
    const opened = await findRevision(db, made.id, 1);
    expect(opened).toEqual({ ...made.job, settled: [] });
    // A document from before there was a bin has none.
    expect((await listBin(db)).setups.some((s) => s.jobId === made.id)).toBe(false);
    await setBinned(db, made.id, true);
    await removeJob(db, made.id);
  });
});

describe('the bin', () => {
  it('holds jobs, setups and parts; removing is for good, and only from the bin', async () => {
    const job = sampleJob(0);
    const without = binSetup(job, 'b');
    if (!without.ok) throw new Error(without.why);
    const made = await createJob(db, { ...without.job, name: 'With a binned setup' });
    const doomed = await createJob(db, { ...job, name: 'Doomed' });
    expect(await removeJob(db, doomed.id)).toBe(false);
    await setBinned(db, doomed.id, true);
    const loose = await addItem(db, sampleCompressors[0]!.document);
    expect(await removeItem(db, 'compressor', loose.id)).toEqual({ ok: false, reason: 'missing' });
    expect(await setItemBinned(db, 'compressor', loose.id, true)).toBe(true);
    // Hazel 48 lies on the deleted setup alone: it may be brought back, so the part stays.
    expect(await setItemBinned(db, 'compressor', 'hazel-48', true)).toBe(true);
    expect((await listHeads(db)).some((h) => h.id === 'hazel-48')).toBe(false);
    expect((await listCompressors(db)).some((c) => c.id === loose.id)).toBe(false);
    expect(await findEntry(db, 'compressor', 'hazel-48')).toMatchObject({ binned: true });
    expect((await finderIndex(db)).items.some((i) => i.id === loose.id)).toBe(false);
    const bin = await listBin(db);
    expect(bin.jobs.map((j) => j.name)).toContain('Doomed');
    expect(bin.setups).toContainEqual({
      jobId: made.id,
      jobName: 'With a binned setup',
      id: 'b',
      letter: 'B',
      name: 'Hazel 48',
    });
    const hazel = bin.items.find((i) => i.id === 'hazel-48')!;
    expect(hazel.jobs).toContain('With a binned setup');
    expect(bin.items.find((i) => i.id === loose.id)!.jobs).toEqual([]);
    expect(await removeItem(db, 'compressor', 'hazel-48')).toMatchObject({ ok: false, reason: 'in-use' });
    expect(await removeItem(db, 'compressor', loose.id)).toEqual({ ok: true });
    expect(await findEntry(db, 'compressor', loose.id)).toBeNull();
    expect(await removeJob(db, doomed.id)).toBe(true);
    expect(await listRevisions(db, doomed.id)).toEqual([]);
    await setItemBinned(db, 'compressor', 'hazel-48', false);
    expect((await listHeads(db)).some((h) => h.id === 'hazel-48')).toBe(true);
  });
});

describe('import', () => {
  const exported = () => writeJobFile(sampleTurboJob(1), sampleItems);

  it('an exported job comes back identical and uses the compressor the shop already has', async () => {
    const before = (await listCompressors(db)).length;
    const file = readJobFile(exported());
    if (!file.ok) throw new Error(file.problems.join());
    const made = await importJob(db, file);
    expect((await listCompressors(db)).length).toBe(before);
    const back = readJobFile(writeJobFile(made.job, await findRevisions(db, refsOf(made.job))));
    if (!back.ok) throw new Error(back.problems.join());
    expect(jobIdentity(back)).toBe(jobIdentity(file));
  });

  it('a turbocharger travels with its parts: what differs in one is an item of its own, its parts where they are', async () => {
    const file = readJobFile(exported());
    if (!file.ok) throw new Error(file.problems.join());
    expect(file.library.map((i) => i.document.kind).sort()).toEqual([
      'compressor',
      'fuel-filter',
      'fuel-filter',
      'fuel-pump',
      'injector',
      'turbine',
      'turbocharger',
    ]);
    const before = await listTurbochargers(db);
    const turbine = file.library.find(isTurbine)!;
    turbine.document.efficiency.value -= 0.01;
    const made = await importJob(db, file);
    const after = await listTurbochargers(db);
    // The turbine is another one here, and so is the turbocharger that is made of it.
    expect(after.turbines.length).toBe(before.turbines.length + 1);
    expect(after.turbochargers.length).toBe(before.turbochargers.length + 1);
    const refs = refsOf(made.job);
    const items = await findRevisions(db, refs);
    expect(items.length).toBe(new Set(refs.map((r) => r.id)).size);
    const turbo = items.find(isTurbocharger)!;
    expect(items.find(isTurbine)!.id).toBe(turbo.document.turbine.id);
    const back = readJobFile(writeJobFile(made.job, items));
    if (!back.ok) throw new Error(back.problems.join());
    expect(jobIdentity(back)).toBe(jobIdentity(file));
  });

  it('a part stays in the bin while a turbocharger is made of it', async () => {
    const { turbochargers } = await listTurbochargers(db);
    const { document } = turbochargers.find((t) => t.id === 'pine-82-104')!;
    await setItemBinned(db, 'compressor', document.compressor.id, true);
    expect(await removeItem(db, 'compressor', document.compressor.id)).toMatchObject({
      ok: false,
      reason: 'in-use',
    });
    await setItemBinned(db, 'compressor', document.compressor.id, false);
  });

  it('a compressor that differs by one figure becomes an item of its own: revisions are never changed', async () => {
    const file = readJobFile(exported());
    if (!file.ok) throw new Error(file.problems.join());
    file.library.find(isCompressor)!.document.lines[0]!.points[0]!.efficiency -= 0.01;
    const made = await importJob(db, file);
    const ref = made.job.setups[0]!.induction;
    expect(ref).toMatchObject({ kind: 'charged' });
    expect(JSON.stringify(ref)).not.toContain('rowan-52');
    // What was settled on it was settled on this very part, under its new name.
    const mark = made.job.settled.find((m) => m.bench === 'charger')!;
    expect(ref).toMatchObject({ chargers: [{ machine: { id: mark.facts.compressor }, count: 2 }] });
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
  });

  it('held by another, it says so and is left alone', async () => {
    const lock = await takeLock(folder);
    await expect(prepareFolder(folder, 'demo')).rejects.toMatchObject({ code: 'held' });
    await lock.release();
    expect(await prepareFolder(folder, 'demo')).toBe('ready');
  });

  it('that cannot be made says why', () => {
    const file = path.join(folder, `file-${randomUUID()}`);
    writeFileSync(file, '');
    expect(() => requireWritable(path.join(file, 'below'))).toThrow(
      expect.objectContaining({ code: 'not-writable' }),
    );
    expect(() => requireWritable(path.join(file, 'below'))).toThrow(/cannot be written/);
  });
});
