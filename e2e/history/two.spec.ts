import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

// Here pages fetch ahead: a server goes away under them.
test.use({ isSparing: false });

test('two people on one job: the second is told what each changed, sees both, chooses; nothing is lost', async ({
  browser,
  baseURL,
  page,
  request,
}) => {
  const id = await makeJob(request, 'Two people');
  const context = await browser.newContext({ baseURL: baseURL! });
  const other = await context.newPage();
  await open(page, `/jobs/${id}/engine`);
  await open(other, `/jobs/${id}/engine`);
  await fill(page, 'Bore', '80');
  await isSaved(page);
  await fill(other, 'Stroke', '69');
  const dialog = other.getByRole('dialog', { name: 'This job was changed elsewhere' });
  await expect(dialog.getByRole('region', { name: 'They changed' }).getByRole('listitem')).toHaveText([
    /bore 79 → 80\smm/,
  ]);
  await expect(dialog.getByRole('region', { name: 'You changed' }).getByRole('listitem')).toHaveText([
    /stroke 68.4 → 69\smm/,
  ]);
  await dialog.getByRole('button', { name: 'Use theirs' }).click();
  await expect(other.getByLabel('Bore', { exact: true })).toHaveValue('80');
  await expect(other.getByLabel('Stroke', { exact: true })).toHaveValue('68.4');
  await other.getByRole('heading', { level: 2 }).first().click();
  await other.keyboard.press('Control+z');
  await expect(other.getByLabel('Stroke', { exact: true })).toHaveValue('69');
  await isSaved(other);
  // Now the first is behind: its own change as the newest, the other's stays in the history.
  await fill(page, 'Bore', '81');
  await page.getByRole('dialog').getByRole('button', { name: 'Store mine as the newest' }).click();
  await isSaved(page);
  const { revisions } = (await (await request.get(`/api/jobs/${id}/revisions`)).json()) as {
    revisions: { revision: number; changes: { path: string; to: unknown }[] }[];
  };
  expect(
    revisions.flatMap((r) => r.changes).some((c) => c.path === 'engine.stroke.value' && c.to === 0.069),
  ).toBe(true);
  await context.close();
});

test('a job deleted in another tab: what was typed is kept, and it is brought back or stored anew', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Deleted elsewhere');
  await open(page, `/jobs/${id}/engine`);
  await page.locator('html[data-ahead]').waitFor();
  await request.put(`/api/jobs/${id}/bin`, { data: { binned: true } });
  await fill(page, 'Bore', '80');
  const gone = page.getByRole('dialog', { name: 'This job lies in the bin' });
  await expect(gone).toContainText('What you changed since is kept on this page.');
  await gone.getByRole('button', { name: 'Bring it back and store mine' }).click();
  await isSaved(page);
  const back = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    job: { engine: { bore: { value: number } } };
  };
  expect(back.job.engine.bore.value).toBeCloseTo(0.08, 9);

  await request.put(`/api/jobs/${id}/bin`, { data: { binned: true } });
  expect((await request.delete(`/api/jobs/${id}`)).status()).toBe(200);
  await fill(page, 'Bore', '81');
  await page
    .getByRole('dialog', { name: 'This job is gone' })
    .getByRole('button', { name: 'Store it as a new job' })
    .click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await expect(page).toHaveURL(/\/brief/);
  await page.locator('html[data-live]').waitFor();
  await page.keyboard.press('2');
  await expect(page.getByLabel('Bore', { exact: true })).toHaveValue('81');
});
