/**
 * `npm run restore FILE`: puts a backup in the place of the shop's data, on this machine or another. What is there is set
 * aside, never overwritten.
 */
import path from 'node:path';
import { openShop } from '../src/data/connection';
import { dataFolder, requireWritable, takeLock } from '../src/data/folder';
import { BackupError } from '../src/data/storage/archive';
import { isDataFolderError } from '../src/data/storage/errors';
import { fullCheck } from '../src/data/storage/full-check';
import { restoreStorage } from '../src/data/storage/opening';

const [file] = process.argv.slice(2);
if (!file) {
  console.error('Name the backup: npm run restore FILE');
  process.exit(2);
}
try {
  const folder = dataFolder();
  requireWritable(folder);
  const lock = await takeLock(folder);
  const { madeAt } = await restoreStorage(folder, path.resolve(file)).finally(() => lock.release());
  const shop = await openShop(folder);
  const { documents, problems } = await fullCheck(shop.db);
  await shop.close();
  console.log(`Put back in ${folder}: the shop as of ${madeAt}, ${documents} documents.`);
  for (const problem of problems) console.error(problem);
  process.exit(problems.length ? 1 : 0);
} catch (error) {
  const isKnown = error instanceof BackupError || isDataFolderError(error);
  console.error(isKnown ? (error as Error).message : error);
  process.exit(3);
}
