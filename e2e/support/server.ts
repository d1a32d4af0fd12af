import { spawn, spawnSync, type ChildProcess } from 'node:child_process';

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

/** A server of its own on a folder of its own; answers once its pages do. */
export async function startServer(
  folder: string,
  port: number,
  more: Record<string, string> = {},
): Promise<Server> {
  const child = spawn(process.execPath, ['scripts/server.mjs'], {
    env: { ...environment(folder), PORT: String(port), NODE_ENV: 'production', ...more },
    stdio: ['ignore', 'ignore', process.env.FIERCE_LUNG_SHOW ? 'inherit' : 'ignore'],
  });
  const address = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 200; i++) {
    const up = await fetch(`${address}/api/library/compressors`).then(
      (r) => r.status < 600,
      () => false,
    );
    if (up) break;
    await new Promise((done) => setTimeout(done, 100));
  }
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
