import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync } from 'node:fs';

export type Server = {
  address: string;
  kill: (signal?: NodeJS.Signals) => Promise<void>;
  child: ChildProcess;
};

const environment = (folder: string) => ({
  ...process.env,
  FIERCE_LUNG_DATA: folder,
  NEXT_TELEMETRY_DISABLED: '1',
});

/** Prepares a data folder as the commands do. Out: exit code and what was said. */
export function prepare(folder: string, seed: 'demo' | 'shop') {
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-data.ts', seed], {
    env: environment(folder),
    encoding: 'utf8',
  });
  return { code: done.status, said: done.stdout + done.stderr };
}

/** A data folder with the demo shop: a copy of the one that the servers of the tests made, as a shop is moved to another place. */
export const demoFolder = (folder: string): void =>
  cpSync(`${process.env.FIERCE_LUNG_TRIALS ?? '.tmp'}/e2e-demo`, folder, { recursive: true });

/** Ports of this worker's own servers, the same in every test: a browser compiles an address's scripts once. */
const FIRST_PORT = 3312 + 2 * Number(process.env.TEST_PARALLEL_INDEX ?? 0);
export const ports = { own: FIRST_PORT, second: FIRST_PORT + 1 };

/** A server of its own on a folder of its own; answers once its pages do. */
export async function startServer(
  folder: string,
  port: number,
  more: Record<string, string> = {},
): Promise<Server> {
  const address = `http://127.0.0.1:${port}`;
  const answers = () =>
    fetch(`${address}/api/library/compressors`).then(
      (r) => r.status < 600,
      () => false,
    );
  // One left behind by a test that failed would answer in this one's place.
  if (await answers()) throw new Error(`Something already answers at ${address}.`);
  const child = spawn(process.execPath, ['scripts/server.mjs'], {
    env: { ...environment(folder), PORT: String(port), NODE_ENV: 'production', ...more },
    stdio: ['ignore', 'ignore', process.env.FIERCE_LUNG_SHOW ? 'inherit' : 'ignore'],
  });
  const leave = () => void child.kill('SIGKILL');
  process.once('exit', leave);
  child.once('exit', () => process.removeListener('exit', leave));
  for (let i = 0; i < 600 && child.exitCode === null && !(await answers()); i++)
    await new Promise((done) => setTimeout(done, 100));
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  return {
    address,
    child,
    kill: async (signal = 'SIGKILL') => {
      child.kill(signal);
      await gone;
    },
  };
}
