import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '../support/test';
import { fill, isSaved, open, single } from '../support/job';
import { demoFolder, ports, prepare, startServer } from '../support/server';

// Here pages fetch ahead: a server goes away under them.
test.use({ isSparing: false });

// A page's own requests say where they come from by their origin.
test.use({ extraHTTPHeaders: {} });

const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-e2e-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('what was stored outlives a killed server; what was typed while it was away goes out after', async ({
  page,
}) => {
  test.setTimeout(400_000);
  demoFolder(folder);
  let server = await startServer(folder, ports.own);
  await open(page, `${server.address}${single}/engine`);
  // The other benches are fetched while the page rests.
  await page.locator('html[data-ahead]').waitFor();
  await fill(page, 'Red line', '9,800');
  await isSaved(page);
  await server.kill('SIGKILL');

  await fill(page, 'Idle speed', '1,400');
  await expect(page.getByText('server away: kept here, will be sent')).toBeVisible();
  await page.getByRole('button', { name: 'Charger' }).click();
  await expect(page.getByRole('main', { name: 'Charger bench' })).toBeVisible();

  server = await startServer(folder, ports.own);
  await isSaved(page);
  await open(page, `${server.address}${single}/engine`);
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,800');
  await expect(page.getByLabel('Idle speed', { exact: true })).toHaveValue('1,400');

  // A second process on the same folder is refused and harms nothing.
  const second = prepare(folder, 'demo');
  expect(second.code).toBe(3);
  expect(second.said).toContain('is in use by another Fierce Lung');
  const rival = await startServer(folder, ports.second);
  // Its first answer already is why it is refused, wherever it is asked.
  for (const at of ['/', '/api/jobs', '/shop']) {
    const answer = await fetch(rival.address + at);
    expect(await answer.text(), at).toContain('is in use by another Fierce Lung');
    expect(answer.status, at).not.toBe(500);
  }
  await page.goto(rival.address);
  await expect(page.getByRole('heading', { name: 'The shop’s data cannot be opened.' })).toBeVisible();
  await expect(page.getByText('is in use by another Fierce Lung')).toBeVisible();
  const refused = await fetch(`${rival.address}/api/jobs`);
  expect(refused.status).toBe(503);
  await rival.kill('SIGTERM');
  await open(page, `${server.address}/`);
  await expect(page.getByRole('link', { name: 'Hill-climb single-seater', exact: true })).toBeVisible();
  await server.kill('SIGTERM');
});

test('a folder that cannot be written says so', () => {
  const file = path.join(folder, 'a-file');
  writeFileSync(file, '');
  const done = prepare(path.join(file, 'below'), 'shop');
  expect(done.code).toBe(3);
  expect(done.said).toMatch(/cannot be written/);
});

test('a shop of its own is empty at first; a new job is sized and still there after a restart', async ({
  page,
}) => {
  test.setTimeout(400_000);
  const own = path.join(folder, 'own');
  expect(prepare(own, 'shop').code).toBe(0);
  let server = await startServer(own, ports.own);
  await open(page, `${server.address}/`);
  await expect(page.getByRole('heading', { name: 'No jobs yet.' })).toBeVisible();
  await page.getByRole('button', { name: 'Create a job' }).click();
  await page.getByLabel('Name of the job').fill('First of the shop');
  await page.getByLabel('Name of the job').press('Enter');
  await expect(page).toHaveURL(/\/brief/);
  await expect(page.getByLabel('Verdict')).toContainText('choose one in Charger');
  await page.keyboard.press('4');
  // Before a machine is chosen: the demand line, with the outlines of the best candidates.
  await expect(
    page.getByRole('img', { name: /^Demand on flow and pressure ratio.*Outlines of \w/ }),
  ).toBeVisible();
  await page.getByLabel('Compressor', { exact: true }).selectOption({ label: 'Birch 50' });
  await expect(page.getByRole('img', { name: /^Compressor map of Birch 50/ })).toBeVisible();
  await isSaved(page);
  const at = page.url();
  await server.kill('SIGKILL');
  server = await startServer(own, ports.own);
  await open(page, at);
  await expect(page.getByRole('img', { name: /^Compressor map of Birch 50/ })).toBeVisible();
  await server.kill('SIGTERM');
});
