/**
 * `npm run bench [part …]`: bundles the benches as a page's code is bundled, then runs them. A loader that compiles file
 * by file gives every inner function its name at run time, which costs the sums a quarter that no page pays.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { build } from 'esbuild';

const file = '.tmp/bench/bench.mjs';
mkdirSync('.tmp/bench', { recursive: true });
await build({
  entryPoints: ['scripts/bench/bench.ts'],
  outfile: file,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
});
process.exit(spawnSync(process.execPath, [file, ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1);
