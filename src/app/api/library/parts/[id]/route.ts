import { shopDatabase } from '@/data/connection';
import { removeItem } from '@/data/repositories/bin';
import { findPart, saveItem } from '@/data/repositories/library';
import { revisionQuerySchema, savePartSchema } from '@/formats/api';
import { handler, Refusal } from '../../../handler';
import { itemParams } from '../../compressors/item-params';
import { noSuchPart, requireParts } from '../require-parts';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: itemParams, query: revisionQuerySchema }, async ({ params, query }) => {
  const entry = await findPart(await shopDatabase(), params.id, query.revision);
  if (!entry) throw noSuchPart();
  return entry;
});

export const PUT = handler({ params: itemParams, body: savePartSchema }, async ({ params, body }) => {
  const db = await shopDatabase();
  await requireParts(db, body.document);
  const saved = await saveItem(db, params.id, body.baseRevision, body.document);
  if (saved.ok) return { revision: saved.revision };
  if (saved.reason === 'missing') throw noSuchPart();
  throw new Refusal(
    409,
    `This was changed elsewhere: revision ${saved.newest} is newer than the one you edited. Yours was not stored.`,
  );
});

/** For good, from the bin only, and only what no job and no revision of one has on it. */
export const DELETE = handler({ params: itemParams }, async ({ params }) => {
  const removed = await removeItem(await shopDatabase(), params.id);
  if (removed.ok) return { removed: true };
  if (removed.reason === 'missing') throw noSuchPart();
  throw new Refusal(409, `It stays in the bin: ${removed.jobs.slice(0, 3).join(', ')} may still need it.`);
});
