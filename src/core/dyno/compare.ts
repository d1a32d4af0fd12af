import { intervalOf } from '../numerics/monotone-cubic';
import type { Curve } from './smoothing';

/** A difference with its band: `value ± band`; inside its own band it is not shown to be there. */
export type Difference = { value: number; band: number; isShown: boolean };

/** Of two figures with their own bands, which are independent: the band of what is left is the root of their squares. */
export function differenceOf(
  after: number,
  before: number,
  bands: [after: number, before: number],
): Difference {
  const value = after - before;
  const band = Math.hypot(...bands);
  return { value, band, isShown: Math.abs(value) > band };
}

/** Values of a curve at a speed, straight between; null outside it. */
export function valueAt({ speeds, values }: Curve, speedRpm: number): number | null {
  const last = speeds.length - 1;
  if (last < 1 || speedRpm < speeds[0]! || speedRpm > speeds[last]!) return null;
  const i = intervalOf(speeds, speedRpm);
  const part = (speedRpm - speeds[i]!) / (speeds[i + 1]! - speeds[i]!);
  return values[i]! + part * (values[i + 1]! - values[i]!);
}

/** The range that two curves share, rev/min; null where they do not meet. */
export function commonRange(a: Curve, b: Curve): { fromRpm: number; toRpm: number } | null {
  const fromRpm = Math.max(a.speeds[0]!, b.speeds[0]!);
  const toRpm = Math.min(a.speeds.at(-1)!, b.speeds.at(-1)!);
  return toRpm > fromRpm ? { fromRpm, toRpm } : null;
}

/** A curve's part between two speeds, on its own grid, with both ends. */
function between(curve: Curve, fromRpm: number, toRpm: number): { speedRpm: number; value: number }[] {
  const inner = curve.speeds.flatMap((speedRpm, i) =>
    speedRpm > fromRpm && speedRpm < toRpm ? [{ speedRpm, value: curve.values[i]! }] : [],
  );
  const [first, last] = [valueAt(curve, fromRpm), valueAt(curve, toRpm)];
  if (first === null || last === null) return [];
  return [{ speedRpm: fromRpm, value: first }, ...inner, { speedRpm: toRpm, value: last }];
}

/** Mean over engine speed between two speeds inside the curve, by trapezoids; null outside it. */
export function meanBetween(curve: Curve, fromRpm: number, toRpm: number): number | null {
  const points = between(curve, fromRpm, toRpm);
  if (points.length < 2) return null;
  let area = 0;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    area += ((a.value + b.value) / 2) * (b.speedRpm - a.speedRpm);
  }
  return area / (toRpm - fromRpm);
}

/** The greatest value of a curve in a range, and where; the least likewise by `-1`. */
export function peakOf(
  curve: Curve,
  fromRpm = -Infinity,
  toRpm = Infinity,
): { speedRpm: number; value: number } | null {
  let best: { speedRpm: number; value: number } | null = null;
  curve.speeds.forEach((speedRpm, i) => {
    const value = curve.values[i]!;
    if (speedRpm >= fromRpm && speedRpm <= toRpm && Number.isFinite(value) && (!best || value > best.value))
      best = { speedRpm, value };
  });
  return best;
}

/** The torque, or whatever it is, that is never undercut between two speeds; null outside the curve. */
export function floorOf(curve: Curve, fromRpm: number, toRpm: number): number | null {
  const points = between(curve, fromRpm, toRpm);
  return points.length ? Math.min(...points.map(({ value }) => value)) : null;
}

/** First speed at which a curve is at a value on its way up, rev/min; null where it never is. */
export function reaches(curve: Curve, value: number): number | null {
  const i = curve.values.findIndex((one) => one >= value);
  if (i < 0) return null;
  if (i === 0) return curve.speeds[0]!;
  const part = (value - curve.values[i - 1]!) / (curve.values[i]! - curve.values[i - 1]!);
  return curve.speeds[i - 1]! + part * (curve.speeds[i]! - curve.speeds[i - 1]!);
}

/** How sure a run is: its repeatability as a share of the reading (of one sigma or as the dyno states it, the same for both). */
type Sure = { repeatability: number };

export type Comparison = {
  fromRpm: number;
  toRpm: number;
  /** Peak against peak, wherever each stands; shift of it, rev/min. */
  peak: Difference & { shiftRpm: number };
  /** The greatest gain anywhere, and the greatest loss, with where. */
  most: Difference & { speedRpm: number };
  least: Difference & { speedRpm: number };
  atEnd: Difference;
  mean: Difference;
  /** Of the area under the curve: difference over what it was. */
  areaShare: number;
  /** Least value over the common range. */
  floor: Difference;
};

export type Sureness = { after: Sure; before: Sure };

/** Of two readings with the repeatability of each. */
const differenceBy = (a: number, b: number, sure: Sureness): Difference =>
  differenceOf(a, b, [Math.abs(a) * sure.after.repeatability, Math.abs(b) * sure.before.repeatability]);

/** Two curves at one speed; null outside either. */
export function differenceAt(
  after: Curve,
  before: Curve,
  sure: Sureness,
  speedRpm: number,
): Difference | null {
  const [a, b] = [valueAt(after, speedRpm), valueAt(before, speedRpm)];
  return a === null || b === null ? null : differenceBy(a, b, sure);
}

