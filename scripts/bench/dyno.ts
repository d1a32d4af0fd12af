/** The Dyno bench: a log of a hundred megabytes, ten thousand runs on record, a run pasted and drawn, and the pointer over six of them. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { blankCard } from '../../src/core/dyno/card';
import { pullsOf } from '../../src/core/dyno/pulls';
import { modelBeside } from '../../src/core/studies/run-model';
import { memoryShop } from '../../src/data/connection';
import { sampleLibrary, sampleTurboJob } from '../../src/data/demo/sample';
import { createJob } from '../../src/data/repositories/jobs';
import { addRun, listRuns, searchRuns } from '../../src/data/repositories/runs';
import { runs as runsTable } from '../../src/data/schema';
import { LongReader, openLong } from '../../src/formats/long-log';
import { guessLog } from '../../src/formats/run-log';
import { unitsOf } from '../../src/core/units/quantities';
import { address, median, print, quantile, serving, time } from './lib';

const LOG_BYTES = Number(process.env.BENCH_LOG_BYTES ?? 100e6);
const RUNS = Number(process.env.BENCH_RUNS ?? 10_000);
const COUPE = 'c4b17f2e-8d05-4e69-a1b8-22f0c6d32200';

/** Text of a log as a logger writes it: twelve columns, pulls and coasting. */
function logText(from: number, rows: number): string {
  const lines: string[] = [];
  for (let i = from; i < from + rows; i++) {
    const n = 2_000 + ((i % 9_000) * 4_500) / 9_000;
    const cells = [
      (i / 200).toFixed(3),
      n.toFixed(1),
      (250 + n / 200).toFixed(2),
      (180 + n / 900).toFixed(2),
    ];
    for (let k = 0; k < 8; k++) cells.push((40 + k + (i % 97) / 10).toFixed(2));
    lines.push(cells.join(','));
  }
  return `${lines.join('\n')}\n`;
}
const HEAD = 'time s,rpm,torque Nm,MAP kPa,IAT °C,coolant °C,oil temp °C,EGT °C,duty %,lambda,timing,knock\n';

function longLog(): void {
  const first = logText(0, 200);
  const opened = openLong(HEAD + first, true);
  if (!opened.ok) throw new Error(opened.problems[0]!.reason.code);
  const { table, delimiter, firstLine } = opened.head;
  const reader = new LongReader({
    delimiter,
    firstLine,
    decimal: table.decimal,
    names: table.columns,
    mapping: guessLog(table, (quantity) => unitsOf(quantity)[0]!),
    stoichiometric: 14.5,
    perRpm: null,
  });
  const piece = logText(0, 4_000);
  reader.push(HEAD);
  const start = performance.now();
  let longest = 0;
  let rows = 0;
  let making = 0;
  for (let bytes = 0; bytes < LOG_BYTES; bytes += piece.length) {
    const begun = performance.now();
    const text = logText(rows, 4_000);
    making += performance.now() - begun;
    const at = performance.now();
    reader.push(text);
    longest = Math.max(longest, performance.now() - at);
    rows += 4_000;
  }
  const made = reader.end();
  if (!made.ok) throw new Error(made.problems[0]!.reason.code);
  const pulls = pullsOf(made.log).length;
  const took = (performance.now() - start - making) / 1_000;
  print(
    `a log of ${(LOG_BYTES / 1e6).toFixed(0)} MB, ${rows} rows, ${pulls} pulls`,
    `${took.toFixed(1)} s`,
    '15 s',
  );
  print(
    'one piece of it at the longest, in the worker',
    `${longest.toFixed(0)} ms`,
    'the page is free meanwhile',
  );
}

function besideModel(): void {
  const job = sampleTurboJob(0);
  const card = { ...blankCard('Bench'), pressure: 96_000, temperature: 292, humidity: 0.4 };
  const each = time(20, () => modelBeside(job, job.setups[0]!.id, sampleLibrary, card, null));
  print('the setup in a run’s own air, matched', `${each.toFixed(1)} ms`, '50 ms');
}

