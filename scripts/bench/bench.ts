/**
 * `npm run bench [part …]` (bundled by scripts/bench.mjs): prints figures beside what they aim at; it never fails. Needs a build (npm run build) and Chromium.
 * Sums: median of warm runs on one thread. Pages: JavaScript named by the page, gzip, before anything is touched.
 */
import { engineMap } from '../../src/core/build/row';
import { engineCharger } from '../../src/core/charger/charged-air';
import { mkdtempSync, readFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { efficiencyAt, findOnMap } from '../../src/core/compressor/lookup';
import { compileBuild } from '../../src/core/build/build';
import { solveSweep } from '../../src/core/solve/sweep';
import { createDatabase } from '../../src/data/connection';
import { sampleCompressors, sampleJob, sampleLibrary } from '../../src/data/demo/sample';
import { addItem } from '../../src/data/repositories/library';
import { seedDemo } from '../../src/data/seed';
import { makeMap } from '../../src/formats/map-import';
import { LARGEST_MAP_FILE } from '../../src/formats/map-table';
import { openMapText } from '../../src/formats/map-open';
import { answers } from './answers';
import { blowers } from './blowers';
import { cylinder } from './cylinder';
import { thermal } from './thermal';
import { dragging } from './dragging';
import { dyno } from './dyno';
import { forecast } from './forecast';
import { address, median, print, serving, startedBy, time } from './lib';
import { pairs } from './pairs';
import { storage } from './storage';
import { turbo } from './turbo';
import { work } from './work';

function sums(): void {
  for (const index of [0, 1] as const) {
    const job = sampleJob(index);
    const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
    if ('problems' in result) throw new Error('the demo job does not compile');
    const { build } = result;
    const speeds = solveSweep(build).points.length;
    print(
      `one demand sweep, ${job.name}, ${speeds} speeds`,
      `${time(60, () => solveSweep(build)).toFixed(2)} ms`,
      '5 ms',
    );
    const map = engineMap(build)!;
    const points = solveSweep(build).points.filter((p) => engineCharger(p).at?.status === 'inside');
    const each = (work: (p: (typeof points)[number]) => void) =>
      `${((time(200, () => points.forEach(work)) * 1000) / points.length).toFixed(2)} µs`;
    print(
      'one map inverse look-up, from the neighbour',
      each((p) =>
        efficiencyAt(
          map,
          engineCharger(p.path).correctedFlow,
          p.pressureRatio,
          engineCharger(p.path).place ?? undefined,
        ),
      ),
      '5 µs',
    );
    print(
      'the same from nowhere',
      each((p) => efficiencyAt(map, engineCharger(p.path).correctedFlow, p.pressureRatio)),
      '5 µs',
    );
    print(
      'the same with every margin',
      each((p) => findOnMap(map, engineCharger(p.path).correctedFlow, p.pressureRatio)),
      '–',
    );
  }
}

/** A map of 20 lines by 40 points, the size that the importer aims at. */
function importing(): void {
  const rows: string[] = [];
  for (let i = 0; i < 20; i++)
    for (let j = 0; j < 40; j++) {
      const speed = 50 + 5 * i;
      const x = j / 39;
      const flow = (speed / 145) * (10 + 12 * x);
      const ratio = 1 + 2.6 * (speed / 145) ** 2 * (1 - 0.1 * x - 0.5 * x ** 6);
      rows.push([speed, flow.toFixed(4), ratio.toFixed(4), (60 + 15 * Math.sin(3 * x)).toFixed(2)].join(';'));
    }
  const text = ['speed krpm;flow kg/min;PR;eff %', ...rows].join('\n');
  const read = () => {
    const opened = openMapText(text, 'bench.csv');
    if (opened.kind !== 'table') throw new Error(opened.kind);
    const facts = {
      referencePressure: 1e5,
      referenceTemperature: 298,
      inducer: 0.05,
      exducer: 0.068,
      maxSpeedRpm: 150_000,
    };
    const made = makeMap(
      opened.table,
      { ...opened.mapping, surge: 'first-point' },
      { ...opened.facts, ...facts },
    );
    if (!made.ok) throw new Error(JSON.stringify(made.problems[0]));
  };
  print('importing a map of 20 lines by 40 points', `${time(20, read).toFixed(1)} ms`, '300 ms');
  // Hostile texts at half the upload cap and at the cap: twice the text, about twice the time.
  const hostile: Record<string, (n: number) => string> = {
    'a comment of blanks': (n) => `#${' '.repeat(n)}x`,
    commas: (n) => ','.repeat(n),
    'blanks in a pressure': (n) => `# reference pressure: 100${' '.repeat(n)}kPa x\n1,2,3,4`,
    digits: (n) => `${'1'.repeat(n)}x,2,3`,
    rows: (n) => '1;2;3;4\n'.repeat(n / 8),
  };
  for (const [name, make] of Object.entries(hostile)) {
    const took = (n: number) => {
      const hard = make(n);
      return time(3, () => void openMapText(hard, 'x.csv'));
    };
    const [half, whole] = [took(LARGEST_MAP_FILE / 2 - 100), took(LARGEST_MAP_FILE - 100)];
    print(
      `reading ${name} at 1 and 2 MB`,
      `${half.toFixed(0)}, ${whole.toFixed(0)} ms`,
      `ratio 2 (here ${(whole / half).toFixed(1)})`,
    );
  }
}

/** The demo shop with this many compressors: the invented ones, each a little scaled. */
async function largeShop(folder: string, count: number): Promise<void> {
  await createDatabase(folder, async (db) => {
    await seedDemo(db);
    for (let i = sampleCompressors.length; i < count; i++) {
      const { document } = sampleCompressors[i % sampleCompressors.length]!;
      const scale = 1 + 0.0007 * i * (i % 2 ? 1 : -0.5);
      const map = structuredClone(document);
      map.name = `${document.name} no. ${i}`;
      for (const line of map.lines) for (const p of line.points) p.flow *= scale;
      await addItem(db, map);
    }
  });
}

/** Times since 'rank-start' of the run that began last. */
async function marks(page: Page): Promise<number[]> {
  const found = await page.evaluate(() =>
    performance.getEntriesByType('mark').map((m) => [m.name, m.startTime]),
  );
  const last = (name: string) => found.filter(([n]) => n === name).at(-1)?.[1] as number;
  return ['rank-first', 'rank-screened', 'rank-full'].map((name) => last(name) - last('rank-start'));
}

/** The ranking in its workers and the library's list, in Chromium against a shop of that size. */
async function ranking(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-rank-'));
  await largeShop(folder, 500);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage();
    const job = `${address}/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340`;
    await page.goto(`${job}/brief`);
    await page.locator('html[data-live]').waitFor();
    await page.getByLabel('Power goal', { exact: true }).fill('290');
    await page.getByLabel('Power goal', { exact: true }).press('Enter');
    await page.getByRole('heading', { level: 2 }).first().click();
    const done = () => page.locator('[data-phase=done]').waitFor();
    await page.keyboard.press('4');
    await done();
    const [first, coarse, all] = await marks(page);
    print('500 compressors, first visit with their maps to fetch: first', `${first!.toFixed(0)} ms`, '–');
    print('  the same: every one, coarse', `${coarse!.toFixed(0)} ms`, '–');
    print('  the same: refined as well', `${all!.toFixed(0)} ms`, '–');
    const runs: number[][] = [];
    for (let i = 0; i < 8; i++) {
      await startedBy(page, 'rank-start', () => page.keyboard.press(i % 2 ? 'Control+Shift+z' : 'Control+z'));
      await done();
      runs.push(await marks(page));
    }
    const middle = (k: number) => median(runs.map((r) => r[k]!));
    print('ranking 500 as one and as twins at 24 speeds: first rows', `${middle(0).toFixed(0)} ms`, '200 ms');
    print('  the same: every one', `${middle(1).toFixed(0)} ms`, '500 ms');
    print('  the same: with the best 60 at every speed', `${middle(2).toFixed(0)} ms`, '–');
    await browser.close();
  });
}

