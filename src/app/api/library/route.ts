import { shopDatabase } from '@/data/connection';
import { listCompressors } from '@/data/repositories/library';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => ({ compressors: await listCompressors(await shopDatabase()) }));
