import { readdirSync, statfsSync, statSync } from 'node:fs';
import path from 'node:path';
import { DataFolderError, goneError } from './errors';

/** Free space below which nothing is written any more: a piece of the database's log and a change fit in it. */
const LEAST = 40_000_000;
/** Free space below which the shop says that it runs out. */
const LOW = 500_000_000;

/** Thresholds in bytes; tests on a small disk set their own. */
const threshold = (name: string, or: number): number => {
  const given = Number(process.env[name]);
  return Number.isFinite(given) && given > 0 ? given : or;
};

/** Free space of the disk that a folder lies on, bytes. Throws DataFolderError where the folder is gone. */
export function freeSpace(folder: string): number {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch (error) {
    throw goneError(error, folder);
  }
}

export const isLow = (free: number): boolean => free < threshold('FIERCE_LUNG_LOW_SPACE', LOW);

/** Throws DataFolderError 'disk-full' before the disk is: a database that runs into its end is stopped in the midst of it. */
export function requireRoom(folder: string): void {
  const free = freeSpace(folder);
  if (free < threshold('FIERCE_LUNG_LEAST_SPACE', LEAST))
    throw new DataFolderError(
      'disk-full',
      `The disk of ${folder} is full (${(free / 1e6).toFixed(0)} MB left). Nothing was changed; free some space, and what waits is saved.`,
    );
}

/** Bytes of everything in a folder. */
export const folderSize = (folder: string): number =>
  readdirSync(folder, { recursive: true, withFileTypes: true }).reduce((sum, entry) => {
    if (!entry.isFile()) return sum;
    // A file may go while it is counted.
    return sum + (statSync(path.join(entry.parentPath, entry.name), { throwIfNoEntry: false })?.size ?? 0);
  }, 0);
