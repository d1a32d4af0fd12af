/** `npm run check`: everything that needs neither install nor browser. Exported steps are used by `npm test` too. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { environment } from './lib.mjs';

const bin = (name) => `node_modules/${name}`;

/**
 * The route types are read by the other steps, so they come first; the others run side by side, the longest first. Types are
 * checked by TypeScript 7, four times as fast; 6 stays for the lint, whose parser knows no other.
 */
const routeTypes = ['route types', [bin('next/dist/bin/next'), 'typegen']];
const sideBySide = [
  ['lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0', '--concurrency', '2']],
  ['types', [bin('typescript-native/bin/tsc'), '--noEmit']],
  ['format', [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['unused code', [bin('knip/bin/knip.js')]],
  ['walls', ['scripts/check-walls.mjs']],
  ['lockfile', ['scripts/lock-stubs.mjs', '--check']],
];
const AT_ONCE = 2;

/** Runs one step and prints what it said in one piece when it is done. Out: its name, and whether it passed. */
function runStep([name, args]) {
  const started = Date.now();
  return new Promise((done) => {
    const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'pipe'], env: environment });
    const said = [];
    child.stdout.on('data', (piece) => said.push(piece));
    child.stderr.on('data', (piece) => said.push(piece));
    child.on('error', (error) => said.push(Buffer.from(String(error))));
    child.on('close', (code) => {
      process.stdout.write(Buffer.concat(said));
      const seconds = ((Date.now() - started) / 1000).toFixed(1);
      console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name} (${seconds} s)`);
      done({ name, ok: code === 0 });
    });
  });
}

/** Runs the steps. Out: how many passed, and the names of those that failed. */
export async function runSteps() {
  const results = [await runStep(routeTypes)];
  const waiting = [...sideBySide];
  const lane = async () => {
    for (let step = waiting.shift(); step; step = waiting.shift()) results.push(await runStep(step));
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  return {
    passed: results.filter((r) => r.ok).length,
    failed: results.filter((r) => !r.ok).map((r) => r.name),
  };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { passed, failed } = await runSteps();
  console.log(`${passed} passed, ${failed.length} failed`);
  process.exit(failed.length ? 1 : 0);
}
