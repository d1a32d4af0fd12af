import { expect, test } from '../support/test';
import ICAL from 'ical.js';
import { readFile } from 'node:fs/promises';
import { choose, fill, isSaved, makeTurboJob, open } from '../support/job';

test('a ladder of power steps: parts come from the setups, what is bought twice is said and bought at once; a step that makes less is told', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Ladder');
  await open(page, `/jobs/${id}/plan`);
  await expect(page.getByRole('heading', { name: 'No plan yet' })).toBeVisible();
  const add = page.getByRole('button', { name: /^Add a step from setup A/ });
  await add.click();
  await fill(page, 'Power of the step', '220 hp');
  await add.click();
  await fill(page, 'Power of the step', '260 hp');
  await isSaved(page);
  // What each step makes is the model's: boost is found for it.
  const made = page.getByRole('row', { name: /^Made at the flywheel/ });
  await expect(made).toContainText(/22\d\shp/);
  await expect(made).toContainText(/260\shp/);

  await page.getByRole('tab', { name: 'Parts list' }).click();
  await page.getByRole('button', { name: /^Take \d+ parts? of the setups into the list/ }).click();
  await page.getByRole('button', { name: 'Add a part' }).click();
  for (const [name, price, step] of [
    ['Light clutch', '150', '220'],
    ['Heavy clutch', '240', '260'],
  ] as const) {
    await fill(page, 'Part', name);
    await choose(page, 'Kind', 'Clutch');
    await page.getByRole('combobox', { name: 'From the step to' }).selectOption({ label: `${step} hp` });
    await fill(page, 'Price of one', price);
    if (name === 'Light clutch') await page.getByRole('button', { name: 'Add a part' }).click();
  }
  await isSaved(page);
  await page.getByRole('tab', { name: 'Power steps' }).click();
  await expect(
    page.getByText(/Heavy clutch at once costs 90\sEUR more now and saves 150\sEUR/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Buy Heavy clutch at once' }).click();
  await expect(page.getByText('Bought twice')).toHaveCount(0);

  await page.getByRole('button', { name: /^260/ }).click();
  await fill(page, 'Power of the step', '200 hp');
  await expect(page.getByText(/makes no more than the one before it/)).toBeVisible();
  await page.getByRole('button', { name: 'Put its setup on a letter' }).click();
  await expect(page.getByRole('group', { name: 'Setups' }).getByRole('button', { name: /^B/ })).toBeVisible();
});

test('the order of work: laid out, moved by keys, refused with the reason, a ring named, and exported as a calendar that another library reads', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Order');
  await open(page, `/jobs/${id}/plan`);
  await page.getByRole('button', { name: /^Add a step from setup A/ }).click();
  await page.getByRole('tab', { name: 'Parts list' }).click();
  await page.getByRole('button', { name: 'Add a part' }).click();
  await fill(page, 'Part', 'Wren pump');
  await choose(page, 'Kind', 'Fuel pump');
  await fill(page, 'Lead time', '30');
  await page.getByRole('tab', { name: 'Order of work' }).click();
  await page.getByRole('button', { name: 'Lay out the usual order' }).click();
  await expect(page.getByRole('heading', { name: /^Ready on/ })).toBeVisible();
  await expect(page.getByText(/waits for Wren pump, here on/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Wren pump/ }).getByText('today')).toBeVisible();

  // The pull is lifted above the pump, by keyboard: refused, and why.
  const grip = page.getByRole('button', { name: /^Move Pull to/ });
  await grip.focus();
  await page.keyboard.press('Space');
  for (let i = 0; i < 4; i++) {
    await page.waitForTimeout(150);
    await page.keyboard.press('ArrowUp');
  }
  await page.waitForTimeout(150);
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'This order is refused' })).toBeVisible();
  await expect(
    page.getByText(/is driven before Wren pump is fitted: the fuel for its power is not there/),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: /^Ready on/ })).toBeVisible();

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export as a calendar' }).click(),
  ]);
  const events = new ICAL.Component(
    ICAL.parse(await readFile(await file.path(), 'utf8')),
  ).getAllSubcomponents('vevent');
  const names = events.map((event) => new ICAL.Event(event).summary);
  expect(names).toContain('Order: Fit Wren pump');
  expect(names).toContain('Order: order Wren pump');

  // Two tasks that wait for each other.
  await page.getByRole('button', { name: 'Strip', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Calibrate', exact: true }).check();
  await expect(page.getByText(/These tasks wait for each other/)).toBeVisible();
});

test('outside work has its sheet from the job, answers on file; what does not fit is a no, what nobody knows a question', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Outside');
  await open(page, `/jobs/${id}/plan?plan=outside`);
  await page.getByRole('button', { name: 'Pistons', exact: true }).click();
  await expect(page.getByRole('row', { name: /^Peak cylinder pressure/ })).toContainText(/\d\sbar abs/);
  await expect(page.getByText(/Not in the job, so the maker will ask/)).toBeVisible();
  await fill(page, 'Maker', 'Quarry engine works');
  await page.getByRole('textbox', { name: 'Answer', exact: true }).fill('Forged, in six weeks.');
  await page.getByRole('button', { name: /^File this answer/ }).click();
  await expect(page.getByText(/Version 1, .*: Forged, in six weeks\./)).toBeVisible();
  await page.getByRole('tab', { name: 'Compatibility' }).click();
  const flange = page.getByRole('row', { name: /^Turbine flange on the manifold/ });
  await expect(flange).toContainText('to be checked');
  await fill(page, 'Turbine flange of the manifold', 'no such flange');
  await expect(flange).toContainText('no such flange');
  await expect(flange.getByText('no', { exact: true })).toBeVisible();
});
