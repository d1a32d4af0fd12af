import { ownShop } from '@/data/connection';
import { nothingSchema } from '@/formats/shop-state';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

export const POST = handler({ body: nothingSchema }, async () => {
  const { name, manifest } = await (await ownShop()).storage.backUp('hand');
  return { name, counts: manifest.counts };
});
