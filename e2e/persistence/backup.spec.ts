import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { expect, test } from '../support/test';
import { seriousFindings } from '../support/axe';
import { fill, isSaved, open, single } from '../support/job';
import { demoFolder, ports, startServer } from '../support/server';

const root = mkdtempSync(path.join(os.tmpdir(), 'lung-backup-'));
test.afterAll(() => rmSync(root, { recursive: true, force: true }));

const command = (what: 'backup' | 'restore', folder: string, port: number, ...given: string[]) => {
  const done = spawnSync(process.execPath, ['scripts/shop.mjs', what, ...given], {
    env: { ...process.env, FIERCE_LUNG_DATA: folder, PORT: String(port) },
    encoding: 'utf8',
  });
  return { code: done.status, said: done.stdout + done.stderr };
};

test('a shop is backed up by a key, put back on the page, and by command on another machine', async ({
  page,
}) => {
  test.setTimeout(400_000);
  const folder = path.join(root, 'here');
  demoFolder(folder);
  let server = await startServer(folder, ports.own);
  await open(page, `${server.address}/`);
  await page.getByRole('button', { name: 'Back up', exact: true }).click();
  await expect(page.getByText('The whole shop is backed up.')).toBeVisible();
  await open(page, `${server.address}${single}/engine`);
  await fill(page, 'Red line', '9,700');
  await isSaved(page);

  await open(page, `${server.address}/shop`);
  await page.getByRole('button', { name: 'Check everything' }).click();
  await expect(page.getByText(/All \d+ documents can be read/)).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  // The newest is the one made by the key.
  await page
    .getByRole('row', { name: /by hand/ })
    .getByRole('button', { name: /^Put back/ })
    .click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByText(/The shop is as it was on/)).toBeVisible();
  await open(page, `${server.address}${single}/engine`);
  await expect(page.getByLabel('Red line', { exact: true })).not.toHaveValue('9,700');
  // What was there before stands in the list, and goes back the same way.
  await open(page, `${server.address}/shop`);
  await expect(page.getByRole('row', { name: /before another was put back/ })).toBeVisible();

  // While the server holds the folder the command asks it.
  const made = command('backup', folder, ports.own, path.join(root, 'second-disk'));
  expect(made.said).toMatch(/Backed up: /);
  expect(made.code).toBe(0);
  await server.kill('SIGTERM');
  const [file] = readdirSync(path.join(root, 'second-disk'));
  const elsewhere = path.join(root, 'elsewhere');
  const restored = command('restore', elsewhere, ports.own, path.join(root, 'second-disk', file!));
  expect(restored.said).toMatch(/Put back in .*elsewhere: the shop as of .* documents\./);
  server = await startServer(elsewhere, ports.own);
  await open(page, `${server.address}/`);
  await expect(page.getByRole('link', { name: 'Hill-climb single-seater', exact: true })).toBeVisible();
  await server.kill('SIGTERM');
});

test('a damaged database is put together again, and the first page says so until it is read', async ({
  page,
}) => {
  test.setTimeout(400_000);
  const folder = path.join(root, 'damaged');
  demoFolder(folder);
  writeFileSync(path.join(folder, 'pg', 'global', 'pg_control'), '');
  const server = await startServer(folder, ports.own);
  await open(page, `${server.address}/`);
  const notice = page.getByRole('alert').filter({ hasText: 'put together again' });
  await expect(notice).toContainText('control file is cut off');
  await expect(notice).toContainText('Nothing that was saved is missing.');
  await expect(page.getByRole('link', { name: 'Hill-climb single-seater', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'I have read this' }).click();
  await expect(notice).toBeHidden();
  await server.kill('SIGTERM');
});

test('a full disk is named; what was typed is kept and goes out once there is space', async ({ page }) => {
  test.setTimeout(400_000);
  const folder = path.join(root, 'full');
  demoFolder(folder);
  // No disk has that much space left: to this server every disk is full.
  let server = await startServer(folder, ports.own, {
    FIERCE_LUNG_LEAST_SPACE: '1e18',
    FIERCE_LUNG_LOW_SPACE: '1e18',
  });
  await open(page, `${server.address}/`);
  await expect(page.getByRole('alert').filter({ hasText: 'nearly full' })).toBeVisible();
  await open(page, `${server.address}${single}/engine`);
  await fill(page, 'Red line', '9,650');
  await expect(page.getByText('disk full: kept here, will be saved')).toBeVisible();
  await server.kill('SIGTERM');
  server = await startServer(folder, ports.own);
  await isSaved(page);
  await open(page, `${server.address}${single}/engine`);
  await expect(page.getByLabel('Red line', { exact: true })).toHaveValue('9,650');
  await server.kill('SIGTERM');
});
