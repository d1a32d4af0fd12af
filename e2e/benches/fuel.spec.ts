import { seriousFindings } from '../support/axe';
import { expect, test } from '../support/test';
import { choose, fill, isSaved, makeTurboJob, open } from '../support/job';

type Stored = {
  job: {
    setups: {
      fuelSystem?: {
        injectors: { part?: { id: string }; flow: { value: number } };
        pumps: { arrangement: string; first: { part?: { id: string } } };
      };
    }[];
  };
};

test('a fuel system is laid out, its parts fitted from the library, its diagram edited, and it says what runs out first', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Burns fuel');
  const stored = async () =>
    ((await (await request.get(`/api/jobs/${id}`)).json()) as Stored).job.setups[0]!.fuelSystem;
  await open(page, `/jobs/${id}/fuel`);
  await page.getByRole('button', { name: 'Take the fuel system off' }).click();
  await expect(page.getByRole('heading', { name: 'No fuel system yet' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Lay out a fuel system' }).click();
  const answer = page.getByRole('complementary', { name: 'Answer' });
  const head = answer.getByRole('heading', { level: 2 });
  await expect(head).toContainText('Good for');
  await expect(answer.getByText('Dead time of the injectors is assumed')).toBeVisible();

  // The smallest that hold are fitted where they are offered.
  const fit = answer.getByRole('row', { name: /smallest that holds/ });
  await fit.first().getByRole('button', { name: /^Fit/ }).click();
  await fit.last().getByRole('button', { name: /^Fit/ }).click();
  await isSaved(page);
  const fitted = await stored();
  expect(fitted!.injectors.part!.id).toMatch(/^rill-/);
  expect(fitted!.pumps.first.part!.id).toMatch(/^brook-/);
  await expect(answer.getByText('Dead time of the injectors is assumed')).toBeHidden();

  // A part of the diagram is chosen and edited in place; what it does shows at once.
  const diagram = page.getByRole('group', { name: 'The fuel supply, part by part' });
  await diagram.getByRole('button', { name: /^Feed line/ }).press('Enter');
  const before = await head.innerText();
  await fill(page, 'Feed line bore', '3');
  await expect(head).not.toHaveText(before);
  await expect(
    answer.getByText(/larger lines are cheaper than a larger pump|rail sags|Rail pressure sags/).first(),
  ).toBeVisible();
  await fill(page, 'Feed line bore', '8');
  expect(await seriousFindings(page)).toEqual([]);

  // A smaller injector: short, shaded on the Rev bar and marked at the cylinders.
  await page.getByRole('tab', { name: 'Injectors' }).click();
  await choose(page, 'Injector', 'Rill 240');
  await expect(answer.getByText(/Injectors run out first/).first()).toBeVisible();
  await expect(
    page
      .getByRole('group', { name: /^Airway/ })
      .getByText('Injectors short')
      .first(),
  ).toBeVisible();
  const others = page.getByRole('table', { name: /At the same air/ });
  await expect(others.getByRole('row', { name: /E85/ })).toBeVisible();
  // The duty opens its working: dead time with the pulse, and what an open injector passes.
  await answer
    .getByRole('button', { name: /^\d+\s%/ })
    .first()
    .click();
  const working = page.getByRole('dialog', { name: /^Injector duty cycle/ });
  await expect(working).toContainText('D = (tp + td) · f');
  await expect(working).toContainText('√');
});

test('readings of rail, pump, duty and λ name the part that is off', async ({ page, request }) => {
  const id = await makeTurboJob(request, 'Sags');
  await open(page, `/jobs/${id}/fuel`);
  await page.getByRole('tab', { name: 'Spot check' }).click();
  await fill(page, 'Engine speed at reading', '7000');
  await fill(page, 'Measured rail pressure', '2.2 bar');
  await expect(page.getByText(/of its curve/)).toBeVisible();
  await fill(page, 'Measured pump outlet pressure', '4.6 bar');
  await expect(page.getByText(/filter behind the pumps is clogged/)).toBeVisible();
  await isSaved(page);
});

test('the ethanol that was measured counts in the blend: BSFC and flow go with it, and both scales of AFR are told', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Blends');
  await open(page, `/jobs/${id}/brief`);
  await choose(page, 'Fuel', 'E85');
  await page.getByRole('button', { name: 'Ethanol was measured' }).click();
  const bsfc = page.getByLabel('BSFC', { exact: true });
  const before = await bsfc.inputValue();
  await fill(page, 'Ethanol content', '60');
  await expect(bsfc).not.toHaveValue(before);
  await fill(page, 'Ethanol content', '120');
  await expect(page.getByText(/out of range/)).toBeVisible();
  await fill(page, 'Ethanol content', '60');
  await page.getByRole('button', { name: 'λ goes with boost' }).click();
  await fill(page, 'λ without boost', '0.9');
  await isSaved(page);
  await open(page, `/jobs/${id}/fuel?fuel=injectors`);
  await expect(page.getByText(/on its own scale/)).toBeVisible();
  await expect(
    page.getByRole('table', { name: /At the same air/ }).getByRole('row', { name: /Ethanol blend E60/ }),
  ).toBeVisible();
});
