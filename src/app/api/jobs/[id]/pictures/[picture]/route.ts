import { ownShop, shopDatabase } from '@/data/connection';
import { findPicture, removePicture } from '@/data/repositories/pictures';
import { dropPicture, readPicture } from '@/data/storage/pictures';
import { pictureParams } from '@/formats/pictures';
import { handler, Refusal } from '../../../../handler';

export const dynamic = 'force-dynamic';

const noSuchPicture = () => new Refusal(404, 'There is no such picture of this job, or its file is damaged.');

export const GET = handler({ params: pictureParams }, async ({ params }) => {
  const found = await findPicture(await shopDatabase(), params.id, params.picture);
  const { storage } = await ownShop();
  const bytes = found && readPicture(storage.folder, found.hash);
  if (!bytes) throw noSuchPicture();
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': found.type,
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'",
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
});

export const DELETE = handler({ params: pictureParams }, async ({ params }) => {
  const gone = await removePicture(await shopDatabase(), params.id, params.picture);
  if (!gone) throw noSuchPicture();
  const { storage } = await ownShop();
  if (gone.unused) dropPicture(storage.folder, gone.unused);
  return { removed: true };
});
