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
import { straightRun, TURNING_PARTS, type RunPlan } from '../../src/core/vehicle/straight-run';
import { address, print, serving, time } from './lib';

const DRAWS = 2_000;

/** A heavy coupé of 500 hp at the wheels. */
const straightRunPlan = (): RunPlan => ({
  torque: Array.from({ length: 56 }, (_, i) => {
    const speedRpm = 1_500 + 100 * i;
    const full = (373_000 * Math.min(1, speedRpm / 5_000)) / ((speedRpm * Math.PI) / 30);
    return { speedRpm, full, unboosted: 0.45 * full };
  }),
  reductions: [15, 8.5, 5.9, 4.6, 3.7, 3],
  ...{ tyreRadius: 0.34, mass: 1_800, turning: TURNING_PARTS, dragArea: 0.57, rolling: 0.013, density: 1.2 },
  ...{ grip: 1.1, driven: 'all', drivenShare: 0.5, heightOverBase: 0.2, shiftTime: 0.1, launchRpm: 4_000 },
  ...{ redLineRpm: 7_000, boostTimes: [{ speedRpm: 3_000, seconds: 0.3 }] },
});

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
  const run = straightRunPlan();
  print('a standing mile', `${time(60, () => void straightRun(run)).toFixed(1)} ms`, '-');
  print(
    'a quarter mile',
    `${time(60, () => void straightRun(run, { untilDistance: 403 })).toFixed(1)} ms`,
    '5 ms',
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
    print('first band on the page, the bench and its workers new', `${first.toFixed(0)} ms`, '-');
    print('  the whole band of 2,000 draws', `${(all / 1_000).toFixed(1)} s`, '-');
    // Another setup and back: the workers are there. Seen from within the page, frame by frame.
    const switches: { first: number; all: number }[] = [];
    for (const letter of ['b', 'a', 'b', 'a', 'b']) {
      await page.waitForTimeout(500);
      switches.push(
        await page.evaluate(async (key) => {
          const start = performance.now();
          const says = (text: string) => document.querySelector('main')!.textContent.includes(text);
          const until = async (isThere: () => boolean) => {
            while (!isThere() && performance.now() - start < 60_000)
              await new Promise((done) => requestAnimationFrame(done));
            return performance.now() - start;
          };
          document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
          await until(() => !says('eight of ten inside'));
          const first = await until(() => says('eight of ten inside'));
          return { first, all: await until(() => says('2,000 of 2,000')) };
        }, letter),
      );
    }
    const median = (of: (one: (typeof switches)[number]) => number) =>
      switches.map(of).sort((x, y) => x - y)[2]!;
    print('first band, warm', `${median(({ first }) => first).toFixed(0)} ms`, '500 ms');
    print(
      '  the whole band of 2,000 draws',
      `${(median(({ all: whole }) => whole) / 1_000).toFixed(1)} s`,
      '6 s',
    );
    // A slider of What if, key to curve.
    await page.goto(`${at}/forecast?forecast=whatif`);
    await page.getByText('2,000 of 2,000').waitFor({ timeout: 120_000 });
    const slider = page.getByRole('slider', { name: 'Air temperature' });
    await slider.focus();
    const steps: number[] = [];
    for (let k = 0; k < 15; k++)
      steps.push(
        await page.evaluate(async () => {
          const input = document.activeElement!;
          const start = performance.now();
          const path = () =>
            [...document.querySelectorAll('.recharts-line path')].map((p) => p.getAttribute('d')).join();
          const before = path();
          input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
          while (path() === before && performance.now() - start < 3_000)
            await new Promise((done) => requestAnimationFrame(done));
          return performance.now() - start;
        }),
      );
    const middle = steps.sort((a, b) => a - b)[7]!;
    print('a slider of What if moves the curves', `${middle.toFixed(0)} ms`, '50 ms');
    await browser.close();
  });
}
