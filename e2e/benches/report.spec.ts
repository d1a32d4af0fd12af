import { expect, test } from '../support/test';
import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { fill, isSaved, makeJob, open } from '../support/job';

const coupe = '/jobs/c4b17f2e-8d05-4e69-a1b8-22f0c6d32200';

/** Text and paper of a PDF as another library reads them. */
async function read(path: string): Promise<{ text: string; size: number[] }> {
  const said = execFileSync(process.execPath, ['scripts/read-pdf.mjs'], {
    input: await readFile(path),
    encoding: 'utf8',
  });
  const { pages, size } = JSON.parse(said) as { pages: string[]; size: number[] };
  return { text: pages.join(' ').replace(/\s+/g, ''), size };
}

test('every sheet of the report is the same on the screen and in its PDF, on either paper, in the customer’s units', async ({
  page,
}) => {
  test.slow();
  await open(page, `${coupe}/report`);
  for (const [tab, paper, size] of [
    ['Customer’s sheet', 'A4', [595, 842]],
    ['Hand-over', 'Letter', [612, 792]],
    ['Order list', 'A4', [595, 842]],
    ['Build record', 'A4', [595, 842]],
    ['Measuring sheets', 'Letter', [612, 792]],
  ] as const) {
    await page.getByRole('tab', { name: tab, exact: true }).click();
    await page.getByRole('combobox', { name: 'Paper' }).selectOption({ label: paper });
    await page.getByRole('combobox', { name: 'Units of the sheet' }).selectOption({ label: 'US' });
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as PDF' }).click(),
    ]);
    const pdf = await read(await file.path());
    expect(pdf.size).toEqual(size);
    const shown = await page
      .getByRole('article')
      .locator(':scope > h2, :scope > h3, :scope > p, li, dt, dd, td, th')
      .evaluateAll((all) =>
        all.filter((one) => !one.querySelector('h2, h3, p, li, span')).map((one) => one.textContent ?? ''),
      );
    expect(shown.length).toBeGreaterThan(5);
    for (const text of shown)
      expect({ tab, text, found: pdf.text.includes(text.replace(/\s+/g, '')) }).toEqual({
        tab,
        text,
        found: true,
      });
    if (tab === 'Measuring sheets') expect(pdf.text).toContain('thou');
  }
});

test('a signature without a name is told; next step and service stand on the sheet; earlier builds are one step away', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'Report');
  await open(page, `/jobs/${id}/report`);
  await expect(page.getByText('Not measured yet', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Write on the sheet' }).click();
  await page.getByLabel('Service points', { exact: true }).fill('Belt after every meeting.');
  await fill(page, 'Customer’s signature', 'A. Loxley');
  await expect(page.getByText('A name without a day: say when it was signed.')).toBeVisible();
  await isSaved(page);
  await expect(page.getByRole('article').getByText('Belt after every meeting.')).toBeVisible();
  await page.getByRole('tab', { name: 'Earlier builds' }).click();
  // The nearest are of one engine, whichever the other tests have made.
  await expect(page.getByRole('row').nth(1)).toContainText('cylinders, size, fuel');
});
