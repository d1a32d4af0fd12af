import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { databaseFolder, DataFolderError, dataFolder, requireWritable, takeLock, type Lock } from './folder';
import * as schema from './schema';

const openDrizzle = (client: PGlite) => drizzle(client, { schema });
export type Database = ReturnType<typeof openDrizzle>;
export type Shop = { db: Database; close: () => Promise<void> };

/** Opens one database directory and brings its tables up to date. The caller holds the folder's lock. */
export async function openDatabase(directory: string, options: { loadDataDir?: Blob } = {}): Promise<Shop> {
  const client = await PGlite.create(directory, options);
  const db = openDrizzle(client);
  await migrate(db, { migrationsFolder: path.resolve(/*turbopackIgnore: true*/ 'drizzle') });
  return { db, close: () => client.close() };
}

/**
 * Makes a fresh database beside its place and moves it there when it is whole: a process killed meanwhile leaves no half
 * made one behind. `fill` seeds it. The caller holds the folder's lock.
 */
export async function createDatabase(folder: string, fill: (db: Database) => Promise<void>): Promise<void> {
  const place = databaseFolder(folder);
  const unfinished = `${place}-unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  const { db, close } = await openDatabase(unfinished);
  await fill(db);
  await close();
  renameSync(unfinished, place);
}

async function openOwn(): Promise<Shop & { lock: Lock }> {
  const folder = dataFolder();
  requireWritable(folder);
  const lock = await takeLock(folder);
  try {
    if (!existsSync(databaseFolder(folder))) await createDatabase(folder, async () => {});
    return { ...(await openDatabase(databaseFolder(folder))), lock };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

/** One database per server process, also across hot reloads of the module. */
const holder = globalThis as { fierceLungShop?: Promise<Shop> | undefined };

/** The shop's database, opened on first use and kept. Throws DataFolderError; a failed opening is tried anew next time. */
export function shopDatabase(): Promise<Database> {
  holder.fierceLungShop ??= openOwn().catch((error: unknown) => {
    holder.fierceLungShop = undefined;
    throw error;
  });
  return holder.fierceLungShop.then((shop) => shop.db);
}

/** Reads from the shop, or says in one sentence why its data folder cannot be used: for pages. */
export async function shopOrReason<T>(
  read: (db: Database) => Promise<T>,
): Promise<{ data: T } | { reason: string }> {
  try {
    return { data: await read(await shopDatabase()) };
  } catch (error) {
    if (error instanceof DataFolderError) return { reason: error.message };
    throw error;
  }
}
