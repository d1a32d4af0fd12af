import { expect, test } from '../support/test';
import { seriousFindings } from '../support/axe';
import { choose, makeJob, open, single, truck } from '../support/job';

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the Airway is swiped under its finder, and what is in trouble comes into view first', async ({
    page,
    request,
  }) => {
    const inView = () =>
      page.evaluate(() => {
        const strip = document.querySelector('[aria-label^="Airway"]')!.getBoundingClientRect();
        return [...document.querySelectorAll('[aria-label^="Airway"] [role=link]')]
          .filter((s) => {
            const box = s.getBoundingClientRect();
            return box.left > strip.left - 2 && box.right < strip.right + 2;
          })
          .map((s) => s.getAttribute('aria-label')!.split(':')[0]);
      });
    const id = await makeJob(request, 'In the cell');
    await open(page, `/jobs/${id}/brief`);
    expect(await inView()).toContain('Weather');
    expect(await inView()).not.toContain('Compressor');
    const finder = page.locator('[aria-hidden=true] + [aria-label^="Airway"]').locator('..');
    const box = (await finder.boundingBox())!;
    await page.mouse.click(box.x + box.width * 0.6, box.y + 9);
    await expect.poll(inView).toContain('Throttle');
    await page.getByRole('link', { name: /^Tailpipe/ }).focus();
    await expect.poll(inView).toContain('Tailpipe');
    // A compressor that surges at this speed pulls the strip to itself.
    await page.getByRole('button', { name: /^Charger/ }).click();
    await choose(page, 'Compressor', 'Ash 58');
    for (let i = 0; i < 60 && !(await page.getByText(/past surge/).count()); i++)
      await page.getByRole('button', { name: 'Slower by 100 rpm' }).first().click();
    await expect.poll(inView).toContain('Compressor');
    expect((await inView())[0]).toBe('Filter');
  });

  test('a bottom row of six, the rest under more; the goal folds; the Rev bar has large keys', async ({
    page,
  }) => {
    await open(page, `${truck}/charger`);
    const row = page.getByRole('navigation', { name: 'Benches' });
    const names = await row
      .locator('a:visible, button:visible')
      .evaluateAll((all) => all.map((e) => e.textContent));
    expect(names).toHaveLength(6);
    expect(names.join(' ')).toMatch(/Charger.*Limits.*Bench.*Dyno.*Jobs.*More/);
    await row.getByRole('button', { name: /^More/ }).click();
    await page.getByRole('menuitem', { name: 'Engine bench' }).click();
    await expect(page.getByRole('main', { name: 'Engine bench' })).toBeVisible();
    const goal = page.getByText(/505\shp at the wheels by 5,900/);
    await expect(goal).toBeHidden();
    await page.getByRole('button', { name: 'goal' }).click();
    await expect(goal).toBeVisible();
    const faster = page.getByRole('button', { name: 'Faster by 100 rpm' });
    await faster.click();
    await expect(page.getByTestId('speed')).toHaveText('6,000');
    const { width, height } = (await faster.boundingBox())!;
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(48);
  });

  test('axe finds nothing serious on a phone in the cell', async ({ page, context, baseURL }) => {
    await context.addCookies([{ name: 'fierce-lung-theme', value: 'cell', url: baseURL! }]);
    for (const bench of ['brief', 'charger']) {
      await page.goto(`${truck}/${bench}`, { waitUntil: 'networkidle' });
      expect(await seriousFindings(page), bench).toEqual([]);
    }
  });
});

test('large for the cell: a quarter larger, the column under the picture, kept; dragging still meets the speed', async ({
  page,
}) => {
  await open(page, `${single}/charger`);
  const letter = () => page.getByTestId('speed').evaluate((e) => e.getBoundingClientRect().height);
  const before = await letter();
  await page.keyboard.press('l');
  expect((await letter()) / before).toBeCloseTo(1.25, 1);
  const map = (await page.getByRole('img', { name: /^Compressor map/ }).boundingBox())!;
  const headline = (await page.getByRole('heading', { level: 2, name: /285\shp marginal/ }).boundingBox())!;
  expect(headline.y).toBeGreaterThan(map.y + map.height - 1);
  expect(map.x + map.width).toBeLessThanOrEqual(1281);
  const track = page.getByRole('slider', { name: 'Engine speed' });
  const box = (await track.boundingBox())!;
  const [least, most] = await Promise.all(
    ['aria-valuemin', 'aria-valuemax'].map(async (name) => Number(await track.getAttribute(name))),
  );
  await page.mouse.click(box.x + box.width / 2, box.y + 20);
  const speed = Number((await page.getByTestId('speed').innerText()).replace(',', ''));
  expect(Math.abs(speed - (least! + most!) / 2)).toBeLessThanOrEqual(60);
  await page.reload();
  expect((await letter()) / before).toBeCloseTo(1.25, 1);
});

test('with reduced motion nothing moves by itself', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await open(page, `${single}/engine`);
  await page.getByRole('button', { name: /^More/ }).first().click();
  await page.getByRole('menuitem').first().waitFor();
  const moving = await page.evaluate(
    () => document.getAnimations().filter((a) => a.playState === 'running').length,
  );
  expect(moving).toBe(0);
});

test('at 1024 the tabs keep their letters, the strip its texts, the column 300 px', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await open(page, `${truck}/brief`);
  await page.keyboard.press('4');
  await expect(page.getByRole('main', { name: 'Charger bench' })).toBeVisible();
  const tab = page.getByRole('button', { name: /^A/ }).first();
  await expect(tab).toBeVisible();
  expect((await tab.boundingBox())!.width).toBeLessThan(80);
  const verdict = (await page.getByLabel('Verdict').boundingBox())!;
  expect(verdict.x + verdict.width).toBeLessThanOrEqual(1024);
  const column = (await page.getByRole('heading', { level: 2 }).last().boundingBox())!;
  expect(column.x).toBeGreaterThan(700);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024);
  await page.keyboard.press('u');
  await expect(page.getByRole('dialog', { name: 'Units on this device' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('region', { name: 'Where Charger stands' }).getByRole('button').first().focus();
  await page.keyboard.press('3');
  await expect(page.getByRole('main', { name: 'Demand bench' })).toBeVisible();
});
