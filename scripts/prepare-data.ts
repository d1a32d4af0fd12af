/** Prepares the data folder in a short process of its own, so that the server starts fast and small. */
import { dataFolder } from '../src/data/folder';
import { isDataFolderError } from '../src/data/storage/errors';
import { prepareFolder } from '../src/data/prepare';

const seed = process.argv[2] === 'demo' ? 'demo' : 'shop';
process.env.FIERCE_LUNG_DATA ??= `data/${seed}`;
try {
  const done = await prepareFolder(dataFolder(), seed);
  const words = { made: 'made', updated: 'brought up to date', ready: 'ready' };
  console.log(`Data folder ${dataFolder()}: ${words[done]}.`);
  process.exit(0);
} catch (error) {
  console.error(isDataFolderError(error) ? error.message : error);
  process.exit(isDataFolderError(error) ? 3 : 1);
}
