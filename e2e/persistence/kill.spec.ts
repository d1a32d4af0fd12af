import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '../support/test';
import { single } from '../support/job';
import { demoFolder, ports, startServer } from '../support/server';

const folder = mkdtempSync(path.join(os.tmpdir(), 'lung-kill-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

type Stored = { revision: number; job: { engine: { redLineRpm: { value: number } } } };

/** The long form: `npm run kills`. */
const KILLS = Number(process.env.FIERCE_LUNG_KILLS ?? 5);

test('killed again and again while commits arrive: every acknowledged revision is there', async () => {
  test.setTimeout(120_000 + 15_000 * KILLS);
  demoFolder(folder);
  /** Revision → the red line that was acknowledged with it. */
  const acknowledged = new Map<number, number>();
  for (let round = 0; round < KILLS; round++) {
    const server = await startServer(folder, ports.own);
    const stored = (await (await fetch(`${server.address}/api${single}`)).json()) as Stored;
    // The last one may have been stored without its answer arriving; what was answered must all be there.
    for (const [revision, redLine] of acknowledged) {
      if (revision < stored.revision - 40) continue;
      const at = await fetch(`${server.address}/api${single}/revisions/${revision}`);
      expect(at.status, `revision ${revision} after kill ${round}`).toBe(200);
      const { job } = (await at.json()) as Stored;
      expect(job.engine.redLineRpm.value).toBe(redLine);
    }
    // However slow the machine, the kill falls into the midst of commits: some after the first few, at another moment each time.
    let kill: Promise<void> | undefined;
    let { revision, job } = stored;
    try {
      for (let i = 0; ; i++) {
        if (i === 3 + (round % 4)) setTimeout(() => (kill = server.kill('SIGKILL')), (7 * round) % 31);
        job = structuredClone(job);
        job.engine.redLineRpm.value = 9_000 + ((round * 131 + i) % 500);
        const answer = await fetch(`${server.address}/api${single}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json', 'x-fierce-lung': 'trial' },
          body: JSON.stringify({ baseRevision: revision, job }),
        });
        expect(answer.status).toBe(200);
        ({ revision } = (await answer.json()) as { revision: number });
        acknowledged.set(revision, job.engine.redLineRpm.value);
      }
    } catch (error) {
      // Only the connection may fail: the server was killed under it.
      if (!(error instanceof TypeError)) throw error;
    }
    await kill;
  }
  // Enough commits for the kills to have fallen into their midst.
  expect(acknowledged.size).toBeGreaterThan(2 * KILLS);
});

test('the power cut at any moment: every folder opens, with every acknowledged change', () => {
  test.setTimeout(400_000);
  const trial = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/trials/power-cut.ts', '6'], {
    encoding: 'utf8',
  });
  expect(trial.stdout).toMatch(/6 cuts: 0 failed/);
});
