import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import { connection } from 'next/server';
import { shopOrReason, stateOrReason } from '@/data/connection';
import { folderSize } from '@/data/storage/space';
import { readSettings } from '@/data/repositories/settings';
import { ShopAway } from '@/ui/board/ShopAway';
import { THEME_COOKIE, themeOf } from '@/ui/device/choices';
import { SettingsPage } from '@/ui/shop/SettingsPage';

export const metadata: Metadata = { title: 'Settings' };

export default async function Page() {
  await connection();
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  const [settings, state] = [await shopOrReason(readSettings), await stateOrReason()];
  if ('reason' in settings) return <ShopAway message={settings.reason} />;
  if ('reason' in state) return <ShopAway message={state.reason} />;
  return (
    <SettingsPage
      settings={settings.data}
      state={state.data}
      theme={theme}
      size={folderSize(state.data.folder)}
    />
  );
}
