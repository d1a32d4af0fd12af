import type { Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeJob, makeTurboJob, open, single } from '../support/job';

const figure = (page: Page, name: string) =>
  page.getByRole('complementary').getByRole('row', { name: new RegExp(`^${name}`) });
const findings = (page: Page) => page.getByRole('list', { name: 'Findings' });

test('a turbocharger is put on: the Airway runs to the tailpipe, and a smaller housing spools sooner', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Turbine journey');
  await open(page, `/jobs/${id}/charger?charger=turbine`);
  await expect(page.getByText(/No turbine yet\. Choose a turbocharger/)).toBeVisible();
  await expect(page.getByRole('link', { name: /^Turbine: – abs/ })).toBeVisible();
  await choose(page, 'Fitted', 'Hazel 48-54');
  await isSaved(page);
  // Every station to the open air has its state, and the shaft its power.
  await expect(page.getByRole('link', { name: /^Turbine: \d+\skPa abs, \d+\s°C/ })).toContainText(
    /to the shaft/,
  );
  await expect(page.getByRole('link', { name: /^Tailpipe: 83\skPa abs, \d+\s°C/ })).toBeVisible();
  await expect(findings(page)).toContainText(/Boost threshold [\d,]+\srpm, full boost from [\d,]+\srpm/);
  await expect(findings(page)).toContainText(/absolute, [\d.]+ gauge/);
  await expect(figure(page, 'Boost reached')).toContainText('asked; the wastegate holds it');

  const begins = async () =>
    Number(/threshold ([\d,]+)/.exec(await findings(page).innerText())![1]!.replace(',', ''));
  const before = await begins();
  await choose(page, 'Housing', 'A/R 0.45');
  await expect.poll(begins).toBeLessThan(before);

  // A figure opens its working, down to the published formulas.
  await figure(page, 'Turbine inlet temperature').getByRole('button').click();
  await expect(page.getByRole('dialog')).toContainText('share of the heat that leaves with the gas');
  await page.keyboard.press('Escape');

  // Housings side by side: setups of their own, drawn over each other.
  await page.getByRole('button', { name: 'Housings side by side' }).click();
  await expect(page.getByRole('table').first().getByRole('row')).toHaveCount(4);
  await isSaved(page);
});

test('a gate that is too small lets boost run away, and says the bore that would hold it', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Small gate');
  await open(page, `/jobs/${id}/charger?charger=turbine`);
  await fill(page, 'Wastegate seat diameter', '16');
  await expect(findings(page)).toContainText(/A valve seat of [\d.]+\smm would control it/);
  const wanted = /A valve seat of ([\d.]+)\smm/.exec(await findings(page).innerText())![1]!;
  await fill(page, 'Wastegate seat diameter', String(Number(wanted) + 1));
  await expect(findings(page)).not.toContainText('would control it');
  // No area at all is no gate: the field says so and keeps what was typed.
  await page.getByLabel('Wastegate seat diameter', { exact: true }).fill('0');
  await expect(page.getByText(/“0” is out of range\. Give 3/)).toBeVisible();
  await page.getByLabel('Wastegate seat diameter', { exact: true }).press('Escape');
  await choose(page, 'Boost control', 'nothing');
  await expect(findings(page)).toContainText('Fit a wastegate');
});

test('boost as a curve: dragged by hand and by keys, typed in the table, asked by gear', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Curve of boost');
  await open(page, `/jobs/${id}/charger?charger=boost`);
  await choose(page, 'Boost target type', 'curve');
  const point = page.getByRole('slider', { name: 'Point 3 of the boost curve' });
  await expect(point).toHaveAttribute('aria-valuetext', /120\skPa gauge at 7,100\srpm/);
  await point.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown');
  await expect(point).toHaveAttribute('aria-valuetext', /100\skPa gauge/);
  await page.keyboard.up('Shift');
  await isSaved(page);
  const cell = page.getByLabel('Row 3, boost target, gauge');
  await expect(cell).toHaveValue('100');
  // By hand: pulled down and let go; what the pointer does then is nothing to it, and one undo takes it back.
  const hold = (await point.boundingBox())!;
  const [x, y] = [hold.x + hold.width / 2, hold.y + hold.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + 20, { steps: 4 });
  await page.mouse.move(x, y + 40, { steps: 4 });
  await page.mouse.up();
  await page.mouse.move(x, y - 60);
  const dragged = Number(await cell.inputValue());
  expect(dragged).toBeGreaterThan(60);
  expect(dragged).toBeLessThan(95);
  await isSaved(page);
  await page.keyboard.press('Control+z');
  await expect(cell).toHaveValue('100');
  await cell.fill('lots');
  await expect(page.getByText(/“lots” is not a number/)).toBeVisible();
  await cell.fill('13 psi');
  await cell.press('Enter');
  await expect(point).toHaveAttribute('aria-valuetext', /90\skPa gauge/);
  const speed = page.getByLabel('Row 3, speed in rpm');
  await speed.fill('1000');
  await expect(page.getByText('Row 3: the speeds must rise from row to row.')).toBeVisible();
  await speed.fill('7100');
  await speed.press('Enter');
  // The forecast follows the curve.
  await expect(figure(page, 'Boost reached')).toContainText(/1[01]\d\skPa asked/);

  await choose(page, 'Boost target type', 'by gear');
  await fill(page, 'Boost in gear 1', '60');
  await expect(figure(page, 'Boost reached')).toContainText(/60\skPa asked/);
  await choose(page, 'Selected gear', 'gear 4');
  await expect(figure(page, 'Boost reached')).not.toContainText(/60\skPa asked/);
  await isSaved(page);
});

