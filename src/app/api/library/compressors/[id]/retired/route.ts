import { shopDatabase } from '@/data/connection';
import { setRetired } from '@/data/repositories/library';
import { retireSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { itemParams, noSuchItem } from '../../item-params';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: itemParams, body: retireSchema }, async ({ params, body }) => {
  if (!(await setRetired(await shopDatabase(), params.id, body.retired))) throw noSuchItem();
  return { retired: body.retired };
});
