import { expect, test } from '../support/test';
import { setDay, choose, fill, isSaved, makeJob, open } from '../support/job';

test('the whole Brief: torque, use, places, fuels, vehicle, terms; and a sheet to sign', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Whole Brief');
  await open(page, `/jobs/${id}/brief`);
  await fill(page, 'Torque target', '250 N·m');
  // A torque without its speed is asked for, not guessed.
  await expect(page.getByRole('region', { name: 'Where Brief stands' })).toContainText(
    'torque target needs its engine speed',
  );
  await fill(page, 'Engine speed for torque target', '7000');
  await choose(page, 'Duty', 'hill climb');
  await fill(page, 'Time at full power', '70 s');
  await fill(page, 'Consecutive pulls', '3');
  await isSaved(page);

  await page.getByRole('tab', { name: 'Places and fuels' }).click();
  await expect(page).toHaveURL(/brief=places/);
  await fill(page, 'Hottest day', '34 °C');
  await page.getByRole('button', { name: 'Add a venue' }).click();
  await page.getByLabel('Name of venue 2').fill('High pass');
  await fill(page, 'Altitude, venue 2', '2,600');
  const needs = page.getByRole('region', { name: 'What each place and fuel asks' });
  await expect(needs.getByRole('row')).toHaveCount(5);
  await expect(needs).toContainText('The hardest is High pass, hottest');
  await choose(page, 'Worst fuel to allow for', 'Petrol 92 RON');
  await expect(needs.getByRole('row', { name: /^Petrol 92 RON/ })).toBeVisible();
  await page.getByRole('button', { name: 'Make this the design point' }).click();
  await expect(page.getByText(/at 2,600\sm/).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/at 1,650\sm/).first()).toBeVisible();

  await page.getByRole('tab', { name: 'Places and fuels' }).press('ArrowRight');
  await expect(page.getByRole('tab', { name: 'Vehicle' })).toHaveAttribute('aria-selected', 'true');
  await fill(page, 'Running mass', '620');
  await fill(page, 'Tyre rolling radius', '265');
  await fill(page, 'Final drive ratio', '3.9');
  await page.getByRole('button', { name: 'Add a gear' }).click();
  await fill(page, 'Gear 1 ratio', '1.2');
  await expect(page.getByText('Trap speed, standing quarter mile')).toBeVisible();
  // 9,500 rpm through 4.68 on a 265 mm radius: 56.3 m/s.
  await expect(page.getByText(/^203\skm\/h$/)).toBeVisible();
  await page.getByLabel('Clutch', { exact: true }).fill('Small one');
  await fill(page, 'Clutch torque capacity', '200');
  await page.getByRole('button', { name: /^Demand/ }).click();
  await page.getByRole('heading', { name: 'Demand over the revs' }).waitFor();
  const findings = page.getByRole('list', { name: 'Findings' });
  await expect(findings).toContainText(/Clutch Small one takes 200\sN·m: it slips from/);
  await expect(findings).toContainText(
    /\d+\sN·m short of the torque target: \d+\sN·m of 250\sN·m at 7,000\srpm/,
  );
  await page.getByRole('button', { name: /^Brief/ }).click();
  await page.getByRole('tab', { name: 'Terms' }).click();
  await page.getByLabel('Customer', { exact: true }).fill('A hill climber');
  await page.getByLabel('Customer’s wording').fill('More at the top, <b>and</b> nothing less below.');
  await fill(page, 'Budget', '7,500');
  await setDay(page, 'Due date', '2027-03-01');
  await page.getByRole('button', { name: 'Add a fixed part' }).click();
  await page.getByLabel('Why block may not change').fill('class rule');
  await choose(page, 'Where it runs', 'competition');
  await page.getByRole('button', { name: 'Ask about noise' }).click();
  await page.getByLabel('Answer on noise', { exact: true }).fill('Measured on the day.');
  await page.getByLabel('Answered by').fill('The club');
  await page.getByLabel('Answered by').blur();
  await isSaved(page);
  await page.reload();
  await page.locator('html[data-live]').waitFor();
  await expect(page.getByLabel('Answer on noise', { exact: true })).toHaveValue('Measured on the day.');

  await page.getByRole('link', { name: 'Brief for signature' }).click();
  const sheet = page.getByRole('article');
  for (const said of [
    'More at the top, <b>and</b> nothing less below.',
    'EUR 7,500',
    '1 March 2027',
    'block (class rule)',
    'Measured on the day. (The club)',
    'hill climb, 70\u00a0s at full power, 3 times',
    'Customer, date',
    'the local authority says',
  ])
    await expect(sheet).toContainText(said);
});

test('what contradicts itself in the Brief is said at its field, and what was typed stays', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Contradicted Brief');
  await open(page, `/jobs/${id}/brief`);
  await fill(page, 'Torque target', '400 N·m');
  await fill(page, 'Engine speed for torque target', '8600');
  const torque = page.getByLabel('Torque target', { exact: true });
  await expect(torque).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByRole('alert').filter({ hasText: 'contradict each other' })).toBeVisible();
  await expect(torque).toHaveValue('400');
  await fill(page, 'Torque target', '');
  await expect(torque).toHaveAttribute('aria-invalid', 'false');

  await choose(page, 'Barometer', 'station pressure');
  await fill(page, 'Barometric pressure', '1013 hPa');
  await expect(page.getByRole('alert').filter({ hasText: 'Altitude and barometer disagree' })).toBeVisible();
  await expect(page.getByLabel('Barometric pressure', { exact: true })).toHaveValue('101.3');
  await fill(page, 'Barometric pressure', '832 hPa');
  await fill(page, 'λ at full power', '3');
  await expect(page.getByRole('alert').filter({ hasText: 'cannot burn' })).toContainText(
    'Is it an air-fuel ratio?',
  );
  await fill(page, 'λ at full power', '0.82');
  await expect(page.getByRole('alert').filter({ hasText: /burn|disagree|contradict/ })).toHaveCount(0);
});
