import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open, single, truck } from '../support/job';

test('a stale link opens the nearest view and says what it could not find', async ({ page }) => {
  await open(page, `${truck}/nowhere?setup=d&rpm=12000`);
  const told = page.getByRole('status').filter({ hasText: 'The link asks' });
  await expect(told).toContainText('a bench “nowhere”; there is none of that name. Shown is the Brief.');
  await expect(told).toContainText('setup “d”; this job has A. Shown is A.');
  await expect(told).toContainText(/12,000\srpm; this engine runs from 800\srpm to 6,800\srpm/);
  await expect(page.getByRole('main', { name: 'Brief bench' })).toBeVisible();
  await expect(page.getByTestId('speed')).toHaveText('6,800');
  await page.keyboard.press('4');
  await expect(told).not.toContainText('a bench');
  await page.goto(`${truck}/charger?rpm=fast`);
  await expect(told).toContainText('“fast” rpm, which is no speed. Shown is the goal’s.');
  await expect(page.getByTestId('speed')).toHaveText('5,900');
});

test('a job with two setups: tabs, keys and the address choose; a link opens the same view', async ({
  page,
  request,
}) => {
  const { job } = (await (await request.get(`/api${single}`)).json()) as {
    job: { name: string; setups: Record<string, unknown>[] };
  };
  const second = { ...structuredClone(job.setups[0]!), id: 'b', letter: 'B', name: 'Twins' };
  const { induction } = second as unknown as { induction: { chargers: object[] } };
  const machine = { id: 'aspen-37', revision: 1 };
  Object.assign(induction.chargers[0]!, { machine, count: 2, drive: { kind: 'open' } });
  const id = await makeJob(request, 'Two setups');
  const { revision } = (await (await request.get(`/api/jobs/${id}`)).json()) as { revision: number };
  const put = await request.put(`/api/jobs/${id}`, {
    data: { baseRevision: revision, job: { ...job, name: 'Two setups', setups: [job.setups[0], second] } },
  });
  expect(put.status()).toBe(200);
  await open(page, `/jobs/${id}/charger`);
  await expect(page.getByLabel('Verdict')).toContainText('Birch 50 marginal');
  await page.keyboard.press('b');
  await expect(page.getByLabel('Verdict')).toContainText('Aspen 37');
  await expect(page).toHaveURL(/setup=b/);
  await page.keyboard.press(',');
  await expect(page).toHaveURL(/rpm=8500/);
  await page.reload();
  await expect(page.getByRole('button', { name: /^B Twins/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('speed')).toHaveText('8,500');
  await page.locator('html[data-live]').waitFor();
  await page.getByRole('button', { name: /^A Birch 50/ }).click();
  await expect(page.getByLabel('Verdict')).toContainText('Birch 50 marginal');
});

test('a browser that keeps nothing says so, works, and warns before an unsent change is lost', async ({
  context,
  request,
}) => {
  const page = await context.newPage();
  const id = await makeJob(request, 'Keeps nothing');
  await page.addInitScript(() => {
    Object.defineProperty(window, 'localStorage', {
      get: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    });
    Object.defineProperty(document, 'cookie', {
      get: () => '',
      set: () => {
        throw new DOMException('denied', 'SecurityError');
      },
    });
  });
  await open(page, `/jobs/${id}/brief`);
  await expect(page.getByText(/This browser keeps nothing for this page/)).toBeVisible();
  await page.keyboard.press('t');
  await page.keyboard.press('4');
  await expect(page.getByRole('main', { name: 'Charger bench' })).toBeVisible();
  await page.keyboard.press('1');
  await fill(page, 'Power goal', '280');
  await isSaved(page);
  await page.route('**/api/jobs/**', (route) => route.abort());
  await fill(page, 'Power goal', '270');
  await expect(page.getByText('server away: kept in this tab alone')).toBeVisible();
  const asked = page.waitForEvent('dialog');
  void page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await page.unroute('**/api/jobs/**');
  await isSaved(page);
});

test('a job file of the first version still opens', async ({ request }) => {
  const file = (await (await request.get(`/api${single}/export`)).json()) as {
    job: { version: number; settled?: unknown };
  };
  file.job.version = 1;
  delete file.job.settled;
  const made = await request.post('/api/import', { data: { text: JSON.stringify(file) } });
  expect(made.status()).toBe(200);
  expect(((await made.json()) as { job: { settled: unknown[] } }).job.settled).toEqual([]);
});
