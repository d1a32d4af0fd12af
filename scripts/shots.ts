/**
 * Pictures of the main views from the demo data, for docs/screenshots and for looking at:
 *   npm run demo (in another terminal), then npm run shots [folder] [name …]
 */
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { launch } from '../e2e/support/browser';

const [folder = 'docs/screenshots', ...only] = process.argv.slice(2);
const address = process.env.FIERCE_LUNG_ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 3210}`;
const single = '/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';
const saloon = '/jobs/51c8e6a0-2b9d-4a7c-b3f4-20d5a8e92000';
const boat = '/jobs/9e52c1d8-7a36-4f1b-8e0d-67b3f2a16700';
const coupe = '/jobs/c4b17f2e-8d05-4e69-a1b8-22f0c6d32200';
const truck = '/jobs/b2a9c7e4-5b1f-4c38-8f60-48a0d1e61000';

type Shot = {
  name: string;
  at: string;
  /** What the device chose: cookies without the shop's prefix. */
  chose?: { theme?: 'cell'; size?: 'large'; units?: 'us' };
  width?: number;
  height?: number;
  full?: boolean;
  before?: (page: Page) => Promise<void>;
};

const shots: Shot[] = [
  { name: 'board', at: '/' },
  { name: 'brief', at: `${single}/brief` },
  { name: 'engine', at: `${truck}/engine` },
  {
    name: 'pad',
    at: `${saloon}/brief`,
    before: async (page) => {
      await page.locator('html[data-ahead]').waitFor();
      await page.keyboard.press('p');
      const pad = page.getByRole('dialog');
      await pad.getByLabel('Trap speed', { exact: true }).fill('150');
      await pad.getByLabel('Torque', { exact: true }).fill('240');
      await pad.getByLabel('Engine speed', { exact: true }).fill('4800');
      await pad.getByLabel('At the wheels', { exact: true }).fill('170');
      await pad.getByLabel('At the flywheel', { exact: true }).fill('150');
      await pad.getByLabel('At the flywheel', { exact: true }).blur();
    },
  },
  { name: 'demand', at: `${single}/demand` },
  { name: 'charger', at: `${single}/charger`, before: ranked },
  { name: 'cooling', at: `${single}/cooling`, height: 1100 },
  { name: 'fuel', at: `${boat}/fuel`, height: 1100 },
  { name: 'limits', at: `${coupe}/limits`, height: 1100 },
  {
    name: 'forecast',
    at: `${single}/forecast`,
    before: (page) => page.getByText('2,000 of 2,000').waitFor({ timeout: 120_000 }),
  },
  { name: 'plan', at: `${coupe}/plan`, height: 1100 },
  { name: 'bench', at: `${single}/bench?bench=procedures`, height: 1100 },
  { name: 'dyno', at: `${coupe}/dyno`, height: 1100 },
  {
    name: 'report',
    at: `${coupe}/report`,
    height: 1100,
    before: (page) => page.getByText('Before and after').waitFor(),
  },
  {
    name: 'history',
    at: `${coupe}/engine`,
    before: async (page) => {
      await page.locator('html[data-ahead]').waitFor();
      await page.keyboard.press('h');
      await page
        .getByRole('region', { name: 'Two revisions compared' })
        .getByRole('listitem')
        .first()
        .waitFor();
    },
  },
  { name: 'charger-cell', at: `${truck}/charger?rpm=2400`, chose: { theme: 'cell' }, before: ranked },
  { name: 'charger-phone', at: `${truck}/charger?rpm=2400`, width: 390, height: 844, before: ranked },
  { name: 'data', at: '/shop' },
  { name: 'library', at: '/library/compressors' },
];

async function ranked(page: Page): Promise<void> {
  await page.locator('[data-phase=done]').waitFor();
}

const browser = await chromium.launch(launch);
mkdirSync(folder, { recursive: true });
for (const shot of shots.filter((s) => only.length === 0 || only.includes(s.name))) {
  const context = await browser.newContext({
    viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
  });
  for (const [what, value] of Object.entries(shot.chose ?? {}))
    await context.addCookies([{ name: `fierce-lung-${what}`, value, url: address }]);
  const page = await context.newPage();
  page.on('console', (m) => m.type() === 'error' && console.error(shot.name, m.text()));
  await page.goto(address + shot.at, { waitUntil: 'networkidle' });
  await shot.before?.(page);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(300);
  await page.screenshot({ path: path.join(folder, `${shot.name}.png`), fullPage: shot.full ?? false });
  await context.close();
}
await browser.close();
