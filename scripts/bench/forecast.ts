/** The Forecast bench: a draw, the waterfall, and a whole band in Chromium. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { compileBuild } from '../../src/core/build/build';
import { heldOf, solveDraw } from '../../src/core/forecast/band';
import { factorsOf, hypercube } from '../../src/core/forecast/design';
import { worthAt } from '../../src/core/forecast/worth';
import { jobBounds } from '../../src/core/job/inputs/bounds';
import { solveSweep } from '../../src/core/solve/sweep';
import { sampleLibrary, sampleTurboJob } from '../../src/data/demo/sample';
import { address, print, serving, time } from './lib';

const DRAWS = 2_000;

export async function forecast(): Promise<void> {
  const job = sampleTurboJob(0);
  const setupId = job.setups[0]!.id;
  const made = compileBuild(job, setupId, sampleLibrary);
  if ('problems' in made) throw new Error('the demo job does not compile');
  const { build } = made;
  const held = heldOf(build, setupId, 24);
  const factors = factorsOf(job, 0, jobBounds());
  const scores = hypercube(factors.length, DRAWS, 1);
  let i = 0;
  const each = time(60, () => void solveDraw(job, held, sampleLibrary, factors, scores[i++ % DRAWS]!));
  print(
    `a draw of ${factors.length} factors at ${held.speeds.length} speeds, matched`,
    `${each.toFixed(2)} ms`,
    `6 ms (${DRAWS} in two workers: ${((each * DRAWS) / 2_000).toFixed(1)} s)`,
  );
  const { points, goalPoint } = solveSweep(build);
  print(
    'the waterfall at one speed',
    `${time(60, () => void worthAt(build, goalPoint)).toFixed(2)} ms`,
    '10 ms',
  );
  print(
    `the waterfall over ${points.length} speeds, all orders`,
    `${time(10, () => points.forEach((point) => worthAt(build, point))).toFixed(0)} ms`,
    '100 ms',
  );
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-forecast-'));
  rmSync(folder, { recursive: true });
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const at = `${address}/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340`;
    await page.goto(`${at}/brief`);
    await page.locator('html[data-ahead]').waitFor();
    const start = performance.now();
    await page.keyboard.press('8');
    await page.getByText(/eight of ten inside/).waitFor();
    const first = performance.now() - start;
    await page.getByText('2,000 of 2,000').waitFor({ timeout: 120_000 });
    const all = performance.now() - start;
    print('first band on the page', `${first.toFixed(0)} ms`, '500 ms');
    print('the whole band of 2,000 draws', `${(all / 1_000).toFixed(1)} s`, '6 s');
    await browser.close();
  });
}
