import { shopDatabase } from '@/data/connection';
import { setItemBinned } from '@/data/repositories/library';
import { binSchema, itemParamSchema } from '@/formats/api';
import { handler } from '../../../../handler';
import { kindIn, noSuchItem } from '../../../item';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: itemParamSchema, body: binSchema }, async ({ params, body }) => {
  const kind = kindIn(params);
  if (!(await setItemBinned(await shopDatabase(), kind.kind, params.id, body.binned))) throw noSuchItem(kind);
  return { binned: body.binned };
});
