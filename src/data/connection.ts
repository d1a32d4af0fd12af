import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { dataFolder, requireWritable, takeLock, type Lock } from './folder';
import * as schema from './schema';
import { DataFolderError, dataFolderErrorIn } from './storage/errors';
import { migrateTo } from './storage/migrations';
import { createStorage, openStorage, restoreStorage, type OpenStorage } from './storage/opening';
import { startCare, type Care } from './storage/care';
import { shopState } from './storage/state';

const openDrizzle = (client: PGlite) => drizzle(client, { schema });
export type Database = ReturnType<typeof openDrizzle>;

/** A shop that is gone when it is closed, without a folder: for tests. */
export async function memoryShop(): Promise<{ db: Database; close: () => Promise<void> }> {
  const client = await PGlite.create();
  await migrateTo(client);
  return { db: openDrizzle(client), close: () => client.close() };
}

/** Makes a fresh database with what `fill` seeds. The caller holds the folder's lock. */
export const createDatabase = (folder: string, fill: (db: Database) => Promise<void>): Promise<void> =>
  createStorage(folder, (client) => fill(openDrizzle(client)));

/** The data of a folder, held and open. */
export type Shop = { db: Database; storage: OpenStorage; close: () => Promise<void> };

/** Takes a folder's lock and opens its data. Throws DataFolderError; the folder is then free again. */
export async function openShop(folder: string): Promise<Shop> {
  requireWritable(folder);
  const lock = await takeLock(folder);
  try {
    return shopOf(await openStorage(folder), lock);
  } catch (error) {
    await lock.release();
    throw error;
  }
}

const shopOf = (storage: OpenStorage, lock: Lock): Shop => ({
  db: openDrizzle(storage.client),
  storage,
  close: async () => {
    await storage.close();
    await lock.release();
  },
});

type Own = Shop & { care: Care };
type Holder = { fierceLungShop?: Promise<Own> | undefined; fierceLungRestoring?: boolean };

/** One database per server process, also across hot reloads of the module. */
const holder = globalThis as Holder;

async function openOwn(): Promise<Own> {
  const shop = await openShop(dataFolder());
  return { ...shop, care: startCare(shop.storage) };
}

/** The shop of this process, opened on first use and kept. Throws DataFolderError; a failed opening is tried anew next time. */
export function ownShop(): Promise<Own> {
  if (holder.fierceLungRestoring)
    return Promise.reject(
      new DataFolderError('busy', 'A backup is being put back. It takes some seconds; nothing is lost.'),
    );
  holder.fierceLungShop ??= openOwn().catch((error: unknown) => {
    holder.fierceLungShop = undefined;
    throw error;
  });
  return holder.fierceLungShop;
}

/** The shop's database. */
export const shopDatabase = (): Promise<Database> => ownShop().then(({ db }) => db);

/** Closes the shop of this process, if it is open: what is running is finished first. */
export async function closeOwnShop(): Promise<void> {
  const open = holder.fierceLungShop;
  holder.fierceLungShop = undefined;
  const shop = await open?.catch(() => null);
  await shop?.care.stop();
  await shop?.close();
}

/**
 * Puts a backup in the place of the shop's data while the server runs: a backup of what is there is made, what is there is
 * set aside, then the shop is opened anew. Throws BackupError; the shop is then as it was.
 */
export async function restoreOwnShop(file: string): Promise<void> {
  const { storage } = await ownShop();
  await storage.backUp('restore');
  await closeOwnShop();
  holder.fierceLungRestoring = true;
  try {
    const folder = dataFolder();
    const lock = await takeLock(folder);
    try {
      await restoreStorage(folder, file);
    } finally {
      await lock.release();
    }
  } finally {
    holder.fierceLungRestoring = false;
  }
  await ownShop();
}

/** Works with the shop, or says in one sentence why its data folder cannot be used: for pages. */
async function orReason<T>(work: () => Promise<T>): Promise<{ data: T } | { reason: string }> {
  try {
    return { data: await work() };
  } catch (error) {
    const storage = dataFolderErrorIn(error);
    if (storage) return { reason: storage.message };
    throw error;
  }
}

export const shopOrReason = <T>(read: (db: Database) => Promise<T>) =>
  orReason(async () => read(await shopDatabase()));

/** What there is to say of the shop's data. */
export const stateOrReason = () =>
  orReason(async () => {
    const { storage, care } = await ownShop();
    return shopState(storage, care);
  });
