import { expect, test } from '../support/test';
import { choose, fill, makeTurboJob, open } from '../support/job';

test('Curves: up to three setups over each other at a basis that is named, and gains with their base', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Two setups');
  await open(page, `/jobs/${id}/forecast?forecast=curves`);
  await expect(page.getByText('With a second setup or a run')).toBeVisible();
  await page.keyboard.press('v');
  const sheet = page.getByRole('dialog', { name: 'Compare setups' });
  await sheet.getByRole('button', { name: 'Add a setup from A' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  const gains = page.getByRole('table', { name: /^Gains over setup A/ });
  await expect(gains.getByRole('row', { name: /^power, peak to peak \+0\shp/ })).toBeVisible();
  await expect(gains.getByRole('row', { name: /^torque, floor/ })).toContainText('never undercut');
  await choose(page, 'Basis', 'at the hubs');
  await expect(page.getByRole('table', { name: 'Every speed, at the hubs' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toBe('curves.csv');
});

test('What if: sliders move the curves and not the job until they are kept; a charger from the shelf; cams side by side', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Tried');
  await open(page, `/jobs/${id}/forecast?forecast=whatif`);
  await page.getByRole('slider', { name: 'Air temperature' }).press('ArrowRight');
  const moved = page.getByRole('table', { name: /^What moved the power/ });
  await expect(moved.getByRole('row', { name: /^Air temperature −\d+\shp/ })).toBeVisible();
  await choose(page, 'Input 1', 'BSFC');
  await page.getByRole('slider', { name: 'BSFC' }).press('End');
  await expect(moved.getByRole('row', { name: /^BSFC −\d+\shp/ })).toBeVisible();
  await expect(moved.getByRole('row', { name: /^Together/ })).toBeVisible();
  await page.getByRole('button', { name: 'Keep in the job' }).click();
  await expect(moved).toHaveCount(0);
  await page.keyboard.press('Control+z');
  // The shelf.
  await page.getByRole('tab', { name: 'On the shelf' }).click();
  await choose(page, 'Charger', 'Birch 50-66');
  await expect(page.getByRole('status').filter({ hasText: 'Birch 50-66 at' })).toContainText(
    'First limit above it',
  );
  await page.getByRole('button', { name: 'Add as a setup' }).click();
  await expect(page.getByRole('group', { name: 'Setups' }).getByRole('button', { name: /^B/ })).toContainText(
    'Birch 50-66',
  );
  // Cams.
  await page.getByRole('tab', { name: 'Cams' }).click();
  await page.getByRole('button', { name: 'Add a card' }).click();
  await fill(page, 'Intake duration, card 1', '260');
  await expect(page.getByRole('table', { name: 'Cards side by side' })).toContainText('260°');
});

test('What is driven: a run on the road, the power behind a trap speed, and what a list of gains comes to', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'On the road');
  await open(page, `/jobs/${id}/forecast?forecast=road`);
  await expect(page.getByText('A run needs the running mass')).toBeVisible();
  await open(page, `/jobs/${id}/brief?brief=vehicle`);
  await fill(page, 'Running mass', '620 kg');
  await fill(page, 'Tyre rolling radius', '290 mm');
  await fill(page, 'Tyre grip coefficient', '0.8');
  await fill(page, 'Final drive ratio', '3.9');
  for (const [i, ratio] of ['2.9', '2.1', '1.6', '1.25'].entries()) {
    await page.getByRole('button', { name: 'Add a gear' }).click();
    await fill(page, `Gear ${i + 1} ratio`, ratio);
  }
  await open(page, `/jobs/${id}/forecast?forecast=road`);
  const times = page.getByRole('table', { name: 'Times and speeds' });
  await expect(times.getByRole('row', { name: /^1\/4 mile \d/ })).toContainText('km/h');
  await expect(page.getByText(/grip limits and not power/)).toBeVisible();
  await fill(page, '1/4 mile trap speed', '150 km/h');
  await expect(page.getByText('Peak power, flywheel')).toBeVisible();
  await page.getByRole('tab', { name: 'What each item is worth' }).click();
  await page.getByRole('button', { name: 'Add a gain' }).click();
  await fill(page, 'Claimed gain 1', '400 hp');
  await expect(page.getByText(/they do not add/)).toBeVisible();
});
