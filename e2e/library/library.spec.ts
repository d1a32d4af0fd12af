import { readFileSync } from 'node:fs';
import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

type Item = { id: string; revision: number; document: Map };
type Map = {
  name: string;
  lines: { speedRpm: number; points: { flow: number; pressureRatio: number; efficiency: number }[] }[];
} & Record<string, unknown>;

const api = '/api/library/compressors';

async function birch(request: APIRequestContext): Promise<Map> {
  return ((await (await request.get(`${api}/birch-50`)).json()) as Item).document;
}

/** A compressor of its own for a test. Out: its id. */
async function add(request: APIRequestContext, name: string): Promise<string> {
  const document = { ...(await birch(request)), name };
  const made = await request.post(api, { data: { document } });
  expect(made.status()).toBe(200);
  return ((await made.json()) as Item).id;
}

/** Takes a test's compressor out of the way of the others. */
const retire = (request: APIRequestContext, id: string) =>
  request.put(`${api}/${id}/retired`, { data: { retired: true } });

const rows = (page: Page) => page.locator('tbody tr[aria-rowindex]');

test('the list is sorted, searched and narrowed; its columns are chosen', async ({ page }) => {
  await open(page, '/library/compressors');
  await expect(rows(page).first()).toContainText('Alder 46');
  await page.getByRole('button', { name: /^Max flow/ }).click();
  await expect(rows(page).first()).toContainText('Hornbeam 112');
  await page.getByRole('button', { name: /^Max flow/ }).click();
  await expect(rows(page).first()).toContainText('Willow 22');
  await expect(page.getByRole('columnheader', { name: /^Max flow/ })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );

  await page.getByLabel('Find').fill('narrow high');
  await expect(page.getByText(/^9 of \d+$/)).toBeVisible();
  await fill(page, 'Inducer from', '2 in');
  await expect(rows(page).first()).toContainText('Cedar 54');
  await fill(page, 'Price to', 'cheap');
  await expect(page.getByRole('alert').filter({ hasText: '“cheap” is not a number' })).toBeVisible();
  await fill(page, 'Price to', '900');
  await expect(rows(page)).toHaveCount(1);
  await page.getByLabel('in stock').check();
  await expect(page.getByText('Nothing passes the filter. Ask for less.')).toBeVisible();
  await page.getByLabel('in stock').uncheck();

  await expect(page.getByRole('columnheader', { name: /^Tip speed/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('Tip speed').check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: /^Tip speed/ })).toBeVisible();
  await expect(rows(page).first()).toContainText('546');
  await rows(page).first().click();
  const panel = page.getByRole('complementary', { name: 'Selected compressor' });
  await expect(panel.getByRole('img', { name: /^Compressor map of Cedar 54/ })).toBeVisible();
});

