import { closeSync, existsSync, fsyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import path from 'node:path';
import * as z from 'zod';
import { forceFolder } from './forced';

/** What a data folder says of itself beside its database: that there was a shop, which one, and of which version. */
const identitySchema = z.object({ shop: z.string(), madeAt: z.string(), steps: z.int() });
export type Identity = z.infer<typeof identitySchema>;

/** How a shop was put together again, told on the first page until somebody has read it. */
const recoverySchema = z.object({
  at: z.string(),
  /** What was wrong, one sentence. */
  found: z.string(),
  backup: z.string(),
  backupMadeAt: z.string(),
  /** Changes put in from the journal after the backup, and when the last was made. */
  changes: z.int(),
  lastChangeAt: z.string().nullable(),
  /** Where the journal itself could not be read any further; null where it was whole. */
  missing: z.string().nullable(),
  aside: z.string(),
});
export type Recovery = z.infer<typeof recoverySchema>;

const identityFile = (folder: string) => path.join(folder, 'shop.json');
const recoveryFile = (folder: string) => path.join(folder, 'recovered.json');

/** Writes a small file as a whole or not at all. */
function writeForced(file: string, text: string): void {
  const handle = openSync(`${file}.new`, 'w');
  writeSync(handle, text);
  fsyncSync(handle);
  closeSync(handle);
  renameSync(`${file}.new`, file);
  forceFolder(path.dirname(file));
}

function readAs<T>(file: string, schema: z.ZodType<T>): T | null {
  if (!existsSync(file)) return null;
  try {
    return schema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return null;
  }
}

export const readIdentity = (folder: string): Identity | null => readAs(identityFile(folder), identitySchema);
export const writeIdentity = (folder: string, identity: Identity): void =>
  writeForced(identityFile(folder), JSON.stringify(identity, null, 1));

export const readRecovery = (folder: string): Recovery | null => readAs(recoveryFile(folder), recoverySchema);
export const writeRecovery = (folder: string, recovery: Recovery): void =>
  writeForced(recoveryFile(folder), JSON.stringify(recovery, null, 1));
/** Where a recovery that was read and dismissed is kept. */
export const dismissRecovery = (folder: string): void => {
  if (existsSync(recoveryFile(folder)))
    renameSync(recoveryFile(folder), path.join(folder, 'recovered-read.json'));
};
