/** What an open job does by hand: history, undo, workings, the finder; how soon each answers, in Chromium. */
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { createDatabase } from '../../src/data/connection';
import { sampleCompressors, sampleJob } from '../../src/data/demo/sample';
import { createJob, saveJob } from '../../src/data/repositories/jobs';
import { addItem } from '../../src/data/repositories/library';
import { seedDemo } from '../../src/data/seed';
import { address, median, print, quantile, serving } from './lib';

const JOB = '6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';

const SALOON = '/jobs/51c8e6a0-2b9d-4a7c-b3f4-20d5a8e92000';

/** A shop of this many jobs and parts, whose first job has this many revisions. */
async function grownShop(folder: string, jobs: number, parts: number, revisions: number): Promise<void> {
  await createDatabase(folder, async (db) => {
    await seedDemo(db);
    for (let i = sampleCompressors.length; i < parts; i++) {
      const { document } = sampleCompressors[i % sampleCompressors.length]!;
      await addItem(db, { ...document, name: `${document.name} no. ${i}` });
    }
    for (let i = 2; i < jobs; i++) await createJob(db, { ...sampleJob(1), name: `Job no. ${i}` });
    let job = sampleJob(0);
    for (let i = 1; i < revisions; i++) {
      job = structuredClone(job);
      job.engine.redLineRpm.value = 9_000 + (i % 500);
      job.setups[0]!.boost.onsetRpm.value = 2_500 + (i % 400);
      await saveJob(db, JOB, i, job);
    }
  });
}

/** From a keystroke to the frame painted after something shows in the page, ms. */
async function untilShown(page: Page, key: string, selector: string): Promise<number> {
  await page.evaluate((shown) => {
    const state = { start: 0, end: 0 };
    Object.assign(window, { measured: state });
    window.addEventListener('keydown', (e) => (state.start ||= e.timeStamp), { capture: true, once: true });
    const look = () => {
      if (state.start && document.querySelector(shown)) {
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => (state.end = performance.now());
          channel.port2.postMessage(0);
        });
      } else requestAnimationFrame(look);
    };
    look();
  }, selector);
  await page.keyboard.press(key);
  await page.waitForFunction(() => (window as unknown as { measured: { end: number } }).measured.end > 0);
  return page.evaluate(() => {
    const { start, end } = (window as unknown as { measured: { start: number; end: number } }).measured;
    return end - start;
  });
}

/** From each keystroke to the frame painted after the page has answered it, ms. */
async function strokes(page: Page, keys: string[], rest: () => Promise<unknown>): Promise<number[]> {
  await page.evaluate(() => {
    const waits: number[] = [];
    Object.assign(window, { waits });
    window.addEventListener(
      'keydown',
      (e) => {
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => waits.push(performance.now() - e.timeStamp);
          channel.port2.postMessage(0);
        });
      },
      { capture: true },
    );
  });
  for (const key of keys) {
    await page.keyboard.press(key);
    await rest();
  }
  return page.evaluate(() => (window as unknown as { waits: number[] }).waits);
}

/** A run of 2,000 rows, pasted and taken: from the paste to the frame with its rows read, and from the key to the fitted curve. */
async function baseline(page: Page): Promise<void> {
  await page.goto(`${address}/jobs/${JOB}/engine?engine=run`);
  await page.locator('html[data-ahead]').waitFor();
  await page.waitForTimeout(1_500);
  const pasted: number[] = [];
  const taken: number[] = [];
  for (let i = 0; i < 5; i++) {
    const rows = Array.from({ length: 2_000 }, (_, k) => 2_500 + k * 3.25);
    const text = `rpm;hp\n${rows.map((rpm) => `${rpm};${(rpm / (90 + i)).toFixed(2)}`).join('\n')}`;
    const until = (act: string, value: string, selector: string) =>
      page.evaluate(
        ([what, typed, shown]) =>
          new Promise<number>((done) => {
            const start = performance.now();
            const area = document.querySelector<HTMLTextAreaElement>('textarea[spellcheck=false]')!;
            if (what === 'paste') {
              const clipboardData = new DataTransfer();
              clipboardData.setData('text/plain', typed);
              area.dispatchEvent(
                new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
              );
            } else
              [...document.querySelectorAll('button')]
                .find((b) => b.textContent?.startsWith('Use this run of'))!
                .click();
            const look = () => {
              const found = [...document.querySelectorAll(shown!.split('|')[0]!)].some((e) =>
                e.textContent?.includes(shown!.split('|')[1]!),
              );
              if (!found) return requestAnimationFrame(look);
              const channel = new MessageChannel();
              channel.port1.onmessage = () => done(performance.now() - start);
              channel.port2.postMessage(0);
            };
            requestAnimationFrame(look);
          }),
        [act, value, selector] as const,
      );
    pasted.push(await until('paste', text, 'button|Use this run of 2,000 rows'));
    await page.waitForTimeout(600);
    taken.push(await until('take', '', 'p|2,000 readings'));
    await page.waitForTimeout(1_500);
    await page.keyboard.press('Control+z');
    await page.waitForTimeout(1_000);
  }
  print('a run of 2,000 rows, pasted and read', `${median(pasted).toFixed(0)} ms`, '200 ms');
  print('the same, taken and fitted', `${median(taken).toFixed(0)} ms`, '200 ms');
}

