import { rank, DEFAULT_WEIGHTS } from '@/core/selection/rank';
import { sampleCompressors, sampleJob } from '@/data/demo/sample';
import { candidateKey, createRankPool, type RankRow } from './pool';
import { createRankWorker } from './rank-worker';

/** Workers without threads: the clock runs on by a fixed step, so that chunks fall the same each time. */
function inline(
  step: number,
  fetchItems = (part: number, of: number) =>
    Promise.resolve(sampleCompressors.filter((_, i) => i % of === part)),
) {
  let clock = 0;
  return createRankWorker({
    fetchItems,
    now: () => (clock += step),
    rest: () => new Promise((done) => setImmediate(done)),
  });
}

const finish = (workers: ReturnType<typeof inline>[], job = sampleJob(0)) =>
  new Promise<{ rows: Map<string, RankRow>; calls: number; end: string }>((resolve) => {
    const rows = new Map<string, RankRow>();
    let calls = 0;
    const end = (how: string) => resolve({ rows, calls, end: how });
    createRankPool(workers, (f) => f).run(job, 'a', {
      rows: (found) => {
        calls++;
        for (const row of found) rows.set(candidateKey(row), row);
      },
      best: () => rank([...rows.values()], DEFAULT_WEIGHTS, 8600).map(candidateKey),
      done: () => end('done'),
      failed: () => end('failed'),
    });
  });

describe('the ranking in workers', () => {
  it('two workers rank what one would, in pieces, and refine the first rows', async () => {
    const two = await finish([inline(10), inline(10)]);
    const one = await finish([inline(10)]);
    expect(two.rows.size).toBe(2 * sampleCompressors.length);
    expect(two.calls).toBeGreaterThan(6);
    const order = (rows: Map<string, RankRow>) =>
      rank([...rows.values()], DEFAULT_WEIGHTS, 8600).map(candidateKey);
    expect(order(two.rows)).toEqual(order(one.rows));
    expect([...two.rows.values()].every((r) => r.pass === 'fine')).toBe(true);
  });

  it('a cancelled run stops within a chunk and says no more', async () => {
    const worker = inline(10);
    await worker.load(0, 1);
    let rows = 0;
    const running = worker.run({ token: 1, job: sampleJob(0), setupId: 'a', pass: 'coarse' }, (found) => {
      rows += found.length;
      worker.cancel(1);
    });
    expect(await running).toBe(false);
    expect(rows).toBeLessThan(5);
  });

  it('a newer run overtakes an older one', async () => {
    const worker = inline(10);
    await worker.load(0, 1);
    const request = { job: sampleJob(0), setupId: 'a', pass: 'coarse' as const };
    const older = worker.run({ ...request, token: 1 }, () => {});
    const newer = worker.run({ ...request, token: 2 }, () => {});
    expect(await Promise.all([older, newer])).toEqual([false, true]);
  });

  it('a job that cannot be solved ranks nothing; a library out of reach is said and tried again', async () => {
    const broken = sampleJob(0);
    broken.engine.redLineRpm.value = 5_000;
    expect((await finish([inline(10)], broken)).rows.size).toBe(0);
    const bare = sampleJob(0);
    bare.brief.goal.power.value = 50_000;
    expect((await finish([inline(10)], bare)).rows.size).toBe(0);
    let tries = 0;
    const flaky = inline(10, (part, of) =>
      ++tries === 1
        ? Promise.reject(new Error('away'))
        : Promise.resolve(sampleCompressors.filter((_, i) => i % of === part)),
    );
    const pool = createRankPool([flaky], (f) => f);
    const ends: string[] = [];
    const once = () =>
      new Promise<void>((resolve) => {
        const end = (how: string) => {
          ends.push(how);
          resolve();
        };
        pool.run(sampleJob(0), 'a', {
          rows: () => {},
          best: () => [],
          done: () => end('done'),
          failed: () => end('failed'),
        });
      });
    await once();
    await once();
    expect(ends).toEqual(['failed', 'done']);
  });
});
