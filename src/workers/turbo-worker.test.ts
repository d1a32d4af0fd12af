import { DEFAULT_TURBO_WEIGHTS, type TurboItem, type TurboRow } from '@/core/selection/rank-turbos';
import { rankTurbos } from '@/core/selection/turbo-order';
import { sampleLibrary, sampleTurbochargers, sampleTurboJob } from '@/data/demo/sample';
import { createTurboPool, type TurboStage } from './turbo-pool';
import { createTurboWorker } from './turbo-worker';

const items: TurboItem[] = sampleTurbochargers.slice(16, 19).map(({ id, revision, document }) => ({
  id,
  revision,
  document,
  compressor: sampleLibrary.compressor(document.compressor)!,
  turbine: sampleLibrary.turbine(document.turbine)!,
}));

/** Workers without threads: the clock runs on by a fixed step, so that chunks fall the same each time. */
function inline(step: number, fetchItems = () => Promise.resolve(items)) {
  let clock = 0;
  return createTurboWorker({
    fetchItems,
    now: () => (clock += step),
    rest: () => new Promise((done) => setImmediate(done)),
  });
}

function start(workers: ReturnType<typeof inline>[], onRows: (rows: TurboRow[]) => void = () => undefined) {
  const rows = new Map<string, TurboRow>();
  const stages: TurboStage[] = [];
  let cancel: () => void = () => undefined;
  const ended = new Promise<string>((resolve) => {
    cancel = createTurboPool(workers, (f) => f).run(sampleTurboJob(0), 'a', {
      rows: (found) => {
        for (const row of found) rows.set(row.key, row);
        onRows(found);
      },
      best: () =>
        rankTurbos([...rows.values()], DEFAULT_TURBO_WEIGHTS, { power: 2e5, room: 1.25 }).map((r) => r.key),
      through: (stage) => stages.push(stage),
      done: () => resolve('done'),
      failed: () => resolve('failed'),
    });
  });
  return { rows, stages, ended, cancel };
}

describe('the turbo ranking in workers', () => {
  // Real sums of a handful of turbos: some seconds on a busy machine.
  jest.setTimeout(30_000);

  it('two workers find what one finds: all screened, then all matched, the first solved whole', async () => {
    const two = start([inline(10), inline(10)]);
    const one = start([inline(10)]);
    expect(await two.ended).toBe('done');
    expect(await one.ended).toBe('done');
    expect(two.stages).toEqual(['screened', 'best-matched', 'matched', 'full']);
    expect([...two.rows.keys()].sort()).toEqual([...one.rows.keys()].sort());
    for (const [key, row] of two.rows) expect(one.rows.get(key)).toEqual(row);
    expect([...two.rows.values()].filter((r) => r.pass === 'screened')).toEqual([]);
    expect([...two.rows.values()].filter((r) => r.pass === 'full').length).toBe(Math.min(12, two.rows.size));
  });

  it('a cancel is seen between chunks: no row comes after it', async () => {
    let after = 0;
    let isCancelled = false;
    const run = start([inline(30)], () => {
      if (isCancelled) after++;
    });
    await new Promise((done) => setTimeout(done, 30));
    run.cancel();
    isCancelled = true;
    await new Promise((done) => setTimeout(done, 120));
    expect(after).toBe(0);
    expect(run.stages).not.toContain('full');
  });

  it('a library that cannot be fetched is said, and the next run asks again', async () => {
    let calls = 0;
    const worker = inline(10, () => (calls++ ? Promise.resolve(items) : Promise.reject(new Error('away'))));
    const pool = createTurboPool([worker], (f) => f);
    const run = () =>
      new Promise<string>((resolve) => {
        pool.run(sampleTurboJob(0), 'a', {
          rows: () => undefined,
          best: () => [],
          through: () => undefined,
          done: () => resolve('done'),
          failed: () => resolve('failed'),
        });
      });
    expect(await run()).toBe('failed');
    expect(await run()).toBe('done');
  });
});