test('an item is edited as a grid with a live picture; the job keeps its revision until it takes the newer', async ({
  page,
  request,
}) => {
  const id = await add(request, 'Edited 50');
  const job = await makeJob(request, 'Keeps its revision');
  const stored = (await (await request.get(`/api/jobs/${job}`)).json()) as { revision: number; job: object };
  const setups = (stored.job as { setups: { induction: { chargers: object[] } }[] }).setups;
  Object.assign(setups[0]!.induction.chargers[0]!, { machine: { id, revision: 1 } });
  await request.put(`/api/jobs/${job}`, { data: { baseRevision: stored.revision, job: stored.job } });

  await open(page, `/library/compressors/${id}`);
  await expect(page.getByText(/On one job: .*Keeps its revision.* \(revision 1\)/)).toBeVisible();
  const save = page.getByRole('button', { name: 'Save as revision 2' });
  await expect(save).toBeDisabled();
  const picture = page.getByRole('img', { name: /^Compressor map of Edited 50/ });
  await expect(picture).toHaveAccessibleName(/best 80\s%/);

  const cell = page.getByLabel('Row 6, efficiency');
  await cell.fill('85 percent');
  await expect(page.getByRole('alert').filter({ hasText: 'Row 6, efficiency' })).toContainText(
    'unit is not known',
  );
  await cell.fill('86');
  await expect(picture).toHaveAccessibleName(/best 8[456]\s%/);
  await cell.press('ArrowDown');
  await expect(page.getByLabel('Row 7, efficiency')).toBeFocused();

  await page.getByLabel('Row 3, flow').fill('1');
  await expect(page.getByText('This map cannot be saved yet')).toBeVisible();
  await expect(page.getByText(/the flow falls back to 1\.0\skg\/min/)).toBeVisible();
  await expect(save).toBeDisabled();
  await page.getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('This map cannot be saved yet')).toHaveCount(0);

  await page.getByLabel('Row 1, flow').focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '7,9\t2,85\n9,3\toops');
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(page.getByRole('alert').filter({ hasText: '“oops” is no number' })).toBeVisible();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '7,9\t2,85\n9,3\t2,845\n');
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(page.getByLabel('Row 2, flow')).toHaveValue('9.3');

  await page.reload();
  await expect(
    page.getByText('Changes from an earlier visit, not saved then, are still here.'),
  ).toBeVisible();
  await expect(page.getByLabel('Row 2, flow')).toHaveValue('9.3');
  await fill(page, 'Maximum speed', '150,000');
  await save.click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();

  await open(page, `/jobs/${job}/charger`);
  await expect(page.getByText(/newer revision of Edited 50: 2, this job has 1/)).toContainText(
    /maximum speed 153,000\srpm → 150,000\srpm; the map/,
  );
  await page.getByRole('button', { name: 'Use revision 2' }).click();
  await expect(page.getByText(/newer revision/)).toHaveCount(0);
  await isSaved(page);

  const late = await request.put(`${api}/${id}`, {
    data: { baseRevision: 1, document: { ...(await birch(request)), name: 'Late' } },
  });
  expect(late.status()).toBe(409);
  await retire(request, id);
});

test('an item is added by hand, duplicated, retired and taken back', async ({ page, request }) => {
  await open(page, '/library/compressors');
  await page.getByRole('button', { name: 'Add by hand' }).click();
  await expect(page).toHaveURL(/compressors\/[0-9a-f-]{36}$/);
  await page.getByLabel('Name', { exact: true }).fill('By hand 44');
  await page.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();

  await open(page, '/library/compressors');
  await page.getByLabel('Find').fill('By hand');
  await rows(page).first().click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(rows(page)).toHaveCount(2);
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(rows(page)).toHaveCount(1);
  await page.getByRole('button', { name: 'Restore' }).last().click();
  await expect(rows(page)).toHaveCount(2);
  const all = (await (await request.get(api)).json()) as { items: { id: string; name: string }[] };
  for (const item of all.items.filter((c) => c.name.startsWith('By hand'))) await retire(request, item.id);
  await open(page, '/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340/charger');
  await expect(
    page.getByLabel('Compressor', { exact: true }).locator('option', { hasText: 'Birch 50' }),
  ).toHaveCount(1);
  await expect(
    page.getByLabel('Compressor', { exact: true }).locator('option', { hasText: 'By hand' }),
  ).toHaveCount(0);
});

