import { expect, test } from '../support/test';
import { inputsOf, whereOf } from '../../src/core/job/inputs/inputs';
import type { Job } from '../../src/core/job/schema/job';
import { boat, groomer, saloon, single, truck, turnTo } from '../support/job';

/** Inputs whose field has a name of its own: tables and lists are edited whole. */
const isField = (path: string) => !/breathing\.table|engine\.baseline$|boost\.curve|boost\.gears/.test(path);

test('every input that has a say has its field on the bench and sheet its path leads to', async ({
  page,
  request,
}) => {
  test.setTimeout(400_000);
  const lost: string[] = [];
  let seen = 0;
  for (const [at, letter] of [
    [single, 'A'],
    [truck, 'A'],
    [saloon, 'C'],
    [boat, 'A'],
    [groomer, 'B'],
  ] as const) {
    const { job } = (await (await request.get(`/api${at}`)).json()) as { job: Job };
    const index = job.setups.findIndex((s) => s.letter === letter);
    const sheets = new Map<string, string[]>();
    for (const { path } of inputsOf(job, index, { whole: true }).filter((i) => isField(i.path))) {
      const { bench, sheet: part } = whereOf(path, job);
      const sheet = `${at}/${bench}?setup=${letter}${part ? `&${bench}=${part}` : ''}`;
      sheets.set(sheet, [...(sheets.get(sheet) ?? []), path]);
    }
    for (const [sheet, paths] of sheets) {
      await turnTo(page, sheet);
      await page.locator('main input[name]').first().waitFor();
      const names = new Set(
        await page.locator('input[name]').evaluateAll((all) => all.map((i) => i.getAttribute('name'))),
      );
      seen += paths.length;
      lost.push(...paths.filter((path) => !names.has(path)).map((path) => `${path} is not on ${sheet}`));
    }
  }
  expect(seen).toBeGreaterThan(150);
  expect(lost).toEqual([]);
});
