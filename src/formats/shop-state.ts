import * as z from 'zod';

/** Why a backup was made. */
export type BackupWhy = 'first' | 'daily' | 'update' | 'base' | 'restore' | 'hand';

/** What the shop says of its own data: where they lie, what there is to go back to, and what is wrong. */
export type ShopState = {
  folder: string;
  backupFolder: string;
  /** Newest first; times ISO, sizes bytes. */
  backups: { name: string; at: string; why: BackupWhy; bytes: number }[];
  /** Bytes; `low` where it runs out. */
  space: { free: number; low: boolean };
  /** How the data were put together again; null once somebody has read it. */
  recovery: {
    at: string;
    found: string;
    backup: string;
    backupMadeAt: string;
    changes: number;
    lastChangeAt: string | null;
    missing: string | null;
    aside: string;
  } | null;
  /** Why the day's backup could not be made; null where it could. */
  backupFailure: string | null;
};

/** Name of a backup as this program makes them. */
export const backupNameSchema = z
  .string()
  .regex(/^shop-\d{8}T\d{9}Z-[a-z]{4,8}\.zip$/, 'is no name of a backup');
export const restoreSchema = z.strictObject({ name: backupNameSchema });
export const nothingSchema = z.strictObject({});
export type FullCheckAnswer = { documents: number; problems: string[] };
