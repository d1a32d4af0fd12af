import { shopDatabase } from '@/data/connection';
import { duplicateJob } from '@/data/repositories/jobs';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const POST = handler({ params: jobParams }, async ({ params }) => {
  const copy = await duplicateJob(await shopDatabase(), params.id);
  if (!copy) throw noSuchJob();
  return copy;
});
