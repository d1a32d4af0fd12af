import { sgg } from 'ml-savitzky-golay-generalized';
import type { ChannelId, Log } from './channels';

/** A channel on an even grid of engine speed, rev/min; NaN where the run has none. */
export type Curve = { speeds: number[]; values: number[] };

/** Distance of the grid, rev/min. */
const STEP = 25;
/** Readings on either side that the smoothing looks at, and its polynomial. */
const WINDOW = 9;
const POLYNOMIAL = 2;

/**
 * A window of even values smoothed. Out: as long; ends by the polynomial of the first and last whole window. Source: Savitzky & Golay (1964);
 * ends after Gorry (1990).
 */
export const smoothed = (values: readonly number[], window = WINDOW): number[] =>
  values.length < window
    ? [...values]
    : Array.from(sgg([...values], 1, { windowSize: window, polynomial: POLYNOMIAL }));

/** Speeds from the first to the last multiple of the step inside a range. */
function gridOf(fromRpm: number, toRpm: number): number[] {
  const speeds: number[] = [];
  for (let n = Math.ceil(fromRpm / STEP) * STEP; n <= toRpm + 1e-9; n += STEP) speeds.push(n);
  return speeds;
}

/**
 * A channel of a pull over engine speed: readings of nearly one speed averaged, straight between them on an even grid, then smoothed. In: a
 * pull; the channel; readings left out by hand or by rule, by their place. Null with fewer than three speeds. Total.
 */
export function curveOf(
  log: Log,
  channel: ChannelId,
  leftOut: ReadonlySet<number> = new Set(),
): Curve | null {
  const { speedRpm, [channel]: values } = log;
  if (!speedRpm || !values) return null;
  const sums = new Map<number, { n: number; speed: number; value: number }>();
  speedRpm.forEach((speed, i) => {
    const value = values[i]!;
    if (leftOut.has(i) || !Number.isFinite(speed) || !Number.isFinite(value)) return;
    const key = Math.round(speed / STEP);
    const sum = sums.get(key) ?? { n: 0, speed: 0, value: 0 };
    sums.set(key, { n: sum.n + 1, speed: sum.speed + speed, value: sum.value + value });
  });
  const points = [...sums.values()]
    .map(({ n, speed, value }) => ({ speed: speed / n, value: value / n }))
    .sort((a, b) => a.speed - b.speed);
  if (points.length < 3) return null;
  const speeds = gridOf(points[0]!.speed, points.at(-1)!.speed);
  let i = 0;
  const raw = speeds.map((speed) => {
    while (i < points.length - 2 && points[i + 1]!.speed < speed) i++;
    const [a, b] = [points[i]!, points[i + 1]!];
    return a.value + ((speed - a.speed) / (b.speed - a.speed)) * (b.value - a.value);
  });
  return { speeds, values: smoothed(raw) };
}

/** How far a reading may stand off its neighbours, in their own scatter, before it counts as a glitch. */
const GLITCH = 6;
/** Neighbours on either side that it is held against. */
const BESIDE = 3;

const medianOf = (values: number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

/**
 * Places of readings that stand off all around them: by the median of three on either side, more than six times the usual distance from it.
 * Source: Hampel’s identifier (Hampel 1974). Total.
 */
export function glitchesOf(values: readonly number[]): number[] {
  const off = values.map((value, i) => {
    const beside = values
      .slice(Math.max(0, i - BESIDE), i + BESIDE + 1)
      .filter((_, k) => Math.max(0, i - BESIDE) + k !== i)
      .filter(Number.isFinite);
    return beside.length < 2 * BESIDE ? 0 : Math.abs(value - medianOf(beside));
  });
  const known = off.filter(Number.isFinite);
  const scale = known.length ? 1.4826 * medianOf(known) : 0;
  const spread =
    Math.max(...values.filter(Number.isFinite), -Infinity) -
    Math.min(...values.filter(Number.isFinite), Infinity);
  const least = Math.max(GLITCH * scale, 0.02 * spread);
  return off.flatMap((distance, i) => (distance > least && least > 0 ? [i] : []));
}
