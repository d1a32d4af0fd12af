/** What the commands share: plain Node, no dependencies, so that they run before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(fileURLToPath(import.meta.url), '../..');
process.chdir(root);
export const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

/** Runs a command to its end with its output shown; a failure ends this process with its code. */
export function run(command, args, more = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', env: environment, ...more });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

export const node = (...args) => run(process.execPath, args);

const hashOf = (...files) => {
  const hash = createHash('sha1');
  for (const file of files) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
};

const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

/** Installs the packages of the lockfile if they are missing or of another lockfile. */
export function install() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9)) {
    console.error(`Fierce Lung needs Node.js 20.9 or newer; this is ${process.version}.`);
    process.exit(1);
  }
  const stampFile = 'node_modules/.fierce-lung-installed';
  const stamp = hashOf('package-lock.json', 'package.json');
  if (read(stampFile) === stamp) return;
  console.log('Installing packages …');
  run('npm', ['ci', '--no-audit', '--no-fund'], { shell: process.platform === 'win32' });
  writeFileSync(stampFile, stamp);
}

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .flatMap((entry) => {
      const full = path.join(folder, entry.name);
      return entry.isDirectory() ? filesBelow(full) : [full];
    })
    .sort();
}

const builtFile = '.next/fierce-lung-built';

/** Names the sources of the last build; empty before the first. */
export const builtFrom = () => read(builtFile);

/** Builds the application if its sources are not those of the last build. */
export function build({ always = false } = {}) {
  const sources = [...filesBelow('src'), 'package-lock.json', 'next.config.ts', 'tsconfig.json'].filter(
    (file) => statSync(file).isFile() && !/\.test\.tsx?$/.test(file),
  );
  const stamp = hashOf(...sources);
  if (!always && builtFrom() === stamp) return;
  console.log('Building …');
  node('node_modules/next/dist/bin/next', 'build');
  writeFileSync(builtFile, stamp);
}

/** Prepares a data folder in a short process of its own. */
export function prepareData(seed, folder = environment.FIERCE_LUNG_DATA ?? path.join('data', seed)) {
  environment.FIERCE_LUNG_DATA = path.resolve(folder);
  node('--import', 'tsx', 'scripts/prepare-data.ts', seed);
}

/** Starts the server on the loopback address, or the one for development, and prints the address once it answers. Ends with it. */
export async function serve({ isDevelopment = false } = {}) {
  const port = environment.PORT ?? '3210';
  if (!/^\d+$/.test(port) || Number(port) < 1 || Number(port) > 65535) {
    console.error(`PORT must be a number from 1 to 65535, not "${port}".`);
    process.exit(1);
  }
  const address = `http://127.0.0.1:${port}`;
  if (await answers(address)) {
    console.error(`Something already answers at ${address}. Close it, or set PORT to another number.`);
    process.exit(1);
  }
  const child = spawn(
    process.execPath,
    isDevelopment
      ? ['node_modules/next/dist/bin/next', 'dev', '-H', '127.0.0.1', '-p', port]
      : ['scripts/server.mjs'],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...environment, PORT: port, NODE_ENV: isDevelopment ? 'development' : 'production' },
    },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
  for (let i = 0; i < 600 && !(await answers(address)); i++)
    await new Promise((done) => setTimeout(done, 100));
  console.log(`Fierce Lung: ${address}`);
}

async function answers(address) {
  try {
    await fetch(address, { signal: AbortSignal.timeout(30_000) });
    return true;
  } catch {
    return false;
  }
}
