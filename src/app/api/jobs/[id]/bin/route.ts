import { shopDatabase } from '@/data/connection';
import { setBinned } from '@/data/repositories/jobs';
import { binSchema } from '@/formats/api';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: jobParams, body: binSchema }, async ({ params, body }) => {
  if (!(await setBinned(await shopDatabase(), params.id, body.binned))) throw noSuchJob();
  return { binned: body.binned };
});
