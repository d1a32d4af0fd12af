import type { Database } from './connection';
import { sampleCompressors, sampleHistories } from './demo/sample';
import { nameRevision } from './repositories/history';
import { createJob, saveJob } from './repositories/jobs';
import { addCompressor, knownIds } from './repositories/library';

/** Compressors that every new shop starts with. */
export async function seedLibrary(db: Database): Promise<void> {
  for (const item of sampleCompressors) await addCompressor(db, item.document, item.id);
}

/** Starter compressors of a newer version that this shop has never had; what it has, retired or edited, stays. */
export async function completeLibrary(db: Database): Promise<void> {
  const known = await knownIds(db);
  for (const item of sampleCompressors)
    if (!known.has(item.id)) await addCompressor(db, item.document, item.id);
}

/** The demo shop: the library and its jobs. */
export async function seedDemo(db: Database): Promise<void> {
  await seedLibrary(db);
  // The board shows the newest first.
  for (const { id, revisions } of [...sampleHistories].reverse())
    for (const [i, { name, job }] of revisions.entries()) {
      if (i === 0) await createJob(db, job, id);
      else await saveJob(db, id, i, job);
      if (name) await nameRevision(db, id, i + 1, name);
    }
}
