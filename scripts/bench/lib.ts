/** What the benchmarks share: how figures are printed, and a served shop of its own. */
import { spawn, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import type { Page } from '@playwright/test';

export const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
/** The value that this share of the values does not exceed. */
export const quantile = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!;
/** A second of work before the clock counts: until then the compiler is still at its own. */
const WARM = 1_000;

/** Median of so many warm runs, ms. */
export function time(runs: number, work: () => void): number {
  for (const until = performance.now() + WARM; performance.now() < until;) work();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

export const print = (what: string, figure: string, aim: string) =>
  console.log(`${what.padEnd(58)}${figure.padStart(12)}   aim ${aim}`);

export const PORT = 3315;
export const address = `http://127.0.0.1:${PORT}`;

/** Serves the shop in a folder while the work runs, then takes server and folder away. In the work: how long its start took, ms, and its process. */
export async function serving(
  folder: string,
  work: (server: { started: number; pid: number }) => Promise<void>,
): Promise<void> {
  const env = {
    ...process.env,
    FIERCE_LUNG_DATA: folder,
    NEXT_TELEMETRY_DISABLED: '1',
    NODE_ENV: 'production' as const,
    PORT: String(PORT),
  };
  spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-data.ts', 'demo'], { env });
  const start = performance.now();
  const child = spawn(process.execPath, ['scripts/server.mjs'], { env, stdio: 'ignore' });
  const gone = new Promise((done) => child.once('exit', done));
  try {
    for (let up = false; !up;) {
      up = await fetch(address).then(
        (r) => r.ok,
        () => false,
      );
      if (!up) await new Promise((done) => setTimeout(done, 20));
    }
    await work({ started: performance.now() - start, pid: child.pid! });
  } finally {
    child.kill();
    await gone;
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Acts, and waits until a ranking has begun because of it: its first phase may be shorter than a look at the page. */
export async function startedBy(page: Page, mark: string, act: () => Promise<void>): Promise<void> {
  const count = (name: string) => performance.getEntriesByName(name).length;
  const before = await page.evaluate(count, mark);
  await act();
  await page.waitForFunction(([name, seen]) => performance.getEntriesByName(name).length > seen, [
    mark,
    before,
  ] as const);
}
