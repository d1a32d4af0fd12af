/** Pairs, time to boost and the ranking of turbochargers: sums on one thread, and the ranking in its workers in Chromium. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { compileBuild } from '../../src/core/build/build';
import { solveSpool, trialOf } from '../../src/core/studies/spool';
import { solveSweep } from '../../src/core/solve/sweep';
import { createDatabase } from '../../src/data/connection';
import { sampleHistories, sampleLibrary, sampleTurbochargers } from '../../src/data/demo/sample';
import { addItem } from '../../src/data/repositories/library';
import { seedDemo } from '../../src/data/seed';
import { address, median, print, quantile, serving, startedBy, time } from './lib';

const SINGLE = '6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';
const MANY = 500;

function sums(): void {
  const groomer = structuredClone(sampleHistories[2]!.revisions.at(-1)!.job);
  for (const hold of ['pressure', 'torque'] as const) {
    for (const setup of groomer.setups) setup.boost.hold = hold;
    const result = compileBuild(groomer, 'b', sampleLibrary);
    if ('problems' in result) throw new Error('the demo pair does not compile');
    const { build } = result;
    const count = solveSweep(build).points.length;
    const each = time(20, () => solveSweep(build));
    print(
      `one compound sweep, ${count} speeds, ${hold} held above the goal`,
      `${each.toFixed(1)} ms`,
      `15 ms at 60 (here ${((each * 60) / count).toFixed(1)})`,
    );
  }
  for (const [index, setup] of [
    [0, 'a'],
    [1, 'a'],
    [2, 'b'],
  ] as const) {
    const { job } = sampleHistories[index]!.revisions.at(-1)!;
    const result = compileBuild(job, setup, sampleLibrary);
    const plan = trialOf(job);
    if ('problems' in result || 'reason' in plan) throw new Error('the demo trial does not compile');
    const { build } = result;
    print(
      `one ${plan.kind === 'step' ? 'load step' : 'pull'}, ${job.name} ${setup.toUpperCase()}`,
      `${time(20, () => solveSpool(build, plan)).toFixed(1)} ms`,
      '30 ms',
    );
  }
}

/** The demo shop with this many turbochargers: the invented ones, each with another inertia and price. */
async function largeShop(folder: string): Promise<void> {
  await createDatabase(folder, async (db) => {
    await seedDemo(db);
    for (let i = sampleTurbochargers.length; i < MANY; i++) {
      const document = structuredClone(sampleTurbochargers[i % sampleTurbochargers.length]!.document);
      document.name = `${document.name} no. ${i}`;
      document.inertia.value *= 1 + 0.0006 * i * (i % 2 ? 1 : -0.5);
      await addItem(db, document);
    }
  });
}

/** How long after its start each stage of the last ranking was through, ms. */
async function stages(page: Page): Promise<Record<string, number>> {
  const found = await page.evaluate(() =>
    performance.getEntriesByType('mark').map((m) => [m.name, m.startTime] as const),
  );
  const last = new Map(found);
  const start = last.get('turbo-start')!;
  return Object.fromEntries([...last].map(([name, at]) => [name, at - start]));
}

async function ranking(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-turbos-'));
  await largeShop(folder);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`${address}/jobs/${SINGLE}/charger?charger=rank`);
      const gaps = page.evaluate(
        () =>
          new Promise<number[]>((done) => {
            const found: number[] = [];
            let last = performance.now();
            const end = last + 4_000;
            const tick = (now: number) => {
              found.push(now - last);
              last = now;
              if (now < end) requestAnimationFrame(tick);
              else done(found);
            };
            requestAnimationFrame(tick);
          }),
      );
      const list = page.getByRole('region', { name: 'Turbochargers, best first' });
      await list.and(page.locator('[data-phase=done]')).waitFor({ timeout: 120_000 });
      const found = await gaps;
      print(
        'frames of the first four seconds of it, median',
        `${median(found).toFixed(0)} ms`,
        `17 ms (95 %: ${quantile(found, 0.95).toFixed(0)})`,
      );
      const cold = await stages(page);
      // Warm: a change of the trial there and back, with the library and the workers as they are.
      const warm: Record<string, number>[] = [];
      await page.getByRole('tab', { name: 'Spool', exact: true }).click();
      await page.getByLabel('Sweep rate', { exact: true }).fill('390');
      await page.waitForTimeout(600);
      await page.getByRole('tab', { name: 'Ranking', exact: true }).click();
      await list.and(page.locator('[data-phase=done]')).waitFor({ timeout: 120_000 });
      for (let i = 0; i < 6; i++) {
        await startedBy(page, 'turbo-start', () =>
          page.keyboard.press(i % 2 ? 'Control+Shift+z' : 'Control+z'),
        );
        await list.and(page.locator('[data-phase=done]')).waitFor({ timeout: 120_000 });
        warm.push(await stages(page));
      }
      for (const [mark, what, aim] of [
        ['turbo-first', 'first rows of the ranking', '0.3 s'],
        ['turbo-screened', `${MANY} turbochargers, one and twins, and pairs, screened`, '–'],
        ['turbo-best-matched', 'and the best sixty matched', '1.5 s'],
        ['turbo-matched', 'all of them matched', '6 s'],
        ['turbo-full', 'and those shown at every speed', '–'],
      ] as const) {
        const seconds = (ms: number) => `${(ms / 1_000).toFixed(2)} s`;
        // The first time the library is fetched within it.
        print(
          what,
          seconds(median(warm.map((w) => w[mark]!))),
          `${aim} (first time: ${seconds(cold[mark]!)})`,
        );
      }
    } finally {
      await browser.close();
    }
  });
  rmSync(folder, { recursive: true, force: true });
}

export async function pairs(): Promise<void> {
  sums();
  await ranking();
}
