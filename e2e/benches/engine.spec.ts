import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeJob, open } from '../support/job';

/** A run as a spreadsheet gives it: wheels, hp, every 250 rpm. */
const run = (power: (rpm: number) => number, from = 2_500, to = 9_000) =>
  [
    'rpm\tPower hp',
    ...Array.from({ length: (to - from) / 250 + 1 }, (_, i) => from + 250 * i).map(
      (rpm) => `${rpm}\t${power(rpm).toFixed(1)}`,
    ),
  ].join('\n');
/** What a sound 1.3 L makes at the wheels unboosted. */
const sound = (rpm: number) => 95 * Math.sin((Math.PI / 2) * Math.min(1, rpm / 9_400)) ** 1.25;

test('a measured run is pasted, becomes the breathing, and every forecast says what it adds', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Measured run');
  await open(page, `/jobs/${id}/engine`);
  await page.getByRole('tab', { name: 'Measured run' }).click();
  const paste = page.getByLabel('Paste a run from a spreadsheet, or type it');
  await paste.fill(run(sound));
  await expect(page.getByLabel('Column 2 is')).toHaveValue('power');
  await page.getByRole('button', { name: 'Use this run of 27 rows' }).click();
  await expect(page.getByText(/The breathing is taken from it, measured/)).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('As it came');
  await page.getByLabel('Name', { exact: true }).blur();
  const curve = page.getByRole('img', { name: /^VE curve/ });
  await expect(curve).toBeVisible();
  await expect(page.getByText(/The rows lie ±\d\.\d\s% around the curve/)).toBeVisible();
  await expect(page.getByRole('table', { name: /What each setup adds/ })).toContainText(/\+\d+\shp/);
  await isSaved(page);
  await page.keyboard.press('3');
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText(
    /Against As it came, as measured: peak/,
  );
  await page.keyboard.press('4');
  await page.getByRole('button', { name: /more findings?/ }).click();
  await expect(page.getByRole('list', { name: 'More findings' })).toContainText(
    /Against As it came, as measured: peak/,
  );

  // Taken as flywheel figures after a great loss, the same rows would be no engine.
  await page.keyboard.press('2');
  await paste.fill(run((rpm) => 0.55 * sound(rpm)));
  await choose(page, 'Power basis', 'flywheel');
  await page.getByRole('button', { name: /^Use this run of/ }).click();
  await expect(
    page.getByText(/that efficiency is impossible|too little for an engine/).first(),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/that efficiency is impossible|too little for an engine/)).toHaveCount(0);
});

test('a run that cannot be read says which line and why, and the text stays', async ({ page, request }) => {
  const id = await makeJob(request, 'Bad runs');
  await open(page, `/jobs/${id}/engine?engine=run`);
  const paste = page.getByLabel('Paste a run from a spreadsheet, or type it');
  const why = page.getByRole('region', { name: 'Paste or type a run' }).getByRole('alert');
  for (const [text, says] of [
    ['rpm,hp\n3000,100\n5000,180\n3200,110', /^Line 4: The speed falls from 5,000\srpm to 3,200/],
    ['rpm,hp\n3000,100\n4000,14o', /^Line 3: “14o” in hp is no number/],
    ['rpm,hp,lb-ft\n3000,100,237\n4000,140,249', /^Line 3: Power and torque contradict each other at 4,000/],
    ['rpm,hp\n3000,100\n4,140', /two units in one column/],
  ] as const) {
    await paste.fill(text);
    await expect(why).toHaveText(says);
    await expect(paste).toHaveValue(text);
    await expect(page.getByRole('button', { name: 'Use this run' })).toBeDisabled();
  }
  // Newton metres called pounds-feet: the column's unit mends it.
  await paste.fill('rpm,hp,torque lb-ft\n3000,100,237\n4000,140,249');
  await page.getByLabel('Unit of column 3').selectOption('N·m');
  await expect(why).toHaveCount(0);
  await page.getByRole('button', { name: 'Use this run of 2 rows' }).click();
  await expect(paste).toHaveValue('');
});

