/** `npm run check`: everything that needs neither install nor browser. Exported steps are used by `npm test` too. */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { environment } from './lib.mjs';

const bin = (name) => `node_modules/${name}`;

export const steps = [
  ['lockfile', ['scripts/lock-stubs.mjs', '--check']],
  ['format', [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']],
  ['walls', ['scripts/check-walls.mjs']],
  ['route types', [bin('next/dist/bin/next'), 'typegen']],
  ['types', [bin('typescript/bin/tsc'), '--noEmit']],
  ['unused code', [bin('knip/bin/knip.js')]],
];

/** Runs the steps. Out: how many passed and failed. */
export function runSteps() {
  let passed = 0;
  const failed = [];
  for (const [name, args] of steps) {
    const started = Date.now();
    const done = spawnSync(process.execPath, args, {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: environment,
    });
    const seconds = ((Date.now() - started) / 1000).toFixed(1);
    console.log(`${done.status === 0 ? 'ok    ' : 'FAILED'} ${name} (${seconds} s)`);
    if (done.status === 0) passed++;
    else failed.push(name);
  }
  return { passed, failed };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { passed, failed } = runSteps();
  console.log(`${passed} passed, ${failed.length} failed`);
  process.exit(failed.length ? 1 : 0);
}
