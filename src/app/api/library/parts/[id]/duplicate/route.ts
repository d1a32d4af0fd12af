import { shopDatabase } from '@/data/connection';
import { duplicateItem } from '@/data/repositories/library';
import { handler } from '../../../../handler';
import { itemParams } from '../../../compressors/item-params';
import { noSuchPart } from '../../require-parts';

export const dynamic = 'force-dynamic';

export const POST = handler({ params: itemParams }, async ({ params }) => {
  const copy = await duplicateItem(await shopDatabase(), params.id);
  if (!copy) throw noSuchPart();
  return copy;
});
