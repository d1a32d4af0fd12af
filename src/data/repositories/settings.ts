import { eq } from 'drizzle-orm';
import { noSettings, settingsSchema, type Settings } from '@/formats/settings';
import type { Database } from '../connection';
import { settings } from '../schema';

const SHOP = 'shop';

/** What the shop has set for itself; the usual where it has set nothing, or what this version cannot read. */
export async function readSettings(db: Database): Promise<Settings> {
  const [row] = await db.select().from(settings).where(eq(settings.id, SHOP));
  // What was stored before a setting existed has the usual for it.
  const stored: Partial<Settings> = row?.document ?? {};
  const read = settingsSchema.safeParse({
    ...noSettings,
    ...stored,
    defaults: { ...noSettings.defaults, ...stored.defaults },
  });
  return read.success ? read.data : noSettings;
}

/** Stores them in place of what was set before. */
export async function saveSettings(db: Database, document: Settings): Promise<Settings> {
  const row = { document, savedAt: new Date() };
  await db
    .insert(settings)
    .values({ id: SHOP, ...row })
    .onConflictDoUpdate({ target: settings.id, set: row });
  return document;
}
