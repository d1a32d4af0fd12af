/** The server of the browser tests: the demo shop in a fresh folder of its own. */
import { rmSync } from 'node:fs';
import { build, environment, prepareData, serve } from './lib.mjs';

const folder = environment.FIERCE_LUNG_DATA ?? '.tmp/e2e';
rmSync(folder, { recursive: true, force: true });
build();
prepareData('demo', folder);
await serve();
