import { compileBuild } from '../build/build';
import { solveSweep } from '../solve/sweep';
import { newJob } from './defaults';
import { onDefaults, petrolFuels, usualDefaults } from './job-defaults';
import { FIRST_START } from './start';
import { jobSchema } from './schema/job';
import { libraryOf } from '@/formats/library-items';

const fresh = (engine: typeof FIRST_START.engine = 'petrol') =>
  newJob('A', 'setup-1', { ...FIRST_START, engine });

describe('a shop’s defaults', () => {
  it('the usual ones are those a new job has anyway', () => {
    expect(onDefaults(fresh(), usualDefaults)).toEqual(fresh());
  });
  it('stand in a new job as estimates, and it is a whole job', () => {
    const other = petrolFuels.find((id) => id !== usualDefaults.petrol)!;
    const job = onDefaults(fresh(), {
      ...usualDefaults,
      petrol: other,
      currency: 'CHF',
      lossModel: 'fixed-and-share',
      drivetrainLoss: 0.1,
      fixedLoss: 7_000,
      coolerEffectiveness: 0.8,
      filterLoss: 1_100,
      surgeMargin: 0.15,
    });
    expect(jobSchema.parse(job)).toEqual(job);
    expect(job.brief).toMatchObject({
      fuel: { id: other, bsfc: { confidence: 'guess' } },
      budget: { currency: 'CHF' },
      surgeMargin: { value: 0.15, confidence: 'measured' },
      drivetrain: { school: 'fixed-and-share', lossShare: { value: 0.1, confidence: 'guess' } },
    });
    expect(job.setups[0]!.plumbing.find((l) => l.place === 'filter')!.drop).toEqual({
      value: 1_100,
      confidence: 'guess',
    });
  });
  it('a better cooler by default makes a denser charge: less boost for the same goal', () => {
    const boostOf = (coolerEffectiveness: number) => {
      const job = onDefaults(fresh(), { ...usualDefaults, coolerEffectiveness });
      const compiled = compileBuild(job, 'setup-1', libraryOf([]));
      if (!('build' in compiled)) throw new Error('no build');
      return solveSweep(compiled.build).goalPoint.boostGauge;
    };
    expect(boostOf(0.85)).toBeLessThan(boostOf(0.55));
  });
  it('leave a diesel on diesel', () => {
    expect(onDefaults(fresh('diesel'), { ...usualDefaults, petrol: petrolFuels[0]! }).brief.fuel.id).toBe(
      'diesel',
    );
  });
});
