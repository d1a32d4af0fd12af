import { defineConfig } from '@playwright/test';
import { launch } from './e2e/support/browser';

const PORT = 3311;

export default defineConfig({
  testDir: './e2e',
  outputDir: './.tmp/test-results',
  // For a machine that is busy: waiting costs nothing where the answer is there sooner.
  timeout: 150_000,
  expect: { timeout: 30_000 },
  workers: 1,
  retries: 0,
  forbidOnly: Boolean(process.env.CI),
  reporter: process.env.FIERCE_LUNG_REPORT
    ? [['line'], ['json', { outputFile: process.env.FIERCE_LUNG_REPORT }]]
    : [['list']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    trace: 'off',
    // Requests of the tests themselves have no origin; restart.spec.ts leaves it to the browser's own.
    extraHTTPHeaders: { 'x-fierce-lung': 'trial' },
    launchOptions: launch,
  },
  webServer: {
    command: 'node scripts/e2e-server.mjs',
    url: `http://127.0.0.1:${PORT}/api/jobs`,
    env: { PORT: String(PORT), FIERCE_LUNG_DATA: '.tmp/e2e' },
    timeout: 300_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5_000 },
  },
});
