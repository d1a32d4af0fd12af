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
const truck = '/jobs/b2a9c7e4-5b1f-4c38-8f60-48a0d1e61000';

type Shot = {
  name: string;
  at: string;
  theme?: 'cell';
  width?: number;
  height?: number;
  full?: boolean;
  before?: (page: Page) => Promise<void>;
};

const shots: Shot[] = [
  { name: 'board', at: '/' },
  { name: 'brief', at: `${single}/brief` },
  { name: 'engine', at: `${truck}/engine` },
  { name: 'demand', at: `${single}/demand` },
  { name: 'charger', at: `${single}/charger` },
  { name: 'charger-cell', at: `${truck}/charger?rpm=2400`, theme: 'cell' },
  { name: 'charger-phone', at: `${single}/charger`, width: 390, height: 844 },
];

const browser = await chromium.launch(launch);
mkdirSync(folder, { recursive: true });
for (const shot of shots.filter((s) => only.length === 0 || only.includes(s.name))) {
  const context = await browser.newContext({
    viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
  });
  if (shot.theme) await context.addCookies([{ name: 'fierce-lung-theme', value: shot.theme, url: address }]);
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
