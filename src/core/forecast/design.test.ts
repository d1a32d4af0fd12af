import { randomLcg, randomNormal } from 'd3-random';
import { draws as fuzzed, seedOf } from '@/testing/fuzz';
import { mean, quantile, sampleStandardDeviation, sampleVariance } from 'simple-statistics';
import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given, guess } from '../documents/input';
import { jobBounds } from '../job/inputs/bounds';
import type { Job } from '../job/schema/job';
import { solveSweep } from '../solve/sweep';
import { bandOf, differenceOfDraws, heldOf, solveDraw, type Draw, type Held } from './band';
import { drawnJob, factorsOf, hypercube, type Factor } from './design';

const bounds = jobBounds();
const job = sampleTurboJob(0);
const buildOf = (its: Job) => {
  const made = compileBuild(its, its.setups[0]!.id, sampleLibrary);
  if ('problems' in made) throw new Error('no build');
  return made.build;
};
const build = buildOf(job);
const held = heldOf(build, job.setups[0]!.id, 6);
const goal = { speedRpm: build.goal.speedRpm, power: build.goal.power };
const drawn = (its: Job, count: number, seed = 1) => {
  const factors = factorsOf(its, 0, bounds);
  const scores = hypercube(factors.length, count, seed);
  const draws = scores.map((own) => solveDraw(its, held, sampleLibrary, factors, own));
  return { factors, scores, draws, band: bandOf(draws, scores, factors, held, goal)! };
};

describe('the design of the draws', () => {
  it('holds each stratum of every factor once, the same for the same seed (McKay, Beckman & Conover 1979)', () => {
    const rows = hypercube(5, 2_000, 7);
    expect(hypercube(5, 2_000, 7)).toEqual(rows);
    expect(hypercube(5, 2_000, 8)).not.toEqual(rows);
    for (let column = 0; column < 5; column++) {
      const own = rows.map((row) => row[column]!);
      expect(Math.abs(mean(own))).toBeLessThan(0.01);
      expect(Math.abs(sampleStandardDeviation(own) - 1)).toBeLessThan(0.02);
      // The middle of two thousand strata: none is missing and none is there twice.
      const sorted = [...own].sort((a, b) => a - b);
      expect(sorted[1_000]! - sorted[999]!).toBeLessThan(0.003);
    }
  });
  it('nothing of the goal varies, estimates of one kind move together, and what is exact is left out', () => {
    const rough = structuredClone(job);
    for (const loss of rough.setups[0]!.plumbing) loss.drop.confidence = 'guess';
    const factors = factorsOf(rough, 0, bounds);
    const paths = factors.flatMap((factor) => factor.paths);
    expect(paths.some((path) => path.startsWith('brief.goal'))).toBe(false);
    expect(new Set(paths).size).toBe(paths.length);
    const together = factors.find((factor) => factor.paths.length > 1)!;
    expect(together.confidence).toBe('guess');
    const up = drawnJob(rough, [together], [1]).job;
    for (const [i, path] of together.paths.entries()) {
      const value = path
        .split('.')
        .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], up) as { value: number };
      expect(value.value).toBeGreaterThan(together.members[i]!.value);
    }
  });
  it('a spread that leaves the range of its input is clipped to it, and counted', () => {
    const factor: Factor = {
      key: 'x',
      paths: ['engine.redLineRpm'],
      confidence: 'guess',
      members: [{ value: 8_000, spread: 500, min: 7_900, max: 8_050 }],
    };
    const { job: high, clipped } = drawnJob(job, [factor], [3]);
    expect([high.engine.redLineRpm.value, clipped]).toEqual([8_050, 1]);
    expect(drawnJob(job, [factor], [0])).toMatchObject({ clipped: 0 });
  });
});

