import fc from 'fast-check';
import { sampleHistories, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { solveSweep } from '../solve/sweep';
import { fuelIds, fuels } from '../fuel/fuels';
import { boundsAt } from './inputs/bound-at';
import { jobBounds } from './inputs/bounds';
import { canonicalJson } from './history/canonical';
import { changesBetween } from './history/changes';
import { fuelDefaults, newJob } from './defaults';
import { compressionRatioOf } from '../build/derived';
import { jobSchema, type Job } from './schema/job';
import { guess } from '../documents/input';
import { openJob } from './history/migrations';
import { summarise } from '../studies/summary';
import { refsOf } from '../documents/refs';

/** Paths of every `{ value, confidence }` in a document. */
function inputPaths(at: unknown, path: string[] = []): string[] {
  if (!at || typeof at !== 'object') return [];
  if ('confidence' in at && 'value' in at) return [path.join('.')];
  return Object.entries(at).flatMap(([key, value]) => inputPaths(value, [...path, key]));
}

describe('a job document', () => {
  it('has a range for every one of its inputs, and each value lies in it', () => {
    const bounds = jobBounds();
    for (const index of [0, 1] as const) {
      const paths = inputPaths(sampleJob(index));
      expect(paths.length).toBeGreaterThan(45);
      for (const path of paths) {
        const value = path
          .split('.')
          .reduce<unknown>((o, k) => (o as Record<string, unknown>)[k], sampleJob(index)) as {
          value: number;
        };
        expect(value.value).toBeGreaterThanOrEqual(boundsAt(bounds, path).min);
        expect(value.value).toBeLessThanOrEqual(boundsAt(bounds, path).max);
      }
    }
  });

  it('a new one is valid, all guesses, and solves on every fuel', () => {
    const job = newJob('New', 'a');
    expect(jobSchema.safeParse(job).success).toBe(true);
    expect(JSON.stringify(job)).not.toMatch(/"confidence":"(measured|maker|reported)"/);
    for (const id of fuelIds) {
      const copy = structuredClone(job);
      copy.brief.fuel = fuelDefaults(id);
      const result = compileBuild(copy, 'a', sampleLibrary);
      if ('problems' in result) throw new Error(id);
      const goal = solveSweep(result.build, []).goalPoint;
      expect(goal.power.flywheel / result.build.goal.power).toBeCloseTo(1, 5);
      // A fuel with more oxygen of its own needs less air for the power: the horsepower band holds for each.
      const horsepowerPerPound = goal.power.flywheel / 745.69987 / (goal.path.massFlow / (0.45359237 / 60));
      expect(horsepowerPerPound).toBeGreaterThan(fuels[id].horsepowerPerPound[0] * 0.98);
      expect(horsepowerPerPound).toBeLessThan(fuels[id].horsepowerPerPound[1]);
    }
  });

  it('refuses what is not one: strange keys, two setups of one letter, falling table speeds, half cylinders', () => {
    const broken: ((j: ReturnType<typeof sampleJob>) => void)[] = [
      (j) => Object.assign(j, { extra: 1 }),
      (j) => j.setups.push(structuredClone(j.setups[0]!)),
      (j) => j.bin.push(structuredClone(j.setups[0]!)),
      (j) => j.setups.push({ ...structuredClone(j.setups[0]!), letter: 'F' }),
      (j) => j.engine.breathing.table.rows.reverse(),
      (j) => (j.engine.cylinders = guess(4.5)),
      (j) => (j.name = '   '),
      (j) => (j.brief.goal.power = guess(Infinity)),
    ];
    for (const breakIt of broken) {
      const job = sampleJob(1);
      breakIt(job);
      expect(jobSchema.safeParse(job).success).toBe(false);
    }
  });
});

describe('changes', () => {
  it('name where, from what and to what; equal jobs have none', () => {
    const before = sampleJob(0);
    const after = sampleJob(0);
    expect(changesBetween(before, after)).toEqual([]);
    after.engine.redLineRpm.value = 9800;
    after.brief.fuel.id = 'e85';
    expect(changesBetween(before, after)).toEqual(
      expect.arrayContaining([
        { path: 'engine.redLineRpm.value', from: 9500, to: 9800 },
        { path: 'brief.fuel.id', from: 'petrol-98', to: 'e85' },
      ]),
    );
  });
  it('canonical text does not depend on the order of keys', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.string(), fc.oneof(fc.integer(), fc.string(), fc.array(fc.integer())), {
          noNullPrototype: true,
        }),
        (o) => {
          const turned = Object.fromEntries(Object.entries(o).reverse());
          expect(canonicalJson(turned)).toBe(canonicalJson(o));
          expect(JSON.parse(canonicalJson(o))).toEqual(o);
        },
      ),
    );
    expect(canonicalJson([2, 1])).not.toBe(canonicalJson([1, 2]));
  });
});

