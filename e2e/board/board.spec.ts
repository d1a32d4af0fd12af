import { readFileSync } from 'node:fs';
import { expect, test } from '../support/test';
import { makeJob, open } from '../support/job';

test('the board shows the demo jobs with their goal, ratio and verdict', async ({ page }) => {
  await open(page, '/');
  const row = page.getByRole('row', { name: /Rally-raid truck/ });
  await expect(row).toContainText(/505\shp at the wheels by 5,900\srpm on 92 RON at 1,100\sm/);
  await expect(row).toContainText('Rowan 52');
  await expect(row).toContainText('parallel twins');
  await expect(page.getByRole('row', { name: /Hill-climb single-seater/ })).toContainText('2.59');
});

test('a job is made, renamed, duplicated, deleted and brought back', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('button', { name: /New job/ }).click();
  const name = page.getByLabel('Name of the job');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByText('A job needs a name.')).toBeVisible();
  await name.fill('Lake ferry');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page).toHaveURL(/\/jobs\/.+\/brief/);
  await page.getByRole('link', { name: /Shop board/ }).click();

  await page.getByRole('button', { name: 'Actions for Lake ferry' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name of the job').fill('Lake ferry, spare');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('link', { name: 'Lake ferry, spare', exact: true })).toBeVisible();

  await page.getByRole('button', { name: 'Actions for Lake ferry, spare' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  const copy = page.getByRole('link', { name: 'Lake ferry, spare, copy', exact: true });
  await expect(copy).toBeVisible();

  await page.getByRole('button', { name: 'Actions for Lake ferry, spare, copy' }).click();
  await page.getByRole('menuitem', { name: /Delete/ }).click();
  await expect(copy).toBeHidden();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(copy).toBeVisible();
});

test('an exported job is imported again, and a broken file says which line', async ({
  page,
  request,
}, info) => {
  await makeJob(request, 'To export');
  await open(page, '/');
  await page.getByRole('button', { name: 'Actions for To export' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /Export/ }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('to-export.fierce-lung.json');
  const file = info.outputPath('job.json');
  await download.saveAs(file);
  const text = readFileSync(file, 'utf8');

  const importer = page.locator('input[type=file]');
  await importer.setInputFiles({
    name: 'torn.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.replace('"value": 0.079', '"value": "wide"')),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'torn.json was not imported' })).toContainText(
    /Line \d+: engine\.bore\.value/,
  );
  await importer.setInputFiles({
    name: 'big.json',
    mimeType: 'application/json',
    buffer: Buffer.alloc(30_100_000, 32),
  });
  await expect(page.getByText(/It has 30\.1 MB/)).toBeVisible();

  await importer.setInputFiles(file);
  await expect(page).toHaveURL(/\/jobs\/.+\/brief/);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('To export');
  const id = page.url().split('/')[4]!;
  const again = await (await request.get(`/api/jobs/${id}/export`)).text();
  expect(JSON.parse(again)).toEqual(JSON.parse(text));
});

test('a new job asks four things, computes at once, and what was said is reported', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('button', { name: /New job/ }).click();
  await page.getByLabel('Name of the job').fill('Slow diesel');
  await page.getByRole('combobox', { name: 'Engine' }).click();
  await page.getByRole('option', { name: 'diesel' }).click();
  await page.getByLabel('Displacement').fill('5.9 L');
  await page.getByLabel('Red line').fill('2,800');
  await page.getByLabel('At engine speed').fill('3000');
  await expect(page.getByText('The goal’s speed lies above the red line.')).toBeVisible();
  await page.getByLabel('At engine speed').fill('2500');
  await page.getByLabel('Power goal').fill('many');
  await expect(page.getByText(/“many” is not a number/)).toBeVisible();
  await page.getByLabel('Power goal').fill('300 hp');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page).toHaveURL(/\/jobs\/.+\/brief/);
  await expect(page.getByLabel('Verdict')).toContainText('choose one in Charger');
  await expect(page.getByRole('heading', { level: 2 }).first()).toContainText('300');
  await expect(page.getByRole('button', { name: /^Power goal: reported/ })).toBeVisible();
  // The selected speed goes with the goal's until it is moved by hand; Enter gives the focus back to the keys.
  await page.getByLabel('Engine speed for power goal', { exact: true }).fill('2400');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: 'Engine speed' })).toHaveAttribute('aria-valuenow', '2400');
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/\/engine/);
});