describe('the band', () => {
  it('without a score is the forecast itself', () => {
    const factors = factorsOf(job, 0, bounds);
    const { power } = solveDraw(job, held, sampleLibrary, factors, new Float64Array(factors.length));
    const point = solveSweep(build).goalPoint;
    expect(power[held.speeds.indexOf(goal.speedRpm)]! / point.power.flywheel).toBeCloseTo(1, 3);
  });
  it('for small spreads is what linear propagation says (ISO/IEC Guide 98-3, 5.1.2)', () => {
    // Everything measured but two, and those off by little.
    const sure: Job = JSON.parse(JSON.stringify(job), (_, value: unknown) =>
      value && typeof value === 'object' && 'confidence' in value
        ? { ...value, confidence: 'measured' }
        : value,
    ) as Job;
    const { factors, draws } = drawn(sure, 300);
    const at = held.speeds.indexOf(goal.speedRpm);
    const nominal = solveDraw(sure, held, sampleLibrary, factors, new Float64Array(factors.length)).power[
      at
    ]!;
    const linear = factors.reduce((sum, _, i) => {
      const one = new Float64Array(factors.length);
      one[i] = 0.5;
      const two = one.map((value) => -value);
      const slope =
        solveDraw(sure, held, sampleLibrary, factors, one).power[at]! -
        solveDraw(sure, held, sampleLibrary, factors, two).power[at]!;
      return sum + slope ** 2;
    }, 0);
    const own = draws.map(({ power }) => power[at]!);
    expect(mean(own) / nominal).toBeCloseTo(1, 2);
    expect(Math.abs(sampleStandardDeviation(own) / Math.sqrt(linear) - 1)).toBeLessThan(0.08);
  });
  it('is what drawing at random says (2,500 draws, 50,000 in a fuzz, one speed)', () => {
    const { factors, band } = drawn(job, 400);
    const normal = randomNormal.source(randomLcg((seedOf(77) % 1_000_003) / 1_000_003))();
    const one: Held = { ...held, speeds: [goal.speedRpm] };
    const count = fuzzed(2_500);
    const brute = Array.from(
      { length: count },
      () => solveDraw(job, one, sampleLibrary, factors, factors.map(normal)).power[0]!,
    ).filter(Number.isFinite);
    const [low, middle, high] = [0.1, 0.5, 0.9].map((share) => quantile(brute, share));
    const width = high! - low!;
    expect(Math.abs(band.atGoal[0]! - low!)).toBeLessThan(0.1 * width);
    expect(Math.abs(band.atGoal[2]! - middle!)).toBeLessThan(0.1 * width);
    expect(Math.abs(band.atGoal[4]! - high!)).toBeLessThan(0.1 * width);
    const chance = brute.filter((power) => power >= goal.power).length / brute.length;
    expect(Math.abs(band.chance - chance)).toBeLessThan(0.06);
  });
  it('an estimate that was measured never widens it, and the inputs that move most are named first', () => {
    const rough = structuredClone(job);
    rough.brief.fuel.bsfc = guess(rough.brief.fuel.bsfc.value);
    const { band } = drawn(rough, 240);
    const [first] = band.measureNext;
    expect(first!.narrower).toBeGreaterThan(0.03);
    const surer = structuredClone(rough);
    for (const path of first!.paths) {
      const at = path
        .split('.')
        .reduce<unknown>((its, key) => (its as Record<string, unknown>)[key], surer) as {
        confidence: string;
      };
      at.confidence = 'measured';
    }
    const width = ({ atGoal }: typeof band) => atGoal[4]! - atGoal[0]!;
    expect(width(drawn(surer, 240).band)).toBeLessThan(width(band) * 1.01);
    expect(band.chance).toBeGreaterThan(0.1);
    expect(band.chance).toBeLessThan(0.9);
  });
  it('a difference on the same draws is surer than either', () => {
    const more = structuredClone(job);
    more.brief.fuel.bsfc = given(more.brief.fuel.bsfc.value * 0.97, more.brief.fuel.bsfc.confidence);
    const [a, b] = [drawn(more, 200), drawn(job, 200)];
    const at = held.speeds.indexOf(goal.speedRpm);
    const difference = differenceOfDraws(a.draws, b.draws, at)!;
    expect(difference.isShown).toBe(true);
    expect(difference.high - difference.low).toBeLessThan(0.5 * (b.band.atGoal[4]! - b.band.atGoal[0]!));
  });
  it('eighty of a hundred truths lie in the eighty per cent band', () => {
    // Normal power by construction: 2,000 draws against 2,000 truths of another seed.
    const factor: Factor = { key: 'x', paths: ['x'], confidence: 'guess', members: [] };
    const synthetic = (seed: number) =>
      hypercube(1, 2_000, seed).map((own) => ({
        power: Float64Array.of(300 + 20 * own[0]!),
        boost: new Float64Array(1),
        clipped: 0,
      }));
    const scores = hypercube(1, 2_000, 3);
    const one: Held = { setupId: 'a', speeds: [5_000], levelGauge: null };
    const draws: Draw[] = synthetic(3);
    const band = bandOf(draws, scores, [{ ...factor, paths: [], members: [] }], one, {
      speedRpm: 5_000,
      power: 300,
    })!;
    const inside = synthetic(91).filter(
      ({ power }) => power[0]! >= band.atGoal[0]! && power[0]! <= band.atGoal[4]!,
    );
    expect(Math.abs(inside.length / 2_000 - 0.8)).toBeLessThan(0.03);
    expect(band.chance).toBeCloseTo(0.5, 2);
    expect(sampleVariance(draws.map(({ power }) => power[0]!))).toBeCloseTo(400, -1);
  });
  it('draws that do not converge are counted, and without two that do there is none', () => {
    const nothing: Draw = {
      power: new Float64Array(held.speeds.length).fill(NaN),
      boost: new Float64Array(0),
      clipped: 0,
    };
    expect(bandOf([nothing, nothing], [[], []], [], held, goal)).toBeNull();
    const { draws, scores, factors } = drawn(job, 20);
    expect(bandOf([...draws, nothing], [...scores, scores[0]!], factors, held, goal)!.failed).toBe(1);
  });
});
