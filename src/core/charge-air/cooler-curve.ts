import { monotoneCubic } from '../numerics/monotone-cubic';
import { reason, type Reason } from '../working/range';
import type { ChargeCooler } from './cooler-document';

/** A cooler's effectiveness at a flow of charge, kg/s. */
export type EffectivenessPoint = { flow: number; effectiveness: number };

/** An effectiveness of one has no transfer units: it is read as this. */
const MOST = 0.9995;
const LEAST = 1e-3;
/** Beyond its points the transfer units go with flow to a power that is kept between these. */
const STEEPEST = -1;
const FLATTEST = 0;

const unitsOf = (effectiveness: number): number =>
  -Math.log(1 - Math.min(MOST, Math.max(LEAST, effectiveness)));

/**
 * Charge-side effectiveness over the flow of charge from points. Between them the transfer units −ln(1 − ε) are followed over
 * the flow, logarithm over logarithm, without a kink; beyond the first and the last their own slope goes on, no steeper than
 * with one over the flow and never rising. In: points of rising flow, two or more, kg/s. Out: 0 to 1 at any flow above zero.
 * Source: ε-NTU of a stream against one that hardly warms; transfer units fall with a power of the flow (Kays & London).
 */
export function effectivenessCurve(points: readonly EffectivenessPoint[]): (flow: number) => number {
  const x = points.map((p) => Math.log(p.flow));
  const y = points.map((p) => Math.log(unitsOf(p.effectiveness)));
  const curve = monotoneCubic(x, y);
  const last = x.length - 1;
  const slope = (i: number) =>
    Math.min(FLATTEST, Math.max(STEEPEST, (y[i + 1]! - y[i]!) / (x[i + 1]! - x[i]!)));
  const [before, behind] = [slope(0), slope(last - 1)];
  return (flow) => {
    const at = Math.log(Math.max(1e-6, flow));
    const units =
      at < x[0]!
        ? y[0]! + before * (at - x[0]!)
        : at > x[last]!
          ? y[last]! + behind * (at - x[last]!)
          : curve.at(at);
    return 1 - Math.exp(-Math.exp(units));
  };
}

/** Shares of a flow at which one figure is carried over to points. */
const SPREAD = [0.4, 0.7, 1, 1.3];

/**
 * Points to start from where one effectiveness was stated: as much at that flow, by a core whose transfer units fall with the
 * square root of it (common practice, no source). In: 0 to 1; flow of charge, kg/s. Out: four points of rising flow.
 */
export function pointsFrom(effectiveness: number, flow: number): EffectivenessPoint[] {
  const units = unitsOf(Math.min(0.98, effectiveness));
  return SPREAD.map((share) => ({
    flow: Number((flow * share).toPrecision(3)),
    effectiveness: Number((1 - Math.exp(-units / Math.sqrt(share))).toPrecision(3)),
  }));
}

/** A drop over flow squared that strays by more than this factor over the points is odd (common practice). */
const USUAL_SPREAD = 1.6;

/** What is odd about a cooler. In: a document that passed its schema. Never throws. */
export function checkCooler({ points }: ChargeCooler): { faults: []; doubts: { reason: Reason }[] } {
  const doubts: { reason: Reason }[] = [];
  const rising = points.findIndex((p, i) => i > 0 && p.effectiveness > points[i - 1]!.effectiveness + 0.005);
  if (rising > 0)
    doubts.push({ reason: reason('cooler-better-with-flow', { flow: [points[rising]!.flow, 'massFlow'] }) });
  const resistance = points.map(({ flow, drop }) => drop / flow ** 2);
  const spread = Math.max(...resistance) / Math.min(...resistance);
  if (spread > USUAL_SPREAD)
    doubts.push({ reason: reason('piping-points-rough', { spread: [spread, 'ratio'] }) });
  return { faults: [], doubts };
}
