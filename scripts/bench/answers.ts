/** How soon a job's pages and dialogs answer, how soon an edit and a switch of setup are seen, in Chromium. */
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { address, median, print, quantile, serving } from './lib';

const JOB = '/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';

/**
 * From a keystroke to the frame painted after the page shows what was waited for, ms. In: the key; what to look at; whether it
 * must come to be there, or to change.
 */
async function untilSeen(
  page: Page,
  key: string,
  selector: string,
  by: 'there' | 'changed',
): Promise<number> {
  await page.evaluate(
    ([at, how]) => {
      const state = { start: 0, end: 0 };
      Object.assign(window, { seen: state });
      const textOf = () => document.querySelector(at!)?.textContent ?? null;
      const before = textOf();
      window.addEventListener('keydown', (e) => (state.start = e.timeStamp), { capture: true, once: true });
      const look = () => {
        const now = textOf();
        if (!state.start || (how === 'there' ? now === null : now === before)) {
          requestAnimationFrame(look);
          return;
        }
        const channel = new MessageChannel();
        // The message comes after the frame has been painted.
        channel.port1.onmessage = () => (state.end = performance.now());
        channel.port2.postMessage(0);
      };
      requestAnimationFrame(look);
    },
    [selector, by] as const,
  );
  await page.keyboard.press(key);
  await page.waitForFunction(() => (window as unknown as { seen: { end: number } }).seen.end > 0);
  return page.evaluate(() => {
    const { start, end } = (window as unknown as { seen: { start: number; end: number } }).seen;
    return end - start;
  });
}

/** First figures painted, and answering to keys, ms after the address was asked for. */
async function visit(page: Page, at: string): Promise<{ painted: number; live: number }> {
  const start = performance.now();
  await page.goto(address + at);
  await page.locator('html[data-live]').waitFor();
  const live = performance.now() - start;
  const painted = await page.evaluate(
    () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
  );
  return { painted, live };
}

async function pages(browser: Browser): Promise<void> {
  const benches = ['brief', 'engine', 'demand', 'charger', 'charger?charger=turbine'];
  for (const bench of benches) {
    const first: { painted: number; live: number }[] = [];
    const again: { painted: number; live: number }[] = [];
    for (let i = 0; i < 4; i++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      first.push(await visit(page, `${JOB}/${bench}`));
      again.push(await visit(page, `${JOB}/${bench}`));
      again.push(await visit(page, `${JOB}/${bench}`));
      await context.close();
    }
    const of = (all: typeof first, what: 'painted' | 'live') => median(all.map((v) => v[what])).toFixed(0);
    print(`${bench}: first opening, painted`, `${of(first, 'painted')} ms`, '1,500 ms');
    print('  and answering to keys', `${of(first, 'live')} ms`, '–');
    print('  opened again, painted', `${of(again, 'painted')} ms`, '500 ms');
    print('  and answering to keys', `${of(again, 'live')} ms`, '–');
  }
}

const told = (what: string, times: number[], aim: string) =>
  print(what, `${median([...times]).toFixed(0)} ms, 95 % ${quantile(times, 0.95).toFixed(0)} ms`, aim);

