import { ownShop } from '@/data/connection';
import { dismissRecovery } from '@/data/storage/identity';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** Somebody has read how the data were put together again. */
export const DELETE = handler({}, async () => {
  dismissRecovery((await ownShop()).storage.folder);
  return { read: true };
});
