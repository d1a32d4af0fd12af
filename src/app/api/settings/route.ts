import { shopDatabase } from '@/data/connection';
import { readSettings, saveSettings } from '@/data/repositories/settings';
import { settingsSchema } from '@/formats/settings';
import { handler } from '../handler';

export const dynamic = 'force-dynamic';

export const GET = handler({}, async () => readSettings(await shopDatabase()));

export const PUT = handler({ body: settingsSchema }, async ({ body }) =>
  saveSettings(await shopDatabase(), body),
);
