import { shopDatabase } from '@/data/connection';
import { duplicateItem } from '@/data/repositories/library';
import { itemParamSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { kindIn, noSuchItem } from '../../../item';

export const dynamic = 'force-dynamic';

export const POST = handler({ params: itemParamSchema }, async ({ params }) => {
  const kind = kindIn(params);
  const copy = await duplicateItem(await shopDatabase(), kind.kind, params.id);
  if (!copy) throw noSuchItem(kind);
  return copy;
});
