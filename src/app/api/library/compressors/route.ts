import { shopDatabase } from '@/data/connection';
import { addCompressor, listHeads } from '@/data/repositories/library';
import { addCompressorSchema } from '@/formats/api';
import { handler } from '../../handler';
import { requireSound } from '../../sound-map';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => ({ compressors: await listHeads(await shopDatabase()) }));

export const POST = handler({ body: addCompressorSchema }, async ({ body }) => {
  await requireSound(body.document);
  return addCompressor(await shopDatabase(), body.document);
});
