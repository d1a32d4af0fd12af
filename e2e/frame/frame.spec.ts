import { expect, test } from '../support/test';
import { seriousFindings } from '../support/axe';
import { bannedLabels } from '../support/labels';
import { small, touching } from '../support/touch';
import { choose, makeJob, open, saloon, sheets, truck, turnTo } from '../support/job';

const nowhere = '/jobs/none/brief';
const pages = {
  jobs: [
    '/',
    '/bin',
    '/runs',
    `${truck}/brief`,
    `${truck}/engine`,
    `${truck}/demand`,
    `${truck}/charger`,
    nowhere,
  ],
  sheets: [...sheets, `${saloon}/sheet`],
  library: [
    '/library/compressors',
    '/library/compressors/birch-50',
    '/library/compressors/import',
    '/library/compressors/birch-50/sheet',
    '/library/turbines',
    '/library/turbines/ginkgo-t58',
    '/library/turbines/import',
    '/library/turbochargers',
    '/library/turbochargers/birch-50-58',
    '/library/blowers',
    '/library/blowers/fjord-2300',
    '/library/pulleys',
    '/library/pulleys/import',
  ],
};

for (const part of ['jobs', 'sheets', 'library'] as const)
  test(`axe finds nothing serious in both themes, all that is touched has 48 px, no label is a paraphrase and nothing runs out at the side: ${part}`, async ({
    page,
    context,
    baseURL,
  }) => {
    await context.addCookies([{ name: 'fierce-lung-theme', value: 'paper', url: baseURL! }]);
    // A dozen pages, each walked through whole: a slow machine needs its time.
    test.setTimeout(900_000);
    const framesSeen = new Set<string>();
    for (const at of pages[part]) {
      // The frame about a job's benches is the same on all of its sheets.
      const frameOf = /^\/jobs\/[^/]+\/(?!sheet)/.exec(at)?.[0];
      const within = frameOf && framesSeen.has(frameOf) ? 'main' : undefined;
      if (frameOf) framesSeen.add(frameOf);
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.evaluate(() => void (document.documentElement.dataset.theme = 'paper'));
      await (at === nowhere ? page.goto(at, { waitUntil: 'networkidle' }) : turnTo(page, at));
      expect(await bannedLabels(page), at).toEqual([]);
      for (const width of [1280, 768, 390]) {
        await page.setViewportSize({ width, height: 800 });
        // On every width the same stands in the same colours, placed otherwise or hidden; what only a phone has is on the first page too.
        const isFirst = at === pages[part][0];
        const rules = width === 1280 || isFirst ? 'all' : 'narrow';
        // A tablet has what a desk has, only narrower: there the first page is looked at, and what runs out at the side on all.
        if (width !== 768 || isFirst)
          expect(await seriousFindings(page, { rules, within }), `${at} at ${width}`).toEqual([]);
        const wide = await page.evaluate(() => document.documentElement.scrollWidth);
        expect(wide, `${at} at ${width}`).toBeLessThanOrEqual(width + 1);
      }
      await touching(page, true);
      expect(await small(page), at).toEqual([]);
      await touching(page, false);
      // What only a phone shows is looked at in the dark in cell.spec.ts.
      await page.evaluate(() => void (document.documentElement.dataset.theme = 'cell'));
      await page.setViewportSize({ width: 1280, height: 800 });
      expect(await seriousFindings(page, { rules: 'colours', within }), `${at}, cell`).toEqual([]);
    }
    // The measure itself.
    await page.addStyleTag({ content: 'a, button { max-height: 30px; min-height: 0 !important }' });
    expect((await small(page)).length).toBeGreaterThan(0);
  });

test('axe finds nothing serious: the claim pad', async ({ page }) => {
  await open(page, '/');
  await page.keyboard.press('p');
  const pad = page.getByRole('dialog', { name: /^Claim pad/ });
  await pad.getByLabel('At the wheels').fill('320');
  await pad.getByLabel('At the flywheel').fill('300');
  await pad.getByLabel('Trap speed', { exact: true }).fill('180');
  expect(await seriousFindings(page)).toEqual([]);
});

