import { shopDatabase } from '@/data/connection';
import { addItem, listLines } from '@/data/repositories/library';
import { addItemSchema, shelfParamSchema } from '@/formats/api';
import { handler } from '../../handler';
import { kindIn, requireFit } from '../item';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: shelfParamSchema }, async ({ params }) => ({
  items: await listLines(await shopDatabase(), kindIn(params).kind),
}));

export const POST = handler({ params: shelfParamSchema, body: addItemSchema }, async ({ params, body }) => {
  const db = await shopDatabase();
  await requireFit(db, kindIn(params), body.document);
  return addItem(db, body.document);
});
