import type { Database } from './connection';
import { sampleCompressors, sampleJob, sampleJobIds } from './demo/sample';
import { createJob } from './repositories/jobs';
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
  for (const index of [1, 0] as const) await createJob(db, sampleJob(index), sampleJobIds[index]);
}
