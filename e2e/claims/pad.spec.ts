import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

test('the claim pad opens with one key from anywhere, works out what is empty, and says what cannot be true', async ({
  page,
}) => {
  await open(page, '/');
  await page.keyboard.press('p');
  const pad = page.getByRole('dialog', { name: /^Claim pad/ });
  const line = (name: string) => pad.getByRole('region', { name });
  const power = line('Power, torque, speed');
  await power.getByLabel('Power', { exact: true }).fill('850');
  await power.getByLabel('Torque', { exact: true }).fill('650 lb·ft');
  await expect(power.getByLabel('Engine speed', { exact: true })).toHaveAttribute('placeholder', /= 6,868/);
  await power.getByLabel('Engine speed', { exact: true }).fill('5000');
  await expect(power.getByRole('alert')).toContainText('Cannot be true together');
  await line('Wheels and flywheel').getByLabel('At the wheels').fill('320');
  await line('Wheels and flywheel').getByLabel('At the flywheel').fill('300');
  await expect(line('Wheels and flywheel').getByRole('alert')).toContainText('are the two swapped?');
  await line('Injectors and power').getByLabel('Injector flow', { exact: true }).fill('9 pounds');
  await expect(line('Injectors and power').getByRole('alert')).toContainText('that unit is not known');
  // What was typed stays for the next time it is opened, and nothing of it goes into a job from here.
  await page.keyboard.press('Escape');
  await expect(pad).toHaveCount(0);
  await page.keyboard.press('p');
  await expect(power.getByLabel('Power', { exact: true })).toHaveValue('850');
  await expect(pad.getByRole('button', { name: /into the job/ })).toHaveCount(0);
});

test('in a job the pad starts from its air and mass, and a line goes into the job with its origin', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Claims');
  await open(page, `/jobs/${id}/charger`);
  await page.keyboard.press('p');
  const pad = page.getByRole('dialog', { name: /^Claim pad/ });
  await expect(pad).toContainText(/1,650\sm, 22\s°C/);
  const trap = pad.getByRole('region', { name: 'Trap speed and power' });
  await trap.getByLabel('Trap speed').fill('122 mph');
  await trap.getByLabel('Mass with driver').fill('1,500 kg');
  const send = trap.getByRole('button', { name: /^Flywheel power .* into the job$/ });
  await send.click();
  await expect(trap.getByRole('status')).toContainText('is in the job, as reported');
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await expect(
    page.getByText(/from the claim pad: trap speed 196\skm\/h, mass with driver 1,500\skg/),
  ).toBeVisible();
  await isSaved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/from the claim pad/)).toHaveCount(0);
  await expect(page.getByLabel('Power goal', { exact: true })).toHaveValue('285');

  // A flow that no engine takes is not taken by the job either.
  await page.keyboard.press('p');
  await pad
    .getByRole('region', { name: 'Boost gauge and absolute' })
    .getByLabel('Boost', { exact: true })
    .fill('-0.5 bar');
  await pad.getByRole('button', { name: /^Boost .* into the job$/ }).click();
  await expect(pad.getByRole('status')).toContainText('Not taken');
  await page.keyboard.press('Escape');
  await fill(page, 'Power goal', '290');
  await isSaved(page);
});
