import { compressorItem, turboItem, type Item, type TurboItem } from '@/core/selection/candidate';
import { rank, DEFAULT_ROOM, DEFAULT_WEIGHTS } from '@/core/selection/order';
import type { Row } from '@/core/selection/row';
import {
  sampleCompressors,
  sampleJob,
  sampleLibrary,
  sampleTurbochargers,
  sampleTurboJob,
} from '@/data/demo/sample';
import { createRankPool, type Field, type Stage } from './pool';
import { createRankWorker } from './rank-worker';

const compressors = sampleCompressors.map(({ id, document }) =>
  compressorItem({ id, revision: 1, document }),
);
const turbochargers = sampleTurbochargers.slice(16, 19).map(({ id, revision, document }) =>
  turboItem({
    id,
    revision,
    document,
    compressor: sampleLibrary.compressor(document.compressor)!,
    turbine: sampleLibrary.turbine(document.turbine)!,
  }),
);

type Fetches = {
  fetchCompressors?: (part: number, of: number) => Promise<Item[]>;
  fetchTurbochargers?: () => Promise<TurboItem[]>;
};

/** Workers without threads: the clock runs on by a fixed step, so that chunks fall the same each time. */
function inline(step: number, fetches: Fetches = {}) {
  let clock = 0;
  return createRankWorker({
    fetchCompressors: (part, of) => Promise.resolve(compressors.filter((_, i) => i % of === part)),
    fetchTurbochargers: () => Promise.resolve(turbochargers),
    ...fetches,
    now: () => (clock += step),
    rest: () => new Promise((done) => setImmediate(done)),
  });
}

const order = (rows: Map<string, Row>) =>
  rank([...rows.values()], DEFAULT_WEIGHTS, { power: 2e5, room: DEFAULT_ROOM }).map((r) => r.key);

function start(
  field: Field,
  workers: ReturnType<typeof inline>[],
  { job = field === 'compressors' ? sampleJob(0) : sampleTurboJob(0), onRows = () => {} } = {},
) {
  const rows = new Map<string, Row>();
  const stages: Stage[] = [];
  let calls = 0;
  let cancel: () => void = () => undefined;
  const ended = new Promise<string>((resolve) => {
    cancel = createRankPool(workers, (f) => f).run(field, job, 'a', {
      rows: (found) => {
        calls++;
        for (const row of found) rows.set(row.key, row);
        onRows();
      },
      best: () => order(rows),
      through: (stage) => stages.push(stage),
      done: () => resolve('done'),
      failed: () => resolve('failed'),
    });
  });
  return { rows, stages, ended, cancel, calls: () => calls };
}

describe('the ranking in workers', () => {
  // Real sums of a handful of turbos: some seconds on a busy machine.
  jest.setTimeout(30_000);

  it('two workers rank what one would, in pieces, and look at the first rows whole', async () => {
    const two = start('compressors', [inline(10), inline(10)]);
    const one = start('compressors', [inline(10)]);
    expect([await two.ended, await one.ended]).toEqual(['done', 'done']);
    expect(two.rows.size).toBe(2 * sampleCompressors.length);
    expect(two.calls()).toBeGreaterThan(6);
    expect(order(two.rows)).toEqual(order(one.rows));
    expect(two.stages).toEqual(['screened', 'full']);
    expect([...two.rows.values()].every((r) => r.pass === 'full')).toBe(true);
  });

  it('of turbochargers all are screened, then all matched, the first solved whole', async () => {
    const two = start('turbochargers', [inline(10), inline(10)]);
    const one = start('turbochargers', [inline(10)]);
    expect([await two.ended, await one.ended]).toEqual(['done', 'done']);
    expect(two.stages).toEqual(['screened', 'best-matched', 'matched', 'full']);
    expect([...two.rows.keys()].sort()).toEqual([...one.rows.keys()].sort());
    for (const [key, row] of two.rows) expect(one.rows.get(key)).toEqual(row);
    expect([...two.rows.values()].filter((r) => r.pass === 'screened')).toEqual([]);
    expect([...two.rows.values()].filter((r) => r.pass === 'full').length).toBe(Math.min(12, two.rows.size));
  });

  it('a cancel is seen between chunks: no row comes after it', async () => {
    let after = 0;
    let isCancelled = false;
    const run = start('turbochargers', [inline(30)], {
      onRows: () => {
        if (isCancelled) after++;
      },
    });
    await new Promise((done) => setTimeout(done, 30));
    run.cancel();
    isCancelled = true;
    await new Promise((done) => setTimeout(done, 120));
    expect(after).toBe(0);
    expect(run.stages).not.toContain('full');
  });

  it('a cancelled run stops within a chunk; a newer run of its field overtakes an older one', async () => {
    const worker = inline(10);
    await worker.load('compressors', 0, 1);
    const request = {
      field: 'compressors' as const,
      job: sampleJob(0),
      setupId: 'a',
      pass: 'screened' as const,
    };
    let rows = 0;
    const cancelled = worker.run({ ...request, token: 1 }, (found) => {
      rows += found.length;
      worker.cancel(1);
    });
    expect(await cancelled).toBe(false);
    expect(rows).toBeLessThan(5);
    const older = worker.run({ ...request, token: 2 }, () => {});
    const newer = worker.run({ ...request, token: 3 }, () => {});
    expect(await Promise.all([older, newer])).toEqual([false, true]);
  });

  it('a job that cannot be solved, or needs no boost, ranks nothing', async () => {
    const broken = sampleJob(0);
    broken.engine.redLineRpm.value = 5_000;
    const bare = sampleJob(0);
    bare.brief.goal.power.value = 50_000;
    for (const job of [broken, bare])
      for (const field of ['compressors', 'turbochargers'] as const) {
        const run = start(field, [inline(10)], { job });
        expect(await run.ended).toBe('done');
        expect(run.rows.size).toBe(0);
      }
  });

  it.each(['compressors', 'turbochargers'] as const)(
    'a library of %s out of reach is said and tried again; what was there before is ranked without it',
    async (field) => {
      let tries = 0;
      const answer = <T>(items: T[]) =>
        ++tries === 2 ? Promise.resolve(items.slice(0, 2)) : Promise.reject(new Error('away'));
      const worker = inline(10, {
        fetchCompressors: () => answer(compressors),
        fetchTurbochargers: () => answer(turbochargers),
      });
      const pool = createRankPool([worker], (f) => f);
      const once = () =>
        new Promise<string>((resolve) => {
          pool.run(field, field === 'compressors' ? sampleJob(0) : sampleTurboJob(0), 'a', {
            rows: () => {},
            best: () => [],
            through: () => {},
            done: () => resolve('done'),
            failed: () => resolve('failed'),
          });
        });
      expect(await once()).toBe('failed');
      expect(await once()).toBe('done');
      // Another library is asked for, and the server is away.
      pool.use(field, 'another');
      expect(await once()).toBe('done');
    },
  );
});
