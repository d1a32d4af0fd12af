import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import {
  sampleCompressors,
  sampleHistories,
  sampleJob,
  sampleLibrary,
  sampleTurbochargers,
} from '@/data/demo/sample';
import { fitted, type Fit } from '../job/chargers';
import { turboFitOf } from '../job/fit';
import { healthChecks } from '../decisions/health';
import { jobBounds } from '../job/inputs/bounds';
import { fuelDefaults } from '../job/defaults';
import { jobSchema, type Job } from '../job/schema/job';
import { fuelIds } from '../fuel/fuels';
import { guess } from '../documents/input';
import { arrangements, boostKinds, trialKinds } from '../job/schema/setup-choices';
import { summarise } from '../studies/summary';
import { compileBuild, type Build } from '../build/build';
import type { Level } from './demand';
import { solveSpool, trialOf } from '../studies/spool';
import { solveSweep } from './sweep';
import { weatherRows } from '../studies/weather';

/** Every input of a job with its bounds, at real paths of the demo job. */
const inputs = Object.entries(jobBounds())
  .filter(([path]) => !path.includes('breathing.table'))
  .flatMap(([path, bounds]) => {
    const real = path.replace('setups.*', 'setups.0');
    return real.includes('*')
      ? [0, 1, 2].map((i) => ({ path: real.replace('*', String(i)), bounds }))
      : [{ path: real, bounds }];
  });

function put(job: Job, path: string, value: number): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  const parent = keys.reduce<unknown>((o, key) => (o as Record<string, unknown> | undefined)?.[key], job);
  if (!parent || (Array.isArray(parent) && Number(last) > parent.length)) return;
  // Each kind of drive and gate has inputs of its own.
  if (path.includes('.drive.') && !(last in (parent as object))) return;
  // An optional input that is not there is given.
  (parent as Record<string, unknown>)[last] = { value, confidence: 'guess' };
}

/** A run of any kind the schema takes, in order of speed. */
const rows = fc
  .array(
    fc.record({
      speedRpm: fc.integer({ min: 100, max: 30_000 }),
      power: fc.double({ min: 100, max: 10_000_000, noNaN: true }),
      boostGauge: fc.option(fc.double({ min: -90_000, max: 800_000, noNaN: true })),
      chargeTemperature: fc.option(fc.double({ min: 233.15, max: 500, noNaN: true })),
      lambda: fc.option(fc.double({ min: 0.4, max: 6, noNaN: true })),
      readings: fc.integer({ min: 1, max: 10_000 }),
    }),
    { maxLength: 30 },
  )
  .map((all) =>
    [...new Map(all.map((row) => [row.speedRpm, row])).values()].sort((a, b) => a.speedRpm - b.speedRpm),
  );

const wild = fc.record({
  job: fc.integer({ min: 0, max: sampleHistories.length - 1 }),
  source: fc.constantFrom('as it is' as const, 'shape' as const, 'table' as const, 'baseline' as const),
  rows: fc.option(rows),
  parts: fc.record({ volumes: fc.boolean(), card: fc.boolean() }),
  changes: fc.array(
    fc.tuple(
      fc.integer({ min: 0, max: inputs.length - 1 }),
      fc.oneof(fc.constantFrom(0, 1), fc.double({ min: 0, max: 1, noNaN: true })),
    ),
    { minLength: 1, maxLength: 12 },
  ),
  compressor: fc.integer({ min: -1, max: sampleCompressors.length - 1 }),
  turbo: fc.option(fc.integer({ min: 0, max: sampleTurbochargers.length - 1 }), { freq: 1 }),
  housing: fc.integer({ min: 0, max: 11 }),
  arrangement: fc.constantFrom(...arrangements, 'none' as const),
  belt: fc.option(fc.double({ min: 0.2, max: 30, noNaN: true }), { freq: 1 }),
  second: fc.option(fc.integer({ min: 0, max: sampleTurbochargers.length - 1 }), { freq: 3 }),
  pair: fc.record({ bypasses: fc.boolean(), hold: fc.constantFrom('free' as const, 'held' as const) }),
  trial: fc.record({ kind: fc.constantFrom(...trialKinds), gear: fc.integer({ min: 0, max: 11 }) }),
  cycle: fc.constantFrom('four-stroke' as const, 'two-stroke' as const),
  fuel: fc.constantFrom(...fuelIds),
  kind: fc.constantFrom(...boostKinds),
  asked: fc.array(fc.double({ min: 0, max: 800_000, noNaN: true }), { minLength: 2, maxLength: 6 }),
  hold: fc.constantFrom('pressure' as const, 'torque' as const, 'power' as const),
  cooler: fc.constantFrom('none' as const, 'air' as const),
});

type Wild = typeof wild extends fc.Arbitrary<infer T> ? T : never;

/** A turbocharger of the library in any of its turbine's housings; a compressor alone or on a belt; or nothing. */
function engineFitOf({ turbo, housing, compressor, belt }: Wild): Fit | null {
  if (turbo !== null) {
    const fit = turboFitOf(sampleTurbochargers[turbo]!);
    return { ...fit, drive: { ...fit.drive, housing } };
  }
  const item = sampleCompressors[compressor];
  if (!item) return null;
  const machine = { id: item.id, revision: 1 };
  if (belt === null) return { machine, drive: { kind: 'open' } };
  return {
    machine,
    drive: {
      kind: 'belt',
      ratio: guess(belt),
      mechanicalEfficiency: guess(0.95),
      maxSpeedRpm: guess(120_000),
      inBsfc: belt > 8,
    },
  };
}

