import { randomLcg } from 'd3-random';
import { probit } from 'simple-statistics';
import { boundsAt, type Bounds } from '../job/inputs/bound-at';
import { inputsOf, isWhole, spreadOf } from '../job/inputs/inputs';
import { patternOf } from '../job/inputs/place';
import type { Job } from '../job/schema/job';
import { withInput } from '../workings/influence';
import type { Confidence } from '../documents/input';

/** What varies in a forecast: one input, or several of one kind that one hand estimated and that move together. SI. */
export type Factor = {
  key: string;
  paths: string[];
  confidence: Confidence;
  /** Of each path: its value, how far off it may be, and its range. */
  members: { value: number; spread: number; min: number; max: number }[];
};

/** The goal is what is asked, and no measure of it is off. */
const ASKED = /^brief\.(goal|otherVenues|budget|use)\b/;
/** A whole list is scaled within these. */
const WHOLE = { min: 0.2, max: 3 };

/**
 * Everything that varies in a setup’s forecast. Estimates of one kind, such as the pressure drops of one inlet tract, move together: one hand
 * made them all. In: job, setup, ranges of the inputs. Total. Source: common practice, no source.
 */
export function factorsOf(job: Job, setupIndex: number, bounds: Bounds): Factor[] {
  const factors = new Map<string, Factor>();
  for (const one of inputsOf(job, setupIndex)) {
    const { path, input } = one;
    const spread = spreadOf(one);
    if (ASKED.test(path) || !(spread > 0)) continue;
    const range = isWhole(path) ? WHOLE : boundsAt(bounds, path);
    const key = input.confidence === 'guess' ? patternOf(path) : path;
    const member = { value: input.value, spread, min: range.min, max: range.max };
    const known = factors.get(key);
    if (known) {
      known.paths.push(path);
      known.members.push(member);
    } else factors.set(key, { key, paths: [path], confidence: input.confidence, members: [member] });
  }
  return [...factors.values()];
}

/** Nine of ten of what is stated lie within its spread: one standard deviation of a normal distribution is so much of it. */
const SIGMA = 1 / probit(0.95);

/**
 * A Latin hypercube: scores of the normal distribution, one row for each draw, one column for each factor; every column holds each of its
 * strata once. In: factors, draws, seed. The same seed gives the same design. Source: McKay, Beckman & Conover (1979).
 */
export function hypercube(count: number, draws: number, seed: number): Float64Array[] {
  // The generator takes a share of one.
  const random = randomLcg(((seed % 1_000_003) + 0.5) / 1_000_003);
  const rows = Array.from({ length: draws }, () => new Float64Array(count));
  const strata = Array.from({ length: draws }, (_, i) => i);
  for (let column = 0; column < count; column++) {
    // Fisher and Yates.
    for (let i = draws - 1; i > 0; i--) {
      const k = Math.floor(random() * (i + 1));
      [strata[i], strata[k]] = [strata[k]!, strata[i]!];
    }
    for (let i = 0; i < draws; i++) rows[i]![column] = probit((strata[i]! + random()) / draws);
  }
  return rows;
}

/** Whether a draw left the range of an input and was clipped to it. */
export type Drawn = { job: Job; clipped: number };

/** The job as one draw has it. In: job; factors; scores, one for each. Shares what did not change. */
export function drawnJob(job: Job, factors: readonly Factor[], scores: ArrayLike<number>): Drawn {
  let drawn = job;
  let clipped = 0;
  factors.forEach(({ paths, members }, i) => {
    const score = scores[i]! * SIGMA;
    paths.forEach((path, k) => {
      const { value, spread, min, max } = members[k]!;
      const wanted = value + score * spread;
      const taken = Math.min(max, Math.max(min, wanted));
      if (taken !== wanted) clipped++;
      drawn = withInput(drawn, path, taken);
    });
  });
  return { job: drawn, clipped };
}
