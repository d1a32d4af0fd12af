import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { choose, fill, makeTurboJob, open } from '../support/job';

/** A sheet drawn as SVG and turned, as a photograph would show it. Out: PNG, and where a place of it lies in the picture. */
async function photographed(page: Page, body: string, turn = 3) {
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 900, height: 640 });
  await sheet.setContent(
    `<body style="margin:0;background:#fff"><svg width="900" height="640"><g transform="rotate(${turn} 450 320)" fill="none" stroke="#222" stroke-width="3">${body}</g></svg>`,
  );
  const png = await sheet.screenshot();
  await sheet.close();
  const angle = (turn * Math.PI) / 180;
  const at = (x: number, y: number) => {
    const [dx, dy] = [x - 450, y - 320];
    return {
      x: 450 + dx * Math.cos(angle) - dy * Math.sin(angle),
      y: 320 + dx * Math.sin(angle) + dy * Math.cos(angle),
    };
  };
  return { png, at };
}

/** A job with a run on record, 272 hp at the wheels. Out: its address. */
async function jobWithRun(request: APIRequestContext, name: string): Promise<string> {
  const id = await makeTurboJob(request, name);
  const speedRpm = Array.from({ length: 100 }, (_, i) => 3_000 + 60 * i);
  const torque = speedRpm.map((n) => 250 - 2 * ((n - 6_500) / 500) ** 2);
  const known = {
    ...{ name: 'First pull', at: '2026-03-04', operator: '', dyno: 'Own cell', dynoKind: 'roller' },
    ...{ repeatability: 0.01, basis: 'wheels', correction: 'none', pressure: 84_000, temperature: 290 },
    ...{ humidity: 0.4, file: '', slot: '', fuel: '', gear: 4, boostControl: '', level: null },
    ...{ startOil: null, startCoolant: null, startCharge: null, sweepRate: null, startRpm: null },
    ...{ tieDown: '', sensors: '', changed: '', vehicle: '', note: '' },
  };
  const made = await request.post(`/api/jobs/${id}/runs`, {
    data: {
      card: known,
      log: { speedRpm, torque, power: torque.map((q, i) => (q * Math.PI * speedRpm[i]!) / 30) },
      raw: '',
    },
  });
  expect(made.status()).toBe(200);
  return `/jobs/${id}`;
}

/** Clicks places of the picture that is open. */
function clicker(page: Page, at: (x: number, y: number) => { x: number; y: number }) {
  const sheet = page.getByRole('application');
  return async (x: number, y: number) => {
    const { x: u, y: v } = at(x, y);
    const box = (await sheet.boundingBox())!;
    await sheet.click({ position: { x: (u / 900) * box.width, y: (v / 640) * box.height } });
  };
}

const marksOf = async (page: Page, values: [string, string, string, string]) => {
  const names = [
    'Horizontal, first mark',
    'Horizontal, second mark',
    'Vertical, first mark',
    'Vertical, second mark',
  ];
  for (const [i, name] of names.entries()) await page.getByLabel(name).fill(values[i]!);
};

