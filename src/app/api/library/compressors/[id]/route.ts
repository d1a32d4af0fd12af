import { shopDatabase } from '@/data/connection';
import { removeItem } from '@/data/repositories/bin';
import { findCompressor, saveItem } from '@/data/repositories/library';
import { revisionQuerySchema, saveCompressorSchema } from '@/formats/api';
import { handler, Refusal } from '../../../handler';
import { requireSound } from '../../../sound-map';
import { itemParams, noSuchItem } from '../item-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: itemParams, query: revisionQuerySchema }, async ({ params, query }) => {
  const entry = await findCompressor(await shopDatabase(), params.id, query.revision);
  if (!entry) throw noSuchItem();
  return entry;
});

export const PUT = handler({ params: itemParams, body: saveCompressorSchema }, async ({ params, body }) => {
  await requireSound(body.document);
  const saved = await saveItem(await shopDatabase(), params.id, body.baseRevision, body.document);
  if (saved.ok) return { revision: saved.revision };
  if (saved.reason === 'missing') throw noSuchItem();
  throw new Refusal(
    409,
    `This compressor was changed elsewhere: revision ${saved.newest} is newer than the one you edited. Yours was not stored.`,
  );
});

/** For good, from the bin only, and only what no job and no revision of one has on it. */
export const DELETE = handler({ params: itemParams }, async ({ params }) => {
  const removed = await removeItem(await shopDatabase(), params.id);
  if (removed.ok) return { removed: true };
  if (removed.reason === 'missing')
    throw new Refusal(404, 'No such compressor lies in the bin: only a deleted one can be removed for good.');
  throw new Refusal(
    409,
    `It stays in the bin: ${removed.jobs.slice(0, 3).join(', ')}${removed.jobs.length > 3 ? ' and others' : ''} may still need it.`,
  );
});
