/**
 * `npm test`: installs what is missing (packages; Chromium where it can), then format, lint, walls, types, unit and browser
 * tests. Closes with a line of its own: 'N passed, N failed'.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { build, environment, install, root } from './lib.mjs';
import { runSteps } from './check.mjs';

const REPORTS = '.tmp/reports';

/** Chromium for the browser tests only. Out: whether there is one. */
function chromium() {
  const wanted = environment.CHROME_PATH ?? '/usr/bin/chromium';
  if (existsSync(wanted)) return true;
  const isRoot = typeof process.getuid === 'function' && process.getuid() === 0;
  if (isRoot && spawnSync('apt-get', ['--version']).status === 0) {
    console.log('Installing Chromium for the browser tests …');
    const quiet = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...environment, DEBIAN_FRONTEND: 'noninteractive' },
    };
    spawnSync('apt-get', ['update', '-qq'], quiet);
    spawnSync('apt-get', ['install', '-y', '-qq', 'chromium'], quiet);
  }
  if (existsSync(wanted)) return true;
  console.error(
    `The browser tests need Chromium at ${wanted}: install the package "chromium", or set CHROME_PATH.`,
  );
  return false;
}

/** Room that the trials' folders take at the most, bytes, and what a machine keeps for itself beside them. */
const ROOM = 4e9;
const SPARE = 4e9;

/**
 * The folders of the trials go into memory where there is plenty: a database is a thousand files, and making and removing
 * them on a disk took a good third of the time of the tests of storage. Out: takes the folder away.
 */
function trialsInMemory() {
  const memory = '/dev/shm';
  try {
    const { bavail, bsize } = statfsSync(memory);
    if (bavail * bsize < ROOM || os.freemem() < ROOM + SPARE) return () => {};
    const folder = mkdtempSync(`${memory}/fierce-lung-`);
    Object.assign(environment, { TMPDIR: folder, FIERCE_LUNG_TRIALS: folder });
    return () => rmSync(folder, { recursive: true, force: true });
  } catch {
    return () => {};
  }
}

/** Runs a test runner that writes a JSON report. Out: the report, or null if it wrote none. */
function report(name, args, more = {}) {
  const file = `${REPORTS}/${name}.json`;
  rmSync(file, { force: true });
  spawnSync(process.execPath, args(file), {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...environment, ...more },
  });
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
}

/** How long each unit test took, from the runner's report. */
const unitTimes = (unit) =>
  (unit?.testResults ?? []).flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ duration, fullName }) => ({
      ms: duration ?? 0,
      name: `${path.relative(root, name)} › ${fullName}`,
    })),
  );

/** How long each browser test took; suites lie in suites. */
const browserTimes = (suite) => [
  ...(suite?.suites ?? []).flatMap(browserTimes),
  ...(suite?.specs ?? []).map(({ file, title, tests }) => ({
    ms: tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration, 0),
    name: `e2e/${file} › ${title}`,
  })),
];

install();
mkdirSync(REPORTS, { recursive: true });
process.once('exit', trialsInMemory());
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(1));
let { passed, failed } = await runSteps();
let lost = failed.length;

const unit = report('unit', (file) => [
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  '--maxWorkers=100%',
  '--json',
  `--outputFile=${file}`,
]);
const times = unitTimes(unit);
passed += unit?.numPassedTests ?? 0;
lost += unit ? unit.numFailedTests + unit.numRuntimeErrorTestSuites : 1;

if (chromium()) {
  build();
  const browser = report('browser', () => ['node_modules/@playwright/test/cli.js', 'test'], {
    FIERCE_LUNG_REPORT: `${REPORTS}/browser.json`,
  });
  passed += browser?.stats.expected ?? 0;
  lost += browser ? browser.stats.unexpected + browser.errors.length : 1;
  times.push(...browserTimes(browser));
} else lost++;

console.log('\nThe ten slowest:');
for (const { ms, name } of times.sort((a, b) => b.ms - a.ms).slice(0, 10))
  console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name}`);

console.log(`${passed} passed, ${lost} failed`);
process.exit(lost === 0 ? 0 : 1);
