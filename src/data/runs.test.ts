import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { gunzipSync, strFromU8 } from 'fflate';
import { blankCard } from '@/core/dyno/card';
import { newJob } from '@/core/job/defaults';
import { memoryShop, type Database } from './connection';
import { sampleJob } from './demo/sample';
import { removeJob } from './repositories/bin';
import { frozenSchema } from '@/formats/forecasts';
import { readJobFile, writeJobFile } from '@/formats/job-json';
import { createJob, importJob, listJobs, setBinned } from './repositories/jobs';
import { freezeForecast, ledger, listForecasts, promisesOf, shopFactor } from './repositories/forecasts';
import { addPicture, findPicture, listPictures, removePicture } from './repositories/pictures';
import {
  addRun,
  knownMapping,
  listRuns,
  rememberMapping,
  runLog,
  runsWithLogs,
  saveCard,
  searchRuns,
  setRunDeleted,
} from './repositories/runs';
import { runs as runsTable } from './schema';
import { dropPicture, keepPicture, pictureType, readPicture } from './storage/pictures';

let shop: Awaited<ReturnType<typeof memoryShop>>;
let db: Database;
const folder = mkdtempSync(path.join(os.tmpdir(), 'pictures-'));

beforeAll(async () => {
  shop = await memoryShop();
  db = shop.db;
});
afterAll(async () => {
  await shop.close();
  rmSync(folder, { recursive: true });
});

describe('runs', () => {
  const run = (name: string) => ({
    card: blankCard(name),
    log: { speedRpm: [2_000, 3_000], torque: [300, null] },
    raw: 'rpm;torque\n2000;300\n3000;--\n',
  });
  it('are kept beside their job with what the file said, carded anew, deleted and brought back', async () => {
    const job = await createJob(db, sampleJob(0));
    expect(await addRun(db, 'nobody', 'r0', run('none'))).toBe(false);
    expect(await addRun(db, job.id, 'r1', run('First'))).toBe(true);
    expect(await addRun(db, job.id, 'r2', run('Second'))).toBe(true);
    expect((await listRuns(db, job.id)).map(({ card, head }) => [card.name, head.readings])).toEqual([
      ['First', 2],
      ['Second', 2],
    ]);
    expect(await runLog(db, job.id, 'r2')).toEqual(run('').log);
    expect(await runLog(db, 'another', 'r2')).toBeNull();
    // One from before there were heads, with a card that says less.
    const { leftOut, ...older } = blankCard('First');
    await db
      .update(runsTable)
      .set({ head: null, card: older as never })
      .where(eq(runsTable.id, 'r1'));
    const [first] = await listRuns(db, job.id);
    expect(first).toMatchObject({ card: { leftOut }, head: { fromRpm: 2_000, toRpm: 3_000, power: null } });
    expect((await listJobs(db)).find(({ id }) => id === job.id)!.measured).toBeNull();
    const [row] = await db.select().from(runsTable).where(eq(runsTable.id, 'r1'));
    expect(strFromU8(gunzipSync(Buffer.from(row!.raw, 'base64')))).toBe(run('').raw);
    expect(await saveCard(db, job.id, 'r1', blankCard('Renamed'))).toBe(true);
    expect(await saveCard(db, 'another', 'r1', blankCard('No'))).toBe(false);
    expect(await setRunDeleted(db, job.id, 'r2', true)).toBe(true);
    expect(await setRunDeleted(db, job.id, 'r2', true)).toBe(false);
    expect((await listRuns(db, job.id)).map(({ card }) => card.name)).toEqual(['Renamed']);
    expect(await setRunDeleted(db, job.id, 'r2', false)).toBe(true);
    expect(await listRuns(db, job.id)).toHaveLength(2);
    // With the job for good they go too.
    await setBinned(db, job.id, true);
    expect(await addRun(db, job.id, 'r3', run('late'))).toBe(false);
    expect(await removeJob(db, job.id)).toBe(true);
    expect(await listRuns(db, job.id)).toEqual([]);
  });
});

describe('columns of a source', () => {
  it('are remembered as they were named last', async () => {
    expect(await knownMapping(db, 'rpm|nm')).toBeNull();
    await rememberMapping(db, 'rpm|nm', [{ column: 'speedRpm', unit: 'rpm' }]);
    await rememberMapping(db, 'rpm|nm', [{ column: 'skip', unit: '' }]);
    expect(await knownMapping(db, 'rpm|nm')).toEqual([{ column: 'skip', unit: '' }]);
  });
});

describe('pictures', () => {
  it('lie under their hash beside the database, once however often they are kept, and a damaged one is none', async () => {
    const bytes = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 1, 2, 3]);
    expect([pictureType(bytes), pictureType(Uint8Array.from([0x47, 0x49]))]).toEqual(['image/png', null]);
    const hash = keepPicture(folder, bytes);
    expect(keepPicture(folder, bytes)).toBe(hash);
    expect(readPicture(folder, hash)).toEqual(Buffer.from(bytes));
    const job = await createJob(db, sampleJob(0));
    const picture = {
      id: 'p1',
      jobId: job.id,
      runId: null,
      name: 'straps.png',
      type: 'image/png',
      bytes: bytes.length,
      hash,
      thumbnail: 'data:image/jpeg;base64,',
    };
    expect(await addPicture(db, { ...picture, jobId: 'nobody' })).toBe(false);
    await addPicture(db, picture);
    await addPicture(db, { ...picture, id: 'p2' });
    expect((await listPictures(db, job.id)).map(({ id }) => id)).toEqual(['p1', 'p2']);
    expect(await findPicture(db, 'another', 'p1')).toBeNull();
    expect(await removePicture(db, job.id, 'p1')).toEqual({ unused: null });
    expect(await removePicture(db, job.id, 'p2')).toEqual({ unused: hash });
    expect(await removePicture(db, job.id, 'p2')).toBeUndefined();
    writeFileSync(path.join(folder, 'files', 'pictures', hash), 'damaged');
    expect(readPicture(folder, hash)).toBeNull();
    dropPicture(folder, hash);
    expect(readPicture(folder, hash)).toBeNull();
  });
});

