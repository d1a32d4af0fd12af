import { expect, test } from '../support/test';
import { choose, fill, makeTurboJob, open } from '../support/job';

const speeds = Array.from({ length: 60 }, (_, i) => 2_500 + 75 * i);
const fileOf = (more: number) =>
  ['rpm;torque Nm;MAP kPa;IAT °C', ...speeds.map((n) => `${n};${250 + more + n / 200};180;45`)].join('\n');

test('Dyno: a run comes in from a file, has a card, and is held against another with its band and the audit', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Has runs');
  await open(page, `/jobs/${id}/dyno?dyno=add`);
  await page.getByLabel('Run as text').fill('rpm;torque Nm\n3000;300\n4000;much\n');
  await expect(page.getByText(/Line 3/)).toBeVisible();
  await page
    .getByLabel('Choose a file')
    .setInputFiles({ name: 'before.csv', mimeType: 'text/csv', buffer: Buffer.from(fileOf(0)) });
  await expect(page.getByText('One pull was found.')).toBeVisible();
  await page.getByRole('button', { name: 'Add the run' }).click();
  await expect(page.getByText('One run was added.')).toBeVisible();
  await page.getByLabel('Run as text').fill(fileOf(30));
  await page.getByRole('button', { name: 'Add the run' }).click();
  await expect(page.getByText('One run was added.')).toBeVisible();
  await page.getByRole('tab', { name: 'Run card' }).click();
  await fill(page, 'Gear', '4');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('After the housing');
  await page.getByRole('textbox', { name: 'Name', exact: true }).blur();
  await expect(page.getByText(/^After the housing: /)).toBeVisible();
  await page.getByRole('tab', { name: 'Runs' }).click();
  const differences = page.getByRole('table', { name: /Difference on the common range/ });
  await expect(differences.getByRole('row', { name: /torque, mean/ })).toContainText(/\+30\sN·m/);
  await expect(differences.getByRole('row', { name: /torque, mean/ })).toContainText('shown');
  await expect(page.getByText(/Not known of one or both: .*gear/)).toBeVisible();
  // It is on record: there again after the page was loaded anew.
  await open(page, `/jobs/${id}/dyno`);
  await expect(page.getByRole('combobox', { name: 'Run', exact: true })).toHaveValue(/.+/);
  await choose(page, 'Against', 'none');
  await expect(differences).toHaveCount(0);
  await page.getByRole('button', { name: 'Delete this run' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText(/^After the housing: /)).toBeVisible();
});
