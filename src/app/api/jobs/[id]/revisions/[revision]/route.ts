import { shopDatabase } from '@/data/connection';
import { findRevision, nameRevision } from '@/data/repositories/history';
import { nameRevisionSchema, revisionParamSchema } from '@/formats/api';
import { handler, Refusal } from '../../../../handler';

export const dynamic = 'force-dynamic';

const noSuchRevision = () => new Refusal(404, 'This job has no such revision.');

export const GET = handler({ params: revisionParamSchema }, async ({ params }) => {
  const job = await findRevision(await shopDatabase(), params.id, params.revision);
  if (!job) throw noSuchRevision();
  return { revision: params.revision, job };
});

/** An empty name takes the name away. */
export const PUT = handler(
  { params: revisionParamSchema, body: nameRevisionSchema },
  async ({ params, body }) => {
    const name = body.name || null;
    if (!(await nameRevision(await shopDatabase(), params.id, params.revision, name))) throw noSuchRevision();
    return { name };
  },
);
