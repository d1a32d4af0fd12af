import { shopDatabase } from '@/data/connection';
import { setRetired } from '@/data/repositories/library';
import { itemParamSchema, retireSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { kindIn, noSuchItem } from '../../../item';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: itemParamSchema, body: retireSchema }, async ({ params, body }) => {
  const kind = kindIn(params);
  if (!(await setRetired(await shopDatabase(), kind.kind, params.id, body.retired))) throw noSuchItem(kind);
  return { retired: body.retired };
});
