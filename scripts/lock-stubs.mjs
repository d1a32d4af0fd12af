/**
 * npm leaves optional platform packages that the registry cannot serve out of the lockfile, and `npm ci` then refuses
 * that lockfile. This adds a stub for each; `--check` only says whether one is missing (used by `npm test`).
 */
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));
const check = process.argv.includes('--check');
const systems = [
  'darwin',
  'linux',
  'win32',
  'android',
  'freebsd',
  'openbsd',
  'netbsd',
  'sunos',
  'aix',
  'openharmony',
];
const cpus = ['arm64', 'x64', 'ia32', 'arm', 'riscv64', 'ppc64', 's390x', 'loong64', 'mips64el', 'wasm32'];
const missing = [];

for (const [path, entry] of Object.entries({ ...lock.packages })) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path ? `${path}/` : ''}node_modules/${name}`;
    if (lock.packages[nested] || lock.packages[`node_modules/${name}`]) continue;
    if (!/^\d/.test(version)) continue;
    const words = name.split(/[/-]/);
    const stub = { version, optional: true };
    const cpu = cpus.filter((c) => words.includes(c));
    const os = systems.filter((s) => words.includes(s));
    if (cpu.length) stub.cpu = cpu;
    if (os.length) stub.os = os;
    if (entry.dev) stub.dev = true;
    missing.push(name);
    lock.packages[`node_modules/${name}`] = stub;
  }
}

const text = JSON.stringify(lock);
if (/"resolved":"https?:/.test(text)) {
  console.error('package-lock.json names a registry host; see .npmrc.');
  process.exit(1);
}
if (check && missing.length) {
  console.error(`package-lock.json lacks ${missing.length} platform stubs: run "npm run lock".`);
  process.exit(1);
}
if (!check) {
  for (const entry of Object.values(lock.packages)) delete entry.funding;
  lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
  writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
  console.log(`package-lock.json: ${missing.length} platform stubs added.`);
}
