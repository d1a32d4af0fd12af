import { existsSync } from 'node:fs';

/** What stops the shop's data from being used. */
export type StorageCode =
  | 'held'
  | 'not-writable'
  | 'not-prepared'
  | 'newer'
  | 'foreign'
  | 'damaged'
  | 'disk-full'
  | 'read-only'
  | 'not-forced'
  | 'busy';

/** The shop's data cannot be used, or not be written: says why in one sentence, and what was left as it is. */
export class DataFolderError extends Error {
  override readonly name = 'DataFolderError';
  constructor(
    readonly code: StorageCode,
    message: string,
  ) {
    super(message);
  }
}

/** Told by its name: server and start-up code are bundled apart, each with a class of its own. */
export const isDataFolderError = (error: unknown): error is DataFolderError =>
  error instanceof Error && error.name === 'DataFolderError';

/** The same where a query has wrapped it; null where there is none in it. */
export const dataFolderErrorIn = (error: unknown): DataFolderError | null =>
  isDataFolderError(error) ? error : error instanceof Error ? dataFolderErrorIn(error.cause) : null;

const codeOf = (error: unknown): string => (error as NodeJS.ErrnoException | null)?.code ?? '';

/** Everything an error says, and what it was caused by: queries wrap what the database says. */
const saidBy = (error: unknown): string =>
  error instanceof Error ? `${codeOf(error)} ${error.message} ${saidBy(error.cause)}` : '';

/** A disk that takes no more, by its name; anything else as it is. In: what was thrown; where it was written. */
export function diskError(error: unknown, folder: string): unknown {
  const said = saidBy(error);
  if (/ENOSPC|EDQUOT|No space left/i.test(said))
    return new DataFolderError(
      'disk-full',
      `The disk of ${folder} is full. Nothing was changed; free some space, and what waits is saved.`,
    );
  if (/EROFS|Read-only file system/i.test(said))
    return new DataFolderError(
      'read-only',
      `The disk of ${folder} takes no writing any more (read-only). Nothing was changed.`,
    );
  return error;
}

/** A folder that went away under an open shop, by its name; anything else as it is. */
export const goneError = (error: unknown, folder: string): unknown =>
  existsSync(folder)
    ? error
    : new DataFolderError(
        'damaged',
        `The folder ${folder} is gone, while the shop was open. Put it back and start the server again; nothing was changed.`,
      );
