import { expect, type APIRequestContext, type Page } from '@playwright/test';

/** Addresses of the demo shop's jobs, which no test changes. */
export const single = '/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';
export const truck = '/jobs/b2a9c7e4-5b1f-4c38-8f60-48a0d1e61000';

/** Vintage saloon with a measured run; boat with a cam card; groomer with readings of its condition. */
export const saloon = '/jobs/51c8e6a0-2b9d-4a7c-b3f4-20d5a8e92000';
const coupe = '/jobs/c4b17f2e-8d05-4e69-a1b8-22f0c6d32200';
export const boat = '/jobs/9e52c1d8-7a36-4f1b-8e0d-67b3f2a16700';
export const groomer = '/jobs/3d7f0b96-1f4e-4b0a-9c55-72a6e0c47200';
/** Every sheet of the benches that have several, fitted that has most to show there. */
export const sheets = [
  ...['places', 'vehicle', 'terms'].map((part) => `${saloon}/brief?brief=${part}`),
  `${boat}/engine?engine=cam`,
  `${groomer}/engine?engine=condition`,
  `${saloon}/engine?engine=run`,
  ...['turbine', 'rank', 'spool', 'boost', 'pipes', 'spot', 'size', 'sites'].map(
    (part) => `${single}/charger?charger=${part}`,
  ),
  ...['blower', 'drive', 'pulleys', 'schools', 'spot'].map((part) => `${boat}/charger?charger=${part}`),
  `${groomer}/charger?setup=B&charger=pair`,
  `${boat}/cooling?cooling=soak`,
  `${saloon}/cooling?setup=C&cooling=injection`,
  `${single}/cooling`,
  `${boat}/fuel`,
  `${saloon}/limits`,
  `${saloon}/limits?limits=cylinder`,
  ...['verdict', 'gears', 'disputed'].map((part) => `${saloon}/limits?limits=${part}`),
  `${single}/limits?limits=charger`,
  ...['timing', 'shape', 'worst'].map((part) => `${single}/limits?limits=${part}`),
  ...['band', 'curves', 'whatif', 'shelf', 'cams', 'worth', 'road', 'frozen'].map(
    (part) => `${single}/forecast?forecast=${part}`,
  ),
  ...['runs', 'card', 'add', 'gate', 'faults', 'chain', 'sheet'].map((part) => `${coupe}/dyno?dyno=${part}`),
  ...['injectors', 'spot'].map((part) => `${single}/fuel?fuel=${part}`),
  ...['ladder', 'parts', 'order'].map((part) => `${coupe}/plan?plan=${part}`),
  `${boat}/plan?plan=outside`,
  `${groomer}/plan?plan=fit`,
  ...['measure', 'procedures', 'record', 'consent'].map((part) => `${coupe}/bench?bench=${part}`),
  ...['customer', 'tuner', 'orders', 'build', 'measured', 'earlier'].map(
    (part) => `${coupe}/report?report=${part}`,
  ),
];

type Made = {
  id: string;
  job: {
    brief: { venue: { coldest?: object; hottest?: object }; otherVenues: object[] };
    setups: { induction: { chargers: { drive: object }[] } }[];
    plan?: object;
    record?: object;
    report?: object;
  };
};

/**
 * A job of its own for a test: a copy of the single-seater with its first setup alone and at its one venue, made through the
 * API, before a turbine is chosen. Out: its id.
 */
export const makeJob = (request: APIRequestContext, name: string): Promise<string> =>
  copy(request, name, false);

/** The same with its turbocharger whole. */
export const makeTurboJob = (request: APIRequestContext, name: string): Promise<string> =>
  copy(request, name, true);

async function copy(request: APIRequestContext, name: string, hasTurbine: boolean): Promise<string> {
  const made = (await (await request.post(`/api${single}/duplicate`)).json()) as Made;
  const setups = made.job.setups.slice(0, 1);
  // A job of its own has no plan yet, and nothing on record.
  for (const key of ['plan', 'record', 'report'] as const) delete made.job[key];
  if (!hasTurbine) {
    for (const { induction } of setups)
      for (const charger of induction.chargers) charger.drive = { kind: 'open' };
    const { brief } = made.job;
    delete brief.venue.coldest;
    delete brief.venue.hottest;
    brief.otherVenues = [];
  }
  const saved = await request.put(`/api/jobs/${made.id}`, {
    data: { baseRevision: 1, job: { ...made.job, name, setups } },
  });
  expect(saved.status()).toBe(200);
  return made.id;
}

/** Types into a field and leaves it, as a person does. */
export async function fill(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true }).first();
  await field.fill(text);
  await field.press('Enter');
}

export async function isSaved(page: Page): Promise<void> {
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
}

/** Types a day into a field of days and leaves it. In: as ISO 8601 writes it. */
export async function setDay(page: Page, label: string, day: string): Promise<void> {
  const [year, month, date] = day.split('-');
  const field = page.getByRole('group', { name: label, exact: true });
  await field.getByRole('spinbutton', { name: 'Day' }).click();
  await page.keyboard.type(`${date}${month}${year}`);
  await page.keyboard.press('Tab');
}

/** Takes an option of a select by its label. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).first().selectOption({ label: option });
}

/** Opens a page and waits until it answers to keys and clicks. */
export async function open(page: Page, at: string): Promise<void> {
  await page.goto(at);
  await page.locator('html[data-live]').waitFor();
}

/**
 * Another bench or sheet of the job that is open, by its address and without loading the page anew; a page of its own is
 * opened. Sheets stay what they are when they are opened first: the address says which.
 */
export async function turnTo(page: Page, at: string): Promise<void> {
  const here = page.url().startsWith('http') ? new URL(page.url()) : null;
  const there = new URL(at, here ?? 'http://nowhere');
  const [, kind, id, bench] = there.pathname.split('/');
  const setup = (url: URL) => url.searchParams.get('setup');
  const isBench = (url: URL) => url.pathname.startsWith(`/jobs/${id}/`) && !url.pathname.endsWith('/sheet');
  if (kind !== 'jobs' || !here || !isBench(here) || !isBench(there) || setup(here) !== setup(there))
    return open(page, at);
  await page.evaluate((address) => window.history.pushState(null, '', address), there.href);
  await page.getByRole('main', { name: new RegExp(`^${bench} bench`, 'i') }).waitFor();
  const sheet = there.searchParams.get(bench!);
  if (sheet) await page.locator(`[role=tab][aria-selected=true][id$="-${sheet}"]`).waitFor();
  await page.waitForLoadState('networkidle');
}