test('a map is imported from a foreign CSV: columns guessed, conditions asked for, then it comes back the same', async ({
  page,
  request,
}, info) => {
  const source = await birch(request);
  const lbMin = 60 / 0.45359237;
  const lines = source.lines.flatMap((l) =>
    l.points.map((p) =>
      [p.pressureRatio, (p.efficiency * 100).toFixed(1), l.speedRpm / 1000, (p.flow * lbMin).toFixed(4)].join(
        ';',
      ),
    ),
  );
  const csv = ['P2/P1;eta %;speed krpm;W', ...lines].join('\n').replace(/\./g, ',');
  const put = (text: string, name = 'rig.csv') =>
    page
      .getByLabel('Map file to import')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

  await open(page, '/library/compressors/import');
  await put(csv);
  const store = page.getByRole('button', { name: 'Store it in the library' });
  await expect(page.getByLabel('Column speed krpm is')).toHaveValue('speed');
  await expect(page.getByLabel('Column W is')).toHaveValue('flow');
  await expect(page.getByText('The unit of the flow is not said in the file: choose it.')).toBeVisible();
  await expect(page.getByText(/reference pressure and temperature are missing/)).toBeVisible();
  await expect(store).toBeDisabled();

  await page.getByLabel('Unit of W').selectOption('lb/min');
  await page.getByRole('textbox', { name: 'Reference pressure' }).fill('1 bar');
  await page.getByRole('textbox', { name: 'Reference temperature' }).fill('298 K');
  await page.getByLabel('the point of least flow of each line').check();
  await page.getByRole('textbox', { name: 'Inducer' }).fill('50');
  await page.getByRole('textbox', { name: 'Exducer' }).fill('68');
  await expect(page.getByText(/Give the wheel’s maximum speed/)).toBeVisible();
  await page.getByRole('button', { name: 'take the highest line as an estimate' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Rig 50');
  await expect(page.getByRole('img', { name: /^Compressor map of Rig 50: 8 speed lines/ })).toBeVisible();
  await expect(page.getByText('The comma was read as the decimal sign.')).toBeVisible();

  // A wrong row names its line, the picture keeps the last map, and nothing can be stored.
  await page.getByLabel('Unit of eta %').selectOption('share');
  await expect(
    page.getByText(/Line 2: Efficiency 61\.70 is above one: is the column in per cent\?/),
  ).toBeVisible();
  await expect(store).toBeDisabled();
  await page.getByLabel('Unit of eta %').selectOption('%');
  await store.click();
  await expect(page).toHaveURL(/compressors\/[0-9a-f-]{36}$/);
  const id = page.url().split('/').at(-1)!;
  const made = ((await (await request.get(`${api}/${id}`)).json()) as Item).document;
  expect(made.lines).toHaveLength(8);
  expect(made.lines[3]!.points[5]!.flow / source.lines[3]!.points[5]!.flow).toBeCloseTo(1, 4);

  for (const [format, ending] of [
    ['Export as CSV', 'map.csv'],
    ['as JSON', 'compressor.json'],
  ] as const) {
    await open(page, `/library/compressors/${id}`);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: format }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`rig-50.${ending}`);
    const file = info.outputPath(ending);
    await download.saveAs(file);
    await open(page, '/library/compressors/import');
    await put(readFileSync(file, 'utf8'), ending);
    await store.click();
    await expect(page).toHaveURL(/compressors\/[0-9a-f-]{36}$/);
    const copy = page.url().split('/').at(-1)!;
    expect(((await (await request.get(`${api}/${copy}`)).json()) as Item).document).toEqual(made);
    await retire(request, copy);
  }
  await retire(request, id);
});

test('files that are no map say why, and nothing is imported', async ({ page, request }) => {
  const before = ((await (await request.get(api)).json()) as { items: unknown[] }).items.length;
  await open(page, '/library/compressors/import');
  const put = (name: string, buffer: Buffer) =>
    page.getByLabel('Map file to import').setInputFiles({ name, mimeType: 'text/csv', buffer });
  await put('huge.csv', Buffer.alloc(50_000_000, 49));
  await expect(page.getByRole('alert').filter({ hasText: 'huge.csv was not read' })).toContainText(
    'It has 50.0 MB',
  );
  await put('prose.txt', Buffer.from('once upon a time\nthere was a map\n'));
  await expect(page.getByText(/Line 1: No row holds three figures or more/)).toBeVisible();
  await put('image.csv', Buffer.from([0x89, 0x50, 0, 0, 1, 2]));
  await expect(page.getByText('This is no text file. Save the sheet as CSV and give that.')).toBeVisible();
  await put('torn.json', Buffer.from('{"lines": [\n {"speed": 1,\n'));
  await expect(page.getByText(/cannot be read as JSON\. Line 3/)).toBeVisible();
  await page.getByLabel('Map file to import').setInputFiles([]);
  const after = ((await (await request.get(api)).json()) as { items: unknown[] }).items.length;
  expect(after).toBe(before);

  const map = await birch(request);
  map.lines[3]!.points[4]!.pressureRatio = 5;
  const refused = await request.post(api, { data: { document: map } });
  expect(refused.status()).toBe(422);
  expect(await refused.text()).toMatch(/cross near/);
});

test('a map sheet fits two sheets of paper', async ({ page }) => {
  await open(page, '/library/compressors/birch-50/sheet');
  await expect(page.getByRole('heading', { level: 1, name: 'Birch 50' })).toBeVisible();
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  const pages = pdf.match(/\/Type\s*\/Page\b/g)?.length ?? 0;
  expect(pages).toBeGreaterThan(0);
  expect(pages).toBeLessThanOrEqual(2);
});
