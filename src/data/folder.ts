import { createHash } from 'node:crypto';
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readFileSync,
  realpathSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import path from 'node:path';

/** The data folder cannot be used: held by another process, or not writable. Says why in one sentence. */
export class DataFolderError extends Error {
  constructor(
    readonly code: 'held' | 'not-writable' | 'not-prepared',
    message: string,
  ) {
    super(message);
  }
}

/** Folder of this process's data: `FIERCE_LUNG_DATA`, or data/shop below the working directory. */
export const dataFolder = (): string =>
  path.resolve(/*turbopackIgnore: true*/ process.env.FIERCE_LUNG_DATA ?? path.join('data', 'shop'));

export const databaseFolder = (folder: string): string => path.join(folder, 'pg');

/** Makes the folder if it is missing. Throws DataFolderError when it cannot be made or written. */
export function requireWritable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK | constants.X_OK);
    const probe = path.join(folder, `.probe-${process.pid}`);
    writeFileSync(probe, '');
    rmSync(probe);
  } catch (error) {
    const why = (error as NodeJS.ErrnoException).code ?? 'unknown';
    throw new DataFolderError(
      'not-writable',
      `The data folder ${folder} cannot be written (${why}). Nothing was changed.`,
    );
  }
}

export type Lock = { release: () => Promise<void> };

const held = (folder: string) =>
  new DataFolderError(
    'held',
    `The data folder ${folder} is in use by another Fierce Lung. Close that one, or set FIERCE_LUNG_DATA to another folder. Nothing was changed.`,
  );

/**
 * Takes the folder for this process; two processes on one database would destroy it silently. On Linux an abstract
 * socket, free at once when its process dies; elsewhere a file with the process id, taken over when that process is gone.
 * Throws DataFolderError 'held'.
 */
export async function takeLock(folder: string): Promise<Lock> {
  const real = realpathSync(folder);
  if (process.platform !== 'linux') return takeFileLock(real);
  const name = `\0fierce-lung-${createHash('sha1').update(real).digest('hex')}`;
  const server = createServer((socket) => socket.destroy());
  await new Promise<void>((resolve, reject) => {
    server.once('error', () => reject(held(folder)));
    server.listen(name, resolve);
  });
  server.unref();
  return { release: () => new Promise((resolve) => server.close(() => resolve())) };
}

function takeFileLock(folder: string): Lock {
  const file = path.join(folder, 'in-use-by');
  const other = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  if (other && other !== process.pid && isAlive(other)) throw held(folder);
  writeFileSync(file, String(process.pid));
  return { release: async () => rmSync(file, { force: true }) };
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
