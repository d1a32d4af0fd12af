/** Dragging the Rev bar on the Charger bench with two running lines: how soon every picture follows, in Chromium. */
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { address, median, print, quantile, serving } from './lib';

type Followed = { waits: number[]; tasks: number[] };

/**
 * In the page: from the pointer's event to the first frame painted after speed, Airway, both lines' map and the readings
 * all show the new speed; and the tasks over 50 ms meanwhile.
 */
function watch(): void {
  const found: Followed = { waits: [], tasks: [] };
  Object.assign(window, { followed: found });
  new PerformanceObserver((list) => {
    for (const task of list.getEntries()) found.tasks.push(task.duration);
  }).observe({ type: 'longtask' });
  const shown = () => document.querySelector('[data-testid=speed]')?.textContent ?? '';
  const all = (speed: string) =>
    (document.querySelector('main [role=img]')?.getAttribute('aria-label') ?? '').includes(speed) &&
    [...document.querySelectorAll('caption')].some((c) => c.textContent?.includes(speed));
  let before = shown();
  window.addEventListener(
    'pointermove',
    (event) => {
      if (event.buttons === 0) return;
      const look = (left: number) => {
        const speed = shown();
        if (speed !== before && all(speed)) {
          before = speed;
          const channel = new MessageChannel();
          channel.port1.onmessage = () => found.waits.push(performance.now() - event.timeStamp);
          // The message comes after the frame has been painted.
          channel.port2.postMessage(0);
        } else if (left > 0) requestAnimationFrame(() => look(left - 1));
      };
      requestAnimationFrame(() => look(12));
    },
    { capture: true },
  );
}

export async function dragging(): Promise<void> {
  await serving(mkdtempSync(path.join(os.tmpdir(), 'lung-drag-')), async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340/charger`);
    await page.locator('[data-phase=done]').waitFor();
    await page.getByRole('button', { name: /^Lay Twin Aspen/ }).click();
    // What the page fetches while it rests would fall into the drag.
    await page.locator('html[data-ahead]').waitFor();
    await page.waitForTimeout(1_500);
    await page.evaluate(watch);
    const track = (await page.getByRole('slider', { name: 'Engine speed' }).boundingBox())!;
    const y = track.y + 20;
    const go = (share: number) => page.mouse.move(track.x + track.width * share, y);
    await go(0.1);
    await page.mouse.down();
    for (let pass = 0; pass < 4; pass++)
      for (let i = 0; i <= 75; i++) {
        await go(0.1 + 0.8 * (pass % 2 ? 1 - i / 75 : i / 75));
        await page.waitForTimeout(16);
      }
    await page.mouse.up();
    const { waits, tasks } = await page.evaluate(
      () => (window as unknown as { followed: Followed }).followed,
    );
    print(
      `dragging the Rev bar over two running lines, ${waits.length} steps`,
      `${median([...waits]).toFixed(0)} ms`,
      '–',
    );
    print('  95 % of the steps shown within', `${quantile(waits, 0.95).toFixed(0)} ms`, '50 ms');
    print('  longest task', `${Math.max(0, ...tasks).toFixed(0)} ms`, '100 ms');
    await browser.close();
  });
}