function made(w: Wild): Job {
  const job = structuredClone(sampleHistories[w.job]!.revisions[0]!.job);
  const setup = job.setups[0]!;
  if (w.arrangement === 'none') setup.induction = { kind: 'none' };
  else {
    const front = w.second === null ? null : turboFitOf(sampleTurbochargers[w.second]!);
    const row = fitted(setup.induction, 7_000, w.arrangement, { engine: engineFitOf(w), front });
    for (const charger of row.chargers) {
      charger.aftercooler.kind = w.cooler;
      charger.hold.kind = w.pair.hold;
    }
    if (w.pair.bypasses) row.changeover.kind = 'at';
    setup.induction = row;
  }
  job.trial = { ...job.trial, ...w.trial };
  job.engine.cycle = w.cycle;
  job.brief.fuel = fuelDefaults(w.fuel);
  job.engine.baseline.fuel = w.fuel;
  job.engine.baseline.lambda.value = fuelDefaults(w.fuel).lambda.value;
  if (w.source !== 'as it is') job.engine.breathing.source = w.source;
  if (w.rows) job.engine.baseline.rows = w.rows;
  job.engine.volumes.used = w.parts.volumes;
  job.engine.cam.known = w.parts.card;
  job.engine.cam.movesShape = w.parts.card;
  setup.boost.kind = w.kind;
  setup.boost.curve.rows = w.asked.map((gauge, i) => ({ speedRpm: 500 + 1_500 * i, gauge }));
  setup.boost.gears = w.asked.map(guess);
  setup.boost.hold = w.hold;
  for (const [which, share] of w.changes) {
    const { path, bounds } = inputs[which]!;
    const value = Math.min(bounds.max, bounds.min + share * (bounds.max - bounds.min));
    put(job, path, /cylinders|repeats/.test(path) ? Math.round(value) : value);
  }
  return jobSchema.parse(job);
}

/** Every figure of a job's trial, or of the reason why there is none. */
function trialIn(job: Job, build: Build, level: Level): number[] {
  const plan = trialOf(job);
  const spool = 'reason' in plan ? { kind: 'failed' as const, ...plan } : solveSpool(build, plan, level);
  if (spool.kind === 'failed') return Object.values(spool.reason.figures).map((f) => f.value);
  return spool.rows.flatMap((r) => [
    r.time,
    r.speedRpm,
    r.boostGauge,
    r.shaftRpm,
    r.lowShaftRpm ?? 0,
    r.power,
  ]);
}

describe('the solver is total', () => {
  it('any job the schema accepts gets an answer or problems in words: no throw, no NaN', () => {
    fc.assert(
      fc.property(wild, (w) => {
        const job = made(w);
        const result = compileBuild(job, 'a', sampleLibrary);
        if ('problems' in result) return result.problems.every((p) => p.path !== '');
        const sweep = solveSweep(result.build);
        // One expectation for all: ninety speeds times a dozen figures would be slow one by one.
        const wrong = [...sweep.points, sweep.goalPoint].filter((p) => {
          const shown = [
            ...[p.speedRpm, p.manifoldPressure, p.boostGauge, p.pressureRatio, p.torque, p.alonePower],
            ...[p.power.flywheel, p.power.wheels, engineCharger(p.path).correctedFlow],
            ...p.stations.flatMap((s) => [s.pressure ?? 0, s.temperature ?? 0, s.massFlow ?? 0]),
          ];
          const invented = p.stations.slice(1).some((s) => s.known);
          const settled = p.path.kind === 'converged' || (p.status.kind === 'failed' && !invented);
          return !shown.every(Number.isFinite) || !settled;
        });
        expect(wrong.map((p) => [p.speedRpm, p.path.kind, p.path.residual])).toEqual([]);
        expect(() => summarise(job, sampleLibrary)).not.toThrow();
        const said = [
          ...sweep.goal.findings,
          sweep.goal.short,
          ...healthChecks(job.engine.condition).map((c) => c.reason),
        ];
        const figures = said.flatMap((reason) => Object.values(reason.figures));
        expect(figures.filter((f) => !Number.isFinite(f.value))).toEqual([]);
        const spool = trialIn(job, result.build, sweep.level);
        expect(spool.filter((value) => !Number.isFinite(value))).toEqual([]);
        const needs = [...weatherRows(job, 'a', sampleLibrary)].flatMap((row) => [
          row.pressureRatio,
          row.power,
          row.alone,
        ]);
        expect(needs.every((v) => v === null || Number.isFinite(v))).toBe(true);
        return true;
      }),
      { numRuns: draws(200) },
    );
  });

  it('a two-stroke draws at every turn and pays for what it does not trap', () => {
    const at = (cycle: 'four-stroke' | 'two-stroke', trapping: number) => {
      const job = sampleJob(0);
      job.engine.cycle = cycle;
      job.engine.trappingEfficiency.value = trapping;
      job.setups[0]!.induction = { kind: 'none' };
      job.setups[0]!.plumbing = [];
      const result = compileBuild(job, 'a', sampleLibrary);
      if ('problems' in result) throw new Error('problems');
      return solveSweep(result.build).goalPoint;
    };
    expect(at('two-stroke', 0.8).path.massFlow / at('four-stroke', 0.8).path.massFlow).toBeCloseTo(2, 6);
    expect(at('two-stroke', 0.8).power.flywheel / at('four-stroke', 1).power.flywheel).toBeCloseTo(1.6, 6);
  });
});