/**
 * Two curves of one channel on the range they share, or the part of it asked for. In: after, before; how sure each is; speeds between which
 * they are held, rev/min. Out: null where they do not meet. The mean's band is that of one reading: repeatability is of the whole pull, and
 * does not average out within it. Total.
 */
export function compare(
  after: Curve,
  before: Curve,
  sure: Sureness,
  between: { fromRpm: number; toRpm: number } = { fromRpm: 0, toRpm: Infinity },
): Comparison | null {
  const range = commonRange(after, before);
  if (!range) return null;
  const fromRpm = Math.max(range.fromRpm, between.fromRpm);
  const toRpm = Math.min(range.toRpm, between.toRpm);
  if (toRpm <= fromRpm) return null;
  const differ = (a: number, b: number) => differenceBy(a, b, sure);
  const speeds = [...new Set([fromRpm, ...after.speeds.filter((n) => n > fromRpm && n < toRpm), toRpm])];
  const each = speeds.map((speedRpm) => {
    const [a, b] = [valueAt(after, speedRpm)!, valueAt(before, speedRpm)!];
    return { speedRpm, ...differ(a, b) };
  });
  const [peakAfter, peakBefore] = [peakOf(after, fromRpm, toRpm), peakOf(before, fromRpm, toRpm)];
  const [meanAfter, meanBefore] = [meanBetween(after, fromRpm, toRpm), meanBetween(before, fromRpm, toRpm)];
  if (!peakAfter || !peakBefore || meanAfter === null || meanBefore === null || !each.length) return null;
  return {
    fromRpm,
    toRpm,
    peak: {
      ...differ(peakAfter.value, peakBefore.value),
      shiftRpm: peakAfter.speedRpm - peakBefore.speedRpm,
    },
    most: each.reduce((a, b) => (b.value > a.value ? b : a)),
    least: each.reduce((a, b) => (b.value < a.value ? b : a)),
    atEnd: each.at(-1)!,
    mean: differ(meanAfter, meanBefore),
    areaShare: meanAfter / meanBefore - 1,
    floor: differ(floorOf(after, fromRpm, toRpm)!, floorOf(before, fromRpm, toRpm)!),
  };
}

/** Share of the lesser peak from which boost is called full. */
const FULL = 0.9;

/** Where boost is full in two runs, by one and the same level: nine tenths of the lesser peak; null where one never is. rev/min. */
export function fullBoost(
  after: Curve,
  before: Curve,
): { level: number; afterRpm: number; beforeRpm: number } | null {
  const peaks = [peakOf(after), peakOf(before)];
  if (!peaks[0] || !peaks[1]) return null;
  const level = FULL * Math.min(peaks[0].value, peaks[1].value);
  const [afterRpm, beforeRpm] = [reaches(after, level), reaches(before, level)];
  return level > 0 && afterRpm !== null && beforeRpm !== null ? { level, afterRpm, beforeRpm } : null;
}

/** What one more of a thing was worth, where it alone was changed: mean power gained over its mean change. Null for less than `least` of it. */
export function worthOf(
  power: { after: Curve; before: Curve },
  changed: { after: Curve; before: Curve },
  least: number,
): number | null {
  const ranges = [commonRange(power.after, power.before), commonRange(changed.after, changed.before)];
  if (!ranges[0] || !ranges[1]) return null;
  const fromRpm = Math.max(ranges[0].fromRpm, ranges[1].fromRpm);
  const toRpm = Math.min(ranges[0].toRpm, ranges[1].toRpm);
  if (toRpm <= fromRpm) return null;
  const of = (curve: Curve) => meanBetween(curve, fromRpm, toRpm)!;
  const by = of(changed.after) - of(changed.before);
  return Math.abs(by) < least ? null : (of(power.after) - of(power.before)) / by;
}

/**
 * What one day of a dyno reads over another, from a pull made alike on both: a factor that brings figures of the day before to the later day,
 * and its error as a share. In: the pulls, and how sure each is. Null where they do not meet. Total.
 */
export function dayOffset(
  later: Curve,
  earlier: Curve,
  sure: Sureness,
): { factor: number; error: number } | null {
  const range = commonRange(later, earlier);
  if (!range) return null;
  const { fromRpm, toRpm } = range;
  const [after, before] = [meanBetween(later, fromRpm, toRpm), meanBetween(earlier, fromRpm, toRpm)];
  return after === null || before === null || before <= 0
    ? null
    : { factor: after / before, error: Math.hypot(sure.after.repeatability, sure.before.repeatability) };
}

/** Spread of repeat pulls: standard deviation of their means over the mean of those; null with fewer than two. */
export function repeatabilityOf(curves: readonly Curve[], fromRpm: number, toRpm: number): number | null {
  const means = curves.map((curve) => meanBetween(curve, fromRpm, toRpm)).filter((m) => m !== null);
  if (means.length < 2) return null;
  const mean = means.reduce((a, b) => a + b) / means.length;
  const square = means.reduce((sum, m) => sum + (m - mean) ** 2, 0) / (means.length - 1);
  return Math.sqrt(square) / Math.abs(mean);
}
