import type { PGlite, Transaction } from '@electric-sql/pglite';
import { diskError } from './errors';
import type { Entry, Journal, RowChange } from './journal';

/** Where changes are noted within the database: what changed in the running transaction, and the number of the last one. */
const NOTEBOOK = `
create schema if not exists storage;
create table if not exists storage.state (one boolean primary key default true check (one), seq bigint not null, shop text not null);
create temp table if not exists journal_rows (id serial, name text, op text, line text);
alter table pg_temp.journal_rows alter column line set storage external;
create or replace function storage.note_row() returns trigger language plpgsql as $note$
begin
  if tg_op = 'DELETE' then
    insert into pg_temp.journal_rows (name, op, line)
      select tg_table_name, 'delete', jsonb_object_agg(key, value)::text from jsonb_each(to_jsonb(old)) where key = any (tg_argv);
  else
    insert into pg_temp.journal_rows (name, op, line) values (tg_table_name, lower(tg_op), to_jsonb(new)::text);
  end if;
  return null;
end $note$;
`;

/** A table of the shop with the columns of its primary key, in an order in which rows can be put in. */
export type ShopTable = { name: string; key: string[] };

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

/** Every table of the shop, whatever the schema of this version. */
export async function shopTables(client: PGlite | Transaction): Promise<ShopTable[]> {
  const { rows } = await client.query<ShopTable>(`
    select c.relname as name, array_agg(a.attname::text order by array_position(i.indkey::int[], a.attnum::int)) as key
    from pg_class c join pg_index i on i.indrelid = c.oid and i.indisprimary
    join pg_attribute a on a.attrelid = c.oid and a.attnum = any (i.indkey::int[])
    where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' group by c.relname order by c.relname`);
  return rows;
}

/** Rows of every table. */
export async function countRows(client: PGlite | Transaction): Promise<Record<string, number>> {
  const tables = await shopTables(client);
  if (!tables.length) return {};
  const { rows } = await client.query<{ name: string; n: number }>(
    tables
      .map(({ name }) => `select '${name}' as name, count(*)::int as n from ${quoted(name)}`)
      .join(' union all '),
  );
  return Object.fromEntries(rows.map(({ name, n }) => [name, n]));
}

/** Sets up what notes every change of every table. In: client with its tables; the shop's own name. Out: number of the last change. */
export async function setUpNotes(client: PGlite, shop: string): Promise<{ seq: number; shop: string }> {
  await client.exec(NOTEBOOK);
  await client.query('insert into storage.state (seq, shop) values (0, $1) on conflict do nothing', [shop]);
  for (const { name, key } of await shopTables(client))
    await client.exec(
      `create or replace trigger note_row after insert or update or delete on ${quoted(name)} for each row execute function storage.note_row(${key.map((k) => `'${k}'`).join(', ')})`,
    );
  const { rows } = await client.query<{ seq: number; shop: string }>(
    'select seq::int as seq, shop from storage.state',
  );
  return rows[0]!;
}

export const setSeq = (client: PGlite | Transaction, seq: number): Promise<unknown> =>
  client.query('update storage.state set seq = $1', [seq]);

/** Puts entries of a journal into the tables, in order. Rows that stand there already are overwritten. */
export async function replay(client: PGlite, entries: readonly Entry[]): Promise<void> {
  if (!entries.length) return;
  const keys = new Map((await shopTables(client)).map(({ name, key }) => [name, key]));
  await client.transaction(async (tx) => {
    // Parts of one change may come before what they refer to: the whole is consistent.
    await tx.exec("set local session_replication_role = 'replica'");
    for (const { rows } of entries) for (const change of rows) await putRow(tx, change, keys);
    await setSeq(tx, entries.at(-1)!.seq);
  });
}

async function putRow(
  tx: Transaction,
  { table, op, row }: RowChange,
  keys: ReadonlyMap<string, string[]>,
): Promise<void> {
  const key = keys.get(table);
  if (!key) throw new Error(`The journal names a table that is not there: ${table}.`);
  const same = key.map((k) => `t.${quoted(k)} = given.${quoted(k)}`).join(' and ');
  const name = quoted(table);
  await tx.query(
    `delete from ${name} t using jsonb_populate_record(null::${name}, $1::jsonb) given where ${same}`,
    [row],
  );
  if (op !== 'delete')
    await tx.query(`insert into ${name} select * from jsonb_populate_record(null::${name}, $1::jsonb)`, [
      row,
    ]);
}

/** What the journal needs to know of the shop while it is open. */
export type Keeper = {
  folder: string;
  steps: number;
  seq: number;
  counts: Record<string, number>;
  journal: Journal;
  /** Asked before each commit: throws where the disk has no room left for it. */
  requireRoom: () => void;
  now: () => string;
};

const isWriting = /^\s*(with\b[\s\S]*\b)?(insert|update|delete|merge)\b/i;

/**
 * From here on every transaction is written to the journal and forced before it is committed, whoever makes it: one that
 * the journal refuses is rolled back. In: client; what it keeps, whose `seq` and `counts` go on.
 */
export function keepJournal(client: PGlite, keeper: Keeper): void {
  const transaction = client.transaction.bind(client);
  const query = client.query.bind(client);

  // One after the other to the very end: a journal line that is taken back must still be the last one.
  let queue: Promise<unknown> = Promise.resolve();
  const noted = <T>(work: (tx: Transaction) => Promise<T>): Promise<T> => {
    const run = queue.then(() => committed(work));
    queue = run.catch(() => {});
    return run;
  };

  async function committed<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
    const written: { entry: Entry | null } = { entry: null };
    try {
      const result = await transaction(async (tx) => {
        const done = await work(tx);
        written.entry = await write(tx);
        return done;
      });
      if (written.entry) ({ seq: keeper.seq, counts: keeper.counts } = written.entry);
      return result;
    } catch (error) {
      if (written.entry) keeper.journal.revoke(written.entry.seq);
      throw diskError(error, keeper.folder);
    }
  }

  async function write(tx: Transaction): Promise<Entry | null> {
    const { rows } = await tx.query<{ id: number; name: string; op: RowChange['op']; line: string }>(
      'delete from pg_temp.journal_rows returning id, name, op, line',
    );
    if (!rows.length) return null;
    keeper.requireRoom();
    const counts = { ...keeper.counts };
    for (const { name, op } of rows)
      counts[name] = (counts[name] ?? 0) + (op === 'insert' ? 1 : op === 'delete' ? -1 : 0);
    const entry: Entry = {
      seq: keeper.seq + 1,
      at: keeper.now(),
      steps: keeper.steps,
      counts,
      rows: rows.sort((a, b) => a.id - b.id).map(({ name, op, line }) => ({ table: name, op, row: line })),
    };
    await setSeq(tx, entry.seq);
    keeper.journal.append(entry);
    return entry;
  }

  client.transaction = noted as PGlite['transaction'];
  client.query = ((text: string, ...rest: unknown[]) =>
    isWriting.test(text)
      ? noted((tx) => tx.query(text, ...(rest as [])))
      : query(text, ...(rest as []))) as PGlite['query'];
}
