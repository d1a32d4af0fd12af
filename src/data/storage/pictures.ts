import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { diskError } from './errors';
import { forceFolder } from './forced';

/** Pictures lie under their hash: the same one twice takes the room of one, and a damaged one is found. */
const folderOf = (folder: string): string => path.join(folder, 'files', 'pictures');
const fileOf = (folder: string, hash: string): string => path.join(folderOf(folder), hash);

const begins = (bytes: Uint8Array, ...values: number[]): boolean =>
  values.every((value, i) => bytes[i] === value);

/** What kind of picture bytes are, by how they begin; null where they are none that is taken. */
export function pictureType(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | null {
  if (begins(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a)) return 'image/png';
  if (begins(bytes, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  if (begins(bytes, 0x52, 0x49, 0x46, 0x46) && begins(bytes.subarray(8), 0x57, 0x45, 0x42, 0x50))
    return 'image/webp';
  return null;
}

/** Keeps a picture. Out: its hash. It is on the disk before this returns. Throws DataFolderError for a full or read-only disk. */
export function keepPicture(folder: string, bytes: Uint8Array): string {
  const hash = createHash('sha256').update(bytes).digest('hex');
  const file = fileOf(folder, hash);
  if (existsSync(file)) return hash;
  try {
    mkdirSync(folderOf(folder), { recursive: true });
    const unfinished = `${file}.unfinished`;
    const handle = openSync(unfinished, 'w');
    for (let done = 0; done < bytes.length;) done += writeSync(handle, bytes, done, bytes.length - done);
    fsyncSync(handle);
    closeSync(handle);
    renameSync(unfinished, file);
    forceFolder(folderOf(folder));
    return hash;
  } catch (error) {
    throw diskError(error, folder);
  }
}

/** A picture's bytes; null where the file is gone or is not what was kept. */
export function readPicture(folder: string, hash: string): Buffer | null {
  const file = fileOf(folder, hash);
  if (!existsSync(file)) return null;
  const bytes = readFileSync(file);
  return createHash('sha256').update(bytes).digest('hex') === hash ? bytes : null;
}

/** Removes a picture's file for good. */
export const dropPicture = (folder: string, hash: string): void =>
  rmSync(fileOf(folder, hash), { force: true });