test('a pipe by its measures: loss, Mach number, worth and other bores', async ({ page, request }) => {
  const id = await makeTurboJob(request, 'Piping');
  await open(page, `/jobs/${id}/charger?charger=pipes`);
  const pipe = page.getByRole('region', { name: 'Downpipe' });
  await expect(pipe).toContainText(/pressure loss\s*\d/);
  await pipe.getByLabel('Loss given by').selectOption({ label: 'dimensions' });
  await pipe.getByLabel('Centreline length', { exact: true }).fill('1.1');
  await pipe.getByLabel('Minimum bore', { exact: true }).fill('48');
  await pipe.getByLabel('Minimum bore', { exact: true }).press('Enter');
  // Too narrow: a cross at the Mach number, and larger bores give power.
  await expect(pipe).toContainText(/✕ 0\.[4-9]/);
  await expect(pipe.getByRole('row', { name: /^51\.0\smm/ })).toContainText(/\+[\d.]+\skW/);
  await pipe.getByLabel('Minimum bore', { exact: true }).fill('');
  await pipe.getByLabel('Minimum bore', { exact: true }).press('Enter');
  await expect(
    page.getByText('A pipe needs its bore, or a pressure loss at a stated flow instead.').first(),
  ).toBeVisible();
  await pipe.getByLabel('Minimum bore', { exact: true }).fill('76');
  await pipe.getByLabel('Minimum bore', { exact: true }).press('Enter');
  await page.getByRole('button', { name: '+ catalyst' }).click();
  await expect(page.getByRole('region', { name: 'Catalyst' })).toContainText(/worth\s*[\d.]+\skW/);
  await isSaved(page);
});

test('spot readings: on which side a restriction sits, what contradicts itself, what is taken over', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Spot readings');
  await open(page, `/jobs/${id}/charger?charger=spot`);
  const said = page.getByRole('list', { name: 'Findings from the readings' });
  await expect(said).toContainText('housing, gate or wheel');
  await expect(said).toContainText('probably');
  await fill(page, 'Measured turbine outlet pressure', '60');
  await expect(said).toContainText('the restriction is in the exhaust behind it');
  await fill(page, 'Measured turbine outlet pressure', '200');
  await expect(page.getByRole('list', { name: 'Readings that contradict each other' })).toContainText(
    'the two lines may be swapped',
  );
  await fill(page, 'Measured turbine outlet pressure', '11');
  await fill(page, 'Measured turbine inlet pressure', '142');
  await expect(page.getByText(/Everything read agrees with the forecast/)).toBeVisible();
  await page.getByRole('button', { name: /Take 77\s% as the cooler’s effectiveness/ }).click();
  await isSaved(page);
  await open(page, `/jobs/${id}/cooling`);
  await expect(page.getByLabel('Cooler effectiveness', { exact: true })).toHaveValue(/^77/);
});

test('the smallest of each part is found in the library, with its neighbours, and taken', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Sizing');
  await open(page, `/jobs/${id}/charger?charger=size`);
  const turbos = page.getByRole('table', { name: /^Turbocharger: Medlar 49-54/ });
  await expect(turbos).toBeVisible();
  await expect(turbos.getByRole('row')).toHaveCount(4);
  await turbos.getByRole('button', { name: /^all 47/ }).click();
  await expect(turbos.getByRole('row')).toHaveCount(48);
  const housings = page.getByRole('table', { name: /^Housing: A\/R 0\.57/ });
  await housings
    .getByRole('row', { name: /A\/R 0\.65/ })
    .getByRole('button', { name: 'use this' })
    .click();
  await expect(
    page
      .getByRole('complementary')
      .getByText(/Ginkgo T58 A\/R 0\.65/)
      .first(),
  ).toBeVisible();
  await expect(page.getByRole('table', { name: /^Wastegate: [\d.]+\smm/ })).toBeVisible();
  await expect(page.getByRole('table', { name: /^Spring: \d+\skPa/ })).toBeVisible();
  await isSaved(page);
});

test('other sites: running lines fan out over one map, and the de-rated setting is named', async ({
  page,
}) => {
  await open(page, `${single}/charger?charger=sites`);
  await expect(page.getByRole('img', { name: /^Running lines of 6 airs on the map/ })).toBeVisible();
  await expect(page.getByText(/De-rated to \d+\skPa gauge it holds everywhere/)).toBeVisible();
  const rows = page.getByRole('table', { name: 'The build in every air of the Brief' }).getByRole('row');
  await expect(rows).toHaveCount(7);
  await expect(rows.nth(6)).toContainText('High pass');
});

test('a turbine whose flow falls, or with no housing data, is refused with its sentence and nothing is stored', async ({
  request,
}) => {
  type Item = {
    document: { kind: string; housings?: { capacity: { kind: string; points?: { flow: number }[] } }[] };
  };
  const file = (await (await request.get(`/api${single}/export`)).json()) as { library: Item[] };
  const before = (await (await request.get('/api/selection/turbochargers')).json()) as { turbines: object[] };
  const points = file.library.flatMap((i) => i.document.housings ?? []).find((h) => h.capacity.points)!
    .capacity.points!;
  points[4]!.flow = points[2]!.flow * 0.5;
  const answer = await request.post('/api/import', { data: { text: JSON.stringify(file) } });
  expect(answer.status()).toBe(422);
  expect(JSON.stringify(await answer.json())).toContain('Flow must not fall with expansion ratio.');
  const after = (await (await request.get('/api/selection/turbochargers')).json()) as { turbines: object[] };
  expect(after.turbines.length).toBe(before.turbines.length);
});
