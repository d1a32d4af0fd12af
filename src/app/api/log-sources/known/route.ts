import { shopDatabase } from '@/data/connection';
import { knownMapping } from '@/data/repositories/runs';
import { sourceSchema } from '@/formats/runs';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

export const POST = handler({ body: sourceSchema }, async ({ body }) => ({
  mapping: await knownMapping(await shopDatabase(), body.columns),
}));
