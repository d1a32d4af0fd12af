import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeJob, open } from '../support/job';

test('a goal goes in at the Brief and every bench follows at once', async ({ page, request }) => {
  const id = await makeJob(request, 'Path');
  await open(page, `/jobs/${id}/brief`);
  const compressor = page.getByRole('link', { name: /^Compressor:/ });
  await expect(compressor).toHaveAccessibleName(/213\skPa abs, 141\s°C, 13\.0\skg\/min/);
  await page.getByLabel('Power goal', { exact: true }).fill('320');
  await expect(page.getByRole('heading', { level: 2 })).toContainText('320');
  await expect(compressor).not.toHaveAccessibleName(/213\skPa abs/);
  await page.getByLabel('Power goal', { exact: true }).press('Enter');
  await isSaved(page);

  await choose(page, 'Power basis', 'wheels');
  await expect(page.getByText('Required at the flywheel')).toBeVisible();
  await expect(page.getByText(/^376\shp$/).first()).toBeVisible();
  await choose(page, 'Power basis', 'flywheel');
  await fill(page, 'Power goal', '210 kW');
  await expect(page.getByLabel('Power goal', { exact: true })).toHaveValue('281.61');
  await choose(page, 'Barometer', 'sea-level pressure (QNH)');
  await fill(page, 'Barometric pressure', '1030 hPa');
  await expect(page.getByText(/^84\.\d\skPa$/).first()).toBeVisible();
  await fill(page, 'Altitude', '0');
  await expect(page.getByText(/^103\.0\skPa$/).first()).toBeVisible();
  await choose(page, 'Fuel', 'E85');
  await expect(page.getByText(/on E85 at 0\sm/).first()).toBeVisible();
  await isSaved(page);
});

test('the engine and its breathing curve are edited as a shape and as a table', async ({ page, request }) => {
  const id = await makeJob(request, 'Breathing');
  await open(page, `/jobs/${id}/engine`);
  await expect(page.getByRole('heading', { level: 2 })).toContainText('1,341');
  await fill(page, 'Bore', '82');
  await expect(page.getByRole('heading', { level: 2 })).toContainText('1,445');
  const curve = page.getByRole('img', { name: /^VE curve/ });
  await expect(curve).toHaveAccessibleName(/peak 102\s% at 7,800\srpm/);
  await fill(page, 'Peak VE', '95');
  await expect(curve).toHaveAccessibleName(/peak 95\s%/);
  await expect(curve.locator('.recharts-line-curve')).toBeVisible();

  await choose(page, 'VE curve source', 'table');
  await page.getByRole('button', { name: 'Add a row' }).click();
  const last = page.getByLabel(/^Row 7, volumetric/);
  await last.fill('abc');
  await last.blur();
  await expect(page.getByRole('alert').filter({ hasText: 'Row 7' })).toContainText(
    '“abc” is no volumetric efficiency',
  );
  await expect(last).toHaveValue('abc');
  await last.fill('120');
  await last.press('Enter');
  await expect(curve).toHaveAccessibleName(/peak 120\s% at 8,000\srpm/);
  await isSaved(page);
});

test('Demand shows the line, the schools, and what NA it makes alone', async ({ page, request }) => {
  const id = await makeJob(request, 'Demand');
  await open(page, `/jobs/${id}/demand`);
  await expect(page.getByRole('heading', { level: 2, name: /Pressure ratio 2\.62/ })).toBeVisible();
  const schools = page.getByRole('table', { name: 'Power at the goal speed by each method' });
  await expect(schools).toContainText('the methods agree');
  await expect(schools).toContainText(/122\shp/);
  await expect(page.locator('.recharts-line-curve')).toHaveCount(8);
  await expect(page.getByRole('row', { name: /^8,600/ })).toContainText('2.62');
  await page.getByRole('button', { name: 'Every speed' }).click();
  await expect(page.getByRole('row', { name: /^\d/ })).toHaveCount(81);
  await open(page, `/jobs/${id}/cooling`);
  await choose(page, 'Kind', 'none');
  await expect(page.getByRole('link', { name: /^Throttle:/ })).toHaveAccessibleName(/1[4-9]\d\s°C/);
  await isSaved(page);
  await open(page, `/jobs/${id}/demand`);
  await choose(page, 'Boost target type', 'constant');
  await fill(page, 'Boost target', '1 bar');
  await expect(page.getByLabel('Verdict')).toContainText('Short by');
});

