import { test as base, type BrowserContext, type BrowserContextOptions } from '@playwright/test';

export { expect } from '@playwright/test';

type Profile = { context: BrowserContext; origins: Set<string> };

/**
 * The tests' own `test`: a worker keeps one browser profile for each set of options, so that the application's scripts are
 * fetched and compiled once and not for every page. After each test all that a page can keep is cleared.
 */
export const test = base.extend<object, { profileFor: (options: BrowserContextOptions) => Promise<Profile> }>(
  {
    profileFor: [
      async ({ browser }, use) => {
        const profiles = new Map<string, Profile>();
        await use(async (options) => {
          const key = JSON.stringify(options);
          const known = profiles.get(key);
          if (known) return known;
          const profile: Profile = { context: await browser.newContext(options), origins: new Set() };
          profile.context.on('page', (page) =>
            page.on('framenavigated', (frame) => profile.origins.add(new URL(frame.url()).origin)),
          );
          profiles.set(key, profile);
          return profile;
        });
        for (const { context } of profiles.values()) await context.close();
      },
      { scope: 'worker' },
    ],
    context: async ({ profileFor, baseURL, viewport, hasTouch, extraHTTPHeaders, acceptDownloads }, run) => {
      const { context, origins } = await profileFor({
        baseURL: baseURL!,
        viewport,
        hasTouch,
        extraHTTPHeaders: extraHTTPHeaders ?? {},
        acceptDownloads,
      });
      await run(context);
      await context.unrouteAll({ behavior: 'ignoreErrors' });
      for (const page of context.pages()) await page.close();
      await context.setOffline(false);
      await context.clearPermissions();
      await context.clearCookies();
      const page = await context.newPage();
      const session = await context.newCDPSession(page);
      for (const origin of origins)
        if (origin !== 'null')
          await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
      origins.clear();
      await page.close();
    },
  },
);