async function list(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-list-'));
  await largeShop(folder, 2000);
  await serving(folder, async () => {
    const browser = await chromium.launch(launch);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const started = performance.now();
    await page.goto(`${address}/library/compressors`);
    await page.getByText('2,000 compressors').waitFor();
    await page.locator('html[data-live]').waitFor();
    print('library of 2,000: the page', `${(performance.now() - started).toFixed(0)} ms`, '–');
    const filtering: number[] = [];
    for (const text of ['no. 1', 'no. 17', 'birch', 'quick', '', 'narrow', 'birch no. 3', '']) {
      filtering.push(
        await page.evaluate(async (typed) => {
          const field = document.querySelector<HTMLInputElement>('input[type=search]')!;
          const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
          const from = performance.now();
          const status = document.querySelector('[role=status]')!;
          const before = status.textContent;
          set.call(field, typed);
          field.dispatchEvent(new Event('input', { bubbles: true }));
          for (let i = 0; i < 60 && status.textContent === before; i++)
            await new Promise((done) => requestAnimationFrame(done));
          return performance.now() - from;
        }, text),
      );
    }
    print('  filtering, key to rows, median', `${median(filtering).toFixed(0)} ms`, '100 ms');
    print('  filtering, slowest', `${Math.max(...filtering).toFixed(0)} ms`, '100 ms');
    const frames = await page.evaluate(async () => {
      const scroller = document.querySelector('[role=region]')!;
      const gaps: number[] = [];
      let last = performance.now();
      for (let i = 0; i < 240; i++) {
        scroller.scrollTop += 280;
        await new Promise((done) => requestAnimationFrame(done));
        gaps.push(performance.now() - last);
        last = performance.now();
      }
      return gaps.slice(5).sort((a, b) => a - b);
    });
    print('  scrolling, median frame', `${frames[Math.floor(frames.length / 2)]!.toFixed(1)} ms`, '17 ms');
    print(
      '  scrolling, 95 % of the frames within',
      `${frames[Math.floor(frames.length * 0.95)]!.toFixed(1)} ms`,
      '33 ms',
    );
    await browser.close();
  });
}

