import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  realpathSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { connect, createServer, type Server } from 'node:net';
import path from 'node:path';
import { DataFolderError, diskError, isDataFolderError } from './storage/errors';

/** Folder of this process's data: `FIERCE_LUNG_DATA`, or data/shop below the working directory. */
export const dataFolder = (): string =>
  path.resolve(/*turbopackIgnore: true*/ process.env.FIERCE_LUNG_DATA ?? path.join('data', 'shop'));

/** Makes the folder if it is missing. Throws DataFolderError when it cannot be made or written. */
export function requireWritable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK | constants.X_OK);
    const probe = path.join(folder, `.probe-${process.pid}`);
    writeFileSync(probe, '');
    rmSync(probe);
  } catch (error) {
    const disk = diskError(error, folder);
    if (isDataFolderError(disk)) throw disk;
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
 * Takes the folder for this process; two processes on one database would destroy it silently. On Linux two sockets that are
 * free at once when their process dies: one named after the folder's own number on its disk, the same through links and
 * other mounts, and one in the folder itself, which also holds where processes see another network. Elsewhere a file with
 * the process id, taken over when that process is gone. Throws DataFolderError 'held'.
 */
export async function takeLock(folder: string): Promise<Lock> {
  const real = realpathSync(folder);
  if (process.platform !== 'linux') return takeFileLock(real);
  const { dev, ino } = statSync(real, { bigint: true });
  const named = await listening(`\0fierce-lung-${dev}-${ino}`);
  if (!named) throw held(folder);
  const inside = await socketInside(real);
  if (!inside) {
    await closed(named);
    throw held(folder);
  }
  return {
    release: async () => {
      rmSync(path.join(real, SOCKET), { force: true });
      await closed(inside.server);
      inside.release();
      await closed(named);
    },
  };
}

const SOCKET = 'lock.sock';
const closed = (server: Server) => new Promise<void>((resolve) => server.close(() => resolve()));

/** A socket under a name; null where somebody has it. */
function listening(name: string): Promise<Server | null> {
  const server = createServer((socket) => socket.destroy());
  return new Promise((resolve) => {
    server.once('error', () => resolve(null));
    server.listen(name, () => {
      server.unref();
      resolve(server);
    });
  });
}

/** The socket in the folder itself; one that nobody answers at was left behind. Null where somebody does. */
async function socketInside(folder: string): Promise<{ server: Server; release: () => void } | null> {
  // A socket's path may have a hundred signs; through the open folder it is always short.
  const handle = openSync(folder, 'r');
  const place = `/proc/self/fd/${handle}/${SOCKET}`;
  for (let i = 0; i < 2; i++) {
    const server = await listening(place);
    if (server) return { server, release: () => closeSync(handle) };
    if (await isAnswered(place)) break;
    rmSync(path.join(folder, SOCKET), { force: true });
  }
  closeSync(handle);
  return null;
}

const isAnswered = (place: string): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = connect(place, () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });

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
