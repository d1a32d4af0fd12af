import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeTurboJob, open } from '../support/job';

type Stored = {
  job: {
    setups: {
      plumbing: { place: string; drop: { value: number } }[];
      induction: { chargers: { aftercooler: { points?: object[]; part?: { id: string } } }[] };
    }[];
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
  const loss = async () =>
    ((await (await request.get(`/api/jobs/${id}`)).json()) as Stored).job.setups[0]!.plumbing.find(
      ({ place }) => place === 'cooler',
    )!.drop.value;
  await open(page, `/jobs/${id}/cooling`);
  await expect(page.getByText(/the same at every flow, which a real cooler’s is not/)).toBeVisible();
  const drop = await loss();
  await choose(page, 'Given by', 'Floe 60');
  const now = page.getByText('Effectiveness now').locator('..').locator('..');
  await expect(now).toContainText('%');
  await isSaved(page);
  expect(await stored()).toMatchObject({ part: { id: 'floe-60', revision: 1 } });
  expect((await stored()).points).toHaveLength(5);
  // Its pressure loss came with it, at the goal's flow.
  expect(await loss()).not.toBe(drop);
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

test('heat soak: the heat is laid out, a fan is turned down, ice goes into a loop, and each says what it costs', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Soaks');
  await open(page, `/jobs/${id}/cooling?cooling=soak`);
  const pulls = page.getByRole('table', { name: 'Pull by pull, at its end' });
  await expect(pulls.getByRole('row')).not.toHaveCount(0);
  const answer = page.getByRole('complementary', { name: 'Answer' });
  const last = async () => (await pulls.getByRole('row').last().innerText()).trim();
  const before = await last();
  await fill(page, 'Air speed at the face, in a pull', '1');
  await expect.poll(last).not.toBe(before);
  await expect(answer.getByText(/are missing from the forecast/)).toBeVisible();
  await expect(
    page.getByRole('table', { name: /What one change does/ }).getByText('A better fan'),
  ).toBeVisible();

  // By water: a loop with an exchanger of the library, and ice.
  await choose(page, 'Kind', 'air to water');
  await page.getByRole('button', { name: 'Lay out the coolant loop' }).click();
  await choose(page, 'Exchanger in front', 'Tarn 45');
  await fill(page, 'Ice in the tank', '4');
  await expect(answer.getByText(/The ice is gone after|of ice are left/)).toBeVisible();
  await isSaved(page);

  // By its size the effectiveness follows the flow.
  await choose(page, 'Given by', 'its size');
  await expect(page.getByLabel('Core depth', { exact: true })).toBeVisible();
  await expect(answer.getByText('One effectiveness stands for every flow')).toBeHidden();
  await page.getByRole('tab', { name: 'Over the revs' }).click();
  await expect(page.getByRole('table', { name: /What the cooler is worth/ })).toContainText(
    'Same boost uncooled',
  );
});

test('water-methanol and nitrous oxide are laid out, cool the charge, count as fuel and oxygen, and say what a dry tank does', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Sprayed');
  const injection = async () =>
    (
      (await (await request.get(`/api/jobs/${id}`)).json()) as {
        job: { setups: { injection?: { spray?: object; nitrous?: { fuel: string } } }[] };
      }
    ).job.setups[0]!.injection;
  await open(page, `/jobs/${id}/cooling?cooling=injection`);
  const answer = page.getByRole('complementary', { name: 'Answer' });
  const charge = async () => Number(/Charge (-?\d+)/.exec(await answer.innerText())![1]);
  const dry = await charge();
  await page.getByRole('button', { name: 'Lay out water-methanol' }).click();
  await isSaved(page);
  expect(await injection()).toHaveProperty('spray');
  expect(await charge()).toBeLessThan(dry - 5);
  await expect(answer.getByText(/If the tank runs dry or the pump fails/).first()).toBeVisible();
  const cases = page.getByRole('table', { name: /If something goes wrong/ });
  await expect(cases.getByRole('row', { name: /Tank dry or pump failed/ })).toBeVisible();
  // A pump that hardly beats the boost, and a stage that would be full before it starts.
  await fill(page, 'Spray pump pressure', '2.5 bar');
  await expect(answer.getByText(/the spray breaks up badly/)).toBeVisible();
  await fill(page, 'Stage 1, full at', '0.1 bar');
  await expect(page.getByText(/is below the start/).first()).toBeVisible();
  await fill(page, 'Stage 1, full at', '0.9 bar');
  await page.getByRole('button', { name: 'Add nitrous oxide' }).click();
  await expect(page.getByRole('table', { name: /What it is worth/ }).getByText('Oxygen')).toBeVisible();
  await expect(cases.getByRole('row', { name: /Cold bottle/ })).toBeVisible();
  await choose(page, 'Fuel for its oxygen', 'through the injectors');
  await isSaved(page);
  expect((await injection())!.nitrous!.fuel).toBe('dry');
  await page.getByRole('button', { name: 'Remove nitrous oxide' }).click();
  await page.getByRole('button', { name: 'Remove water-methanol' }).click();
  await isSaved(page);
  expect(await injection()).toBeUndefined();
  await expect(page.getByRole('button', { name: 'Lay out water-methanol' })).toBeVisible();
  expect(await charge()).toBe(dry);
});
