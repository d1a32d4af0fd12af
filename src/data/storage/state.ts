import type { ShopState } from '@/formats/shop-state';
import { backupFolder, listBackups } from './backups';
import type { Care } from './care';
import { readRecovery } from './identity';
import type { OpenStorage } from './opening';
import { freeSpace, isLow } from './space';

/** What there is to say of an open shop's data. */
export function shopState({ folder }: OpenStorage, care: Care): ShopState {
  const free = freeSpace(folder);
  return {
    folder,
    backupFolder: backupFolder(folder),
    backups: listBackups(backupFolder(folder)).map(({ name, at, why, bytes }) => ({
      name,
      at: at.toISOString(),
      why,
      bytes,
    })),
    space: { free, low: isLow(free) },
    recovery: readRecovery(folder),
    backupFailure: care.lastFailure(),
  };
}
