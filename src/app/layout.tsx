import '@fontsource-variable/archivo/wdth.css';
import '@fontsource/noto-sans/greek-400.css';
import '@/ui/theme/tokens.css';
import '@/ui/theme/global.css';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '@/ui/theme/Providers';
import { THEME_COOKIE, themeOf } from '@/ui/theme/theme-cookie';

export const metadata: Metadata = {
  title: { default: 'Fierce Lung', template: '%s · Fierce Lung' },
  description: 'Sizes turbochargers and superchargers: a goal in, a matched compressor out.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = themeOf((await cookies()).get(THEME_COOKIE)?.value);
  return (
    <html lang="en" data-theme={theme}>
      <body>
        <AppRouterCacheProvider options={{ enableCssLayer: true }}>
          <Providers>{children}</Providers>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
