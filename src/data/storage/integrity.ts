import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { countRows } from './journalled';

/** The embedded database's own version, as its folder says it. */
const DATABASE_VERSION = '18';
/** Folders and files without which it is no database. */
const NEEDED = ['PG_VERSION', 'base', 'global', 'pg_wal', 'pg_xact', 'global/pg_control', 'postgresql.conf'];
const CONTROL_BYTES = 8_192;

/** What is wrong with a database's files before it is opened, one sentence; null where nothing is seen. */
export function filesTrouble(place: string): string | null {
  if (!existsSync(place)) return 'The database is missing.';
  if (!statSync(place).isDirectory()) return 'Where the database was lies a file.';
  if (readdirSync(place).length === 0) return 'The database’s folder is empty.';
  const missing = NEEDED.filter((name) => !existsSync(path.join(/*turbopackIgnore: true*/ place, name)));
  if (missing.length)
    return `Of the database ${missing.slice(0, 3).join(', ')} ${missing.length > 1 ? 'are' : 'is'} missing.`;
  const version = readFileSync(path.join(/*turbopackIgnore: true*/ place, 'PG_VERSION'), 'utf8').trim();
  if (version !== DATABASE_VERSION)
    return `The database is of another kind (version ${version.slice(0, 12) || 'unknown'}, not ${DATABASE_VERSION}).`;
  const control = statSync(path.join(/*turbopackIgnore: true*/ place, 'global/pg_control')).size;
  if (control !== CONTROL_BYTES) return 'The database’s control file is cut off.';
  return null;
}

/** Heads without their current revision. */
const HEADLESS = `
  select 'jobs' as of, h.id from jobs h left join job_revisions r on r.job_id = h.id and r.revision = h.revision where r.job_id is null
  union all
  select 'library items', h.id from library_items h left join library_revisions r on r.item_id = h.id and r.revision = h.revision where r.item_id is null`;

/**
 * The cheap check at the start: tables that hold fewer rows than the last change left in them, and jobs or items without
 * their current revision. Out: what is wrong, one sentence; null where nothing is. Reads every page, but no document.
 */
export async function quickTrouble(
  client: PGlite,
  expected: Record<string, number> | null,
): Promise<string | null> {
  const counts = await countRows(client);
  for (const [table, wanted] of Object.entries(expected ?? {}))
    if ((counts[table] ?? 0) < wanted)
      return `The table ${table} holds ${counts[table] ?? 0} rows; the last change left ${wanted}.`;
  const { rows } = await client.query<{ of: string; id: string }>(HEADLESS);
  if (rows.length) return `${rows.length} ${rows[0]!.of} have lost their current revision (${rows[0]!.id}).`;
  return null;
}
