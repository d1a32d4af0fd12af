import { expect, test } from '../support/test';
import { boat, choose, fill, isSaved, makeTurboJob, open } from '../support/job';

test('a supercharger goes on, its belt is dragged and moved by keys, its pulleys are swept and one is fitted', async ({
  page,
  request,
}) => {
  test.setTimeout(300_000);
  const made = (await (await request.post(`/api${boat}/duplicate`)).json()) as { id: string };
  await open(page, `/jobs/${made.id}/charger`);

  // The over-driven setup says so, and what gives first.
  await page.keyboard.press('b');
  await expect(page.getByLabel('Verdict')).toContainText(/Delta 4500 over-speeds from 6,\d\d\d\srpm/);
  await page.keyboard.press('a');
  await expect(page.getByLabel('Verdict')).toContainText('Delta 4500 and its drive hold');

  // The tensioner by keyboard, then by hand: what is drawn is what is stored.
  await page.getByRole('tab', { name: 'Belt drive' }).click();
  await page.getByRole('button', { name: 'Tensioner', exact: true }).click();
  const across = page.getByRole('textbox', { name: 'Tensioner position, right' });
  const before = Number((await across.inputValue()).replace('−', '-'));
  const tensioner = page.getByRole('button', { name: /^tensioner, .*arrow keys move it/ });
  await tensioner.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect
    .poll(async () => Number((await across.inputValue()).replace('−', '-')) - before)
    .toBeCloseTo(11, 0);
  const box = (await tensioner.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 250, y, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole('alert').filter({ hasText: 'without touching it' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('alert').filter({ hasText: 'without touching it' })).toBeHidden();

  // The pulleys that exist: the largest that makes the goal is named; a smaller one is looked at and fitted.
  await page.getByRole('tab', { name: 'Pulleys' }).click();
  const pulleys = page.getByRole('radiogroup', { name: 'Blower pulleys, large to small' });
  await expect(pulleys.getByRole('radio')).toHaveCount(13);
  await expect(page.getByText('Order', { exact: true })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Pulleys in figures' })).toBeVisible();
  await expect(pulleys.getByRole('radio', { checked: true })).toHaveAccessibleName(/^90\.0, within/);
  await pulleys.getByRole('radio', { checked: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(pulleys.getByRole('radio', { checked: true })).toHaveAccessibleName(/^86\.0/);
  await expect(page.getByRole('table', { name: /^From 90\.0\smm to 86\.0\smm/ })).toContainText('Ideal rule');
  await fill(page, 'Boost wanted', '80');
  await expect(page.getByText(/largest listed that gives it: Pulley 12PK \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Fit this pulley' }).click();
  await expect(page.getByText('It is fitted.')).toBeVisible();
  await isSaved(page);
  await page.reload();
  await page.locator('html[data-live]').waitFor();
  await expect(page.getByRole('heading', { name: /fitted, 86\.0/ })).toBeVisible();

  // Readings: a boost that falls short is slip or a leak, until the shaft's speed says which.
  await page.getByRole('tab', { name: 'Spot check' }).click();
  await fill(page, 'Engine speed at reading', '5,000');
  await fill(page, 'Measured boost', '85');
  const findings = page.getByRole('list', { name: 'Findings from the readings' });
  await expect(findings).toContainText('Boost alone cannot tell them apart');
  await fill(page, 'Measured shaft speed', '7,400');
  await expect(findings).toContainText('the belt slips');
});

test('turbo against blower on one job; a bypass, a worn blower, and back to none', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Two schools');
  await open(page, `/jobs/${id}/charger`);
  await page.keyboard.press('v');
  const sheet = page.getByRole('dialog', { name: 'Compare setups' });
  await sheet.getByRole('button', { name: 'Add a setup from A' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('tab', { name: 'Supercharger' }).click();
  // In series behind the turbocharger: both make their share, and both sides keep their sheets.
  await choose(page, 'With the turbocharger', 'in series, at the engine');
  await choose(page, 'Fitted', 'Burn 1050, twin-screw');
  await expect(page.getByText(/^In series at .* of the rise is the blower’s\.$/)).toBeVisible();
  await expect(page.getByRole('link', { name: /^LP stage: .* kPa abs/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Turbine: .* kPa abs/ })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Turbine & wastegate' })).toBeVisible();
  await choose(page, 'With the turbocharger', 'alone: turbocharger taken off');
  await expect(page.getByRole('heading', { name: 'Burn 1050 over the revs' })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Turbine & wastegate' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /^Blower: .* kPa abs/ })).toBeVisible();

  await page.getByRole('tab', { name: 'Turbo or blower' }).click();
  const says = page.getByRole('list', { name: 'What each school would say' });
  await expect(says).toContainText('For the blower: boost from');
  await expect(says).toContainText('For the turbo:');
  await expect(page.getByRole('row', { name: /displacement blower/ })).toBeVisible();

  await page.getByRole('tab', { name: 'Supercharger' }).click();
  await expect(page.getByRole('heading', { name: 'Burn 1050 over the revs' })).toBeVisible();
  const boost = page.getByRole('definition').first();
  const free = await boost.textContent();
  await choose(page, 'Bypass valve', 'opens at a boost');
  await fill(page, 'Bypass opens at', '20');
  await expect(page.getByText(/Bypass opens from/)).toBeVisible();
  await expect(boost).not.toHaveText(free!);
  await fill(page, 'Bypass opens at', '900');
  await expect(page.getByText(/is out of range/)).toBeVisible();
  // At part load vacuum holds it open: less to drive than with it shut, and no answer without one.
  const idle = page.getByRole('table', { name: 'At part load' });
  await expect(idle.getByRole('row', { name: /Power of the drive/ })).toContainText('kW');
  await choose(page, 'Bypass valve', 'none, or shut at full load');
  await expect(page.getByText(/needs a bypass that vacuum opens/)).toBeVisible();
  await expect(boost).toHaveText(free!);
  await page.getByRole('button', { name: 'Ported or worn' }).click();
  await page.getByRole('button', { name: 'Start from the table' }).click();
  await fill(page, 'Measured leakage', '220');
  await expect(boost).not.toHaveText(free!);

  await choose(page, 'Fitted', 'Marram 71, centrifugal');
  await page.getByRole('tab', { name: 'Map' }).click();
  await expect(page.getByRole('img', { name: /^Compressor map of Marram 71/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Supercharger' }).click();
  await choose(page, 'Fitted', 'none');
  await expect(page.getByText('No supercharger yet.')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Turbine & wastegate' })).toBeVisible();
});
