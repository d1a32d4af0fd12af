import { expect, test } from '../support/test';
import { choose, fill, groomer, isSaved, makeJob, open, single } from '../support/job';

test('setups: added from the current one, renamed, compared, three drawn at most, deleted and brought back', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Setups');
  await open(page, `/jobs/${id}/charger`);
  await page.keyboard.press('v');
  const sheet = page.getByRole('dialog', { name: 'Compare setups' });
  await expect(sheet).toContainText('One setup so far');
  await expect(sheet.getByRole('button', { name: 'Delete setup A, to the bin' })).toBeDisabled();
  await sheet.getByRole('button', { name: 'Add a setup from A' }).click();
  await expect(sheet.getByRole('radio', { name: 'Select setup B' })).toBeChecked();
  await expect(sheet).toContainText('None: these setups are alike.');
  const name = sheet.getByRole('textbox', { name: 'Name of setup B' });
  await expect(name).toHaveValue('Birch 50 (from A)');
  await name.fill('Colder and smaller');
  await name.press('Enter');
  await sheet.getByRole('button', { name: 'Close' }).click();
  await choose(page, 'Compressor', 'Hazel 48');
  await page.keyboard.press('5');
  await fill(page, 'Cooler effectiveness', '90');
  await page.getByRole('heading', { name: 'Charge over the revs' }).click();
  await page.keyboard.press('v');

  // What differs, and what it comes to: against the selected one, with four places that each say their name.
  const row = (words: string | RegExp) => sheet.getByRole('row', { name: words });
  await expect(row(/^compressor Birch 50 Hazel 48/)).toBeVisible();
  await expect(row(/^cooler effectiveness 78\s% 90\s%/)).toBeVisible();
  await expect(row(/^Flywheel power 285\shp the same 285\shp/).first()).toBeVisible();
  await expect(row(/^Charge temperature \d+\s°C \+\d+\s°C \d+\s°C/).first()).toBeVisible();
  for (const place of [
    /At the goal’s speed, 8,600\srpm/,
    'At each one’s own peak of power',
    /At the red line, 9,500\srpm/,
  ])
    await expect(sheet.getByText(place)).toBeVisible();
  await sheet.getByRole('textbox', { name: 'from' }).fill('9,000');
  await sheet.getByRole('textbox', { name: 'to', exact: true }).fill('8,000');
  await expect(sheet.getByRole('alert')).toContainText('The first speed is above the second');
  await sheet.getByRole('textbox', { name: 'from' }).fill('7000');
  await sheet.getByRole('textbox', { name: 'to', exact: true }).fill('8000');
  await expect(row(/^Flywheel power/).last()).toContainText(/2\d\d\shp/);

  // Six at most; three drawn at most.
  for (const letter of ['C', 'D', 'E', 'F']) {
    await sheet.getByRole('button', { name: /^Add a setup from/ }).click();
    await expect(sheet.getByRole('radio', { name: `Select setup ${letter}` })).toBeChecked();
  }
  await expect(sheet.getByRole('button', { name: 'Six setups: no more' })).toBeDisabled();
  await expect(sheet.getByRole('checkbox', { checked: true })).toHaveCount(3);
  await sheet.getByRole('button', { name: 'Close' }).click();
  const tabs = page.getByRole('group', { name: 'Setups' });
  await expect(tabs.getByRole('button', { pressed: true })).toHaveText(/^F/);
  await expect(tabs.getByRole('button', { name: /side by side: 3 of 6 drawn/ })).toBeVisible();
  await page.keyboard.press('a');
  await expect(tabs.getByRole('button', { pressed: true })).toHaveText(/^A/);
  await page.keyboard.press('Shift+B');
  await expect(tabs.getByRole('button', { name: /^B/ })).toBeVisible();
  await expect(page).toHaveURL(/setup=a&with=b/);
  await isSaved(page);
  await page.reload();
  await page.locator('html[data-live]').waitFor();
  await expect(tabs.getByRole('button', { name: /^B/ })).toBeVisible();

  // Deleted to the job's bin, brought back, undone.
  await page.keyboard.press('v');
  await sheet.getByRole('button', { name: 'Delete setup B, to the bin' }).click();
  await expect(sheet.getByRole('radio', { name: 'Select setup B' })).toHaveCount(0);
  await expect(sheet.getByRole('region', { name: 'Deleted setups' })).toContainText('B Colder and smaller');
  await sheet.getByRole('button', { name: 'restore' }).click();
  await expect(sheet.getByRole('textbox', { name: 'Name of setup B' })).toHaveValue('Colder and smaller');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(tabs.getByRole('button', { name: /side by side: \d of 6/ })).toBeVisible();
});

test('drawn setups lie over each other on every chart, each in its line and named', async ({ page }) => {
  await open(page, `${single}/charger?setup=a&with=bc`);
  const map = page.getByRole('img', { name: /^Compressor map of Birch 50/ });
  await expect(map).toHaveAccessibleName(/Drawn over it: B Hazel 48, C Twin Aspen 37/);
  const lines = page.getByTestId('overlay-line');
  await expect(lines).toHaveCount(2);
  const dashes = await lines.evaluateAll((all) => all.map((l) => l.getAttribute('stroke-dasharray')));
  expect(dashes).toEqual(['7 4', '0.1 4.5']);
  await page.keyboard.press('3');
  await expect(page.getByTestId('setup-labels')).toHaveCount(4);
  await expect(page.getByTestId('setup-labels').first().locator('text')).toHaveCount(3);
  const panel = page
    .locator('main')
    .getByText(/B \d+\skPa, C \d+\skPa/)
    .first();
  const before = await panel.innerText();
  await page.getByTestId('speed').click();
  // Down to where the turbines give what they can.
  for (let i = 0; i < 9; i++) await page.keyboard.press('Shift+,');
  await expect(panel).not.toHaveText(before);
  // A candidate laid over takes their place.
  await page.keyboard.press('4');
  await page.getByRole('button', { name: 'Overlay Rowan 52 on the map' }).click();
  await expect(lines).toHaveCount(1);
});

test('a link with setups that are not there draws those that are', async ({ page }) => {
  await open(page, `${single}/demand?setup=c&with=zb`);
  const tabs = page.getByRole('group', { name: 'Setups' });
  await expect(tabs.getByRole('button', { pressed: true })).toHaveText(/^C/);
  await expect(tabs.getByRole('button')).toHaveCount(3);
});

test('a pair beside one turbo: every part is told by its name, and what boost begins at', async ({
  page,
}) => {
  await open(page, `${groomer}/charger?setup=B&charger=pair`);
  await page.keyboard.press('v');
  const sheet = page.getByRole('dialog', { name: 'Compare setups' });
  const row = (words: RegExp) => sheet.getByRole('row', { name: words });
  await expect(row(/^compressor, HP stage Oak 76 Cedar 54/)).toBeVisible();
  await expect(row(/^turbine, LP stage – Poplar T104/)).toBeVisible();
  await expect(row(/^turbine housing, HP stage A\/R 0\.69 A\/R 0\.61/)).toBeVisible();
  await expect(row(/^arrangement single two-stage \(compound\)/)).toBeVisible();
  await expect(row(/^HP stage bypassed – never/)).toBeVisible();
  await expect(row(/^Boost threshold [\d,]+\srpm 850\srpm/)).toBeVisible();
  await expect(row(/^Turbine inlet temperature \d+\s°C [−+]\d+\s°C \d+\s°C/)).toBeVisible();
});
