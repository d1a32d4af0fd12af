import type { Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

const list = (page: Page) => page.getByRole('region', { name: 'Candidates' });
const names = (page: Page) => list(page).locator('ol > li').locator('[class*=name]').allInnerTexts();
const ranked = (page: Page) => expect(list(page)).toHaveAttribute('data-phase', 'done');

test('the library is ranked for the job: weights, filter, strips, reasons, and the job takes one', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Ranked');
  await open(page, `/jobs/${id}/charger`);
  await ranked(page);
  await expect(list(page)).toContainText(/\d+ of \d+ hold from the onset of boost to the red line/);
  const first = list(page).locator('li').first();
  await expect(first).toContainText('Birch 50');
  await expect(first).toContainText(/Mean efficiency 75\s%; surge margin 16\s%/);
  await expect(first.getByRole('img', { name: /^Across the map: from \d+\s% to \d+\s%/ })).toBeVisible();
  const before = await names(page);

  await list(page)
    .getByRole('button', { name: /^Weights/ })
    .click();
  for (const name of ['Power', 'Efficiency', 'Margins', 'Size', 'Simplicity'])
    await list(page)
      .getByRole('slider', { name: new RegExp(`^${name}`) })
      .fill('0');
  await expect(first).toContainText('Hazel 48');
  expect(await names(page)).not.toEqual(before);
  await list(page).getByRole('button', { name: 'Reset weights' }).click();
  await expect(first).toContainText('Birch 50');

  await list(page)
    .getByRole('button', { name: /^Filters/ })
    .click();
  await list(page).getByRole('combobox', { name: 'Arrangement' }).selectOption('twins');
  await expect(first).toContainText('Twin');
  await list(page).getByLabel('Inducer at most').fill('about');
  await expect(list(page).getByRole('alert')).toContainText('“about” is not a number');
  await list(page).getByLabel('Inducer at most').fill('10');
  await expect(list(page)).toContainText(/None of \d+ passes the filters/);
  await list(page)
    .getByRole('button', { name: /^(Clear filters|Show all)$/ })
    .first()
    .click();
  await expect(first).toContainText('Birch 50');

  await page.getByRole('button', { name: 'Fit Rowan 52 to this setup' }).click();
  await expect(page.getByRole('complementary').getByText('Rowan 52', { exact: true }).first()).toBeVisible();
  await expect(page.getByLabel('Verdict')).toContainText('Rowan 52 within limits');
  await isSaved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Verdict')).toContainText('Birch 50 within limits');
});

test('two candidates’ running lines stand on one picture', async ({ page, request }) => {
  const id = await makeJob(request, 'Two lines');
  await open(page, `/jobs/${id}/charger`);
  await ranked(page);
  await page.getByRole('button', { name: 'Overlay Rowan 52 on the map' }).click();
  await expect(page.getByRole('img', { name: /Drawn over it: Rowan 52/ })).toBeVisible();
  await expect(page.getByTestId('overlay-line')).toHaveAttribute('d', /^M/);
  await page.getByRole('button', { name: 'Overlay Hazel 48 on the map' }).click();
  await expect(
    page.getByRole('img', { name: /^Compressor map of Rowan 52.*over it: Hazel 48/ }),
  ).toBeVisible();
  await expect(
    page.getByRole('heading', { level: 2, name: /Rowan 52 and Hazel 48 on this engine/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'remove the overlay' }).click();
  await expect(page.getByRole('img', { name: /^Compressor map of Birch 50/ })).toBeVisible();
  await expect(page.getByTestId('overlay')).toHaveCount(0);
});

test('the ranking follows the job, and says so when nothing fits or nothing is needed', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Follows');
  await open(page, `/jobs/${id}/charger`);
  await ranked(page);
  const ask = async (power: string) => {
    await page.keyboard.press('1');
    await fill(page, 'Power goal', power);
    await isSaved(page);
    await page.getByRole('heading', { level: 2 }).first().click();
    await page.keyboard.press('4');
  };
  await ask('2400');
  await expect(list(page)).toContainText(/None of the \d+ holds from the onset of boost to the red line/);
  await ask('60');
  await expect(list(page)).toContainText('Nothing to rank: this goal needs no boost');
});
