import { expect, test } from '../support/test';
import { seriousFindings } from '../support/axe';
import { choose, fill, open, saloon } from '../support/job';

test('the shop’s settings: saved, on every print, and where a new job starts from', async ({
  page,
  request,
}) => {
  const usual = (await (await request.get('/api/settings')).json()) as object;
  await open(page, '/');
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByLabel('Shop name').fill('Gasket & Sons');
  await page.getByLabel('Address').fill('Gate 3\nOld Works');
  await choose(page, 'Petrol', 'Petrol 95 RON');
  await fill(page, 'Cooler effectiveness', '81');
  await page.getByLabel('Currency').fill('franc');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Three capital letters, as EUR.')).toBeVisible();
  await page.getByLabel('Currency').fill('CHF');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/The settings are saved/)).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.reload();
  await expect(page.getByLabel('Shop name')).toHaveValue('Gasket & Sons');
  await open(page, `${saloon}/sheet`);
  await expect(page.getByText('Gasket & Sons, Gate 3, Old Works')).toBeVisible();
  const made = (await (
    await request.post('/api/jobs', { data: { name: 'On the shop’s defaults' } })
  ).json()) as {
    job: { brief: { fuel: { id: string }; budget: { currency: string } } };
  };
  expect(made.job.brief).toMatchObject({ fuel: { id: 'petrol-95' }, budget: { currency: 'CHF' } });
  expect((await request.put('/api/settings', { data: { ...usual, more: 1 } })).status()).toBe(422);
  // Tests beside this one count on what was there before.
  expect((await request.put('/api/settings', { data: usual })).status()).toBe(200);
});
