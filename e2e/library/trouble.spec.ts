import { expect, test } from '../support/test';
import { makeJob, open } from '../support/job';

const api = '/api/library/compressors';

type Doc = { name: string; note: string; lines: { points: { pressureRatio: number }[] }[] } & Record<
  string,
  unknown
>;

async function addCopy(request: import('@playwright/test').APIRequestContext, name: string) {
  const { document } = (await (await request.get(`${api}/birch-50`)).json()) as { document: Doc };
  const made = (await (await request.post(api, { data: { document: { ...document, name } } })).json()) as {
    id: string;
  };
  return { id: made.id, document };
}

test('two people edit one compressor: the second is told, and loses nothing', async ({
  page,
  context,
  request,
}) => {
  const { id } = await addCopy(request, 'Edited twice');
  const other = await context.newPage();
  await open(page, `/library/compressors/${id}`);
  await open(other, `/library/compressors/${id}`);
  await page.getByRole('textbox', { name: 'Note' }).fill('first');
  await page.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  await other.getByRole('textbox', { name: 'Note' }).fill('second');
  await other.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(other.getByRole('alert').filter({ hasText: 'was not saved' })).toContainText(
    'revision 2 is newer than the one you edited',
  );
  await expect(other.getByRole('textbox', { name: 'Note' })).toHaveValue('second');
  await other.reload();
  await expect(other.getByText(/They were made on revision 1; the newest is 2/)).toBeVisible();
  await expect(other.getByRole('textbox', { name: 'Note' })).toHaveValue('second');
  await other.getByRole('button', { name: 'Drop the changes' }).click();
  await expect(other.getByRole('textbox', { name: 'Note' })).toHaveValue('first');
  await request.put(`${api}/${id}/retired`, { data: { retired: true } });
});

test('the server away: the ranking, the list and the importer say so and try again', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Away');
  let away = true;
  await page
    .context()
    .route(/\/api\/(library|selection)\//, (route) => (away ? route.abort() : route.continue()));
  await open(page, `/jobs/${id}/charger`);
  const list = page.getByRole('region', { name: 'Candidates' });
  await expect(list).toContainText('The library could not be fetched: is the server away?');
  away = false;
  await list.getByRole('button', { name: 'Try again' }).click();
  await expect(list).toHaveAttribute('data-phase', 'done');
  away = true;
  await page.getByRole('button', { name: 'Overlay Cedar 54 on the map' }).click();
  await expect(page.getByText('The map of Cedar 54 could not be fetched: is the server away?')).toBeVisible();

  await open(page, '/library/compressors/import');
  const csv = await request.get(`${api}/hazel-48/export?format=csv`);
  await page
    .getByLabel('Map file to import')
    .setInputFiles({ name: 'hazel.csv', mimeType: 'text/csv', buffer: Buffer.from(await csv.body()) });
  await expect(page.getByRole('img', { name: /^Compressor map of Hazel 48/ })).toBeVisible();
  await page.getByRole('button', { name: 'Store it in the library' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'It is still here' })).toContainText(
    'The server is away',
  );
  away = false;
  await page.getByRole('button', { name: 'Store it in the library' }).click();
  await expect(page).toHaveURL(/compressors\/[0-9a-f-]{36}$/);
  await request.put(`${api}/${page.url().split('/').at(-1)}/retired`, { data: { retired: true } });
});

test('a retired compressor stays fitted that has it and is offered to no other', async ({
  page,
  request,
}) => {
  const { id } = await addCopy(request, 'Going 50');
  const job = await makeJob(request, 'Has a retired one');
  const stored = (await (await request.get(`/api/jobs/${job}`)).json()) as {
    revision: number;
    job: { setups: { induction: { chargers: object[] } }[] };
  };
  Object.assign(stored.job.setups[0]!.induction.chargers[0]!, { machine: { id, revision: 1 } });
  await request.put(`/api/jobs/${job}`, { data: { baseRevision: stored.revision, job: stored.job } });
  await request.put(`${api}/${id}/retired`, { data: { retired: true } });
  await open(page, `/jobs/${job}/charger`);
  await expect(page.getByLabel('Verdict')).toContainText('Going 50 within limits');
  await expect(page.getByRole('region', { name: 'Candidates' })).toHaveAttribute('data-phase', 'done');
  const options = page.getByLabel('Compressor', { exact: true }).locator('option');
  await expect(options.filter({ hasText: 'Going 50, revision 1' })).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'Fit Going 50 to this setup' })).toHaveCount(0);
});

test('a job file whose map cannot be right is refused with the reason', async ({ request }) => {
  const file = JSON.parse(
    await (await request.get('/api/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340/export')).text(),
  ) as { library: { document: Doc }[] };
  const before = ((await (await request.get('/api/jobs')).json()) as { jobs: unknown[] }).jobs.length;
  file.library[0]!.document.lines[3]!.points[5]!.pressureRatio = 5;
  const answer = await request.post('/api/import', { data: { text: JSON.stringify(file) } });
  expect(answer.status()).toBe(422);
  expect(await answer.text()).toMatch(/The map of Birch 50 was not stored.*cross near/);
  expect(((await (await request.get('/api/jobs')).json()) as { jobs: unknown[] }).jobs.length).toBe(before);
});

test('the list is walked and opened by keyboard alone', async ({ page }) => {
  await open(page, '/library/compressors');
  const region = page.getByRole('region', { name: 'Compressors, scrolls' });
  await region.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { level: 2, name: 'Aspen 37' })).toBeVisible();
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { level: 2, name: 'Yew 71' })).toBeVisible();
  await expect(page.locator('tr[data-selected]')).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/compressors\/yew-71$/);
});
