import { shopDatabase } from '@/data/connection';
import { addRun, listRuns } from '@/data/repositories/runs';
import { addRunSchema } from '@/formats/runs';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => ({
  runs: await listRuns(await shopDatabase(), params.id),
}));

export const POST = handler(
  { params: jobParams, body: addRunSchema, largestBody: 8_000_000 },
  async ({ params, body }) => {
    const id = crypto.randomUUID();
    if (!(await addRun(await shopDatabase(), params.id, id, body))) throw noSuchJob();
    return { id };
  },
);
