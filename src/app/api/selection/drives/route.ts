import { shopDatabase } from '@/data/connection';
import { listDrives } from '@/data/repositories/library';
import { handler } from '../../handler';

export const dynamic = 'force-dynamic';

/** Every supercharger, pulley and belt on offer, whole: their documents are small. */
export const GET = handler({}, async () => listDrives(await shopDatabase()));
