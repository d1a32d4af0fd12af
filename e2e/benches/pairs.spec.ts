import type { Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { choose, fill, groomer, isSaved, makeTurboJob, open } from '../support/job';

const findings = (page: Page) => page.getByRole('list', { name: 'Findings' });

test('time to boost: dyno sweep, a load step, and what a slower brake makes of it', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Spool journey');
  await open(page, `/jobs/${id}/charger?charger=spool`);
  const times = page.getByRole('table').first();
  await expect(times).toContainText(/A Birch 50/);
  const full = async () =>
    Number(/([\d,]+)\srpm/.exec(await times.getByRole('cell').nth(3).innerText())![1]!.replace(',', ''));
  const quick = await full();
  await fill(page, 'Sweep rate', '150');
  // A brake that loads more makes spool look earlier, and the sheet says so.
  await expect.poll(full).toBeLessThan(quick - 300);
  await expect(page.getByText('a brake that loads more makes spool look earlier')).toBeVisible();
  await expect(page.getByText(/later than a steady engine has it/)).toBeVisible();
  await fill(page, 'Sweep rate', '0');
  await expect(page.getByText(/A sweep rate of zero holds/).first()).toBeVisible();
  await choose(page, 'Test type', 'a load step');
  await fill(page, 'Test start speed', '3000');
  await expect(page.getByText(/the boost asked is not there at this speed/)).toBeVisible();
  await expect(times).toContainText('not at this speed');
  await choose(page, 'Test type', 'a pull in a gear');
  await expect(
    page.getByRole('alert').filter({ hasText: /mass, tyre radius, final drive and gears/ }),
  ).toBeVisible();
  await isSaved(page);
});

test('a compound pair: the Airway draws both stages, each on its own map, and it carries what one could not', async ({
  page,
  request,
}) => {
  const made = (await (await request.post(`/api${groomer}/duplicate`)).json()) as { id: string };
  await open(page, `/jobs/${made.id}/charger?setup=A&charger=pair`);
  await expect(page.getByLabel('Verdict')).toContainText(/over-speeds|short/i);
  await choose(page, 'Arrangement', 'two-stage (compound)');
  await expect(findings(page)).toContainText('needs an LP stage');
  await choose(page, 'Second turbocharger', 'Hornbeam 112-125');
  await isSaved(page);
  await expect(page.getByRole('link', { name: /^LP stage: / })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Between: / })).toBeVisible();
  await expect(page.getByRole('heading', { level: 2, name: /^LP stage/ })).toBeVisible();
  // A boost of its own between the stages, and a cooler there.
  await choose(page, 'LP stage boost', 'held by its wastegate');
  await fill(page, 'Interstage boost', '40');
  await choose(page, 'Intercooler', 'air to air');
  await isSaved(page);
  await expect(page.getByRole('link', { name: /^Between: .*−[\d.]+\skW of heat/ })).toBeVisible();

  // The demo's own pair holds the goal at 2,900 m that its single turbo misses.
  await open(page, `${groomer}/charger?setup=B&charger=pair`);
  await expect(findings(page)).toContainText(/Pressure ratio at the goal: LP stage/);
  await expect(page.getByText(/Cedar 54 within limits/).first()).toBeVisible();
});

test('a sequential pair that joins too early says where it would do no harm', async ({ page, request }) => {
  const id = await makeTurboJob(request, 'Sequential journey');
  await open(page, `/jobs/${id}/charger?charger=turbine`);
  await choose(page, 'Fitted', 'Aspen 37-42');
  await expect(page.getByRole('button', { name: 'A Aspen 37-42' })).toBeVisible();
  await isSaved(page);
  await open(page, `/jobs/${id}/charger?charger=pair`);
  await choose(page, 'Arrangement', 'sequential twins');
  await fill(page, 'Second turbo engages at', '4200');
  await expect(findings(page)).toContainText(/engages at 4,200\srpm, too early/);
  const wanted = /From ([\d,]+)\srpm the two reach/.exec(await findings(page).innerText())![1]!;
  await fill(page, 'Second turbo engages at', String(Number(wanted.replace(',', '')) + 100));
  await expect(findings(page)).toContainText(/With falling speed it stays engaged down to/);
  await fill(page, 'Second turbo engages at', '1500');
  await expect(findings(page)).toContainText(/below .* where the first begins to boost/);
  // One against two on the same sheet.
  const sheet = page.getByRole('region', { name: 'Single or twin, smaller or larger' });
  await expect(sheet.getByRole('row')).toHaveCount(5);
  await expect(sheet).toContainText('of half or twice the flow');
});

test('the library ranked: weights move it, filters narrow it, the schools pick, one is taken', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Ranking journey');
  await open(page, `/jobs/${id}/charger?charger=rank`);
  const list = page.getByRole('region', { name: 'Turbochargers, best first' });
  await expect(list).toHaveAttribute('data-phase', 'done');
  await expect(list.getByRole('status').first()).toContainText(/\d+ of \d+ make the goal within every limit/);
  const first = () => list.getByRole('rowheader').first().innerText();
  const before = await first();
  await expect(
    list.getByRole('list', { name: 'Recommended by strategy' }).getByRole('listitem'),
  ).not.toHaveCount(0);
  // All weight on early boost: another one leads.
  for (const name of ['Power', 'Time to boost', 'Efficiency', 'Margins', 'Price', 'Size', 'Simplicity'])
    await list.getByRole('slider', { name: new RegExp(`^${name}`) }).fill('0');
  await expect.poll(first).not.toBe(before);
  await list.getByRole('button', { name: 'Reset weights' }).click();
  await expect.poll(first).toBe(before);
  await list.getByRole('button', { name: /^Filters/ }).click();
  await list.getByRole('combobox', { name: 'Arrangement' }).selectOption('parallel');
  await expect(list.getByRole('row').nth(1)).toContainText('Twin ');
  await list.getByLabel('Inducer at most').fill('20');
  await expect(list).toContainText(/None of \d+ passes the filters/);
  await list
    .getByRole('button', { name: /^(Clear filters|Show all)$/ })
    .first()
    .click();
  await list.getByRole('row').nth(1).getByRole('button', { name: 'use this' }).click();
  await isSaved(page);
  await expect(list.getByRole('row', { name: /fitted/ })).toHaveCount(1);
});

test('the server away: the ranking says so and tries again', async ({ page, request }) => {
  const id = await makeTurboJob(request, 'Ranking away');
  await page.route('**/api/selection/compressors*', (route) => route.abort());
  await open(page, `/jobs/${id}/charger?charger=rank`);
  const list = page.getByRole('region', { name: 'Turbochargers, best first' });
  await expect(list.getByRole('status').first()).toContainText('is the server away?');
  await page.unroute('**/api/selection/compressors*');
  await list.getByRole('button', { name: 'Try again' }).click();
  await expect(list.getByRole('status').first()).toContainText(/make the goal/);
});
