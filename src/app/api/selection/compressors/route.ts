import { shopDatabase } from '@/data/connection';
import { listCompressors } from '@/data/repositories/library';
import { mapsQuerySchema } from '@/formats/api';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** Every compressor on offer with its map, in parts: what a ranking sums over. */
export const GET = handler({ query: mapsQuerySchema }, async ({ query }) => ({
  items: await listCompressors(await shopDatabase(), query.part, query.of),
}));
