import { expect, test } from '@playwright/test';
import { fill, open } from '../support/job';

test('a turbine: found, duplicated, edited, saved as a revision, retired and taken back', async ({
  page,
}) => {
  await open(page, '/library/turbines');
  await expect(page.getByRole('row')).toHaveCount(21);
  await page.getByLabel('Find').fill('ginkgo');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('button', { name: 'Ginkgo T58' }).click();
  const panel = page.getByRole('complementary', { name: 'Selected turbine' });
  await panel.getByRole('button', { name: 'Duplicate' }).click();
  await expect(panel.getByRole('heading', { name: 'Ginkgo T58, copy' })).toBeVisible();
  await panel.getByRole('button', { name: 'Open and edit' }).click();
  await page.locator('html[data-live]').waitFor();
  const save = page.getByRole('button', { name: 'Save as revision 2' });
  await expect(save).toBeDisabled();
  await fill(page, 'Inducer', '59');
  await page.getByLabel('Known by').first().selectOption('points');
  const points = page.getByLabel(/Expansion ratio and corrected flow/);
  await points.fill('1.4\t9\n1.8\tplenty\n2.4\t12');
  await expect(page.getByText(/Line 2, “1\.8\s+plenty”/)).toBeVisible();
  await expect(save).toBeDisabled();
  await points.fill('1.4\t9\n1.8\t11\n2.4\t10');
  await expect(page.getByText('This turbine cannot be saved yet')).toBeVisible();
  await points.fill('1.4\t9\n1.8\t11\n2.4\t12');
  await save.click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Inducer', { exact: true })).toHaveValue('59');

  await open(page, '/library/turbines');
  await page.getByRole('button', { name: 'Ginkgo T58, copy' }).click();
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText(/is retired: no longer offered/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Ginkgo T58, copy' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Take it back' }).first().click();
  await expect(page.getByRole('row', { name: /Ginkgo T58, copy/ })).toBeVisible();
});

test('a turbocharger put together from other parts is offered to jobs', async ({ page, request }) => {
  await open(page, '/library/turbochargers');
  await page.getByRole('button', { name: 'Add by hand' }).click();
  await page.waitForURL(/turbochargers\/[0-9a-f-]{36}/);
  await page.locator('html[data-live]').waitFor();
  await page.getByLabel('Name', { exact: true }).fill('Shop special');
  await page.getByRole('combobox', { name: /^Compressor/ }).selectOption({ label: 'Birch 50' });
  await page.getByRole('combobox', { name: /^Turbine/ }).selectOption({ label: 'Hickory T62' });
  await page.getByRole('combobox', { name: /^Housing/ }).selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  const offered = (await (await request.get('/api/selection/turbochargers')).json()) as {
    turbochargers: { document: { name: string; housing: number } }[];
  };
  expect(offered.turbochargers.find((t) => t.document.name === 'Shop special')?.document.housing).toBe(1);
  // A housing its turbine does not have is refused, with what it has.
  const id = page.url().split('/').at(-1);
  const { document } = (await (await request.get(`/api/library/turbochargers/${id}`)).json()) as {
    document: Record<string, unknown>;
  };
  const refused = await request.put(`/api/library/turbochargers/${id}`, {
    data: { baseRevision: 2, document: { ...document, housing: 11 } },
  });
  expect(refused.status()).toBe(422);
  expect(JSON.stringify(await refused.json())).toMatch(/has \d+ housings/);
});

test('a turbine’s table is imported: columns and unit asked for, what is missing said, then stored and exported', async ({
  page,
  request,
}) => {
  await open(page, '/library/turbines/import');
  const rows = ['1,4;6,0', '1,8;7,1', '2,4;7,6', '3,0;7,7'];
  await page.getByLabel('Turbine file to import').setInputFiles({
    name: 'rig wheel.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['PR;swallow', ...rows].join('\n')),
  });
  const store = page.getByRole('button', { name: 'Store it in the library' });
  await expect(page.getByText('The unit of the flow is not said in the file: choose it.')).toBeVisible();
  await expect(page.getByText(/bearings’ loss in it already/)).toBeVisible();
  await expect(store).toBeDisabled();
  await page.getByLabel('Unit of swallow').selectOption('kg/min');
  await fill(page, 'Inducer', '54 mm');
  await fill(page, 'Exducer', '47 mm');
  await fill(page, 'Best efficiency', '68');
  await fill(page, 'Speed limit', '160000');
  await fill(page, 'Temperature limit', '950');
  await page.getByLabel('Bearings’ loss').selectOption('apart');
  await fill(page, 'Pressure', '101.3');
  await fill(page, 'Temperature', '15');
  await store.click();
  await page.waitForURL(/turbines\/[0-9a-f-]{36}/);
  const id = page.url().split('/').at(-1);
  const csv = await (await request.get(`/api/library/turbines/${id}/export?format=csv`)).text();
  expect(csv).toContain('# name: rig wheel');
  expect(csv).toContain('"Housing 1",1.4,0.1');
});
