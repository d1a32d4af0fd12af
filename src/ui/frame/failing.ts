import type { OperatingPoint } from '@/core/solve/point';

/** The next solved speed in a direction where something fails: off the map, a limit, or no answer. Null if there is none. */
export function nextFailing(
  points: Pick<OperatingPoint, 'speedRpm' | 'status' | 'troubles'>[],
  speedRpm: number,
  direction: 1 | -1,
): number | null {
  const failing = points.filter((p) => p.status.kind !== 'converged' || p.troubles.length > 0);
  const ahead = failing.filter((p) => (p.speedRpm - speedRpm) * direction > 0);
  return (direction > 0 ? ahead[0] : ahead.at(-1))?.speedRpm ?? null;
}
