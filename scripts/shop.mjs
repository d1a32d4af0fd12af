/** `npm run backup` and `npm run restore FILE`: installs what is needed, then works on the shop's data folder. */
import path from 'node:path';
import { environment, install, node } from './lib.mjs';

const [what, ...given] = process.argv.slice(2);
install();
environment.FIERCE_LUNG_DATA ??= path.resolve('data/shop');
// Files are named from where the command was given.
const from = process.env.INIT_CWD ?? process.cwd();
node('--import', 'tsx', `scripts/${what}.ts`, ...given.map((word) => path.resolve(from, word)));
