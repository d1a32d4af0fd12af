import { machNumber } from './losses';
import { dropOfPipe, PIPE_GAS } from './pipe';
import type { Piping } from './piping-document';
import { reason, type Reason } from '../working/range';

type Point = Piping['points'][number];

/** Points of one part lie on one square law: their resistances, drop over flow squared, are this close (common practice). */
const USUAL_SPREAD = 1.35;
/** Over the drop of its own measures, what a bench reads of a pipe or hose: entry, exit and joints (common practice). */
const USUAL_OVER_MEASURES = [0.5, 12] as const;

const resistance = ({ flow, drop }: Point): number => drop / flow ** 2;

/**
 * The drop of a part with points at a flow, Pa, at the state of its bench: between two points along the square laws through
 * them, beyond the last along its own. In: points of rising flow, at least one; kg/s. Source: turbulent loss goes with flow
 * squared (common practice).
 */
export function dropByPoints(points: readonly Point[], flow: number): number {
  const above = points.findIndex((p) => p.flow >= flow);
  const high = points[above < 0 ? points.length - 1 : above]!;
  const low = points[Math.max(0, above - 1)]!;
  if (above <= 0 || high === low) return resistance(high) * flow ** 2;
  const share = (flow - low.flow) / (high.flow - low.flow);
  return (resistance(low) + share * (resistance(high) - resistance(low))) * flow ** 2;
}

/** How a part of the library stands in a job: as a drop stated at a flow, or by its measures. SI. */
export type PipingLoss =
  | { from: 'drop'; drop: number; massFlow: number; pressure: number; temperature: number; diameter: number }
  | { from: 'pipe'; diameter: number; length: number; bends: number };

/** What a part costs an engine. In: the part; the flow through it at the goal, kg/s. A part without points goes by its measures. */
export function lossOf({ points, bench, bore, length, bends }: Piping, massFlow: number): PipingLoss {
  return points.length
    ? { from: 'drop', drop: dropByPoints(points, massFlow), massFlow, ...bench, diameter: bore.value }
    : { from: 'pipe', diameter: bore.value, length: length.value, bends: bends.value };
}

/** Of one part with its bench before it: the flow, kg/s, at a Mach number in its bore. */
export const flowAtMach = ({ bore, bench }: Piping, mach: number): number =>
  mach / machNumber.fn({ massFlow: 1, diameter: bore.value, gasConstant: PIPE_GAS, ...bench });

/** What a part loses at a flow through it with its bench before it, Pa: by its points, or by its measures. */
export function dropOn(piping: Piping, massFlow: number): number {
  const { points, bench, bore, length, bends } = piping;
  const pipe = { diameter: bore.value, length: length.value, bends: bends.value };
  return points.length
    ? dropByPoints(points, massFlow)
    : dropOfPipe(pipe, massFlow, bench.pressure, bench.temperature);
}

/** What is wrong with a part, and what is odd about it. In: a document that passed its schema. Never throws. */
export function checkPiping(piping: Piping): { faults: { reason: Reason }[]; doubts: { reason: Reason }[] } {
  const { points, bore, length, bends, type } = piping;
  if (!points.length) {
    const isBare = length.value === 0 && bends.value === 0;
    const faults = isBare || type === 'throttle-body' ? [{ reason: reason('piping-without-loss') }] : [];
    return { faults, doubts: [] };
  }
  const doubts: { reason: Reason }[] = [];
  const all = points.map(resistance);
  const spread = Math.max(...all) / Math.min(...all);
  if (spread > USUAL_SPREAD)
    doubts.push({ reason: reason('piping-points-rough', { spread: [spread, 'ratio'] }) });
  const last = points.at(-1)!;
  const mach = last.flow / flowAtMach(piping, 1);
  if (mach > 0.6)
    doubts.push({
      reason: reason('piping-bench-fast', {
        mach: [mach, 'ratio'],
        flow: [last.flow, 'massFlow'],
        bore: [bore.value, 'bore'],
      }),
    });
  const measured = dropOn({ ...piping, points: [] }, last.flow);
  const over = last.drop / measured;
  const [least, most] = USUAL_OVER_MEASURES;
  if (type !== 'throttle-body' && measured > 0 && !(over > least && over < most))
    doubts.push({
      reason: reason('piping-measures-disagree', {
        drop: [last.drop, 'pressureDrop'],
        measured: [measured, 'pressureDrop'],
        flow: [last.flow, 'massFlow'],
      }),
    });
  return { faults: [], doubts };
}