async function pages(): Promise<void> {
  await serving(mkdtempSync(path.join(os.tmpdir(), 'lung-bench-')), async ({ started, pid }) => {
    print('start to first page on prepared data', `${(started / 1000).toFixed(2)} s`, '3 s');
    print('server memory after it (RSS, processes together)', `${memory(pid)} MB`, '450 MB');
    await scripts();
  });
}

/** Resident memory of a process and its children, MB (Linux). */
function memory(pid: number): number {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .filter(Boolean)
    .map(Number);
  const own = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  return Math.round(own + children.reduce((sum, child) => sum + memory(child), 0));
}

async function scripts(): Promise<void> {
  const browser = await chromium.launch(launch);
  const job = '/jobs/6f1d3a52-0c0e-4d7b-9a51-1b7c5f7a1340';
  const library = '/library/compressors';
  for (const at of [
    '/',
    `${job}/brief`,
    `${job}/engine`,
    `${job}/demand`,
    `${job}/charger`,
    library,
    `${library}/birch-50`,
    `${library}/import`,
  ]) {
    const page = await browser.newPage();
    const sizes: Promise<number>[] = [];
    let counting = true;
    page.on('response', (r) => {
      if (counting && r.request().resourceType() === 'script')
        sizes.push(r.body().then((b) => gzipSync(b).length));
    });
    await page.goto(address + at, { waitUntil: 'load' });
    // Until the page answers and its charts are drawn; what is fetched ahead while it rests comes later.
    await page.locator('html[data-live]').waitFor();
    if (/engine|demand/.test(at)) await page.locator('.recharts-line-curve').first().waitFor();
    else await page.waitForTimeout(300);
    counting = false;
    const total = (await Promise.all(sizes)).reduce((a, b) => a + b, 0);
    print(`JavaScript of ${at.replace(job, '/jobs/…')}`, `${Math.round(total / 1000)} kB`, '480 kB');
    await page.close();
  }
  await browser.close();
}

const parts = {
  storage,
  dyno,
  forecast,
  sums,
  turbo,
  pairs,
  blowers,
  cylinder,
  thermal,
  importing,
  dragging,
  work,
  ranking,
  list,
  pages,
  answers,
};
const asked = process.argv.slice(2);
for (const [name, run] of Object.entries(parts)) if (!asked.length || asked.includes(name)) await run();
// The embedded database of the shops made above would keep the process alive.
process.exit(0);
