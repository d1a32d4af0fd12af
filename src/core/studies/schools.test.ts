import { sampleHistories, sampleLibrary, sampleBlowers } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { withFitted } from '../job/chargers';
import { blowerFitOf } from '../job/fit';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { meanTorque, schoolFigures, schoolSays } from './schools';

const line = (torques: [number, number][]) =>
  torques.map(([speedRpm, torque]) => ({
    speedRpm,
    torque,
    status: { kind: 'converged' },
  })) as OperatingPoint[];

describe('mean torque between two speeds', () => {
  it('is that of a straight line in closed form, ends between points included', () => {
    const points = line([1_000, 2_000, 3_000, 4_000].map((rpm) => [rpm, 100 + rpm / 100]));
    expect(meanTorque(points, 1_000, 4_000)).toBeCloseTo(125, 9);
    expect(meanTorque(points, 1_500, 2_300)).toBeCloseTo(100 + 19, 9);
  });
  it('has none outside the points, or where the speeds do not rise', () => {
    const points = line([
      [1_000, 100],
      [2_000, 120],
    ]);
    expect(meanTorque(points, 500, 1_500)).toBeNull();
    expect(meanTorque(points, 1_500, 2_500)).toBeNull();
    expect(meanTorque(points, 1_500, 1_500)).toBeNull();
  });
});

describe('turbo against blower', () => {
  const job = sampleHistories[0]!.revisions.at(-1)!.job;
  const setup = job.setups[0]!;
  const answer = (of: Job) => {
    const compiled = compileBuild(of, setup.id, sampleLibrary);
    if ('problems' in compiled) throw new Error(JSON.stringify(compiled.problems));
    return { build: compiled.build, sweep: solveSweep(compiled.build) };
  };
  const item = sampleBlowers.find(({ id }) => id === 'burn-1050')!;
  const turbo = answer(job);
  const blower = answer(
    withFitted(job, setup.id, 'single', { engine: blowerFitOf(item, job.engine.redLineRpm.value) }),
  );
  const span = { fromRpm: 3_000, toRpm: 8_000, goalRpm: turbo.build.goal.speedRpm };
  const weighed = [
    { name: 'T', figures: schoolFigures(turbo, span.fromRpm, span.toRpm), price: 2_000, mass: null },
    { name: 'B', figures: schoolFigures(blower, span.fromRpm, span.toRpm), price: 3_000, mass: 20 },
  ];

  it('says whose boost comes first, what the belt takes, and which makes more where', () => {
    const [t, b] = weighed.map(({ figures }) => figures) as [
      (typeof weighed)[0]['figures'],
      (typeof weighed)[0]['figures'],
    ];
    expect([t.school, b.school]).toEqual(['turbo', 'displacement']);
    expect(b.onset!).toBeLessThan(t.onset!);
    expect(b.drive).toBeGreaterThan(0);
    expect(t.drive).toBe(0);
    const codes = schoolSays(weighed, span).map(({ code }) => code);
    expect(codes).toContain('blower-boosts-first');
    expect(codes).toContain(b.meanTorque! >= t.meanTorque! ? 'blower-more-between' : 'turbo-more-between');
    expect(codes).toContain(t.power! >= b.power! ? 'turbo-more-at-goal' : 'blower-more-at-goal');
    expect(codes).toContain('schools-price');
  });

  it('pumping is the difference of the pressures over the displacement, each intake stroke', () => {
    const { match, manifoldPressure, speedRpm } = turbo.sweep.goalPoint;
    const byHand = ((match!.portPressure - manifoldPressure) * turbo.build.displacement * speedRpm) / 120;
    expect(weighed[0]!.figures.pumping).toBeCloseTo(byHand, 6);
  });

  it('asks for both where one is missing', () => {
    expect(schoolSays([weighed[0]!], span).map(({ code }) => code)).toEqual(['schools-need-both']);
  });
});