test('Charger: another compressor, twins, and stepping along the revs', async ({ page, request }) => {
  const id = await makeJob(request, 'Charger');
  await open(page, `/jobs/${id}/charger`);
  await expect(page.getByLabel('Verdict')).toHaveText(/Birch 50 within limits: 78\s% at the goal/);
  const map = page.getByRole('img', { name: /^Compressor map of Birch 50/ });
  await expect(map.locator('[data-bead=on]')).not.toHaveCount(0);
  await expect(map.locator('[data-bead=off]')).toHaveCount(0);
  const readings = page.getByRole('table', { name: /^At / });
  await expect(readings).toContainText('8,600');
  await page.keyboard.press(',');
  await expect(readings).toContainText('8,500');
  await page.getByRole('slider', { name: 'Engine speed' }).focus();
  await page.keyboard.press('PageDown');
  await expect(page.getByTestId('speed')).toHaveText('8,000');
  await expect(page).toHaveURL(/rpm=8000/);
  for (const name of [
    'Corrected flow',
    'Pressure ratio',
    'Efficiency',
    'Shaft speed',
    'Outlet temperature',
    'Surge margin',
    'Choke margin',
    'Margin to map edge',
  ])
    await expect(readings.getByRole('row', { name: new RegExp(`^${name}`) })).toContainText(/\d/);

  await choose(page, 'Compressor', 'Larch 67');
  await expect(page.getByLabel('Verdict')).toHaveText(/Larch 67 surges/);
  await expect(
    page.getByRole('img', { name: /^Compressor map of Larch 67/ }).locator('[data-bead=off]'),
  ).not.toHaveCount(0);
  await choose(page, 'Compressor', 'Alder 46');
  await expect(page.getByLabel('Verdict')).toHaveText(/Alder 46 chokes from 9,\d00\srpm/);
  const flow = await readings.getByRole('row', { name: /^Corrected flow/ }).innerText();
  await choose(page, 'Arrangement', 'parallel twins');
  await expect(readings.getByRole('row', { name: /^Corrected flow/ })).not.toHaveText(flow);
  await expect(
    page.getByRole('complementary').getByText('Twin Alder 46', { exact: true }).first(),
  ).toBeVisible();
  await isSaved(page);
  await page.reload();
  await expect(
    page.getByRole('complementary').getByText('Twin Alder 46', { exact: true }).first(),
  ).toBeVisible();
  await expect(page.getByTestId('speed')).toHaveText('8,000');
});

test('a bad value gets its message at the field and the page keeps the last good one', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Bad input');
  await open(page, `/jobs/${id}/engine`);
  const bore = page.getByLabel('Bore', { exact: true });
  for (const [text, why] of [
    ['', 'A value is needed'],
    ['-79', 'out of range'],
    ['9e9', 'out of range'],
    ['wide', 'is not a number'],
    ['79 furlongs', 'Known: mm, in, cm'],
  ] as const) {
    await bore.fill(text);
    await bore.blur();
    await expect(page.getByRole('alert').filter({ hasText: why })).toBeVisible();
    await expect(bore).toHaveValue(text);
    await expect(bore).toHaveAttribute('aria-invalid', 'true');
    await expect(page.getByRole('heading', { level: 2 })).toContainText('1,341');
  }
  await fill(page, 'Stroke', '70');
  await expect(page.getByRole('heading', { level: 2 })).toContainText('1,372');
  await bore.fill('95');
  await bore.press('Escape');
  await expect(bore).toHaveValue('79');
  await fill(page, 'Bore', '79.5');
  await expect(page.getByRole('heading', { level: 2 })).toContainText('1,390');

  await fill(page, 'Red line', '8,000');
  await expect(
    page.getByText(/The goal’s speed 8,600\srpm is above the red line 8,000\srpm/).first(),
  ).toBeVisible();
  await expect(page.getByText('The figures shown are from the last good values.').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await fill(page, 'Red line', '9,500');
  await expect(page.getByText('The figures shown are from the last good values.')).toHaveCount(0);
});

test('a goal that no pressure ratio can reach says so', async ({ page, request }) => {
  const id = await makeJob(request, 'Too much');
  await open(page, `/jobs/${id}/brief`);
  await fill(page, 'Power goal', '4000');
  await expect(page.getByLabel('Verdict')).toContainText('Out of reach');
  await open(page, `/jobs/${id}/demand`);
  await expect(page.getByRole('heading', { level: 2, name: 'Out of reach' })).toBeVisible();
  await fill(page, 'Boost threshold', '2500');
  await isSaved(page);
});
