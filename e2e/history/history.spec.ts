import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

// Here pages fetch ahead: a server goes away under them.
test.use({ isSparing: false });

test('every commit is a revision in words; two are compared, one is brought back, one named', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'History');
  await open(page, `/jobs/${id}/engine`);
  await fill(page, 'Red line', '9,200');
  await fill(page, 'Red line', '9,400');
  await fill(page, 'Bore', '80');
  await isSaved(page);
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('h');
  const sheet = page.getByRole('dialog', { name: /^History/ });
  const row = (revision: number) =>
    sheet
      .getByRole('row')
      .filter({ has: page.getByRole('radio', { name: `Compare from revision ${revision}`, exact: true }) });
  await expect(row(4)).toContainText(/red line 9,200 → 9,400\srpm/);
  await expect(row(5)).toContainText(/bore 79 → 80\smm/);
  await expect(row(1)).toContainText('created');
  await sheet.getByRole('radio', { name: 'Compare from revision 2', exact: true }).check();
  const compared = sheet.getByRole('region', { name: 'Two revisions compared' });
  await expect(compared).toContainText('From revision 2 to 5, which stands now');
  await expect(compared.getByRole('listitem')).toHaveText([
    /bore 79 → 80\smm/,
    /red line 9,500 → 9,400\srpm/,
  ]);
  await compared.getByLabel('Name of revision 2').fill('as promised');
  await compared.getByLabel('Name of revision 2').press('Enter');
  await expect(row(2)).toContainText('as promised');
  await compared.getByRole('button', { name: 'Bring revision 2 back' }).click();
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,500');
  await isSaved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,400');
  await isSaved(page);
  await page.keyboard.press('h');
  await expect(row(7)).toContainText(/bore 79 → 80\smm; red line 9,500 → 9,400\srpm/);
  await page.keyboard.press('h');
  await expect(sheet).toHaveCount(0);
});

test('a clock that was set back is said; a server that is away too, and undo works meanwhile', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Clock');
  await open(page, `/jobs/${id}/engine`);
  await page.locator('html[data-ahead]').waitFor();
  await fill(page, 'Red line', '9,300');
  await isSaved(page);
  await page.route('**/revisions', async (route) => {
    const answer = await route.fetch();
    const data = (await answer.json()) as { revisions: { savedAt: string }[] };
    data.revisions[0]!.savedAt = '2001-01-01T00:00:00.000Z';
    await route.fulfill({ response: answer, json: data });
  });
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('h');
  await expect(page.getByRole('dialog')).toContainText('the clock was set back before this');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // The newest route comes first: to lift the other one before would let a request slip by in between.
  await page.route('**/api/**', (route) => route.abort());
  await page.keyboard.press('h');
  await expect(page.getByRole('alert').filter({ hasText: 'The server is away' })).toContainText(
    'Undo and redo work meanwhile.',
  );
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,500');
  await page.keyboard.press('Control+y');
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,300');
  await page.unroute('**/api/**');
  await isSaved(page);
});

test('the bin holds jobs, setups and parts; they come back or go for good', async ({ page, request }) => {
  const id = await makeJob(request, 'Bin host');
  await open(page, `/jobs/${id}/charger`);
  await page.keyboard.press('v');
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add a setup from A' }).click();
  await sheet.getByRole('button', { name: 'Delete setup B, to the bin' }).click();
  await page.keyboard.press('Escape');
  await isSaved(page);
  const doomed = await makeJob(request, 'Doomed job');
  expect((await request.put(`/api/jobs/${doomed}/bin`, { data: { binned: true } })).status()).toBe(200);
  expect((await request.post('/api/library/compressors/birch-50/duplicate')).status()).toBe(200);
  await page.goto('/library/compressors');
  await page.locator('html[data-live]').waitFor();
  await page
    .getByRole('row', { name: /^Birch 50, copy/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Delete, to the bin' }).click();
  await expect(page.getByText(/lies in the bin; jobs that have it keep it/)).toBeVisible();

  await page.goto('/bin');
  await page.locator('html[data-live]').waitFor();
  const setups = page.getByRole('region', { name: 'Setups' });
  await expect(setups).toContainText('B Birch 50 (from A)');
  await setups.getByRole('button', { name: 'Bring B Birch 50 (from A) back' }).click();
  await expect(setups.getByText('of Bin host')).toHaveCount(0);
  const jobs = page.getByRole('region', { name: 'Jobs' });
  await jobs.getByRole('button', { name: 'Bring Doomed job back' }).click();
  await expect(jobs.getByText('Doomed job')).toHaveCount(0);
  expect((await request.get(`/api/jobs/${doomed}`)).status()).toBe(200);
  await request.put(`/api/jobs/${doomed}/bin`, { data: { binned: true } });
  await page.reload();
  await page.locator('html[data-live]').waitFor();
  const parts = page.getByRole('region', { name: 'Library' });
  await parts.getByRole('button', { name: 'Bring Birch 50, copy back' }).click();
  await expect(parts).toHaveCount(0);
  const { items } = (await (await request.get('/api/library/compressors')).json()) as {
    items: { id: string; name: string }[];
  };
  const copy = items.find((c) => c.name === 'Birch 50, copy')!;
  expect(
    (await request.put(`/api/library/compressors/${copy.id}/bin`, { data: { binned: true } })).status(),
  ).toBe(200);
  await page.reload();
  await page.locator('html[data-live]').waitFor();
  await page.getByRole('button', { name: 'Empty the bin' }).click();
  const ask = page.getByRole('dialog', { name: 'Empty the bin?' });
  await expect(ask).toContainText('This cannot be undone.');
  await ask.getByRole('button', { name: 'Remove for good' }).click();
  // The question stands until everything is gone.
  await expect(ask).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Jobs' })).toHaveCount(0);
  expect((await request.get(`/api/library/compressors/${copy.id}`)).status()).toBe(404);
  expect((await request.delete(`/api/jobs/${doomed}`)).status()).toBe(404);
  const stays = await request.delete(`/api/jobs/${id}`);
  expect(stays.status()).toBe(404);
  expect(((await stays.json()) as { error: string }).error).toContain('only a deleted job');
  await open(page, `/jobs/${id}/charger`);
  await expect(page.getByRole('group', { name: 'Setups' }).getByRole('button', { name: /^B/ })).toBeVisible();
});
