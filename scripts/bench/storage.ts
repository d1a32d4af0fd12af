/** What 'saved' costs: commits with and without forcing, alone and twenty at once; backup and restore of 1,000 jobs. */
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { randomUUID } from 'node:crypto';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { createDatabase, openShop, type Database } from '../../src/data/connection';
import { sampleTurboJob } from '../../src/data/demo/sample';
import * as schema from '../../src/data/schema';
import { seedLibrary } from '../../src/data/seed';
import { createJob, saveJob, type StoredJob } from '../../src/data/repositories/jobs';
import { migrateTo } from '../../src/data/storage/migrations';
import { restoreStorage } from '../../src/data/storage/opening';
import { median, print, quantile } from './lib';

const JOBS = Number(process.env.BENCH_JOBS ?? 1_000);

const newJobs = (db: Database, count: number) =>
  Promise.all(Array.from({ length: count }, () => createJob(db, sampleTurboJob(0), randomUUID())));

/** Commits of a job one after the other, ms each. */
async function commits(db: Database, count: number, made?: StoredJob): Promise<number[]> {
  const { id, job, ...head } = made ?? (await newJobs(db, 1))[0]!;
  let { revision } = head;
  const times: number[] = [];
  for (let i = 0; i < count; i++) {
    const changed = { ...job, name: `${job.name} ${i}` };
    const start = performance.now();
    const saved = await saveJob(db, id, revision, changed);
    times.push(performance.now() - start);
    if (saved.ok) ({ revision } = saved);
  }
  return times;
}

export async function storage(): Promise<void> {
  const root = mkdtempSync(path.join(os.tmpdir(), 'lung-storage-'));
  try {
    const plain = await PGlite.create(path.join(root, 'plain'));
    await migrateTo(plain);
    const unforced = drizzle(plain, { schema });
    await seedLibrary(unforced);
    await commits(unforced, 40);
    const without = await commits(unforced, 150);
    await plain.close();
    const folder = path.join(root, 'shop');
    mkdirSync(folder);
    await createDatabase(folder, seedLibrary);
    const shop = await openShop(folder);
    await commits(shop.db, 40);
    const forced = await commits(shop.db, 150);
    print('a commit, not forced, median', `${median(without).toFixed(1)} ms`, 'what it is compared with');
    print(
      'a commit, forced and in the journal, median',
      `${median(forced).toFixed(1)} ms`,
      `5 ms more (here ${(median(forced) - median(without)).toFixed(1)})`,
    );
    print('95 % of them', `${quantile(forced, 0.95).toFixed(1)} ms`, '80 ms');
    const clients = await newJobs(shop.db, 20);
    const twenty = (await Promise.all(clients.map((made) => commits(shop.db, 8, made)))).flat();
    print('20 clients at once, 95 %', `${quantile(twenty, 0.95).toFixed(0)} ms`, '500 ms');
    for (let i = 0; i < JOBS; i++)
      await createJob(shop.db, { ...sampleTurboJob(i % 2 ? 1 : 0), name: `Job ${i}` });
    const start = performance.now();
    const { name, manifest } = await shop.storage.backUp('hand');
    print(
      `backup of ${manifest.counts.jobs} jobs, ${manifest.counts.job_revisions} revisions`,
      `${((performance.now() - start) / 1000).toFixed(1)} s`,
      '10 s',
    );
    await shop.close();
    const elsewhere = path.join(root, 'elsewhere');
    mkdirSync(elsewhere);
    const begun = performance.now();
    await restoreStorage(elsewhere, path.join(folder, 'backups', name));
    print('restore of it', `${((performance.now() - begun) / 1000).toFixed(1)} s`, '20 s');
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}
