import { shopDatabase } from '@/data/connection';
import { finderIndex } from '@/data/repositories/finder';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => finderIndex(await shopDatabase()));
