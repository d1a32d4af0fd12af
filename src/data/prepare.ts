import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CORE_VERSION } from '@/core/solve/sweep';
import { createDatabase, openShop } from './connection';
import { sampleItems } from './demo/sample';
import { requireWritable, takeLock } from './folder';
import { isFresh, readiness } from './storage/opening';
import { refreshSummaries } from './repositories/jobs';
import { refreshHeads } from './repositories/library';
import { completeLibrary, seedDemo, seedLibrary } from './seed';

/** Raised when the stored figures of a kind's list change, or a kind gets some: those of an older folder are made. */
const LISTS_VERSION = 3;

const stampFile = (folder: string) => path.join(folder, 'stamp.txt');

/** Names the migrations, the starter library and the core that a folder was prepared with. */
function stamp(): string {
  const hash = createHash('sha1');
  for (const name of readdirSync('drizzle').sort())
    if (name.endsWith('.sql')) hash.update(name).update(readFileSync(path.join('drizzle', name)));
  for (const { id } of sampleItems) hash.update(id);
  return `${hash.digest('hex')} core ${CORE_VERSION} lists ${LISTS_VERSION}`;
}

/**
 * Brings a data folder up to date: makes and seeds the database if there is none, migrates it, refreshes stale figures.
 * Does nothing when its stamp matches. In: folder; which seed a new one gets. Throws DataFolderError.
 */
export async function prepareFolder(
  folder: string,
  seed: 'demo' | 'shop',
): Promise<'made' | 'updated' | 'ready'> {
  requireWritable(folder);
  const isNew = isFresh(folder);
  if (isNew) {
    const lock = await takeLock(folder);
    try {
      await createDatabase(folder, seed === 'demo' ? seedDemo : seedLibrary);
    } finally {
      await lock.release();
    }
  }
  const current = existsSync(stampFile(folder)) ? readFileSync(stampFile(folder), 'utf8') : '';
  if (!isNew && current === stamp() && readiness(folder) === null) {
    // Held by another process it is not ready for this one.
    await (await takeLock(folder)).release();
    return 'ready';
  }
  const { db, close } = await openShop(folder);
  try {
    if (!isNew) {
      await refreshHeads(db);
      await completeLibrary(db);
      await refreshSummaries(db);
    }
    writeFileSync(stampFile(folder), stamp());
  } finally {
    await close();
  }
  return isNew ? 'made' : 'updated';
}
