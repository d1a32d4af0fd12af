import { shopDatabase } from '@/data/connection';
import { setRunDeleted } from '@/data/repositories/runs';
import { deletedSchema } from '@/formats/runs';
import { handler } from '../../../../../handler';
import { noSuchRun, runParams } from '../../../../../job-params';

export const dynamic = 'force-dynamic';

export const PUT = handler({ params: runParams, body: deletedSchema }, async ({ params, body }) => {
  const { deleted } = body;
  if (!(await setRunDeleted(await shopDatabase(), params.id, params.run, deleted))) throw noSuchRun();
  return { deleted };
});
