import { expect, test } from '../support/test';
import { makeJob, open } from '../support/job';

test('a job with a machine on the crankshaft opens: its line, what its drive takes, and the sheet of its power', async ({
  page,
  request,
}) => {
  const id = await makeJob(request, 'On a belt');
  const { revision, job } = (await (await request.get(`/api/jobs/${id}`)).json()) as {
    revision: number;
    job: { setups: { induction: { chargers: object[] } }[] };
  };
  const guess = (value: number) => ({ value, confidence: 'guess' });
  Object.assign(job.setups[0]!.induction.chargers[0]!, {
    drive: {
      kind: 'belt',
      ratio: guess(13),
      mechanicalEfficiency: guess(0.95),
      maxSpeedRpm: guess(160_000),
      inBsfc: false,
    },
  });
  const put = await request.put(`/api/jobs/${id}`, { data: { baseRevision: revision, job } });
  expect(put.status()).toBe(200);

  await open(page, `/jobs/${id}/charger`);
  await expect(page.getByLabel('Verdict')).toContainText(/Short by \d+\shp at 8,600\srpm/);
  await expect(page.getByText(/belt takes \d+\.\d\skW from the crank/)).toBeVisible();
  await expect(page.getByRole('img', { name: /^Compressor map of Birch 50/ })).toBeVisible();
  await page.keyboard.press('3');
  await page
    .getByRole('row', { name: /^Fuel flow/ })
    .getByRole('button')
    .first()
    .click();
  const sheet = page.getByRole('dialog', { name: /^Flywheel power/ });
  await expect(sheet).toContainText('flywheel power after the drive of the charger');
  await expect(sheet).toContainText('what belt and bearings leave');
});
