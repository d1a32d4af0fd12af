import { shopDatabase } from '@/data/connection';
import { shopFactor } from '@/data/repositories/forecasts';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** The shop’s own power per air by its runs; null while no promise has met one. */
export const GET = handler({}, async () => ({ factor: await shopFactor(await shopDatabase()) }));
