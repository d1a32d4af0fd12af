/** The server of the browser tests: the demo shop in a folder of its own, copied from one that all of them share. */
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { build, builtFrom, environment, prepareData, serve } from './lib.mjs';

/** The demo shop as it is seeded, made once in a run: `e2e/support/server.ts` copies it too. */
const trials = environment.FIERCE_LUNG_TRIALS ?? '.tmp';
const template = `${trials}/e2e-demo`;
const ready = `${template}.ready`;
const making = `${template}.making`;

/** Longest that another is waited for, ms; a lock older than this was left behind. */
const LONGEST = 240_000;

const pause = () => new Promise((done) => setTimeout(done, 200));

/** Makes the shared shop, or waits for the one who is at it; one of the same code is taken as it is. */
async function seeded() {
  const isMade = () => existsSync(ready) && readFileSync(ready, 'utf8') === builtFrom();
  mkdirSync(trials, { recursive: true });
  if (isMade()) return;
  if (existsSync(making) && Date.now() - statSync(making).mtimeMs > LONGEST)
    rmSync(making, { recursive: true });
  try {
    mkdirSync(making);
  } catch {
    for (const until = Date.now() + LONGEST; existsSync(making) && Date.now() < until;) await pause();
    return;
  }
  if (!isMade()) {
    rmSync(ready, { force: true });
    rmSync(template, { recursive: true, force: true });
    prepareData('demo', template);
    writeFileSync(ready, builtFrom());
  }
  rmSync(making, { recursive: true });
}

const folder = environment.FIERCE_LUNG_DATA ?? `${trials}/e2e`;
rmSync(folder, { recursive: true, force: true });
build();
await seeded();
if (!existsSync(ready)) throw new Error('The demo shop of the browser tests was not made.');
cpSync(template, folder, { recursive: true });
environment.FIERCE_LUNG_DATA = folder;
await serve();
