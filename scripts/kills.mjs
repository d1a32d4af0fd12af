/** `npm run kills [times]`: the server is killed that often while commits arrive; nothing acknowledged may be lost. */
import { environment, node } from './lib.mjs';

environment.FIERCE_LUNG_KILLS = process.argv[2] ?? '30';
node('node_modules/@playwright/test/cli.js', 'test', 'e2e/persistence/kill.spec.ts');