async function hands(page: Page): Promise<void> {
  await visit(page, `${JOB}/charger?charger=turbine`);
  await page.locator('html[data-ahead]').waitFor();
  await page.waitForTimeout(2_000);
  const dialogs: [string, string][] = [
    ['compare setups', 'v'],
    ['keys', '?'],
    ['claim pad', 'p'],
    ['units', 'u'],
  ];
  for (const [name, key] of dialogs) {
    const times: number[] = [];
    for (let i = 0; i < 8; i++) {
      // The very first opening compiles the dialog.
      const taken = await untilSeen(page, key, '[role=dialog]', 'there');
      if (i > 0) times.push(taken);
      await page.keyboard.press('Escape');
      await page.locator('[role=dialog]').waitFor({ state: 'detached' });
      await page.waitForTimeout(250);
    }
    told(`dialog ‘${name}’, opened`, times, '80 ms');
  }
  const switched: number[] = [];
  for (let i = 0; i < 24; i++) {
    switched.push(await untilSeen(page, i % 2 ? 'a' : 'b', '[aria-label=Verdict]', 'changed'));
    await page.waitForTimeout(350);
  }
  told('switch of setup on the turbine sheet, three drawn', switched, '50 ms, 95 % 80 ms');
  // The heaviest bench: three setups drawn over five plots, and what is typed is solved anew.
  const field = page.getByLabel('Turbocharger mechanical efficiency', { exact: true });
  const edited: number[] = [];
  for (let i = 0; i < 20; i++) {
    await field.fill('9');
    await page.waitForTimeout(300);
    edited.push(await untilSeen(page, i % 2 ? '1' : '7', 'aside[aria-label="Answer"]', 'changed'));
    await page.waitForTimeout(350);
  }
  told('a digit typed on the turbine sheet, three drawn', edited, '50 ms, 95 % 80 ms');
}

/** Sheets of Cooling and Fuel, a field on each, what stands there, and the last digit that is typed in turn. */
const sheets: [string, string, string, string, string, [string, string]][] = [
  [
    'Injection',
    '/jobs/51c8e6a0-2b9d-4a7c-b3f4-20d5a8e92000',
    'cooling?setup=C&cooling=injection',
    'setups.2.injection.spray.methanol',
    '5',
    ['1', '2'],
  ],
  ['Injectors', JOB, 'fuel?fuel=injectors', 'setups.0.fuelSystem.injectors.flow', '55', ['1', '2']],
  [
    'Fuel supply',
    '/jobs/9e52c1d8-7a36-4f1b-8e0d-67b3f2a16700',
    'fuel',
    'setups.0.fuelSystem.wiring',
    '5',
    ['1', '2'],
  ],
  ['Cooling', JOB, 'cooling', 'setups.0.induction.chargers.0.aftercooler.effectiveness', '7', ['8', '9']],
];

/** From a digit typed to the frame in which the curves have moved. */
async function pictures(page: Page): Promise<void> {
  for (const [name, job, at, field, stem, digits] of sheets) {
    await visit(page, `${job}/${at}`);
    await page.locator('.recharts-line path').first().waitFor();
    await page.waitForTimeout(1_500);
    const input = page.locator(`input[name="${field}"]`).first();
    const times: number[] = [];
    for (let i = 0; i < 18; i++) {
      await input.fill(stem);
      await page.waitForTimeout(350);
      await page.evaluate(() => {
        const curves = () =>
          [...document.querySelectorAll('.recharts-line path')].map((path) => path.getAttribute('d')).join();
        const state = { start: 0, end: 0 };
        Object.assign(window, { seen: state });
        const before = curves();
        window.addEventListener('keydown', (e) => (state.start = e.timeStamp), { capture: true, once: true });
        const look = () => {
          if (!state.start || curves() === before) return void requestAnimationFrame(look);
          const channel = new MessageChannel();
          channel.port1.onmessage = () => (state.end = performance.now());
          channel.port2.postMessage(0);
        };
        requestAnimationFrame(look);
      });
      await page.keyboard.press(digits[i % 2]!);
      await page.waitForFunction(() => (window as unknown as { seen: { end: number } }).seen.end > 0);
      const taken = await page.evaluate(() => {
        const { start, end } = (window as unknown as { seen: { start: number; end: number } }).seen;
        return end - start;
      });
      if (i > 2) times.push(taken);
    }
    told(`a digit typed on ${name}, until the curves have moved`, times, '50 ms');
    await input.press('Escape');
  }
}

export async function answers(): Promise<void> {
  await serving(mkdtempSync(path.join(os.tmpdir(), 'lung-answers-')), async () => {
    const browser = await chromium.launch(launch);
    // The server compiles on its first answers; nobody waits for that with a shop that is open all day.
    const warm = await browser.newPage();
    await visit(warm, `${JOB}/charger`);
    await warm.close();
    await pages(browser);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The compiler names functions through a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (f) => f');
    await hands(page);
    await pictures(page);
    await browser.close();
  });
}
