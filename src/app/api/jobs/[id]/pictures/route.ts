import { ownShop, shopDatabase } from '@/data/connection';
import { addPicture, isUsed, listPictures } from '@/data/repositories/pictures';
import { dropPicture, keepPicture, pictureType } from '@/data/storage/pictures';
import { requireRoom } from '@/data/storage/space';
import { addPictureSchema, LARGEST_PICTURE, thumbnailSchema } from '@/formats/pictures';
import { handler, readBytes, Refusal } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => ({
  pictures: await listPictures(await shopDatabase(), params.id),
}));

/** A photograph: its bytes are the body, its name and run stand in the address, its thumbnail in a header. */
export const POST = handler(
  { params: jobParams, query: addPictureSchema },
  async ({ params, query, request }) => {
    const thumbnail = thumbnailSchema.safeParse(request.headers.get('x-thumbnail') ?? '');
    if (!thumbnail.success) throw new Refusal(422, 'The small picture that goes with it is missing.');
    const bytes = await readBytes(request, LARGEST_PICTURE);
    const type = pictureType(bytes);
    if (!type) throw new Refusal(415, 'This is no picture: a PNG, JPEG or WebP file is needed.');
    const { storage } = await ownShop();
    requireRoom(storage.folder);
    const hash = keepPicture(storage.folder, bytes);
    const picture = {
      id: crypto.randomUUID(),
      jobId: params.id,
      runId: query.run ?? null,
      name: query.name,
      type,
      bytes: bytes.length,
      hash,
      thumbnail: thumbnail.data,
    };
    const db = await shopDatabase();
    if (!(await addPicture(db, picture))) {
      if (!(await isUsed(db, hash))) dropPicture(storage.folder, hash);
      throw noSuchJob();
    }
    return { id: picture.id, type, bytes: bytes.length };
  },
);
