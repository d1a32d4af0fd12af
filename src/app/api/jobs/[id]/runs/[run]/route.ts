import { shopDatabase } from '@/data/connection';
import { runLog, saveCard } from '@/data/repositories/runs';
import { saveCardSchema } from '@/formats/runs';
import { handler } from '../../../../handler';
import { noSuchRun, runParams } from '../../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: runParams }, async ({ params }) => {
  const log = await runLog(await shopDatabase(), params.id, params.run);
  if (!log) throw noSuchRun();
  return { log };
});

export const PUT = handler({ params: runParams, body: saveCardSchema }, async ({ params, body }) => {
  if (!(await saveCard(await shopDatabase(), params.id, params.run, body.card))) throw noSuchRun();
  return { saved: true };
});
