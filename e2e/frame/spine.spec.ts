import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeJob, open, truck } from '../support/job';

test('a bench is settled by the user’s tick, contradicted by a later change with the sentence why, settled anew', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Standing');
  await open(page, `/jobs/${id}/demand`);
  const spine = page.getByRole('navigation', { name: 'Benches' });
  const stands = page.getByRole('region', { name: 'Where Demand stands' });
  await expect(spine.getByRole('button', { name: 'Demand signed off' })).toBeVisible();
  await stands.getByRole('button', { name: 'Reopen' }).click();
  await expect(stands).toContainText('Open.');
  await expect(stands).toContainText('is still an estimate');
  await expect(spine.getByRole('button', { name: 'Demand open' })).toBeVisible();
  // The key does what the button does; it rests in a field.
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('s');
  await expect(stands).toContainText('Signed off.');
  await isSaved(page);

  await page.keyboard.press('1');
  await choose(page, 'Fuel', 'E85');
  await expect(spine.getByRole('button', { name: 'Demand contradicted by a later change' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Where Brief stands' })).toContainText(
    'The Brief was signed off on Petrol 98 RON; the fuel is E85 now.',
  );
  await page.keyboard.press('3');
  await expect(stands).toContainText('Fuel changed from Petrol 98 RON to E85 after Demand was signed off');
  // The mark is in the document: a reload, or another device, sees the same.
  await isSaved(page);
  await page.reload();
  await expect(stands).toContainText('Contradicted.');
  await page.locator('html[data-live]').waitFor();
  await stands.getByRole('button', { name: 'Sign off again' }).click();
  await expect(stands).toContainText('Signed off.');
  await expect(stands).not.toContainText('Fuel changed');
  await page.keyboard.press('Control+z');
  await expect(stands).toContainText('Contradicted.');
});

test('what stops an earlier bench is named on the later one with the way there, and nothing is settled on it', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Stopped');
  await open(page, `/jobs/${id}/engine`);
  await fill(page, 'Red line', '8,000');
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('4');
  const stands = page.getByRole('region', { name: 'Where Charger stands' });
  await expect(stands).toContainText(/The goal’s speed 8,600\srpm is above the red line 8,000\srpm\./);
  await expect(stands.getByRole('button', { name: 'Sign off' })).toBeDisabled();
  await page.keyboard.press('s');
  await expect(stands).toContainText('Open.');
  await stands.getByRole('button', { name: 'Go to ‘Engine speed for power goal’' }).click();
  await expect(page).toHaveURL(/\/brief/);
  await expect(page.getByRole('region', { name: 'Where Brief stands' })).toContainText(
    /The red line was lowered to 8,000\srpm, under the goal’s speed of 8,600\srpm/,
  );
});

test('the truck’s charger was settled for lower ground, and says so', async ({ page }) => {
  await open(page, `${truck}/charger`);
  const stands = page.getByRole('region', { name: 'Where Charger stands' });
  await expect(stands).toContainText(
    /The venue was raised from 650\sm to 1,100\sm after Charger was signed off/,
  );
});
