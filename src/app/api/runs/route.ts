import { shopDatabase } from '@/data/connection';
import { searchRuns } from '@/data/repositories/runs';
import { searchSchema } from '@/formats/runs';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({ query: searchSchema }, async ({ query }) => ({
  runs: await searchRuns(await shopDatabase(), query.words),
}));