test('2,000 pasted rows are taken and fitted', async ({ page, request }) => {
  const id = await makeJob(request, 'Long run');
  await open(page, `/jobs/${id}/engine?engine=run`);
  const rows = Array.from({ length: 2_000 }, (_, i) => 2_500 + i * 3.25);
  const text = `rpm;hp\n${rows.map((rpm) => `${rpm};${sound(rpm).toFixed(2)}`).join('\n')}`;
  await page.getByLabel('Paste a run from a spreadsheet, or type it').evaluate((area, pasted) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', pasted);
    area.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, text);
  await page.getByRole('button', { name: 'Use this run of 2,000 rows' }).click();
  await expect(page.getByText(/2,000 readings from 2,5\d\d\srpm/)).toBeVisible();
  await isSaved(page);
});

test('the condition: a failed check is on every bench, nothing that rests on it is settled, and it costs power', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Tired');
  await open(page, `/jobs/${id}/engine?engine=condition`);
  const give = page.getByRole('button', { name: 'Give leak-down of 4 cylinders' });
  await expect(give).toBeDisabled();
  await page.getByRole('button', { name: 'Clear' }).nth(1).click();
  await give.click();
  await fill(page, 'Leak-down, cylinder 3', '34 %');
  const failed = page.getByRole('region', { name: 'Failed checks of the engine' });
  await expect(failed).toContainText(/Leak-down failed: cylinder 3 loses 34\s%/);
  await fill(page, 'Output against a healthy engine', '90');
  await isSaved(page);
  for (const bench of ['Brief', 'Charger', 'Demand']) {
    await page.getByRole('button', { name: new RegExp(`^${bench}`) }).click();
    await expect(page).toHaveURL(new RegExp(bench.toLowerCase()));
    await expect(failed).toBeVisible();
  }
  await expect(page.getByRole('region', { name: 'Where Demand stands' })).toContainText(
    /Contradicted\. Leak-down failed/,
  );
  await expect(page.getByRole('button', { name: 'Sign off again' })).toBeDisabled();
  await page.getByRole('button', { name: 'To the engine’s condition' }).click();
  await expect(page.getByLabel('Output against a healthy engine', { exact: true })).toBeFocused();
  await fill(page, 'Leak-down, cylinder 3', '8');
  await expect(failed).toHaveCount(0);
  await page.getByRole('button', { name: 'Add a weak point' }).click();
  await page.getByLabel('Weak point 1', { exact: true }).fill('Timing chain guide');
  await choose(page, 'Weak point 1 is', 'failed');
  await expect(failed).toContainText('Weak point failed: Timing chain guide.');
});

test('cam card, volumes and valves: each says what it means', async ({ page, request }) => {
  const id = await makeJob(request, 'Cam card');
  await open(page, `/jobs/${id}/engine`);
  await choose(page, 'Compression ratio from', 'volumes');
  await fill(page, 'Combustion chamber volume', '36 cc');
  await expect(page.getByText('Resulting compression ratio')).toBeVisible();
  await fill(page, 'Connecting rod length', '110');
  await expect(page.getByText('Piston acceleration at red line')).toBeVisible();
  await fill(page, 'Combustion chamber volume', '450 cc');
  await expect(page.getByRole('alert').filter({ hasText: 'compression ratio of' })).toBeVisible();
  await fill(page, 'Combustion chamber volume', '36 cc');

  await page.getByRole('tab', { name: 'Cam and valves' }).click();
  await choose(page, 'Cam card', 'available');
  await fill(page, 'Intake duration', '252');
  await fill(page, 'Exhaust duration', '258');
  await fill(page, 'Lobe separation angle', '116');
  await expect(page.getByRole('img', { name: /overlap 23 degrees/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'The card, belt-driven' })).toContainText(
    'exhaust longer by 6°',
  );
  await choose(page, 'VE curve', 'shifted by the cam');
  await expect(page.getByRole('img', { name: /^VE curve/ })).toHaveAccessibleName(/at 9,[0-9]{3}\srpm/);
  await fill(page, 'Valve train moving mass', '95 g');
  await fill(page, 'Open force', '420 N');
  await expect(page.getByText(/under the red line of 9,500\srpm/)).toBeVisible();
  await fill(page, 'Open force', '2,000 N');
  await expect(page.getByText(/under the red line/)).toHaveCount(0);
  await isSaved(page);
});
