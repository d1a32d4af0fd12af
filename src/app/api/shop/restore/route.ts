import { ownShop, restoreOwnShop } from '@/data/connection';
import { BackupError } from '@/data/storage/archive';
import { backupFolder, listBackups } from '@/data/storage/backups';
import { restoreSchema } from '@/formats/shop-state';
import { handler, Refusal } from '../../handler';

export const dynamic = 'force-dynamic';

export const POST = handler({ body: restoreSchema }, async ({ body }) => {
  const { storage } = await ownShop();
  const backup = listBackups(backupFolder(storage.folder)).find(({ name }) => name === body.name);
  if (!backup) throw new Refusal(404, 'There is no such backup.');
  try {
    await restoreOwnShop(backup.file);
  } catch (error) {
    if (error instanceof BackupError)
      throw new Refusal(422, `This backup cannot be put back. ${error.message} Nothing was changed.`);
    throw error;
  }
  return { restored: backup.name };
});
