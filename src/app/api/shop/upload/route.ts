import { createWriteStream, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { ownShop } from '@/data/connection';
import { BackupError, readBackup } from '@/data/storage/archive';
import { backupFolder, backupName } from '@/data/storage/backups';
import { requireRoom } from '@/data/storage/space';
import { handler, Refusal } from '../../handler';

export const dynamic = 'force-dynamic';

const LARGEST = 2_000_000_000;

/** A backup from elsewhere, put among the shop's own once it has been read to its end. */
export const POST = handler({}, async ({ request }) => {
  if (!/^application\/zip\b/i.test(request.headers.get('content-type') ?? ''))
    throw new Refusal(415, 'A backup is a zip file (application/zip).');
  const { storage } = await ownShop();
  requireRoom(storage.folder);
  const folder = backupFolder(storage.folder);
  const file = path.join(folder, `.upload-${process.pid}-${Date.now()}`);
  let size = 0;
  const capped = new TransformStream<Uint8Array, Uint8Array>({
    transform: (chunk, control) => {
      size += chunk.byteLength;
      if (size > LARGEST) control.error(new Refusal(413, 'A backup may have at most 2 GB.'));
      else control.enqueue(chunk);
    },
  });
  try {
    if (!request.body) throw new Refusal(400, 'The request holds no file.');
    await pipeline(Readable.fromWeb(request.body.pipeThrough(capped) as NodeStream), createWriteStream(file));
    const { madeAt } = await readBackup(file);
    const name = backupName(new Date(madeAt), 'hand');
    renameSync(file, path.join(folder, name));
    return { name };
  } catch (error) {
    if (error instanceof BackupError)
      throw new Refusal(422, `This file is no backup that can be put back. ${error.message}`);
    throw error;
  } finally {
    rmSync(file, { force: true });
  }
});
