/**
 * `npm run backup [folder]`: the whole shop into one archive, in the backup folder or the one named. A shop that is being
 * served is asked to do it itself.
 */
import { copyFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { openShop } from '../src/data/connection';
import { dataFolder } from '../src/data/folder';
import { backupFolder } from '../src/data/storage/backups';
import { isDataFolderError } from '../src/data/storage/errors';

const address = `http://127.0.0.1:${process.env.PORT ?? '3210'}`;

async function asked(): Promise<string> {
  const answer = await fetch(`${address}/api/shop/backups`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-fierce-lung': 'backup' },
    body: '{}',
  });
  const said = (await answer.json()) as { name?: string; error?: string };
  if (!answer.ok || !said.name) throw new Error(said.error ?? `The server answered ${answer.status}.`);
  return said.name;
}

async function made(): Promise<string> {
  const shop = await openShop(dataFolder());
  const { name } = await shop.storage.backUp('hand');
  await shop.close();
  return name;
}

try {
  const name = await made().catch((error: unknown) => {
    if (isDataFolderError(error) && error.code === 'held') return asked();
    throw error;
  });
  let file = path.join(backupFolder(dataFolder()), name);
  const [target] = process.argv.slice(2);
  if (target) {
    mkdirSync(target, { recursive: true });
    copyFileSync(file, path.join(target, name));
    file = path.resolve(target, name);
  }
  console.log(`Backed up: ${file}`);
  process.exit(0);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  if (isDataFolderError(error) && error.code === 'held')
    console.error(`The server that holds the folder does not answer at ${address}; set PORT to its port.`);
  process.exit(3);
}
