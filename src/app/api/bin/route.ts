import { shopDatabase } from '@/data/connection';
import { listBin } from '@/data/repositories/bin';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => listBin(await shopDatabase()));
