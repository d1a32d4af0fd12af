import { shopDatabase } from '@/data/connection';
import { removeItem } from '@/data/repositories/bin';
import { findEntry, saveItem } from '@/data/repositories/library';
import { itemParamSchema, revisionQuerySchema, saveItemSchema } from '@/formats/api';
import { handler, Refusal } from '../../../handler';
import { kindIn, noSuchItem, requireFit } from '../../item';

export const dynamic = 'force-dynamic';

export const GET = handler(
  { params: itemParamSchema, query: revisionQuerySchema },
  async ({ params, query }) => {
    const kind = kindIn(params);
    const entry = await findEntry(await shopDatabase(), kind.kind, params.id, query.revision);
    if (!entry) throw noSuchItem(kind);
    return entry;
  },
);

export const PUT = handler({ params: itemParamSchema, body: saveItemSchema }, async ({ params, body }) => {
  const db = await shopDatabase();
  const kind = kindIn(params);
  await requireFit(db, kind, body.document);
  const saved = await saveItem(db, params.id, body.baseRevision, body.document);
  if (saved.ok) return { revision: saved.revision };
  if (saved.reason === 'missing') throw noSuchItem(kind);
  throw new Refusal(
    409,
    `This ${kind.words.one} was changed elsewhere: revision ${saved.newest} is newer than the one you edited. Yours was not stored.`,
  );
});

/** For good, from the bin only, and only what no job, no revision of one and no other item has on it. */
export const DELETE = handler({ params: itemParamSchema }, async ({ params }) => {
  const kind = kindIn(params);
  const removed = await removeItem(await shopDatabase(), kind.kind, params.id);
  if (removed.ok) return { removed: true };
  if (removed.reason === 'missing')
    throw new Refusal(
      404,
      `No such ${kind.words.one} lies in the bin: only a deleted one can be removed for good.`,
    );
  throw new Refusal(
    409,
    `It stays in the bin: ${removed.users.slice(0, 3).join(', ')}${removed.users.length > 3 ? ' and others' : ''} may still need it.`,
  );
});
