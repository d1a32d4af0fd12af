import { shopDatabase } from '@/data/connection';
import { setRetired } from '@/data/repositories/library';
import { retireSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { itemParams } from '../../../compressors/item-params';
import { noSuchPart } from '../../require-parts';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: itemParams, body: retireSchema }, async ({ params, body }) => {
  if (!(await setRetired(await shopDatabase(), params.id, body.retired))) throw noSuchPart();
  return { retired: body.retired };
});
