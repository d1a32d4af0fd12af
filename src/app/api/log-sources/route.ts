import { shopDatabase } from '@/data/connection';
import { rememberMapping } from '@/data/repositories/runs';
import { rememberSchema } from '@/formats/runs';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const PUT = handler({ body: rememberSchema }, async ({ body }) => {
  await rememberMapping(await shopDatabase(), body.columns, body.mapping);
  return { remembered: true };
});
