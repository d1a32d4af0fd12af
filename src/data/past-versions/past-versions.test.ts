import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { sampleLibrary } from '@/data/demo/sample-library';
import { compileBuild } from '@/core/build/build';
import { solveSweep } from '@/core/solve/sweep';
import { openJob } from '@/core/job/history/migrations';
import { JOB_VERSION } from '@/core/job/schema/version';

const read = (version: number): unknown =>
  JSON.parse(readFileSync(path.join(__dirname, `version-${version}.json`), 'utf8'));

/** Power at the goal, W, and boost there, Pa gauge, of each frozen job: as it opened when it was put here. */
const figures: Record<number, [number, number]> = {
  1: [212524, 123019],
  2: [212524, 123019],
  3: [212524, 123019],
  4: [212524, 123019],
  5: [212524, 120144],
  6: [212524, 120144],
  // A compound pair, with a single turbo as its second setup.
  7: [298280, 249958],
};

describe('documents as they were written by every past version', () => {
  const versions = readdirSync(__dirname).flatMap((name) => /^version-(\d+)\.json$/.exec(name)?.[1] ?? []);

  it('there is one of each', () => {
    expect(versions.map(Number).sort((a, b) => a - b)).toEqual(
      Array.from({ length: JOB_VERSION - 1 }, (_, i) => i + 1),
    );
  });

  it.each(versions.map(Number))('version %i opens by named steps, and forecasts what it did', (version) => {
    const opened = openJob(read(version));
    if (!opened.ok) throw new Error(JSON.stringify(opened.issues));
    expect(opened.migrated).toHaveLength(JOB_VERSION - version);
    const result = compileBuild(opened.job, opened.job.setups[0]!.id, sampleLibrary);
    if ('problems' in result) throw new Error(JSON.stringify(result.problems));
    const { goalPoint } = solveSweep(result.build);
    const [power, boost] = figures[version]!;
    expect(goalPoint.power.flywheel / power).toBeCloseTo(1, 3);
    expect(goalPoint.boostGauge / boost).toBeCloseTo(1, 2);
  });

  it('a migration rests on nothing but its own constants', () => {
    for (const file of ['migrations.ts', 'frozen-defaults.ts']) {
      const text = readFileSync(path.join(__dirname, '../../core/job/history', file), 'utf8');
      expect(text).not.toMatch(/from '[./]*(defaults|fuel\/)/);
    }
  });
});
