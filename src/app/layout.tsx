import '@fontsource-variable/archivo/wdth.css';
import '@fontsource/noto-sans/greek-400.css';
import '@fontsource/noto-sans/latin-ext-400.css';
import '@/ui/theme/math.css';
import '@/ui/theme/tokens.css';
import '@/ui/theme/global.css';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/theme/Providers';
import { SIZE_COOKIE, sizeOf, THEME_COOKIE, themeOf, UNITS_COOKIE, unitsOfCookie } from '@/ui/device/choices';

export const metadata: Metadata = {
  title: { default: 'Fierce Lung', template: '%s · Fierce Lung' },
  description: 'Sizes turbochargers and superchargers: a goal in, a matched compressor out.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const kept = await cookies();
  const theme = themeOf(kept.get(THEME_COOKIE)?.value);
  return (
    <html lang="en" data-theme={theme} data-size={sizeOf(kept.get(SIZE_COOKIE)?.value)}>
      <body>
        <AppRouterCacheProvider options={{ enableCssLayer: true }}>
          <Providers units={unitsOfCookie(kept.get(UNITS_COOKIE)?.value)}>{children}</Providers>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
