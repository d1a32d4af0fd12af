import { expect, test } from '../support/test';
import { choose, fill, makeTurboJob, open } from '../support/job';

test('Forecast: a band is drawn, the waterfall adds up, a promise is frozen and meets its run in the Ledger', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  const id = await makeTurboJob(request, 'Has a promise');
  await open(page, `/jobs/${id}/forecast`);
  await expect(page.getByText('2,000 of 2,000')).toBeVisible();
  await expect(page.getByRole('heading', { level: 2, name: /\d+ to \d+\shp/ })).toBeVisible();
  await expect(page.getByText(/the goal is met in \d+ of 100/)).toBeVisible();
  const everySpeed = page.getByRole('table', { name: 'Every speed of the band' }).getByRole('row');
  await expect.poll(() => everySpeed.count()).toBeGreaterThan(18);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toBe('forecast.csv');
  await page.getByRole('tab', { name: 'What each item is worth' }).click();
  const steps = page.getByRole('table', { name: 'Steps of the waterfall' });
  const hp = async (row: string, cell: number) =>
    Number(
      (await steps.getByRole('row', { name: row }).getByRole('cell').nth(cell).innerText())
        .replace(/[^\d−-]/g, '')
        .replace('−', '-'),
    );
  expect(await hp('Heat of compression', 0)).toBeLessThan(0);
  expect(await hp('Pressure of the charger', 0)).toBeGreaterThan(50);
  await choose(page, 'Counted', 'on the mean over all orders');
  await expect(steps.getByRole('row', { name: 'Charge cooler' })).toBeVisible();
  await page.getByRole('tab', { name: 'Promised' }).click();
  await page.getByLabel('Name of the promise').fill('Spring power');
  await page.getByLabel('Made to').fill('the owner');
  await page.getByRole('button', { name: 'Freeze this forecast' }).click();
  const frozen = page.getByRole('table', { name: 'Frozen forecasts' });
  await expect(frozen.getByRole('row', { name: /Spring power/ })).toContainText('nothing');
  // What it rested on is changed: it says so and stays what it was.
  await page
    .getByRole('button', { name: /^Brief/ })
    .first()
    .click();
  await fill(page, 'BSFC', '340 g/kWh');
  await page
    .getByRole('button', { name: /^Forecast/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Promised' }).click();
  await expect(frozen.getByRole('row', { name: /Spring power/ })).toContainText('BSFC');
  // A run comes in: the Ledger holds it against the promise.
  const speedRpm = Array.from({ length: 100 }, (_, i) => 3_000 + 60 * i);
  const torque = speedRpm.map((n) => 235 - 2 * ((n - 6_500) / 500) ** 2);
  const card = {
    ...{ name: 'After the promise', at: '', operator: '', dyno: '', dynoKind: 'engine', repeatability: 0.01 },
    ...{ basis: 'flywheel', correction: 'none', pressure: 84_000, temperature: 290, humidity: 0.4, file: '' },
    ...{ slot: '', fuel: '', gear: null, boostControl: '', level: null, startOil: null, startCoolant: null },
    ...{
      startCharge: null,
      sweepRate: null,
      startRpm: null,
      tieDown: '',
      sensors: '',
      changed: '',
      vehicle: '',
    },
    note: '',
  };
  const power = torque.map((q, i) => (q * Math.PI * speedRpm[i]!) / 30);
  await request.post(`/api/jobs/${id}/runs`, { data: { card, log: { speedRpm, torque, power }, raw: '' } });
  await page.goto('/ledger');
  const row = page.getByRole('row', { name: /Spring power/ });
  await expect(row).toContainText('After the promise, in its own air');
  await expect(row).toContainText(/inside|under the band|over the band/);
  await page.goto(`/jobs/${id}/dyno`);
  await expect(page.getByText('promised').first()).toBeVisible();
});
