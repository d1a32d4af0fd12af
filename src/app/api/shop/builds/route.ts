import { shopDatabase } from '@/data/connection';
import { pastBuilds } from '@/data/repositories/builds';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** Every build of the shop with what it made and what was promised. */
export const GET = handler({}, async () => ({ builds: await pastBuilds(await shopDatabase()) }));
