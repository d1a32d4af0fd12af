import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import * as z from 'zod';
import { ownShop } from '@/data/connection';
import { backupFolder, listBackups } from '@/data/storage/backups';
import { backupNameSchema } from '@/formats/shop-state';
import { handler, Refusal } from '../../../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: z.object({ name: backupNameSchema }) }, async ({ params }) => {
  const { storage } = await ownShop();
  const backup = listBackups(backupFolder(storage.folder)).find(({ name }) => name === params.name);
  if (!backup) throw new Refusal(404, 'There is no such backup.');
  return new Response(Readable.toWeb(createReadStream(backup.file)) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(backup.bytes),
      'content-disposition': `attachment; filename="${backup.name}"`,
      'cache-control': 'no-store',
    },
  });
});