async function onRecord(): Promise<void> {
  const shop = await memoryShop();
  const jobs: { id: string }[] = [];
  for (let i = 0; i < 20; i++)
    jobs.push(await createJob(shop.db, { ...sampleTurboJob(0), name: `Job ${i}` }));
  const log = { speedRpm: [2_000, 3_000, 4_000, 5_000], torque: [200, 220, 230, 210] };
  await addRun(shop.db, jobs[0]!.id, 'first', { card: blankCard('First'), log, raw: '' });
  const [first] = await shop.db.select().from(runsTable);
  for (let at = 0; at < RUNS; at += 500)
    await shop.db.insert(runsTable).values(
      Array.from({ length: 500 }, (_, k) => ({
        ...first!,
        id: `run-${at + k}`,
        jobId: jobs[(at + k) % jobs.length]!.id,
        card: {
          ...blankCard(`Pull ${at + k}`),
          dyno: k % 3 ? 'Own cell' : 'Hub',
          changed: k % 7 ? '' : 'housing',
        },
      })),
    );
  const timed = async (work: () => Promise<unknown>) => {
    const times: number[] = [];
    for (let i = 0; i < 15; i++) {
      const start = performance.now();
      await work();
      times.push(performance.now() - start);
    }
    return median(times.slice(3));
  };
  print(
    `the newest of ${RUNS} runs`,
    `${(await timed(() => searchRuns(shop.db, ''))).toFixed(0)} ms`,
    '100 ms',
  );
  const words = await timed(() => searchRuns(shop.db, 'housing hub'));
  print('a search of them by two words', `${words.toFixed(0)} ms`, '100 ms');
  print(
    `${RUNS / jobs.length} runs of one job, without readings`,
    `${(await timed(() => listRuns(shop.db, jobs[0]!.id))).toFixed(0)} ms`,
    '100 ms',
  );
  await shop.close();
}

/** A run of 500 rows pasted, and the pointer over six runs of 5,000 readings on six plots. */
async function onScreen(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-dyno-'));
  rmSync(folder, { recursive: true });
  await serving(folder, async () => {
    const headers = { 'x-fierce-lung': 'bench', 'content-type': 'application/json' };
    const speedRpm = Array.from({ length: 5_000 }, (_, i) => 2_000 + i * 0.9);
    for (let k = 0; k < 6; k++) {
      const wave = (base: number) => speedRpm.map((n) => base + k + Math.sin(n / 300));
      const torque = wave(300);
      await fetch(`${address}/api/jobs/${COUPE}/runs`, {
        method: 'POST',
        headers,
        body: JSON.stringify({
          card: blankCard(`Six ${k}`),
          log: {
            time: speedRpm.map((_, i) => i / 300),
            speedRpm,
            torque,
            power: torque.map((q, i) => (q * Math.PI * speedRpm[i]!) / 30),
            boost: wave(80_000),
            backPressure: wave(120_000),
            chargeTemperature: wave(320),
            lambda: speedRpm.map(() => 0.82),
          },
          raw: '',
        }),
      });
    }
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 1400 } });
    await page.goto(`${address}/jobs/${COUPE}/dyno`);
    await page.waitForSelector('html[data-live]');
    await page.getByRole('button', { name: 'Draw more runs' }).click();
    for (let k = 0; k < 4; k++) await page.getByRole('menuitemcheckbox', { name: `Six ${k}` }).click();
    await page.keyboard.press('Escape');
    await page.getByText('4 more drawn').waitFor();
    await page.waitForTimeout(1_500);
    const box = (await page.locator('[class*=under]').first().boundingBox())!;
    await page.evaluate(() => {
      const frames: number[] = [];
      let last = performance.now();
      const tick = (now: number) => {
        frames.push(now - last);
        last = now;
        requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
      Object.assign(window, { frames });
    });
    for (let i = 0; i < 120; i++) await page.mouse.move(box.x + 60 + (i * 600) / 120, box.y + 60);
    const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames);
    print(
      'a frame while the pointer moves over 6 runs of 5,000 on 6 plots',
      `${median(frames.slice(3)).toFixed(1)} ms`,
      `17 ms (95 %: ${quantile(frames, 0.95).toFixed(0)})`,
    );
    await page.goto(`${address}/jobs/${COUPE}/dyno?dyno=add`);
    await page.waitForSelector('html[data-live]');
    await page.waitForTimeout(1_000);
    const took = await page.evaluate(async () => {
      const area = document.querySelector<HTMLTextAreaElement>('[aria-label="Run as text"]')!;
      const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!;
      const put = (text: string) => {
        set.call(area, text);
        area.dispatchEvent(new Event('input', { bubbles: true }));
      };
      const until = async (isThere: () => boolean) => {
        while (!isThere()) await new Promise((done) => setTimeout(done, 2));
      };
      const drawn = () => document.querySelector('.recharts-line-curve') !== null;
      const times: number[] = [];
      for (let k = 0; k < 7; k++) {
        const rows = Array.from({ length: 500 }, (_, i) => `${2_000 + 9 * i};${300 + k - i / 10}`);
        const start = performance.now();
        put(`rpm;torque Nm\n${rows.join('\n')}`);
        await until(drawn);
        times.push(performance.now() - start);
        put('');
        await until(() => !drawn());
      }
      // The first fetches the chart.
      return times.slice(1).sort((a, b) => a - b)[3]!;
    });
    print('a run of 500 rows pasted and drawn', `${took.toFixed(0)} ms`, '200 ms');
    await browser.close();
  });
}

export async function dyno(): Promise<void> {
  longLog();
  besideModel();
  await onRecord();
  await onScreen();
}
