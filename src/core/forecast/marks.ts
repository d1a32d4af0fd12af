import type { OperatingPoint } from '../solve/point';

/** What a curve over the revs is told by: peak power at the flywheel, W; greatest boost, Pa gauge; the speed from which it is there. */
export type CurveMarks = {
  peak: { power: number; speedRpm: number };
  mostBoost: number;
  /** First speed with nine tenths of the greatest boost; null without boost. */
  boostRpm: number | null;
  redLinePower: number;
};

/** Share of the greatest boost at which it counts as there, and the least that counts as boost, Pa gauge. */
const THERE = 0.9;
const LEAST = 5_000;

/** Marks of solved points in the order of their speeds; null where none is solved. Total. */
export function marksOf(points: readonly OperatingPoint[]): CurveMarks | null {
  const solved = points.filter(
    ({ status, power }) => status.kind !== 'failed' && Number.isFinite(power.flywheel),
  );
  if (!solved.length) return null;
  const best = solved.reduce((a, b) => (b.power.flywheel > a.power.flywheel ? b : a));
  const mostBoost = Math.max(...solved.map(({ boostGauge }) => boostGauge));
  const there = solved.find(({ boostGauge }) => boostGauge >= THERE * mostBoost);
  return {
    peak: { power: best.power.flywheel, speedRpm: best.speedRpm },
    mostBoost,
    boostRpm: mostBoost > LEAST && there ? there.speedRpm : null,
    redLinePower: solved.at(-1)!.power.flywheel,
  };
}

/** The greatest boost of solved points, Pa gauge; 0 where none is solved or there is none. */
export const mostBoostOf = (points: readonly OperatingPoint[]): number =>
  Math.max(0, marksOf(points)?.mostBoost ?? 0);
