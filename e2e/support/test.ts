import { test as base, type BrowserContext, type BrowserContextOptions, type Page } from '@playwright/test';

export { expect } from '@playwright/test';

type Profile = { context: BrowserContext; page: Page | null; origins: Set<string> };

/** What a worker keeps of its browser from test to test. */
type Profiles = {
  profileFor: (options: BrowserContextOptions & { isSparing: boolean }) => Promise<Profile>;
};

type Options = {
  /**
   * Whether the browser asks to be spared what is not needed yet. So it is here: what a page fetches ahead while it rests is a
   * fifth of what it costs, and only tests of a server that goes away look for it.
   */
  isSparing: boolean;
};

/** Nothing of ours runs on it, and a tab that goes on from it keeps its process. */
const RESTING = '/icon.svg';

/**
 * The tests' own `test`: a worker keeps one browser profile for each set of options, and in it one tab, so that the
 * application's scripts are fetched and compiled once and a page does not wait for a process of its own, which costs as much
 * again as all it does. After each test the tab leaves the page, and all that a page can keep is cleared. What cannot be taken
 * back (a script for every page to come) belongs on a tab of its own: `context.newPage()`.
 */
export const test = base.extend<{ profile: Profile } & Options, Profiles>({
  isSparing: [true, { option: true }],
  profileFor: [
    async ({ browser }, use) => {
      const profiles = new Map<string, Profile>();
      await use(async (options) => {
        const key = JSON.stringify(options);
        const known = profiles.get(key);
        if (known) return known;
        const { isSparing, ...asked } = options;
        const context = await browser.newContext(asked);
        if (isSparing)
          await context.addInitScript(() =>
            Object.defineProperty((navigator as unknown as { connection: object }).connection, 'saveData', {
              value: true,
            }),
          );
        const profile: Profile = { context, page: null, origins: new Set() };
        context.on('page', (page) =>
          page.on('framenavigated', (frame) => profile.origins.add(new URL(frame.url()).origin)),
        );
        profiles.set(key, profile);
        return profile;
      });
      for (const { context } of profiles.values()) await context.close();
    },
    { scope: 'worker' },
  ],
  profile: async (
    { profileFor, baseURL, viewport, hasTouch, extraHTTPHeaders, acceptDownloads, isSparing },
    run,
  ) => {
    const profile = await profileFor({
      baseURL: baseURL!,
      viewport,
      hasTouch,
      extraHTTPHeaders: extraHTTPHeaders ?? {},
      acceptDownloads,
      isSparing,
    });
    await run(profile);
    const { context, origins } = profile;
    await context.unrouteAll({ behavior: 'ignoreErrors' });
    await context.setOffline(false);
    await context.clearPermissions();
    await context.clearCookies();
    for (const page of context.pages()) if (page !== profile.page) await page.close();
    const page = await tabOf(profile);
    const session = await context.newCDPSession(page);
    for (const origin of origins)
      if (origin !== 'null')
        await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
    await session.detach();
    origins.clear();
  },
  context: async ({ profile }, run) => run(profile.context),
  page: async ({ profile, viewport }, run) => {
    const page = await tabOf(profile);
    await run(page);
    if (page.isClosed()) return;
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    await page.emulateMedia({ media: null, colorScheme: null, reducedMotion: null });
    if (viewport) await page.setViewportSize(viewport);
    // A page that asks whether it may be left is closed without asking.
    await page.goto(RESTING, { timeout: 10_000 }).catch(() => page.close());
  },
});

/** The profile's tab; another where a test has closed it. */
async function tabOf(profile: Profile): Promise<Page> {
  if (!profile.page || profile.page.isClosed()) profile.page = await profile.context.newPage();
  return profile.page;
}
