import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open, single } from '../support/job';

test('units are switched from the frame, by key and by menu; every figure, chart and field follows', async ({
  page,
}) => {
  await open(page, `${single}/charger`);
  await page.keyboard.press('u');
  const dialog = page.getByRole('dialog', { name: 'Units on this device' });
  await dialog.getByRole('radio', { name: /^US/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByText('corrected flow, lb/min (to 29.53 inHg abs, 77 °F)')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Compressor:/ })).toHaveAccessibleName(
    /30\.5\spsi abs, 283\s°F, 28\.6\slb\/min/,
  );
  await expect(page.getByText(/17\.4\spsi/).first()).toBeVisible();
  await page.keyboard.press('3');
  await expect(page.getByRole('columnheader', { name: 'manifold, psi abs' })).toBeVisible();
  await page.keyboard.press('1');
  await expect(page.getByLabel('Altitude', { exact: true })).toHaveValue('5,413.39');
  // The choice holds over a reload, from the first paint on, and on the pages of the shop.
  await page.goto('/');
  await expect(
    page.getByText(/285\shp at the flywheel by 8,600\srpm on 98 RON at 5,413\sft/).first(),
  ).toBeVisible();
  await page.locator('html[data-live]').waitFor();
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByRole('menuitem', { name: /^Units/ }).click();
  await dialog.getByRole('radio', { name: /^Metric/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/213\skW at the flywheel/).first()).toBeVisible();
});

test('an own mix: a unit for each quantity, and the fields take any unit whatever is shown', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Mixed units');
  await open(page, `/jobs/${id}/demand`);
  await page.keyboard.press('u');
  const dialog = page.getByRole('dialog', { name: 'Units on this device' });
  await dialog.getByLabel('Boost, gauge').selectOption('bar');
  await dialog.getByLabel('Torque').selectOption('lb·ft');
  await dialog.getByLabel('Engine power').selectOption('PS');
  await expect(dialog.getByRole('radio', { name: /^Own mix/ })).toBeChecked();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText(/1\.23\sbar/).first()).toBeVisible();
  await expect(page.getByText(/289\sPS/).first()).toBeVisible();
  await page.getByLabel('Boost target type', { exact: true }).selectOption({ label: 'constant' });
  await fill(page, 'Boost target', '16 psi');
  await expect(page.getByLabel('Boost target', { exact: true })).toHaveValue('1.1032');
  // 290 kPa absolute, less the 83.0 kPa of the air at 1,650 m.
  await fill(page, 'Boost target', '290 kPa abs');
  await expect(page.getByLabel('Boost target', { exact: true })).toHaveValue(/^2\.06/);
  await fill(page, 'Boost target', '1.1 bar');
  await isSaved(page);
  const stored = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    job: { setups: { boost: { levelGauge: { value: number } } }[] };
  };
  expect(stored.job.setups[0]!.boost.levelGauge.value).toBeCloseTo(110_000, 3);
  // A unit that does not fit is refused with the ones that do; what was typed stays.
  await page.getByLabel('Boost target', { exact: true }).fill('12 furlongs');
  const alert = page.getByRole('alert').first();
  await expect(alert).toContainText('that unit is not known here. Known: kPa, bar, mbar, psi, inHg, Pa.');
  await page.getByLabel('Boost target', { exact: true }).press('Tab');
  await expect(page.getByLabel('Boost target', { exact: true })).toHaveValue('12 furlongs');
  // A reload paints the mix from the server; a cookie of nonsense is the house's mix.
  await page.reload();
  await expect(page.getByText(/289\sPS/).first()).toBeVisible();
});

test('a cookie of nonsense is the house’s mix', async ({ page, context, baseURL }) => {
  await context.addCookies([
    { name: 'fierce-lung-units', value: '%E0%A4%A&&own&power=__proto__', url: baseURL! },
    { name: 'fierce-lung-size', value: 'enormous', url: baseURL! },
  ]);
  await open(page, `${single}/brief`);
  await expect(page.getByRole('heading', { level: 2, name: /285\shp at the flywheel/ })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('data-size', 'usual');
});
