import { reason, type Reason } from '../working/range';
import type { Blower, BlowerType } from './document';
import { isentropicWork, indicatedWork } from './formulas';
import { compileBlower, peakOf } from './table';

type Finding = { reason: Reason; line?: number; point?: number };

/** Usual best isentropic efficiency of each type: beyond it a table is probably of something else (common practice, no source). */
const USUAL_PEAK: Record<BlowerType, [number, number]> = {
  roots: [0.4, 0.68],
  twisted: [0.5, 0.78],
  screw: [0.55, 0.84],
};
const GAMMA = 1.4;

/**
 * What is wrong with a blower's table, or odd about it. A fault: more efficient than a machine of its internal ratio without
 * any loss. Doubts: a peak that its type does not have; a table that ends below the highest rotor speed. Never throws.
 */
export function checkBlower(blower: Blower): { faults: Finding[]; doubts: Finding[] } {
  const faults: Finding[] = [];
  const doubts: Finding[] = [];
  const internalRatio = blower.internalRatio.value;
  blower.lines.forEach(({ points }, line) =>
    points.forEach(({ pressureRatio, isentropic, volumetric }, point) => {
      const ideal =
        (Math.min(1, volumetric) * isentropicWork(pressureRatio, GAMMA)) /
        indicatedWork(pressureRatio, internalRatio, GAMMA);
      if (pressureRatio > 1 && isentropic > ideal * 1.005)
        faults.push({
          reason: reason('blower-beyond-ideal', {
            isentropic: [isentropic, 'share'],
            ideal: [ideal, 'share'],
            pressureRatio: [pressureRatio, 'ratio'],
          }),
          line,
          point,
        });
    }),
  );
  const peak = peakOf(compileBlower(blower));
  const [low, high] = USUAL_PEAK[blower.type];
  if (peak < low || peak > high)
    doubts.push({
      reason: reason('blower-peak-unusual', {
        peak: [peak, 'share'],
        low: [low, 'share'],
        high: [high, 'share'],
      }),
    });
  const fastest = blower.lines.at(-1)!.speedRpm;
  if (fastest < 0.9 * blower.maxSpeedRpm.value)
    doubts.push({
      reason: reason('blower-table-short', {
        fastest: [fastest, 'shaftSpeed'],
        most: [blower.maxSpeedRpm.value, 'shaftSpeed'],
      }),
    });
  return { faults, doubts };
}