describe('a job’s runs in its file, and the runs of the shop', () => {
  it('travel with it and are found by the words of their cards', async () => {
    const job = await createJob(db, newJob('Travels', 'a'));
    const card = { ...blankCard('Housing 100%_new'), dyno: 'Own cell', changed: 'turbine housing' };
    await addRun(db, job.id, 'travelling', {
      card,
      log: { speedRpm: [2_000, 3_000], torque: [1, null] },
      raw: '',
    });
    const text = writeJobFile(job.job, [], await runsWithLogs(db, job.id));
    const read = readJobFile(text);
    if (!read.ok) throw new Error(read.problems.join());
    const copy = await importJob(db, read);
    expect(await runsWithLogs(db, copy.id)).toEqual(await runsWithLogs(db, job.id));
    // Without runs the file says nothing of them.
    expect(writeJobFile(job.job, [])).not.toContain('"runs"');
    const broken = readJobFile(text.replace('"repeatability": 0.01', '"repeatability": 7'));
    expect(broken.ok ? [] : broken.problems[0]).toMatch(/^Line \d+: runs\.0\.card\.repeatability/);
    const found = async (words: string) => (await searchRuns(db, words)).map(({ job: name }) => name);
    expect(await found('housing own')).toEqual(['Travels', 'Travels']);
    expect(await found('100%_n travels')).toHaveLength(2);
    expect(await found('100x_n')).toEqual([]);
    await setBinned(db, copy.id, true);
    expect(await found('housing')).toHaveLength(1);
  });
});

describe('a promise', () => {
  it('is kept as it was, met by the first run after it, and goes with its job for good', async () => {
    const job = await createJob(db, newJob('Promised', 'a'));
    const document = {
      name: 'Spring power',
      forWhom: 'the owner',
      setup: { id: 'a', letter: 'A', name: '' },
      coreVersion: 6,
      seed: 1,
      draws: 2_000,
      goal: { power: 2e5, speedRpm: 6_000, basis: 'flywheel' as const },
      levelGauge: null,
      speeds: [3_000, 6_000],
      power: [
        [1, 2, 3, 4, 5],
        [180e3, 190e3, 200e3, 210e3, 220e3],
      ],
      atGoal: [180e3, 190e3, 200e3, 210e3, 220e3],
      chance: 0.5,
      job: job.job,
    };
    expect(frozenSchema.parse(document)).toEqual(document);
    expect(await freezeForecast(db, 'nobody', 'f0', document)).toBe(false);
    expect(await freezeForecast(db, job.id, 'f1', document)).toBe(true);
    const line = async () => (await ledger(db)).find(({ id }) => id === 'f1');
    expect(await line()).toMatchObject({ job: 'Promised', middle: 200e3, run: null });
    const speedRpm = Array.from({ length: 40 }, (_, i) => 3_000 + 100 * i);
    const log = { speedRpm, torque: speedRpm.map(() => 300) };
    await addRun(db, job.id, 'met', { card: { ...blankCard('Met'), basis: 'flywheel' }, log, raw: '' });
    const met = (await line())!.run!;
    expect(met).toMatchObject({ name: 'Met', isInOwnAir: false });
    expect(met.power).toBeCloseTo((300 * Math.PI * 6_900) / 30, -2);
    // The shop's own power per air: what the run made over the air the model had for it.
    const factor = (await shopFactor(db))!;
    expect(factor).toMatchObject({ count: 1, low: factor.mean, high: factor.mean });
    expect(factor.mean).toBeCloseTo(met.flywheel / met.airFlow!, 6);
    expect((await listForecasts(db, job.id))[0]!.document).toEqual(document);
    // It travels with its job, and so does what came after it.
    const text = writeJobFile(job.job, [], await runsWithLogs(db, job.id), await promisesOf(db, job.id));
    const read = readJobFile(text);
    if (!read.ok) throw new Error(read.problems.join());
    const copy = await importJob(db, read);
    expect(await promisesOf(db, copy.id)).toEqual(await promisesOf(db, job.id));
    expect((await ledger(db)).filter(({ run }) => run?.name === 'Met')).toHaveLength(2);
    const broken = readJobFile(text.replace('"chance": 0.5', '"chance": 5'));
    expect(broken.ok ? [] : broken.problems[0]).toMatch(/^Line \d+: promises\.0\.document\.chance/);
    await setBinned(db, copy.id, true);
    await setBinned(db, job.id, true);
    expect(await line()).toBeUndefined();
    await removeJob(db, job.id);
    expect(await listForecasts(db, job.id)).toEqual([]);
  });
});
