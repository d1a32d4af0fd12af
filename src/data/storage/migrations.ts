import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import * as z from 'zod';

const folder = () => path.resolve(/*turbopackIgnore: true*/ 'drizzle');
const journalSchema = z.looseObject({ entries: z.array(z.looseObject({ tag: z.string() })) });
const journal = () =>
  journalSchema.parse(JSON.parse(readFileSync(path.join(folder(), 'meta', '_journal.json'), 'utf8')));

/** How many steps the tables of this version are made in. */
export const schemaSteps = (): number => journal().entries.length;

/** How many steps a database has been through; none where it has no tables of ours. */
export async function stepsOf(client: PGlite): Promise<number> {
  const { rows } = await client.query<{ there: boolean }>(
    "select to_regclass('drizzle.__drizzle_migrations') is not null as there",
  );
  if (!rows[0]!.there) return 0;
  const done = await client.query<{ n: number }>(
    'select count(*)::int as n from drizzle.__drizzle_migrations',
  );
  return done.rows[0]!.n;
}

/** Brings the tables up to a step, the newest unless another is named: a backup is put back into the tables it came from. */
export async function migrateTo(client: PGlite, steps = schemaSteps()): Promise<void> {
  const db = drizzle(client);
  const all = journal();
  if (steps >= all.entries.length) return migrate(db, { migrationsFolder: folder() });
  const some = mkdtempSync(path.join(os.tmpdir(), 'fierce-lung-steps-'));
  try {
    cpSync(folder(), some, { recursive: true });
    const fewer = { ...all, entries: all.entries.slice(0, steps) };
    writeFileSync(path.join(some, 'meta', '_journal.json'), JSON.stringify(fewer));
    await migrate(db, { migrationsFolder: some });
  } finally {
    rmSync(some, { recursive: true, force: true });
  }
}