test('digits go to benches, g to the goal, t turns the theme; they rest in a field', async ({ page }) => {
  await open(page, `${truck}/brief`);
  await page.keyboard.press('4');
  await expect(page).toHaveURL(/\/charger/);
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/engine/);
  await page.goBack();
  await expect(page).toHaveURL(/\/charger/);
  await expect(page.getByRole('main', { name: 'Charger bench' })).toBeVisible();
  await page.keyboard.press('.');
  await expect(page.getByTestId('speed')).toHaveText('6,000');
  await page.keyboard.press('g');
  await expect(page.getByTestId('speed')).toHaveText('5,900');
  await page.keyboard.press('t');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'cell');
  await page.keyboard.press('1');
  await page.getByLabel('Power goal', { exact: true }).click();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/brief/);
});

test('? lists the keys, ] and [ walk the speeds that fail', async ({ page, request }) => {
  const id = await makeJob(request, 'Keys');
  await open(page, `/jobs/${id}/charger`);
  await choose(page, 'Compressor', 'Ash 58');
  await expect(page.getByLabel('Verdict')).toHaveText(/Ash 58 surges/);
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('g');
  await page.keyboard.press('[');
  const last = Number((await page.getByTestId('speed').innerText()).replace(',', ''));
  expect(last).toBeLessThan(8600);
  await expect(page.getByRole('link', { name: /^Compressor:.*past surge/ })).toBeVisible();
  await page.keyboard.press('[');
  expect(Number((await page.getByTestId('speed').innerText()).replace(',', ''))).toBe(last - 100);
  await page.keyboard.press(']');
  await expect(page.getByTestId('speed')).toHaveText(last.toLocaleString('en-GB'));
  await page.keyboard.press(']');
  await expect(page.getByTestId('speed')).toHaveText(last.toLocaleString('en-GB'));
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toContainText('previous or next speed where something fails');
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
});

test('the theme follows the system until somebody chooses, and can follow it again', async ({ page }) => {
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.emulateMedia({ colorScheme: 'dark' });
  await open(page, `${truck}/brief`);
  expect(await ground()).toBe('rgb(21, 24, 27)');
  await page.keyboard.press('t');
  expect(await ground()).toBe('rgb(244, 240, 230)');
  await page.reload();
  expect(await ground()).toBe('rgb(244, 240, 230)');
  await page.locator('html[data-live]').waitFor();
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByRole('menuitem', { name: 'Theme as the system has it' }).click();
  expect(await ground()).toBe('rgb(21, 24, 27)');
  await page.emulateMedia({ colorScheme: 'light' });
  expect(await ground()).toBe('rgb(244, 240, 230)');
  // On paper it is paper, whatever the screen shows.
  await page.emulateMedia({ colorScheme: 'dark', media: 'print' });
  expect(await ground()).toBe('rgb(244, 240, 230)');
});

test('a link to a speed the engine does not have shows the nearest and says so', async ({ page }) => {
  await open(page, `${truck}/charger?rpm=12000`);
  await expect(
    page.getByText(/The link asks for 12,000\srpm; this engine runs from 800\srpm to 6,800\srpm/),
  ).toBeVisible();
  await expect(page.getByTestId('speed')).toHaveText('6,800');
  await page.keyboard.press(',');
  await expect(page.getByText(/The link asks for/)).toHaveCount(0);
});

test('a station leads to its bench by keyboard, and the Rev bar is dragged', async ({ page }) => {
  await open(page, `${truck}/brief`);
  await page.getByRole('link', { name: /^Compressor:/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/charger/);
  const track = page.getByRole('slider', { name: 'Engine speed' });
  const box = (await track.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.8, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.3, box.y + 20, { steps: 8 });
  await page.mouse.up();
  const speed = Number((await page.getByTestId('speed').innerText()).replace(',', ''));
  expect(speed % 100).toBe(0);
  expect(speed).toBeGreaterThan(2200);
  expect(speed).toBeLessThan(3000);
  await expect(page.getByRole('link', { name: /^Weather:/ })).toHaveAccessibleName(/89\skPa/);
});

test('an unknown job or page gets a friendly page', async ({ page }) => {
  for (const at of [
    '/jobs/no-such-job/brief',
    `${truck}/brief/further`,
    '/nowhere',
    '/jobs/%2e%2e%2f/brief',
    '/library/rocks',
    '/library/compressors/none',
  ]) {
    const answer = await page.goto(at);
    expect(answer?.status(), at).toBe(404);
    await expect(page.getByRole('heading', { name: 'There is nothing at this address.' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'To the Shop board' })).toBeVisible();
  }
});
