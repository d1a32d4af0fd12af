import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';

/** Why a backup is made. Those by hand and before a restore are never removed by themselves. */
const backupReasons = ['first', 'daily', 'update', 'base', 'restore', 'hand'] as const;
export type BackupReason = (typeof backupReasons)[number];

/** A backup in the backup folder. */
export type BackupFile = { name: string; file: string; at: Date; why: BackupReason; bytes: number };

/** Where backups go: `FIERCE_LUNG_BACKUPS`, best on another disk, or 'backups' in the data folder. */
export const backupFolder = (folder: string): string =>
  path.resolve(/*turbopackIgnore: true*/ process.env.FIERCE_LUNG_BACKUPS ?? path.join(folder, 'backups'));

const NAME = /^shop-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z-([a-z]+)\.zip$/;

export const backupName = (at: Date, why: BackupReason): string =>
  `shop-${at.toISOString().replace(/[-:.]/g, '')}-${why}.zip`;

/** The backups of a folder, newest first. */
export function listBackups(folder: string): BackupFile[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name) => {
      const [, y, mo, d, h, mi, s, ms, why] = NAME.exec(name) ?? [];
      if (!backupReasons.includes(why as BackupReason)) return [];
      const file = path.join(folder, name);
      const at = new Date(`${y}-${mo}-${d}T${h}:${mi}:${s}.${ms}Z`);
      return [{ name, file, at, why: why as BackupReason, bytes: statSync(file).size }];
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime());
}

const DAY = 86_400_000;
const DAYS = 7;
const WEEKS = 4;
const dayOf = (at: Date) => Math.floor(at.getTime() / DAY);
/** Weeks from Monday to Sunday. */
const weekOf = (at: Date) => Math.floor((dayOf(at) + 3) / 7);

/**
 * Which backups have had their time: kept are the newest of each of the last seven days and of the last four weeks on which
 * one was made, the newest three of all, and those that somebody made by hand or that stood before a restore.
 */
export function outdated(backups: readonly BackupFile[]): BackupFile[] {
  const kept = new Set(backups.filter(({ why }) => why === 'hand' || why === 'restore'));
  const ofItself = backups.filter((b) => !kept.has(b)).sort((a, b) => b.at.getTime() - a.at.getTime());
  for (const backup of ofItself.slice(0, 3)) kept.add(backup);
  for (const [of, most] of [
    [dayOf, DAYS],
    [weekOf, WEEKS],
  ] as const) {
    const seen = new Set<number>();
    for (const backup of ofItself) {
      const period = of(backup.at);
      if (seen.has(period)) continue;
      if (seen.size === most) break;
      seen.add(period);
      kept.add(backup);
    }
  }
  return backups.filter((b) => !kept.has(b));
}

export function rotate(folder: string): void {
  for (const { file } of outdated(listBackups(folder))) rmSync(file, { force: true });
}

/** Whether the day's backup is due: none in 24 hours. */
export const isDue = (backups: readonly BackupFile[], now: Date): boolean =>
  !backups.some(({ at }) => now.getTime() - at.getTime() < DAY);