/** From a digit typed into a field to the frame that shows what follows, on the sheets that have most to work out. */
async function edits(page: Page): Promise<void> {
  const typing = async (what: string, label: string, text: string) => {
    const field = page.getByLabel(label, { exact: true });
    await field.fill('');
    const times = await strokes(page, [...text, ...Array(text.length).fill('Backspace'), ...text], () =>
      page.waitForTimeout(200),
    );
    await field.press('Enter');
    await page.waitForTimeout(600);
    print(
      `a digit typed on ${what}`,
      `${median([...times]).toFixed(0)} ms, 95 % ${quantile(times, 0.95).toFixed(0)} ms`,
      '50 ms',
    );
  };
  await page.goto(`${address}${SALOON}/brief?brief=places`);
  await page.locator('html[data-ahead]').waitFor();
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Add a venue' }).click();
  await typing('the Brief, eight places', 'Altitude, venue 2', '2150');
  await page.goto(`${address}${SALOON}/engine?engine=run`);
  await page.locator('html[data-ahead]').waitFor();
  await page.waitForTimeout(1_500);
  await typing('the measured run', 'Test BSFC', '305.5');
  await page.getByRole('tab', { name: 'Cam and valves' }).click();
  await page.waitForTimeout(500);
  await page.getByLabel('Cam card', { exact: true }).selectOption('yes');
  await typing('the cam card', 'Intake duration', '248.5');
}

export async function work(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-work-'));
  await grownShop(folder, 1_000, 2_000, 500);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The compiler names functions through a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto(`${address}/jobs/${JOB}/engine`);
    await page.locator('html[data-ahead]').waitFor();
    await page.waitForTimeout(4_000);
    const times: number[] = [];
    for (let i = 0; i < 5; i++) {
      times.push(await untilShown(page, 'h', '[role=dialog] tbody tr'));
      await page.keyboard.press('Escape');
      await page.waitForTimeout(400);
    }
    print('history of 500 revisions, shown', `${median(times).toFixed(0)} ms`, '300 ms');

    await page.keyboard.press('/');
    await page.locator('[role=combobox]').waitFor();
    await page.waitForTimeout(3_000);
    const typed = await strokes(
      page,
      [...'surge margin', ...Array(12).fill('Backspace'), ...'job 77 charger'],
      () => page.waitForTimeout(120),
    );
    print(
      'finder over 1,000 jobs and 2,000 parts, a keystroke',
      `${median([...typed]).toFixed(0)} ms, 95 % ${quantile(typed, 0.95).toFixed(0)} ms`,
      '50 ms',
    );
    await page.keyboard.press('Escape');

    await page.goto(`${address}/jobs/${JOB}/demand`);
    await page.locator('html[data-ahead]').waitFor();
    await page.waitForTimeout(2_000);
    const opened: number[] = [];
    for (const name of [/^2\.\d\d$/, /kg\/min$/, /kPa$/]) {
      const figure = page.getByRole('complementary').getByRole('button', { name }).first();
      for (let i = 0; i < 4; i++) {
        await figure.focus();
        const shown = await untilShown(page, 'Enter', '[role=dialog] h2');
        // The very first opening fetches nothing, but compiles the dialog.
        if (i > 0) opened.push(shown);
        await page.keyboard.press('Escape');
        await page.waitForTimeout(300);
      }
    }
    print(
      'a working, opened',
      `${median(opened).toFixed(0)} ms, slowest ${Math.max(...opened).toFixed(0)} ms`,
      '50 ms',
    );

    // The worst case: the step touches the engine, so all three drawn setups are solved anew.
    await page.goto(`${address}/jobs/${JOB}/engine`);
    await page.locator('html[data-ahead]').waitFor();
    const field = page.getByLabel('Compression ratio', { exact: true });
    for (let i = 0; i < 12; i++) {
      await field.fill(String(9 + i / 10));
      await field.press('Enter');
    }
    const undoes = async (what: string, many: number, rest: () => Promise<unknown>) => {
      const keys = [...Array(many).fill('Control+z'), ...Array(many).fill('Control+Shift+Z')];
      // A modifier is a stroke of its own that changes nothing.
      const steps = (await strokes(page, keys, rest)).sort((a, b) => b - a).slice(0, 2 * many);
      print(
        `undo or redo of a step on ${what}`,
        `${median(steps).toFixed(0)} ms, 95 % ${quantile(steps, 0.95).toFixed(0)} ms`,
        '50 ms',
      );
    };
    const open = async (bench: string) => {
      await page.getByRole('navigation', { name: 'Benches' }).getByRole('button', { name: bench }).click();
      await page.waitForURL(`**/${bench.toLowerCase()}**`);
      await page.waitForTimeout(2_500);
    };
    const briefly = () => page.waitForTimeout(250);
    for (const bench of ['Engine', 'Demand']) {
      await open(bench);
      await undoes(`${bench}, three setups drawn`, 12, briefly);
    }
    await open('Charger');
    const ranked = async () => {
      await page.waitForTimeout(500);
      await page.locator('[data-phase=done]').waitFor();
    };
    await ranked();
    await undoes('Charger, three setups drawn', 5, ranked);
    await undoes('Charger, while 2,000 parts are ranked', 12, briefly);
    await baseline(page);
    await edits(page);
    await browser.close();
  });
}
