/** Superchargers: a sweep on a belt, the sweep of pulleys, and a pulley dragged on the page, in Chromium. */
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { compileBuild } from '../../src/core/build/build';
import { given } from '../../src/core/documents/input';
import { planLevel } from '../../src/core/solve/point';
import { solveSweep } from '../../src/core/solve/sweep';
import { laidOutOf, offerOf, sweepPulley, type PulleyOffer } from '../../src/core/studies/pulley-sweep';
import { sampleHistories, sampleLibrary } from '../../src/data/demo/sample';
import { createDatabase } from '../../src/data/connection';
import { seedDemo } from '../../src/data/seed';
import { address, median, print, quantile, serving, time } from './lib';

const BOAT = '9e52c1d8-7a36-4f1b-8e0d-67b3f2a16700';

function sums(): void {
  const job = sampleHistories.find(({ id }) => id === BOAT)!.revisions.at(-1)!.job;
  const compiled = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in compiled) throw new Error('the demo job does not compile');
  const { build, layout } = laidOutOf(compiled.build)!;
  const count = solveSweep(build).points.length;
  const whole = time(60, () => solveSweep(build));
  print(`one blower sweep, ${job.name}, ${count} speeds`, `${whole.toFixed(2)} ms`, '3 ms at 60');
  const sized = (i: number, least: number, step: number): PulleyOffer => {
    const offer = offerOf(layout.route[0]!);
    return { ...offer, document: { ...offer.document, diameter: given(least + step * i, 'maker') } };
  };
  const start = performance.now();
  let first = 0;
  const level = planLevel(build);
  for (let crank = 0; crank < 5; crank++)
    for (let driven = 0; driven < 30; driven++) {
      sweepPulley(build, layout, sized(crank, 0.128, 0.008), sized(driven, 0.075, 0.0015), level);
      first ||= performance.now() - start;
    }
  print(
    '30 x 5 pulleys over 60 speeds; the first curve',
    `${((performance.now() - start) / 1_000).toFixed(2)} s; ${(first / 1_000).toFixed(3)} s`,
    '1 s; 0.2 s',
  );
}

/** In the page: from the pointer's event to the frame painted after the belt and the column follow. */
function watch(): void {
  const waits: number[] = [];
  Object.assign(window, { waits });
  let stamp: number | null = null;
  window.addEventListener('pointermove', (event) => event.buttons && (stamp ??= event.timeStamp), {
    capture: true,
  });
  new MutationObserver(() => {
    const from = stamp;
    if (from === null) return;
    stamp = null;
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => waits.push(performance.now() - from);
      channel.port2.postMessage(0);
    });
  }).observe(document.querySelector('main svg[role=group]')!, {
    subtree: true,
    childList: true,
    attributes: true,
  });
}

export async function blowers(): Promise<void> {
  sums();
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-blowers-'));
  await createDatabase(folder, seedDemo);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto(`${address}/jobs/${BOAT}/charger?charger=drive`);
    await page.locator('html[data-ahead]').waitFor();
    const pulley = page.getByRole('button', { name: /^tensioner, .*arrow keys move it/ });
    const box = (await pulley.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.evaluate(watch);
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= 40; i++) {
      await page.mouse.move(x + i * 0.6, y + i * 0.4);
      await page.waitForTimeout(40);
    }
    await page.mouse.up();
    const waits = await page.evaluate(() => (window as unknown as { waits: number[] }).waits);
    print(
      `dragging a pulley, ${waits.length} moves: drawing and figures follow`,
      `${median(waits).toFixed(0)} ms, 90 % within ${quantile(waits, 0.9).toFixed(0)}`,
      '50 ms',
    );
    await browser.close();
  });
}
