import { expect, test } from '../support/test';
import { seriousFindings } from '../support/axe';
import { isSaved, makeJob, open, single } from '../support/job';

test('a headline figure opens its working: formula, numbers, source, by hand, what moves it; copied as text', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, `${single}/demand`);
  const figure = page.getByRole('complementary').getByRole('button', { name: '2.59' });
  await figure.focus();
  await page.keyboard.press('Enter');
  const sheet = page.getByRole('dialog', { name: /^Pressure ratio/ });
  await expect(sheet).toContainText('PR = p02 / p01');
  await expect(sheet).toContainText('= 210.1 / 81.20 = 2.587');
  await expect(sheet).toContainText('throttle pressure loss, estimate');
  await expect(sheet).toContainText(/2\.45 by hand, −0\.14, −5\s% against the full sum/);
  const moves = sheet.getByRole('table', { name: /Each input moved up/ });
  await expect(moves.getByRole('row').first()).toContainText(/^BSFC304\sg\/kWh ± 24\sg\/kWhestimate\+0\.2\d/);
  expect(await seriousFindings(page, { within: '[role=dialog]' })).toEqual([]);
  await sheet.getByRole('button', { name: 'Copy as text' }).click();
  await expect(sheet.getByText('Copied.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text).toContain('Pressure ratio at 8,600 rpm: 2.59 (Hill-climb single-seater)');
  expect(text).toContain('Sensitivity, each input moved up by its uncertainty:\n  BSFC 304 g/kWh (estimate)');
  await page.keyboard.press('Escape');
  await expect(sheet).toHaveCount(0);
  await expect(figure).toBeFocused();
});

test('workings follow the units and the speed; a figure that is not there says why', async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: 'fierce-lung-units', value: 'us', url: baseURL! }]);
  await open(page, `${single}/charger?rpm=8000`);
  await page
    .getByRole('row', { name: /^Outlet temperature/ })
    .getByRole('button')
    .click();
  const sheet = page.getByRole('dialog', { name: /^Compressor outlet temperature at 8,000\srpm, setup A/ });
  await expect(sheet).toContainText('°F');
  await expect(sheet).toContainText('T2 = T1 + T1 · (PR0.286 − 1) / η');
  await expect(sheet).toContainText(/°F by hand, [+−]\d+\s°F against the full sum/);
  await expect(sheet).toContainText('read from the map of Birch 50');
  await sheet.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('/');
  await page.keyboard.type('surge margin');
  await page.keyboard.press('Escape');
  for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+,');
  // At idle there is next to no boost to divide by.
  await page.keyboard.press('/');
  await page.keyboard.type('p3/p_m, gauge');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /^p3\/p_m, gauge/ })).toContainText(
    'There is no such figure at this speed',
  );
});

test('confidence changes with a click or a key; guesses are listed on the Brief and lead to their fields', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Guesses');
  await open(page, `/jobs/${id}/brief`);
  const list = page.getByRole('complementary');
  await expect(list.getByRole('heading', { name: '13 estimates' })).toBeVisible();
  await expect(list).toContainText('BSFC matters most');
  const field = page.getByLabel('BSFC', { exact: true });
  await field.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('button', { name: 'BSFC: reported. Change confidence' })).toBeVisible();
  await expect(list.getByRole('heading', { name: 'Twelve estimates' })).toBeVisible();
  await expect(list).toContainText(/Reference λ of BSFC matters most/i);
  await page.getByRole('button', { name: /^Reference λ of BSFC: estimate/ }).click();
  await expect(list.getByRole('heading', { name: 'Eleven estimates' })).toBeVisible();
  await isSaved(page);
  await list.getByRole('button', { name: 'Exhaust-to-intake pressure ratio p3/p_m' }).click();
  await expect(page.getByRole('main', { name: 'Demand bench' })).toBeVisible();
  await expect(page.getByLabel('Exhaust-to-intake pressure ratio p3/p_m', { exact: true })).toBeFocused();
});
