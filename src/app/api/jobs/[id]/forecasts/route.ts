import { shopDatabase } from '@/data/connection';
import { freezeForecast, listForecasts } from '@/data/repositories/forecasts';
import { frozenSchema } from '@/formats/forecasts';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => ({
  forecasts: await listForecasts(await shopDatabase(), params.id),
}));

export const POST = handler(
  { params: jobParams, body: frozenSchema, largestBody: 4_000_000 },
  async ({ params, body }) => {
    const id = crypto.randomUUID();
    if (!(await freezeForecast(await shopDatabase(), params.id, id, body))) throw noSuchJob();
    return { id };
  },
);
