import type { Database } from './connection';
import { sampleCompressors, sampleJob, sampleJobIds } from './demo/sample';
import { createJob } from './repositories/jobs';
import { addCompressor } from './repositories/library';

/** Compressors that every new shop starts with. */
export async function seedLibrary(db: Database): Promise<void> {
  for (const item of sampleCompressors) await addCompressor(db, item.id, item.document);
}

/** The demo shop: the library and its jobs. */
export async function seedDemo(db: Database): Promise<void> {
  await seedLibrary(db);
  for (const index of [1, 0] as const) await createJob(db, sampleJob(index), sampleJobIds[index]);
}
