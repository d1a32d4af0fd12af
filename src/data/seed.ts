import type { Database } from './connection';
import { sampleHistories, sampleItems, sampleRuns } from './demo/sample';
import { nameRevision } from './repositories/history';
import { createJob, saveJob } from './repositories/jobs';
import { addItem, knownIds } from './repositories/library';
import { addRun } from './repositories/runs';
import { saveSettings } from './repositories/settings';
import { noSettings } from '@/formats/settings';

/** The library of a new shop. */
export async function seedLibrary(db: Database): Promise<void> {
  for (const item of sampleItems) await addItem(db, item.document, item.id);
}

/** Starter items of a newer version that this shop has never had; what it has, retired or edited, stays. */
export async function completeLibrary(db: Database): Promise<void> {
  const known = await knownIds(db);
  for (const item of sampleItems) if (!known.has(item.id)) await addItem(db, item.document, item.id);
}

/** The demo shop: its name, the library, its jobs and their runs. */
export async function seedDemo(db: Database): Promise<void> {
  await saveSettings(db, {
    ...noSettings,
    shopName: 'Fellwater Induction',
    address: 'The Boathouse, Fellwater',
  });
  await seedLibrary(db);
  // The board shows the newest first.
  for (const { id, revisions } of [...sampleHistories].reverse())
    for (const [i, { name, job }] of revisions.entries()) {
      if (i === 0) await createJob(db, job, id);
      else await saveJob(db, id, i, job);
      if (name) await nameRevision(db, id, i + 1, name);
    }
  for (const { id, jobId, ...run } of sampleRuns) await addRun(db, jobId, id, run);
}
