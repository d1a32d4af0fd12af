import { sliceOf, type Log } from './channels';

/** A stretch of a log in which the engine is pulled up: readings from one to another, the last left out. */
export type Pull = { from: number; to: number; fromRpm: number; toRpm: number };

/** A pull gains so much, as a share of the speed it begins at, and holds so many readings (common practice, no source). */
const LEAST_GAIN = 0.25;
const LEAST_READINGS = 6;
/** A logger jitters: speed may fall so far under the highest before, as a share of that, without the pull being over. */
const JITTER = 0.015;

/**
 * The pulls of a log, in their order: speed that rises by a quarter or more, with what jitters in it; idle before, shifts and the coast down
 * after are left out. In: a log; one without engine speed has none. Total. Method: rising runs of speed.
 */
export function pullsOf(log: Log): Pull[] {
  const speeds = log.speedRpm ?? [];
  const found: Pull[] = [];
  let from = 0;
  let top = 0;
  const close = () => {
    // Trimmed to where it begins to rise, and to the highest speed it reached.
    let start = from;
    for (let i = from; i < top; i++) if (speeds[i]! <= speeds[start]!) start = i;
    const [fromRpm, toRpm] = [speeds[start]!, speeds[top]!];
    if (toRpm >= fromRpm * (1 + LEAST_GAIN) && top - start + 1 >= LEAST_READINGS)
      found.push({ from: start, to: top + 1, fromRpm, toRpm });
  };
  for (let i = 1; i < speeds.length; i++) {
    const speed = speeds[i]!;
    if (!Number.isFinite(speed)) continue;
    if (!Number.isFinite(speeds[top]!) || speed > speeds[top]!) top = i;
    else if (speed < speeds[top]! * (1 - JITTER)) {
      close();
      [from, top] = [i, i];
    }
  }
  if (speeds.length) close();
  return found;
}

/** The readings of a pull alone. */
export const pulled = (log: Log, { from, to }: Pull): Log => sliceOf(log, from, to);

/** Rate that a pull gains speed at, rev/min in a second; null without a time. */
export function sweepRateOf(log: Log): number | null {
  const { time, speedRpm } = log;
  if (!time || !speedRpm || time.length < 2) return null;
  const seconds = time.at(-1)! - time[0]!;
  return seconds > 0 ? (speedRpm.at(-1)! - speedRpm[0]!) / seconds : null;
}
