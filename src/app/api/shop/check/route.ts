import { shopDatabase } from '@/data/connection';
import { fullCheck } from '@/data/storage/full-check';
import { nothingSchema } from '@/formats/shop-state';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

export const POST = handler({ body: nothingSchema }, async () => fullCheck(await shopDatabase()));
