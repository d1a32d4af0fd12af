import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeJob, open } from '../support/job';

// A photograph of one pixel.
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('ring gaps: typed in the wrong unit they are asked about; within they pass, with who and what', async ({
    page,
    request,
  }) => {
    const id = await makeJob(request, 'Gaps');
    await open(page, `/jobs/${id}/bench`);
    await fill(page, 'At the bench', 'R. Ostler');
    await fill(page, 'Measured with', 'feeler gauge 3');
    const field = page.getByLabel('Cylinder 1, top ring', { exact: true });
    await field.fill('20');
    await field.press('Enter');
    await expect(page.getByText(/is far from .*: was it typed in another unit/)).toBeVisible();
    await page.getByRole('button', { name: /^Take 0\.508/ }).click();
    await expect(page.getByText(/passed, .*R\. Ostler, feeler gauge 3/)).toBeVisible();
    await isSaved(page);
    // A gap that butts is too small, and the bench says so.
    const second = page.getByLabel('Cylinder 2, top ring', { exact: true });
    await second.fill('0.35');
    await second.press('Enter');
    await expect(page.getByText(/too small/)).toBeVisible();
    await expect(page.getByRole('heading', { name: '1 out of tolerance' })).toBeVisible();
    expect((await second.boundingBox())!.height).toBeGreaterThanOrEqual(24);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  });
});

test('a procedure: a hazard is ticked before its step, a hold point before what follows; a photograph stays; what cannot be undone is on record', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Pulley');
  await open(page, `/jobs/${id}/bench?bench=procedures`);
  await choose(page, 'Begin a procedure', 'Change a pressed pulley');
  await fill(page, 'At the bench', 'J. Tarbet');
  const step = (n: number) => page.getByRole('checkbox', { name: new RegExp(`^Step ${n}:`) });
  await expect(step(1)).toBeDisabled();
  await page.getByRole('checkbox', { name: /rings and watch off/ }).check();
  await step(1).check();
  await expect(step(3)).toBeDisabled();
  await step(2).check();
  await page
    .getByLabel('Add a photograph')
    .setInputFiles({ name: 'depth.png', mimeType: 'image/png', buffer: PIXEL });
  await expect(page.getByRole('img', { name: 'depth.png' })).toBeVisible();
  // Not a picture at all: said at once, nothing kept.
  await page
    .getByLabel('Add a photograph')
    .setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no') });
  await expect(page.getByText(/It is no picture that can be read/)).toBeVisible();
  await page.getByRole('checkbox', { name: /stand aside of it/ }).check();
  for (const n of [3, 4]) await step(n).check();
  await page.getByRole('checkbox', { name: /^Hot: gloves/ }).check();
  for (const n of [5, 6]) await step(n).check();
  await isSaved(page);
  await page.reload();
  await expect(page.getByText('6 of 9 steps').first()).toBeVisible();
  await expect(page.getByRole('img', { name: 'depth.png' })).toBeVisible();
  await page.getByRole('tab', { name: 'Build record' }).click();
  await expect(page.getByRole('textbox', { name: 'Change 1' })).toHaveValue(/Press it on/);
});

test('the shop’s own procedure is ordered by keys, saved as a version, and begun on a job', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Own');
  await open(page, '/library/procedures/oval-weld-check');
  await page.getByRole('button', { name: /^Move Check the flange/ }).focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(150);
  await page.keyboard.press('ArrowUp');
  await page.waitForTimeout(150);
  await page.keyboard.press('Space');
  await expect(
    page.getByRole('button', { name: '4. Check the flange with a straight edge: flat within 0.1 mm.' }),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Save as revision/ }).click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  await open(page, `/jobs/${id}/bench?bench=procedures`);
  await page
    .getByRole('combobox', { name: 'Begin a procedure' })
    .selectOption({ label: 'Weld check of a manifold (the shop’s own)' });
  await expect(page.getByRole('row', { name: /Weld check of a manifold/ })).toContainText('own, 2');
});
