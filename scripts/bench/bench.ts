/**
 * `npm run bench`: prints figures beside what they aim at; it never fails. Needs a build (npm run build) and Chromium.
 * Sums: median of warm runs on one thread. Pages: JavaScript named by the page, gzip, before anything is touched.
 */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { launch } from '../../e2e/support/browser';
import { efficiencyAt, findOnMap } from '../../src/core/compressor/lookup';
import { compileBuild } from '../../src/core/forecast/build';
import { solveSweep } from '../../src/core/forecast/sweep';
import { sampleJob, sampleLibrary } from '../../src/data/demo/sample';

const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const print = (what: string, figure: string, aim: string) =>
  console.log(`${what.padEnd(58)}${figure.padStart(12)}   aim ${aim}`);

function time(runs: number, work: () => void): number {
  for (let i = 0; i < runs; i++) work();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

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
    const map = build.compressor!.map;
    const points = solveSweep(build).points.filter((p) => p.compressors[0]?.status === 'inside');
    const each = (work: (p: (typeof points)[number]) => void) =>
      `${((time(200, () => points.forEach(work)) * 1000) / points.length).toFixed(2)} µs`;
    print(
      'one map inverse look-up, from the neighbour',
      each((p) => efficiencyAt(map, p.path.correctedFlow, p.pressureRatio, p.path.place ?? undefined)),
      '5 µs',
    );
    print(
      'the same from nowhere',
      each((p) => efficiencyAt(map, p.path.correctedFlow, p.pressureRatio)),
      '5 µs',
    );
    print(
      'the same with every margin',
      each((p) => findOnMap(map, p.path.correctedFlow, p.pressureRatio)),
      '–',
    );
  }
}

const PORT = 3315;
const address = `http://127.0.0.1:${PORT}`;

async function pages(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-bench-'));
  const env = { ...process.env, FIERCE_LUNG_DATA: folder, NEXT_TELEMETRY_DISABLED: '1' };
  spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-data.ts', 'demo'], { env });
  const started = performance.now();
  const child = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(PORT)],
    { env, stdio: 'ignore' },
  );
  try {
    for (let status = 0; status !== 200;) {
      status = await fetch(address).then(
        (r) => r.status,
        () => 0,
      );
      if (status !== 200) await new Promise((done) => setTimeout(done, 20));
    }
    print(
      'start to first page on prepared data',
      `${((performance.now() - started) / 1000).toFixed(2)} s`,
      '3 s',
    );
    print('server memory after it (RSS, processes together)', `${memory(child.pid!)} MB`, '450 MB');
    await scripts();
  } finally {
    child.kill();
    rmSync(folder, { recursive: true, force: true });
  }
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
  for (const at of ['/', `${job}/brief`, `${job}/engine`, `${job}/demand`, `${job}/charger`]) {
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
    print(`JavaScript of ${at.replace(job, '/jobs/…')}`, `${Math.round(total / 1000)} kB`, '350 kB');
    await page.close();
  }
  await browser.close();
}

sums();
await pages();
