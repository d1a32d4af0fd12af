import { shopDatabase } from '@/data/connection';
import { duplicateItem } from '@/data/repositories/library';
import { handler } from '../../../../handler';
import { itemParams, noSuchItem } from '../../item-params';

export const dynamic = 'force-dynamic';

export const POST = handler({ params: itemParams }, async ({ params }) => {
  const copy = await duplicateItem(await shopDatabase(), params.id);
  if (!copy) throw noSuchItem();
  return copy;
});
