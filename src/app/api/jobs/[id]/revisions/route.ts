import { shopDatabase } from '@/data/connection';
import { listRevisions } from '@/data/repositories/history';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => {
  const revisions = await listRevisions(await shopDatabase(), params.id);
  if (revisions.length === 0) throw noSuchJob();
  return { revisions };
});
