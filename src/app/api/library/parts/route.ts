import { shopDatabase } from '@/data/connection';
import { addItem, listParts } from '@/data/repositories/library';
import { addPartSchema, partKindSchema } from '@/formats/api';
import { handler } from '../../handler';
import { requireParts } from './require-parts';

export const dynamic = 'force-dynamic';

export const GET = handler({ query: partKindSchema }, async ({ query }) => ({
  items: await listParts(await shopDatabase(), query.kind),
}));

export const POST = handler({ body: addPartSchema }, async ({ body }) => {
  const db = await shopDatabase();
  await requireParts(db, body.document);
  return addItem(db, body.document);
});
