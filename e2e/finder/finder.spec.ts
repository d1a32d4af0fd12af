import { expect, test } from '../support/test';
import { makeJob, open } from '../support/job';

test('the finder, by keyboard alone: figures, parts, jobs and their benches, actions', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Finder’s groomer');
  await open(page, `/jobs/${id}/brief`);
  const dialog = page.getByRole('dialog', { name: 'Find anything' });
  const chosen = dialog.getByRole('option', { selected: true });
  // Typed as fast as a hand can: nothing of it goes astray into the keys of the page.
  await page.keyboard.type('/surge margin');
  await expect(chosen).toContainText(/Surge margin\d+\s% at 8,600\srpm/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /^Surge margin at 8,600\srpm/ })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.keyboard.type('/groomer venue');
  await expect(chosen).toContainText('Finder’s groomer: Brief');
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);

  await page.keyboard.type('/birch');
  await expect(dialog.getByRole('option').filter({ hasText: 'library' }).first()).toContainText('Birch');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Escape');

  await page.keyboard.type('/sign off charger');
  await expect(chosen).toContainText('Sign off Charger');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Charger signed off/ })).toBeVisible();

  await page.keyboard.type('/altitude & weather');
  await expect(chosen).toContainText('sheet of Charger');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/charger=sites/);

  await page.keyboard.type('/history');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /^History/ })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.keyboard.type('/qqqq');
  await expect(dialog.getByRole('status')).toContainText('Nothing of that name.');
  await page.keyboard.press('Escape');

  await page.keyboard.type('/single-seater charger');
  await expect(chosen).toContainText('Hill-climb single-seater: Charger');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/charger/);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Hill-climb single-seater');
});

test('it works on the board too, and in a field the stroke is a stroke', async ({ page }) => {
  await open(page, '/');
  await page.keyboard.type('/import');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/library\/compressors\/import/);
  await page.goto('/library/compressors');
  await page.locator('html[data-live]').waitFor();
  await page.getByRole('searchbox').click();
  await page.keyboard.type('a/b');
  await expect(page.getByRole('searchbox')).toHaveValue('a/b');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
