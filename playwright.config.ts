import { defineConfig } from '@playwright/test';
import { launch } from './e2e/support/browser';

const quickStart = `--import ${new URL('e2e/support/quick-start.mjs', import.meta.url).href}`;
if (!process.env.NODE_OPTIONS?.includes(quickStart))
  process.env.NODE_OPTIONS = [process.env.NODE_OPTIONS, quickStart].filter(Boolean).join(' ');

/** Each worker has a server and a data folder of its own, so that no test meets the jobs of another that runs beside it. */
const WORKERS = 2;
const FIRST_PORT = 3310;
const trials = process.env.FIERCE_LUNG_TRIALS ?? '.tmp';
const worker = Number(process.env.TEST_PARALLEL_INDEX ?? 0);

const server = (index: number) => ({
  command: 'node scripts/e2e-server.mjs',
  url: `http://127.0.0.1:${FIRST_PORT + index}/api/jobs`,
  env: { PORT: String(FIRST_PORT + index), FIERCE_LUNG_DATA: `${trials}/e2e-${index}` },
  timeout: 300_000,
  gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5_000 },
});

export default defineConfig({
  testDir: './e2e',
  outputDir: './.tmp/test-results',
  // For a machine that gives a tenth of its speed: waiting costs nothing where the answer is there sooner.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  workers: WORKERS,
  retries: 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: process.env.FIERCE_LUNG_REPORT
    ? [['line'], ['json', { outputFile: process.env.FIERCE_LUNG_REPORT }]]
    : [['list']],
  use: {
    baseURL: `http://127.0.0.1:${FIRST_PORT + worker}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    trace: 'off',
    // Requests of the tests themselves have no origin; restart.spec.ts leaves it to the browser's own.
    extraHTTPHeaders: { 'x-fierce-lung': 'trial' },
    launchOptions: launch,
  },
  webServer: Array.from({ length: WORKERS }, (_, index) => server(index)),
});
