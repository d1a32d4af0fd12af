/**
 * `npm run fuzz [seconds] [jest arguments]`: the same properties as in `npm test`, fifty times the draws, from a seed of its
 * own. It is printed, with the path of what fails, so that a failure can be looked at again:
 * `FIERCE_LUNG_SEED=… npm run fuzz`. With a number of seconds it goes on, seed after seed, until they are over.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { environment } from './lib.mjs';

const DRAWS = '50';
const [first, ...rest] = process.argv.slice(2);
const seconds = Number(first);
const until = Date.now() + (Number.isFinite(seconds) ? seconds : 0) * 1000;
const more = Number.isFinite(seconds) || first === undefined ? rest : [first, ...rest];

const files = execFileSync('git', [
  'grep',
  '-lE',
  "from 'fast-check'|randomBuilds\\(",
  '--',
  'src/**/*.test.ts*',
])
  .toString()
  .trim()
  .split('\n');
let failed = 0;
let seeds = 0;
do {
  const seed = process.env.FIERCE_LUNG_SEED ?? String(randomInt(2 ** 31));
  console.log(`fuzz: seed ${seed}, ${DRAWS} times the draws`);
  const done = spawnSync(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      'node_modules/jest/bin/jest.js',
      '--testTimeout=7200000',
      ...(more.length ? more : files),
    ],
    { stdio: 'inherit', env: { ...environment, FIERCE_LUNG_FUZZ: DRAWS, FIERCE_LUNG_SEED: seed } },
  );
  seeds++;
  if (done.status !== 0) failed++;
} while (Date.now() < until && !process.env.FIERCE_LUNG_SEED);
console.log(`${seeds - failed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
