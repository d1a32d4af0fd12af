import { expect, test } from '../support/test';
import { choose, isSaved, makeTurboJob, open } from '../support/job';

type Stored = {
  job: {
    setups: { induction: { chargers: { aftercooler: { points?: object[]; part?: { id: string } } }[] } }[];
  };
};

test('a cooler of the library follows the flow; points are changed by hand, and one figure stands in their place again', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Has a cooler');
  const stored = async () =>
    ((await (await request.get(`/api/jobs/${id}`)).json()) as Stored).job.setups[0]!.induction.chargers.at(
      -1,
    )!.aftercooler;
  await open(page, `/jobs/${id}/demand`);
  await expect(page.getByText(/the same at every flow, which a real cooler’s is not/)).toBeVisible();
  const drop = await page.getByLabel('Pressure loss', { exact: true }).nth(1).inputValue();
  await choose(page, 'Given by', 'Floe 60');
  const now = page.getByText('Effectiveness now').locator('..').locator('..');
  await expect(now).toContainText('%');
  await isSaved(page);
  expect(await stored()).toMatchObject({ part: { id: 'floe-60', revision: 1 } });
  expect((await stored()).points).toHaveLength(5);
  // Its pressure loss came with it, at the goal's flow.
  const loss = page.getByLabel('Pressure loss', { exact: true });
  await expect(loss.nth(1)).not.toHaveValue(drop);
  // Less air, better cooled.
  const atGoal = await now.innerText();
  for (let i = 0; i < 12; i++) await page.keyboard.press(',');
  await expect(now).not.toHaveText(atGoal);

  const points = page.getByLabel('Cooler points over the flow');
  await points.fill('10 90\n20 none');
  await expect(page.getByText(/Line 2, “20 none”/)).toBeVisible();
  await points.fill('6 60\n12 50');
  await isSaved(page);
  expect((await stored()).points).toHaveLength(2);
  // They are the setup's own now.
  expect((await stored()).part).toBeUndefined();
  await expect(page.getByRole('combobox', { name: 'Given by', exact: true }).first()).toHaveValue('points');
  await choose(page, 'Given by', 'one effectiveness');
  await expect(page.getByLabel('Cooler effectiveness', { exact: true })).toBeVisible();
  await isSaved(page);
  expect((await stored()).points).toBeUndefined();
});
