import { expect, test } from '../support/test';
import { fill, isSaved, makeJob, open } from '../support/job';

test('a turbine: found, duplicated, edited, saved as a revision, retired and taken back', async ({
  page,
}) => {
  await open(page, '/library/turbines');
  await expect(page.getByRole('row')).toHaveCount(21);
  await page.getByLabel('Find').fill('ginkgo');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('row', { name: /Ginkgo T58/ }).click();
  const panel = page.getByRole('complementary', { name: 'Selected turbine' });
  await panel.getByRole('button', { name: 'Duplicate' }).click();
  await expect(panel.getByRole('heading', { name: 'Ginkgo T58, copy' })).toBeVisible();
  await panel.getByRole('button', { name: 'Open and edit' }).click();
  await page.locator('html[data-live]').waitFor();
  const save = page.getByRole('button', { name: 'Save as revision 2' });
  await expect(save).toBeDisabled();
  await fill(page, 'Inducer', '59');
  await page.getByLabel('Given by').first().selectOption('points');
  const points = page.getByLabel(/Expansion ratio and corrected flow/);
  await points.fill('1.4\t9\n1.8\tplenty\n2.4\t12');
  await expect(page.getByText(/Line 2, “1\.8\s+plenty”/)).toBeVisible();
  await expect(save).toBeDisabled();
  await points.fill('1.4\t9\n1.8\t11\n2.4\t10');
  await expect(page.getByText('This turbine cannot be saved yet')).toBeVisible();
  await points.fill('1.4\t9\n1.8\t11\n2.4\t12');
  await save.click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Inducer', { exact: true })).toHaveValue('59');

  await open(page, '/library/turbines');
  await page.getByRole('row', { name: /Ginkgo T58, copy/ }).click();
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText(/is retired: no longer offered/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Ginkgo T58, copy/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore' }).last().click();
  await expect(page.getByRole('row', { name: /Ginkgo T58, copy/ })).toBeVisible();
});

test('a blower: listed by displacement, its table edited, better than ideal refused, saved as a revision', async ({
  page,
}) => {
  await open(page, '/library/blowers');
  await expect(page.getByRole('row')).toHaveCount(15);
  await page.getByLabel('Displacement from').fill('2000');
  await expect(page.getByRole('row')).toHaveCount(6);
  await page.getByRole('row', { name: /Fjord 2300/ }).click();
  const panel = page.getByRole('complementary', { name: 'Selected blower' });
  await expect(
    panel.getByRole('img', { name: 'Isentropic efficiency of Fjord 2300 over rotor speed' }),
  ).toBeVisible();
  await panel.getByRole('button', { name: 'Duplicate' }).click();
  await expect(panel.getByRole('heading', { name: 'Fjord 2300, copy' })).toBeVisible();
  await panel.getByRole('button', { name: 'Open and edit' }).click();
  await page.locator('html[data-live]').waitFor();
  const save = page.getByRole('button', { name: 'Save as revision 2' });
  const cell = page.getByLabel('Row 2, isentropic efficiency');
  await cell.fill('90');
  await expect(page.getByText(/a blower of this internal ratio without any loss has/)).toBeVisible();
  await expect(save).toBeDisabled();
  await cell.fill('45');
  await fill(page, 'Internal ratio', '0.9');
  await expect(page.getByText(/1(\.00)? to 2\.50?/).first()).toBeVisible();
  await fill(page, 'Internal ratio', '1.42');
  await save.click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Internal ratio', { exact: true })).toHaveValue('1.42');
});

test('a turbocharger put together from other parts is offered to jobs', async ({ page, request }) => {
  await open(page, '/library/turbochargers');
  await page.getByRole('button', { name: 'Add by hand' }).click();
  await page.waitForURL(/turbochargers\/[0-9a-f-]{36}/);
  await page.locator('html[data-live]').waitFor();
  await page.getByLabel('Name', { exact: true }).fill('Shop special');
  await page.getByRole('combobox', { name: /^Compressor/ }).selectOption({ label: 'Birch 50' });
  await page.getByRole('combobox', { name: /^Turbine/ }).selectOption({ label: 'Hickory T62' });
  await page.getByRole('combobox', { name: /^Housing/ }).selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();
  const offered = (await (await request.get('/api/selection/turbochargers')).json()) as {
    turbochargers: { document: { name: string; housing: number } }[];
  };
  expect(offered.turbochargers.find((t) => t.document.name === 'Shop special')?.document.housing).toBe(1);
  // A housing its turbine does not have is refused, with what it has.
  const id = page.url().split('/').at(-1);
  const { document } = (await (await request.get(`/api/library/turbochargers/${id}`)).json()) as {
    document: Record<string, unknown>;
  };
  const refused = await request.put(`/api/library/turbochargers/${id}`, {
    data: { baseRevision: 2, document: { ...document, housing: 11 } },
  });
  expect(refused.status()).toBe(422);
  expect(JSON.stringify(await refused.json())).toMatch(/has \d+ housings/);
});

test('a turbine’s table is imported: columns and unit asked for, what is missing said, then stored and exported', async ({
  page,
  request,
}) => {
  await open(page, '/library/turbines/import');
  const rows = ['1,4;6,0', '1,8;7,1', '2,4;7,6', '3,0;7,7'];
  await page.getByLabel('Turbine file to import').setInputFiles({
    name: 'rig wheel.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['PR;swallow', ...rows].join('\n')),
  });
  const store = page.getByRole('button', { name: 'Store it in the library' });
  await expect(page.getByText('The unit of the flow is not said in the file: choose it.')).toBeVisible();
  await expect(page.getByText(/efficiency includes mechanical losses/)).toBeVisible();
  await expect(store).toBeDisabled();
  await page.getByLabel('Unit of swallow').selectOption('kg/min');
  await fill(page, 'Inducer', '54 mm');
  await fill(page, 'Exducer', '47 mm');
  await fill(page, 'Peak efficiency', '68');
  await fill(page, 'Maximum speed', '160000');
  await fill(page, 'Maximum temperature', '950');
  await page.getByLabel('Bearings’ loss').selectOption('apart');
  await fill(page, 'Pressure', '101.3');
  await fill(page, 'Temperature', '15');
  await store.click();
  await page.waitForURL(/turbines\/[0-9a-f-]{36}/);
  const id = page.url().split('/').at(-1);
  const csv = await (await request.get(`/api/library/turbines/${id}/export?format=csv`)).text();
  expect(csv).toContain('# name: rig wheel');
  expect(csv).toContain('"Housing 1",1.4,0.1');
});

test('a price list of pulleys: what the file leaves out is asked, a bad row names its line, all are stored or none', async ({
  page,
  request,
}) => {
  const names = async () =>
    ((await (await request.get('/api/library/pulleys')).json()) as { items: { name: string }[] }).items.map(
      ({ name }) => name,
    );
  await open(page, '/library/pulleys/import');
  const paste = async (text: string) => {
    await page.getByLabel('Or paste it here').fill(text);
    await page.getByRole('button', { name: 'Read what is pasted' }).click();
  };
  await paste('name;diameter;ribs;bore (mm);price\nListed 72;72;8;1700;61,50\nListed 76;76;8;17;62');
  const store = page.getByRole('button', { name: 'Store it in the library' });
  const said = page.getByRole('alert').filter({ hasText: 'Before it can be stored' });
  await expect(said).toContainText('The unit of “diameter” is not said in the file');
  await page.getByLabel('Unit of diameter').selectOption('mm');
  await expect(said).toContainText('Line 2: bore');
  await expect(store).toBeDisabled();
  await open(page, '/library/pulleys/import');
  await paste('name;diameter (mm);ribs;bore (mm);price\nListed 72;72;8;17;61,50\nListed 76;76;8;17;62');
  await expect(page.getByRole('heading', { name: '2 read: Listed 72 to Listed 76' })).toBeVisible();
  await page.getByLabel('Belt profile').selectOption('PJ');
  await store.click();
  await expect(page).toHaveURL(/library\/pulleys$/);
  expect(await names()).toEqual(expect.arrayContaining(['Listed 72', 'Listed 76']));
  const list = await (await request.get('/api/library/pulleys/list')).text();
  expect(list).toMatch(/"Listed 72","blower","PJ","effective",0.072,"reported",8,0.017,"reported"/);
});

test('a throttle body: benched, refused while nothing says what it loses, then taken into a job’s pipes', async ({
  page,
  request,
}) => {
  await open(page, '/library/piping');
  await page.getByLabel('Find').fill('throttle body');
  await expect(page.getByText(/^4 of \d+$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add by hand' }).click();
  await page.waitForURL(/piping\/[0-9a-f-]{36}/);
  await page.locator('html[data-live]').waitFor();
  const id = page.url().split('/').at(-1)!;
  await page.getByLabel('Name', { exact: true }).fill('Shop throttle');
  await page.getByLabel('Type').selectOption('throttle-body');
  const save = page.getByRole('button', { name: 'Save as revision 2' });
  await expect(page.getByText('This piping part cannot be saved yet')).toBeVisible();
  await expect(save).toBeDisabled();
  const points = page.getByLabel(/Flow bench points/);
  await points.fill('6 0.4\n12 lots');
  await expect(page.getByText(/Line 2, “12 lots”/)).toBeVisible();
  await points.fill('6 0.4\n12 1.6');
  await fill(page, 'Minimum bore', '55');
  await save.click();
  await expect(page.getByText('revision 2', { exact: true })).toBeVisible();

  const job = await makeJob(request, 'Has a throttle of the shop');
  await open(page, `/jobs/${job}/charger?charger=pipes`);
  const part = page.getByRole('region', { name: 'Throttle' });
  await part.getByLabel('From the library').selectOption({ label: 'Shop throttle' });
  await expect(part.getByLabel('Minimum bore', { exact: true })).toHaveValue('55');
  await isSaved(page);
  const loss = async () =>
    ((await (await request.get(`/api/jobs/${job}`)).json()) as Stored).job.setups[0]!.plumbing.find(
      (one) => one.place === 'throttle',
    )!;
  const taken = await loss();
  expect(taken).toMatchObject({ from: 'drop', part: { id, revision: 2 }, diameter: { value: 0.055 } });
  // 0.4 kPa at 6 kg/min, by flow squared.
  expect(taken.drop.value / (400 * (taken.massFlow.value / 0.1) ** 2)).toBeCloseTo(1, 3);
  await part.getByLabel('Pressure loss', { exact: true }).fill('9 kPa');
  await part.getByLabel('Pressure loss', { exact: true }).press('Enter');
  await expect(part.getByText('Changed since it was taken from Shop throttle.')).toBeVisible();
  await isSaved(page);

  // What a job has on it cannot be removed for good, not even from the bin.
  const at = `/api/library/piping/${id}`;
  expect((await request.put(`${at}/bin`, { data: { binned: true } })).status()).toBe(200);
  const refused = await request.delete(at);
  expect(refused.status()).toBe(409);
  expect(await refused.text()).toContain('Has a throttle of the shop');
  // On another shelf there is no such item.
  expect((await request.get(`/api/library/turbines/${id}`)).status()).toBe(404);
  expect((await request.put(`/api/library/turbines/${id}/bin`, { data: { binned: false } })).status()).toBe(
    404,
  );
});

type Stored = {
  job: {
    setups: {
      plumbing: {
        place: string;
        from: string;
        drop: { value: number };
        massFlow: { value: number };
      }[];
    }[];
  };
};