describe('the board’s summary', () => {
  it('agrees with the sweep it stands for', () => {
    const job = sampleJob(1);
    const summary = summarise(job, sampleLibrary);
    const result = compileBuild(job, 'a', sampleLibrary);
    if ('problems' in result) throw new Error('problems');
    const sweep = solveSweep(result.build);
    expect(summary).toMatchObject({
      holds: sweep.goal.holds,
      pressureRatio: sweep.goalPoint.pressureRatio,
      cylinders: 10,
    });
    expect(summary.charger).toEqual({ name: 'Rowan 52', count: 2, arrangement: 'parallel' });
    expect(summary.share).toBeCloseTo(1, 5);
    expect(summary.tube.map((s) => s.id).slice(0, 3)).toEqual(['weather', 'filter', 'compressor']);
  });
  it('of a job that contradicts itself gives the contradiction, and no figure', () => {
    const job = sampleJob(0);
    job.engine.redLineRpm.value = 5000;
    expect(summarise(job, sampleLibrary)).toMatchObject({
      holds: false,
      verdict: { code: 'goal-above-red-line' },
      share: null,
      tube: [],
    });
  });
  it('names every library revision a job rests on', () => {
    const fuel = ['rill-550', 'brook-165', 'gravel-10'];
    expect(refsOf(sampleJob(0)).map((r) => r.id)).toEqual(
      ['birch-50', 'hazel-48', 'aspen-37'].flatMap((id) => [id, ...fuel]),
    );
    const bare = sampleJob(0);
    for (const setup of bare.setups) delete setup.fuelSystem;
    // A deleted setup may be brought back: what it has on it counts.
    bare.bin = bare.setups.splice(1, 1);
    for (const setup of bare.setups) setup.induction = { kind: 'none' };
    expect(refsOf(bare).map((r) => r.id)).toEqual(['hazel-48']);
  });
});

describe('a job of before the whole Brief (version 3)', () => {
  /** A document as version 3 wrote it: without what version 4 has added. */
  function older(index: 0 | 1): Record<string, unknown> {
    const job = structuredClone(sampleJob(index)) as unknown as Record<string, Record<string, unknown>>;
    const { goal, drivetrain, fuel, venue } = job.brief!;
    const engine = { ...job.engine };
    for (const key of ['volumes', 'cam', 'valve', 'condition', 'baseline', 'rodLength']) delete engine[key];
    const oldVenue: Record<string, unknown> = { ...(venue as object) };
    for (const key of ['name', 'coldest', 'hottest']) delete oldVenue[key];
    return { ...job, version: 3, brief: { goal, drivetrain, fuel, venue: oldVenue }, engine };
  }

  it('opens, and forecasts the same to the last figure', () => {
    for (const index of [0, 1] as const) {
      const opened = openJob(older(index));
      if (!opened.ok) throw new Error(JSON.stringify(opened.issues));
      expect(opened.migrated).toEqual([
        'nothing-more-said-yet',
        'no-turbine-yet',
        'one-stage-so-far',
        'retard-as-stated',
        'chargers-in-a-row',
      ]);
      const solve = (job: Job) => {
        const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
        if ('problems' in result) throw new Error(JSON.stringify(result.problems));
        return solveSweep(result.build).points.map((p) => [p.power.flywheel, p.pressureRatio]);
      };
      expect(solve(opened.job)).toEqual(solve(sampleJob(index)));
      // Its volumes are guessed so that choosing them keeps the ratio that was stated.
      const { engine } = opened.job;
      engine.volumes.used = true;
      expect(compressionRatioOf(engine)).toBeCloseTo(engine.compressionRatio.value, 9);
    }
  });

  it('a broken one is refused with the place of the fault, whatever its parts are', () => {
    for (const broken of [
      { brief: null },
      { engine: 'none' },
      { brief: { fuel: { id: 'coal' } } },
      { engine: { bore: { value: 'wide' } } },
      { engine: { bore: { value: 1 }, stroke: { value: 2 }, compressionRatio: { value: 4 } } },
    ]) {
      const opened = openJob({ ...older(0), ...broken });
      expect(opened.ok).toBe(false);
      if (!opened.ok) expect(opened.issues[0]!.path).toMatch(/^(brief|engine)/);
    }
  });

  it('the largest and the smallest engine it allowed open too', () => {
    for (const [bore, stroke, ratio] of [
      [1, 2, 4],
      [0.01, 0.01, 30],
    ]) {
      const document = older(0) as { engine: Record<string, { value: number }> };
      document.engine.bore!.value = bore!;
      document.engine.stroke!.value = stroke!;
      document.engine.compressionRatio!.value = ratio!;
      expect(openJob(document).ok).toBe(true);
    }
  });
});

it('every demo job is valid as it stands and opens as its own newest version', () => {
  for (const { revisions } of sampleHistories)
    for (const { job } of revisions)
      expect(openJob(structuredClone(job))).toMatchObject({ ok: true, migrated: [] });
  expect(sampleHistories.map((h) => h.revisions.length)).toEqual([1, 1, 1, 1, 1, 3]);
});

it('a new run is one change, however many rows it has', () => {
  const before = sampleHistories[4]!.revisions[0]!.job;
  const after = structuredClone(before);
  after.engine.baseline.rows.forEach((row) => (row.power *= 1.01));
  after.engine.baseline.name = 'Again';
  expect(
    changesBetween(before, after)
      .map((c) => c.path)
      .sort(),
  ).toEqual(['engine.baseline.name', 'engine.baseline.rows']);
});
