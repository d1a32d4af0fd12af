/** The match: sweeps, site fan and a proof over random builds; a change of housing on the page, in Chromium. */
import { engineCharger } from '../../src/core/charger/charged-air';
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { compileBuild } from '../../src/core/build/build';
import { solveMatched } from '../../src/core/charge-path/matched';
import { randomBuilds, scan } from '../../src/testing/random-builds';
import { siteRows } from '../../src/core/studies/sites';
import { solveSweep } from '../../src/core/solve/sweep';
import { createDatabase } from '../../src/data/connection';
import { sampleLibrary, sampleTurbochargers, sampleTurboJob } from '../../src/data/demo/sample';
import { seedDemo } from '../../src/data/seed';
import { address, median, print, quantile, serving, time } from './lib';

const JOB = '6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';

function sweeps(): void {
  for (const index of [0, 1] as const) {
    const job = sampleTurboJob(index);
    const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
    if ('problems' in result) throw new Error('the demo job does not compile');
    const { build } = result;
    const count = solveSweep(build).points.length;
    const whole = time(60, () => solveSweep(build));
    print(
      `one matched sweep, ${job.name}, ${count} speeds`,
      `${whole.toFixed(2)} ms`,
      `5 ms at 60 (here ${((whole * 60) / count).toFixed(2)})`,
    );
  }
  const job = sampleTurboJob(0);
  const rows = [...siteRows(job, 'a', sampleLibrary)].length;
  print(
    `the site fan, ${rows} airs`,
    `${time(20, () => [...siteRows(job, 'a', sampleLibrary)]).toFixed(0)} ms`,
    '50 ms',
  );
}

function proof(count: number): void {
  const times: number[] = [];
  let feasible = 0;
  let same = 0;
  let runaways = 0;
  let agreed = 0;
  let unsound = 0;
  for (const { build, speedRpm, asked } of randomBuilds(
    count,
    23,
    sampleLibrary,
    sampleTurbochargers,
    sampleTurboJob,
  )) {
    const start = performance.now();
    const { match, stop, path: air } = solveMatched(build, speedRpm, asked);
    times.push(performance.now() - start);
    const found = scan(build, speedRpm, asked, 16);
    const figures = match
      ? [air.manifold.pressure, engineCharger(match).turbine.inlet.pressure, engineCharger(match).shaftRpm]
      : [];
    if (figures.some((v) => !Number.isFinite(v)) || (!match && !stop)) unsound++;
    if (stop === 'boost-runs-away') {
      runaways++;
      if (found === 'runs-away') agreed++;
    }
    if (found !== 'runs-away' && found !== 'nothing') {
      feasible++;
      if (match?.kind === found) same++;
    }
  }
  print(
    `of ${feasible} feasible builds, matched as the scan finds them`,
    `${((100 * same) / feasible).toFixed(2)} %`,
    '97 %',
  );
  print(
    `of ${runaways} said to run away, proved by the scan`,
    `${((100 * agreed) / runaways).toFixed(2)} %`,
    '100 %',
  );
  print('without figures or reason', String(unsound), '0');
  print(
    'one point from nowhere',
    `${median(times).toFixed(3)} ms`,
    `slowest ${Math.max(...times).toFixed(0)} ms`,
  );
}

/** From a choice of housing to the frame with its figures, three setups drawn. */
async function housing(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-bench-'));
  await createDatabase(folder, seedDemo);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // What runs in the page is compiled here, which names its functions by a helper.
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto(`${address}/jobs/${JOB}/charger?charger=turbine`);
    await page.locator('html[data-ahead]').waitFor();
    await page.waitForTimeout(2_000);
    const waits: number[] = [];
    for (let i = 0; i < 16; i++) {
      waits.push(
        await page.evaluate(
          (value) =>
            new Promise<number>((done) => {
              const select = [...document.querySelectorAll('select')].find((s) =>
                [...s.options].some((o) => o.text === 'A/R 0.48'),
              )!;
              const setter = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!;
              const was = document.querySelector('aside h2')!.textContent;
              const start = performance.now();
              setter.call(select, value);
              select.dispatchEvent(new Event('change', { bubbles: true }));
              const look = () => {
                if (document.querySelector('aside h2')!.textContent === was)
                  return requestAnimationFrame(look);
                const channel = new MessageChannel();
                channel.port1.onmessage = () => done(performance.now() - start);
                channel.port2.postMessage(0);
              };
              requestAnimationFrame(look);
            }),
          String(i % 2 ? 1 : 0),
        ),
      );
      await page.waitForTimeout(500);
    }
    print(
      'another housing, to the frame with its figures',
      `${median(waits).toFixed(0)} ms`,
      `50 ms (95 %: ${quantile(waits, 0.95).toFixed(0)})`,
    );
    await browser.close();
  });
}

export async function turbo(): Promise<void> {
  sweeps();
  proof(Number(process.env.BENCH_BUILDS ?? 20_000));
  await housing();
}
