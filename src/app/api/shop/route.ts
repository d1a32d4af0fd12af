import { ownShop } from '@/data/connection';
import { shopState } from '@/data/storage/state';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => {
  const { storage, care } = await ownShop();
  return shopState(storage, care);
});
