/** Dragging the Rev bar on the Charger bench with two running lines: how soon every picture follows, in Chromium. */
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { address, median, print, quantile, serving } from './lib';

type Followed = { waits: number[]; tasks: number[] };

/**
 * In the page: from the pointer's event to the frame painted after speed, map and readings all show the speed that the
 * pointer stands at, or one it moved on to; and the tasks over 50 ms meanwhile. Moves within a step ask for nothing.
 */
function watch(): void {
  const found: Followed = { waits: [], tasks: [] };
  Object.assign(window, { followed: found });
  new PerformanceObserver((list) => {
    for (const task of list.getEntries()) found.tasks.push(task.duration);
  }).observe({ type: 'longtask' });
  const track = document.querySelector('[role=slider]')!;
  const number = (name: string) => Number(track.getAttribute(name));
  const box = track.getBoundingClientRect();
  const [least, most] = [number('aria-valuemin'), number('aria-valuemax')];
  const wanted = (x: number) => {
    const rpm = least + ((x - box.left - 8) / (box.width - 16)) * (most - least);
    return (Math.round(rpm / 100) * 100).toLocaleString('en-GB');
  };
  const shown = () => document.querySelector('[data-testid=speed]')?.textContent ?? '';
  const isEverywhere = (speed: string) =>
    (document.querySelector('main [role=img]')?.getAttribute('aria-label') ?? '').includes(speed) &&
    [...document.querySelectorAll('caption')].some((c) => c.textContent?.includes(speed));
  let pending: { stamp: number; speed: string }[] = [];
  window.addEventListener(
    'pointermove',
    (event) => {
      const speed = wanted(event.clientX);
      if (event.buttons && speed !== (pending.at(-1)?.speed ?? shown()))
        pending.push({ stamp: event.timeStamp, speed });
    },
    { capture: true },
  );
  new MutationObserver(() => {
    const speed = shown();
    const at = pending.findIndex((p) => p.speed === speed);
    if (at < 0 || !isEverywhere(speed)) return;
    const answered = pending.slice(0, at + 1);
    pending = pending.slice(at + 1);
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      // The message comes after the frame has been painted.
      channel.port1.onmessage = () => {
        for (const { stamp } of answered) found.waits.push(performance.now() - stamp);
      };
      channel.port2.postMessage(0);
    });
  }).observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
}

export async function dragging(): Promise<void> {
  await serving(mkdtempSync(path.join(os.tmpdir(), 'lung-drag-')), async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The compiler names functions through a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto(`${address}/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340/charger`);
    await page.locator('[data-phase=done]').waitFor();
    await page.getByRole('button', { name: /^Overlay Twin Aspen/ }).click();
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
