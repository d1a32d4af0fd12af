import { index, integer, jsonb, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';
import type { Change } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import type { RunCard } from '@/core/dyno/card';
import type { RunHead } from '@/core/dyno/run-head';
import type { FrozenForecast } from '@/formats/forecasts';
import type { LogMapping } from '@/formats/run-log';
import type { StoredLog } from '@/formats/runs';
import type { Summary } from '@/core/studies/summary';
import type { Ref } from '@/core/documents/ref';
import type { ItemDocument } from '@/formats/kinds/documents';
import type { Settings } from '@/formats/settings';
import type { CommonHead } from '@/formats/kinds/kind';

/** Figures of a list by the item's kind, and the references of its document. */
export type StoredHead = CommonHead & Record<string, unknown> & { refs?: Ref[] };

const time = (name: string) => timestamp(name, { withTimezone: true });

/** A job's head: which revision is current, and whether it lies in the bin. */
export const jobs = pgTable('jobs', {
  id: text('id').primaryKey(),
  revision: integer('revision').notNull(),
  createdAt: time('created_at').notNull().defaultNow(),
  binnedAt: time('binned_at'),
});

/** Append-only: every commit is a full snapshot with what changed. Only a stale summary is ever rewritten. */
export const jobRevisions = pgTable(
  'job_revisions',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    revision: integer('revision').notNull(),
    document: jsonb('document').$type<Job>().notNull(),
    changes: jsonb('changes').$type<Change[]>().notNull(),
    summary: jsonb('summary').$type<Summary | { coreVersion: 0 }>().notNull(),
    /** What somebody calls this revision: the only thing of it that may change. */
    name: text('name'),
    createdAt: time('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.revision] })],
);

export const libraryItems = pgTable('library_items', {
  id: text('id').primaryKey(),
  kind: text('kind').notNull(),
  revision: integer('revision').notNull(),
  retiredAt: time('retired_at'),
  binnedAt: time('binned_at'),
});

/** Immutable: an item that changes gets a new revision, so that a job keeps the one it was sized with. */
export const libraryRevisions = pgTable(
  'library_revisions',
  {
    itemId: text('item_id')
      .notNull()
      .references(() => libraryItems.id),
    revision: integer('revision').notNull(),
    document: jsonb('document').$type<ItemDocument>().notNull(),
    /** What its kind's list shows and what it is made of, made with the revision; null until an older folder is prepared. */
    head: jsonb('head').$type<StoredHead>(),
    createdAt: time('created_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.itemId, table.revision] })],
);

/** Runs of a job's engine: rows of their own, since a log would weigh a job down. What its file said stays for ever. */
export const runs = pgTable(
  'runs',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    card: jsonb('card').$type<RunCard>().notNull(),
    log: jsonb('log').$type<StoredLog>().notNull(),
    /** The file, compressed, in base 64. */
    raw: text('raw').notNull(),
    /** What a list says of it; made from the log where an older shop has none. */
    head: jsonb('head').$type<RunHead>(),
    /** Words of the card, in small letters, by which it is found. */
    said: text('said').notNull().default(''),
    deletedAt: time('deleted_at'),
    createdAt: time('created_at').notNull().defaultNow(),
  },
  (table) => [index('runs_job').on(table.jobId)],
);

/** Forecasts that were promised: each is written once and never changed. */
export const forecasts = pgTable(
  'forecasts',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    document: jsonb('document').$type<FrozenForecast>().notNull(),
    frozenAt: time('frozen_at').notNull().defaultNow(),
  },
  (table) => [index('forecasts_job').on(table.jobId)],
);

/** What the columns of a logger or a dyno were taken for last, by the names of its columns. */
export const logSources = pgTable('log_sources', {
  columns: text('columns').primaryKey(),
  mapping: jsonb('mapping').$type<LogMapping>().notNull(),
  savedAt: time('saved_at').notNull().defaultNow(),
});

/** Photographs: the file lies beside the database under its hash, here is what it belongs to. */
export const pictures = pgTable(
  'pictures',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** The run it belongs to; null where it is the job's. */
    runId: text('run_id'),
    name: text('name').notNull(),
    type: text('type').notNull(),
    bytes: integer('bytes').notNull(),
    hash: text('hash').notNull(),
    /** A small JPEG as a data address. */
    thumbnail: text('thumbnail').notNull(),
    createdAt: time('created_at').notNull().defaultNow(),
  },
  (table) => [index('pictures_job').on(table.jobId)],
);

/** What the shop has set for itself: one row. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  document: jsonb('document').$type<Settings>().notNull(),
  savedAt: time('saved_at').notNull().defaultNow(),
});
