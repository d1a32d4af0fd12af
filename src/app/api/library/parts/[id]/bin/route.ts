import { shopDatabase } from '@/data/connection';
import { setItemBinned } from '@/data/repositories/library';
import { binSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { itemParams } from '../../../compressors/item-params';
import { noSuchPart } from '../../require-parts';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: itemParams, body: binSchema }, async ({ params, body }) => {
  if (!(await setItemBinned(await shopDatabase(), params.id, body.binned))) throw noSuchPart();
  return { binned: body.binned };
});