test('a long log is read in the background, trimmed and added; the next one of its kind is known', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Has a long log');
  await open(page, `/jobs/${id}/dyno?dyno=add`);
  // Two pulls of 12,000 readings with a coast down between them, and a column of a name that nothing is guessed from.
  const pull = Array.from({ length: 12_000 }, (_, i) => 2_000 + i / 3);
  const speeds = [...pull, ...Array.from({ length: 500 }, (_, i) => 5_990 - 8 * i), ...pull];
  const text = [
    'n;M_eff;p_boost kPa',
    ...speeds.map(
      (n, i) => `${n.toFixed(1)};${(250 + n / 200).toFixed(2)};${(80 + (i % 7) / 10).toFixed(1)}`,
    ),
  ].join('\n');
  const file = { name: 'logger.csv', mimeType: 'text/csv', buffer: Buffer.from(text) };
  await page.getByLabel('Choose a file').setInputFiles(file);
  await choose(page, 'Column 1 holds', 'engine speed');
  await choose(page, 'Column 2 holds', 'torque');
  await page.getByRole('button', { name: 'Read the log' }).click();
  await expect(page.getByText('2 pulls were found: each becomes a run.')).toBeVisible();
  const last = page.getByRole('slider', { name: 'Last reading of the pull' });
  const before = Number(await last.getAttribute('aria-valuenow'));
  await last.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(last).toHaveAttribute('aria-valuenow', String(before - 1));
  await page.getByRole('button', { name: 'Add 2 runs' }).click();
  await expect(page.getByText('2 runs were added.')).toBeVisible();
  await page.getByLabel('Choose a file').setInputFiles(file);
  await expect(page.getByText(/Columns as they were named the last time/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Column 2 holds' })).toHaveValue('torque');
});

test('a photographed sheet becomes a run, read off within a tenth of a square, with its picture', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Has a printed sheet');
  await open(page, `/jobs/${id}/dyno?dyno=sheet`);
  const torque = (n: number) => 320 - 0.9 * ((n - 4_200) / 300) ** 2;
  const place = (n: number, q: number) => [90 + (n - 2_000) * 0.18, 560 - 1.4 * q] as const;
  const curve = Array.from({ length: 81 }, (_, i) => place(2_000 + 50 * i, torque(2_000 + 50 * i)).join(' '));
  const { png, at } = await photographed(page, `<path d="M90 60V560H850"/><path d="M${curve.join('L')}"/>`);
  await page
    .getByLabel('Open a picture')
    .setInputFiles({ name: 'none.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText('none.png was not opened.')).toBeVisible();
  await page
    .getByLabel('Open a picture')
    .setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: png });
  const click = clicker(page, at);
  await click(...place(2_000, 0));
  await click(...place(6_000, 0));
  await click(...place(2_000, 0));
  await click(...place(2_000, 300));
  await marksOf(page, ['2000', '6000', '0', '300']);
  // Four pixels beside the line: a click finds it.
  for (let n = 2_200; n <= 6_000; n += 380) {
    const [x, y] = place(n, torque(n));
    await click(x, y + 4);
  }
  await choose(page, 'Torque in', 'N·m');
  await expect(page.getByText(/reading error ±/)).toBeVisible();
  await page.getByRole('button', { name: 'Add as a run' }).click();
  await expect(page.getByText(/on record as Read off sheet.png, with its picture/)).toBeVisible();
  const { runs } = (await (await request.get(`/api/jobs/${id}/runs`)).json()) as {
    runs: { id: string; card: { source: string }; head: { torque: { value: number } } }[];
  };
  expect(runs[0]!.card.source).toBe('picture');
  const { log } = (await (await request.get(`/api/jobs/${id}/runs/${runs[0]!.id}`)).json()) as {
    log: { speedRpm: number[]; torque: number[] };
  };
  // A square of the sheet is 100 N·m by 1,000 rpm.
  for (const [i, n] of log.speedRpm.entries()) expect(Math.abs(log.torque[i]! - torque(n))).toBeLessThan(10);
  await page.getByRole('tab', { name: 'Run card' }).click();
  await expect(page.getByRole('img', { name: 'sheet.png' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove sheet.png' }).click();
  await expect(page.getByRole('img', { name: 'sheet.png' })).toHaveCount(0);
});

test('a printed compressor map is traced and goes on to the checks of the import', async ({
  page,
  request,
}) => {
  const id = await makeTurboJob(request, 'Has a printed map');
  await open(page, `/jobs/${id}/dyno?dyno=sheet`);
  const place = (flow: number, ratio: number) => [90 + flow * 2_000, 560 - (ratio - 1) * 250] as const;
  const line = (top: number) =>
    [0, 1, 2, 3].map((i) => place(0.09 + 0.035 * i + 0.04 * (top - 1.4), top - 0.03 * i * i));
  const ring = (size: number) =>
    Array.from({ length: 13 }, (_, i) => {
      const turn = (2 * Math.PI * i) / 12;
      return place(0.16 + size * 0.05 * Math.cos(turn), 1.85 + size * 0.6 * Math.sin(turn));
    });
  const lines = [line(1.4), line(1.9), line(2.4)];
  const rings = [ring(0.6), ring(1)];
  const path = (points: (readonly [number, number])[]) =>
    `<path d="M${points.map((p) => p.join(' ')).join('L')}"/>`;
  const { png, at } = await photographed(
    page,
    [
      path([
        [90, 60],
        [90, 560],
        [850, 560],
      ]),
      ...[...lines, ...rings].map(path),
    ].join(''),
    -2,
  );
  await choose(page, 'On it', 'a compressor map');
  await page
    .getByLabel('Open a picture')
    .setInputFiles({ name: 'map.png', mimeType: 'image/png', buffer: png });
  const click = clicker(page, at);
  for (const [flow, ratio] of [
    [0, 1],
    [0.3, 1],
    [0, 1],
    [0, 2.8],
  ] as const)
    await click(...place(flow, ratio));
  await marksOf(page, ['0', '0.3', '1', '2.8']);
  await choose(page, 'Flow in', 'kg/s');
  for (const [i, points] of [...lines, ...rings].entries()) {
    if (i > 0) await page.getByRole('button', { name: 'Another line' }).click();
    if (i >= lines.length) await choose(page, `Line ${i + 1}`, 'efficiency ring');
    const value = i < lines.length ? String(90_000 + 30_000 * i) : i === lines.length ? '74' : '68';
    await page
      .getByRole('textbox', { name: i < lines.length ? 'Speed, rpm' : 'Efficiency, %' })
      .last()
      .fill(value);
    for (const [x, y] of points) await click(x, y);
  }
  await expect(page.getByText('3 speed lines, 2 rings, 27 points.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'On to the import’s checks' }).click();
  await expect(page).toHaveURL(/library\/compressors\/import/);
  await expect(page.getByText('map.png.csv')).toBeVisible();
  await expect(page.getByRole('combobox').first()).toBeVisible();
});

test('setup against run, the run as baseline, the chain of files and a symptom', async ({
  page,
  request,
}) => {
  await open(page, `${await jobWithRun(request, 'Has a run')}/dyno`);
  await expect(page.getByRole('heading', { name: /against the model/ })).toBeVisible();
  await expect(page.getByText(/Against the model in the run’s own air/)).toBeVisible();
  const pointer = page.getByRole('slider', { name: 'Engine speed of the pointer' });
  await pointer.focus();
  await page.keyboard.press('Home');
  await expect(pointer).toHaveAttribute('aria-valuetext', /3,000\srpm/);
  await page.getByRole('button', { name: 'Make it the measured baseline' }).click();
  await page.getByRole('button', { name: /Look at it/ }).click();
  await expect(page.getByRole('main', { name: 'Engine bench' })).toBeVisible();
  await page.getByRole('button', { name: /^Dyno/ }).first().click();
  await page.getByRole('tab', { name: 'Calibration' }).click();
  await page.getByRole('button', { name: 'Add the first file' }).click();
  await page.getByRole('button', { name: 'Next file from File 1' }).click();
  await page.getByRole('button', { name: 'Add a change' }).click();
  await fill(page, 'By 1', '10 kPa');
  await expect(page.getByText(/Before boost is added/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the pack (zip)' }).click();
  expect((await download).suggestedFilename()).toBe('for-the-calibrator.zip');
  await page.getByRole('tab', { name: 'Faults & sensors' }).click();
  await page.getByLabel('Symptom').fill('smokes black and whistles, no power above 4000');
  await expect(page.getByRole('table', { name: 'Likely faults' }).getByRole('row').nth(1)).toContainText(
    'Boost leak',
  );
});

test.describe('in the cell, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('the gate refuses a hot start, the card is filled in and the board shows the run in per cent of the goal', async ({
    page,
    request,
  }) => {
    await open(page, `${await jobWithRun(request, 'On the rollers')}/dyno?dyno=gate`);
    await fill(page, 'Coolant', '112');
    await expect(page.getByText(/Too hot: wait/)).toBeVisible();
    await fill(page, 'Coolant', '85');
    await fill(page, 'Oil', '90');
    await fill(page, 'Charge', '30');
    for (const box of await page.getByRole('checkbox').all()) await box.check();
    await expect(page.getByText('Pull: everything is in its window and ticked.')).toBeVisible();
    await page.getByRole('tab', { name: 'Run card' }).click();
    await page.getByRole('button', { name: 'Read the cell’s station' }).click();
    await expect(page.getByText('Read from the simulated station.')).toBeVisible();
    await expect
      .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth))
      .toBeLessThanOrEqual(0);
    await page.goto('/');
    const row = page.getByRole('row').filter({ hasText: 'On the rollers' });
    await expect(row).toContainText(/forecast \d+\s%.*run \d+\s%/s);
  });
});
