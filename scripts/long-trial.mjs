/**
 * The long forms of two browser tests: `npm run kills [times]` kills the server that often while commits arrive, `npm run
 * requests [number]` sends it that many requests of any shape.
 */
import { environment, install, node } from './lib.mjs';

const trials = {
  kills: ['FIERCE_LUNG_KILLS', '30', 'e2e/persistence/kill.spec.ts'],
  requests: ['FIERCE_LUNG_REQUESTS', '5000', 'e2e/server/requests.spec.ts'],
};
const [name, number] = process.argv.slice(2);
const [variable, or, file] = trials[name];
install();
environment[variable] = number ?? or;
node('node_modules/@playwright/test/cli.js', 'test', file);
