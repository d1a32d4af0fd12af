import fc from 'fast-check';
import { sampleCompressors, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { jobBounds } from '../job/bounds';
import { jobSchema, type Job } from '../job/document';
import { fuelIds } from '../fuel/fuels';
import { summarise } from '../job/summary';
import { compileBuild } from './build';
import { solveSweep } from './sweep';

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
  const at = keys.reduce<unknown>((o, key) => (o as Record<string, unknown> | undefined)?.[key], job);
  if (at) (at as { value: number }).value = value;
}

const wild = fc.record({
  job: fc.constantFrom(0 as const, 1 as const),
  changes: fc.array(
    fc.tuple(
      fc.integer({ min: 0, max: inputs.length - 1 }),
      fc.oneof(fc.constantFrom(0, 1), fc.double({ min: 0, max: 1, noNaN: true })),
    ),
    { minLength: 1, maxLength: 12 },
  ),
  compressor: fc.integer({ min: -1, max: sampleCompressors.length - 1 }),
  arrangement: fc.constantFrom('single' as const, 'parallel' as const, 'none' as const),
  cycle: fc.constantFrom('four-stroke' as const, 'two-stroke' as const),
  fuel: fc.constantFrom(...fuelIds),
  kind: fc.constantFrom('goal' as const, 'level' as const),
  hold: fc.constantFrom('pressure' as const, 'torque' as const, 'power' as const),
  cooler: fc.constantFrom('none' as const, 'air' as const),
});

function made(w: typeof wild extends fc.Arbitrary<infer T> ? T : never): Job {
  const job = sampleJob(w.job);
  const setup = job.setups[0]!;
  const item = sampleCompressors[w.compressor];
  setup.induction =
    w.arrangement === 'none'
      ? { kind: 'none' }
      : {
          kind: 'turbo',
          arrangement: w.arrangement,
          stages: [{ compressor: item ? { id: item.id, revision: 1 } : null }],
        };
  job.engine.cycle = w.cycle;
  job.brief.fuel.id = w.fuel;
  setup.boost.kind = w.kind;
  setup.boost.hold = w.hold;
  setup.cooler.kind = w.cooler;
  for (const [which, share] of w.changes) {
    const { path, bounds } = inputs[which]!;
    const value = Math.min(bounds.max, bounds.min + share * (bounds.max - bounds.min));
    put(job, path, path === 'engine.cylinders' ? Math.round(value) : value);
  }
  return jobSchema.parse(job);
}

describe('the solver is total', () => {
  it('any job the schema accepts gets an answer or problems in words: no throw, no NaN', () => {
    fc.assert(
      fc.property(wild, (w) => {
        const job = made(w);
        const result = compileBuild(job, 'a', sampleLibrary);
        if ('problems' in result) return result.problems.every((p) => p.path !== '' && p.reason.code !== '');
        const sweep = solveSweep(result.build);
        // One expectation for all: ninety speeds times a dozen figures would be slow one by one.
        const wrong = [...sweep.points, sweep.goalPoint].filter((p) => {
          const shown = [
            ...[p.speedRpm, p.manifoldPressure, p.boostGauge, p.pressureRatio, p.torque, p.alonePower],
            ...[p.power.fuelFlow, p.power.wheels, p.path.correctedFlow],
            ...p.stations.flatMap((s) => [s.pressure ?? 0, s.temperature ?? 0, s.massFlow ?? 0]),
          ];
          const invented = p.stations.slice(1).some((s) => s.known);
          const settled = p.path.kind === 'converged' || (p.status.kind === 'failed' && !invented);
          return !shown.every(Number.isFinite) || !settled;
        });
        expect(wrong.map((p) => [p.speedRpm, p.path.kind, p.path.residual])).toEqual([]);
        expect(() => summarise(job, sampleLibrary)).not.toThrow();
        return true;
      }),
      { numRuns: 400 },
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
    expect(at('two-stroke', 0.8).power.fuelFlow / at('four-stroke', 1).power.fuelFlow).toBeCloseTo(1.6, 6);
  });
});
