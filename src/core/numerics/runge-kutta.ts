type Problem = {
  /** dy/dt at a state; null where there is none, which ends the run. */
  slope: (state: readonly number[]) => number[] | null;
  start: readonly number[];
  /** Size of each unknown: errors are counted in it. */
  scale: readonly number[];
  until: number;
  firstStep: number;
  /** Largest error of one step, in units of `scale`. */
  tolerance: number;
  /** Called at the start and after every step that is kept; false ends the run. */
  onStep: (time: number, state: readonly number[]) => boolean;
};

/** Steps tried at most: a run that needs more is going nowhere. */
const MOST_STEPS = 600;

/**
 * Integrates y' = f(y) from time 0 with steps of its own choosing. In: the problem, any unit. Calls `onStep` with every
 * state kept; ends there, at `until`, or where f has no value. Never throws by itself.
 * Source: P. Bogacki & L. F. Shampine, Appl. Math. Lett. 2 (1989) 321–325: order 3 with an error of order 2.
 */
export function integrate({ slope, start, scale, until, firstStep, tolerance, onStep }: Problem): void {
  let time = 0;
  let y = [...start];
  let h = firstStep;
  if (!onStep(0, y)) return;
  let k1 = slope(y);
  for (let steps = 0; steps < MOST_STEPS && k1 && time < until; steps++) {
    // A curve is drawn through the steps: none of them longer than a sixth of what went before.
    h = Math.min(h, until - time, Math.max(5 * firstStep, time / 6));
    const at = (weights: [number[] | null, number][]) =>
      y.map((v, i) => v + h * weights.reduce((sum, [k, w]) => sum + w * (k?.[i] ?? 0), 0));
    const k2 = slope(at([[k1, 1 / 2]]));
    const k3 = k2 && slope(at([[k2, 3 / 4]]));
    const next = at([
      [k1, 2 / 9],
      [k2, 1 / 3],
      [k3, 4 / 9],
    ]);
    const k4 = k3 && slope(next);
    if (!k2 || !k3 || !k4) {
      h /= 4;
      if (h < 1e-6) return;
      continue;
    }
    const error = Math.max(
      ...y.map((_, i) =>
        Math.abs((h * ((-5 / 72) * k1![i]! + k2[i]! / 12 + k3[i]! / 9 - k4[i]! / 8)) / scale[i]!),
      ),
    );
    if (error <= tolerance) {
      time += h;
      y = next;
      k1 = k4;
      if (!onStep(time, y)) return;
    }
    h *= Math.min(4, Math.max(0.2, 0.9 * Math.cbrt(tolerance / Math.max(error, 1e-12))));
  }
}
