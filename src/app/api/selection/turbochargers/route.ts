import { shopDatabase } from '@/data/connection';
import { listTurbochargers } from '@/data/repositories/library';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** Every turbocharger on offer with every turbine, whole: their documents are small. */
export const GET = handler({}, async () => listTurbochargers(await shopDatabase()));
