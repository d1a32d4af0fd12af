import { expect, test } from '../support/test';
import { open, saloon, single } from '../support/job';

for (const bench of ['brief', 'engine', 'demand', 'charger', 'limits'])
  test(`the ${bench} bench prints on at most three clean sheets`, async ({ page }) => {
    await open(page, `${single}/${bench}`);
    await page.waitForLoadState('networkidle');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.getByRole('navigation', { name: 'Benches' })).toBeHidden();
    await expect(page.getByRole('slider', { name: 'Engine speed' })).toBeHidden();
    await expect(page.getByRole('button', { name: /^More/ })).toBeHidden();
    const pdf = (await page.pdf({ format: 'A4', landscape: true })).toString('latin1');
    const sheets = pdf.match(/\/Type\s*\/Page\b/g)?.length ?? 0;
    expect(sheets).toBeGreaterThan(0);
    expect(sheets).toBeLessThanOrEqual(3);
  });

test('the Brief prints on one upright sheet, with room for two signatures', async ({ page }) => {
  await open(page, `${saloon}/sheet`);
  await expect(page.getByText('For the shop, date')).toBeVisible();
  await expect(page.getByText(/Printed \d/)).toBeVisible();
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  const [, width, height] = /\/MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
  expect(Number(height)).toBeGreaterThan(Number(width));
});
