import { nearestFifty } from '../units/nearest';
import { reason, type Reason } from '../working/range';
import type { Log } from './channels';
import { meanBetween, peakOf, valueAt } from './compare';
import type { Curve } from './smoothing';

/** Readings by which wheels are said to slip: speed gained on the engine over what the gear gives, as a share (common practice). */
const SLIP = 0.03;
/** Depth from which a dip is named, as a share of the curve around it. */
const DIP = 0.03;
const DIP_WIDTH = 12;

/** Dips of a curve: where it falls under the straight line between what stands on either side. */
export function dipsOf({ speeds, values }: Curve): { speedRpm: number; depth: number }[] {
  const depths = values.map((value, i) => {
    const [a, b] = [values[i - DIP_WIDTH], values[i + DIP_WIDTH]];
    return a === undefined || b === undefined ? 0 : 1 - value / Math.max(Math.min(a, b), 1e-9);
  });
  return depths.flatMap((depth, i) => {
    const around = depths.slice(Math.max(0, i - DIP_WIDTH), i + DIP_WIDTH + 1);
    return depth >= DIP && depth === Math.max(...around) ? [{ speedRpm: speeds[i]!, depth }] : [];
  });
}

/**
 * Engine speed that rises without road speed: clutch, converter or tyres slip. In: a pull in one gear. Out: engine speed from which it does,
 * and the share; null where it does not, or without road speed. Source: the ratio of both is one gear's.
 */
export function slipOf({ speedRpm, roadSpeed }: Log): { fromRpm: number; share: number } | null {
  if (!speedRpm || !roadSpeed) return null;
  const ratios = speedRpm.flatMap((n, i) =>
    roadSpeed[i]! > 3 && n > 0 ? [{ n, ratio: n / roadSpeed[i]! }] : [],
  );
  if (ratios.length < 10) return null;
  // What the gear gives: the least that a tenth of the readings keep to.
  const sorted = ratios.map(({ ratio }) => ratio).sort((a, b) => a - b);
  const gear = sorted[Math.floor(sorted.length / 10)]!;
  const over = ratios.filter(({ ratio }) => ratio > gear * (1 + SLIP));
  if (over.length < 3) return null;
  return { fromRpm: over[0]!.n, share: Math.max(...over.map(({ ratio }) => ratio)) / gear - 1 };
}

/** Share of the first speed that is tried next where no model knows the threshold. */
const LOWER = 0.8;
/** A correction that adds less is not said. */
const NOTICED = 0.005;

/**
 * What is said of two runs without being asked. In: torque and power of both over engine speed; boost of the later, gauge; the factor that
 * its figures carry where its boost is held as an absolute pressure; where the model has the boost threshold, rev/min. Total.
 */
export function signsOf(
  after: {
    torque: Curve;
    power: Curve;
    boost: Curve | null;
    log: Log;
    overCorrection?: number | null;
    thresholdRpm?: number | null;
  },
  before: { torque: Curve; power: Curve } | null,
): Reason[] {
  const said: Reason[] = [];
  const slip = slipOf(after.log);
  if (slip)
    said.push(reason('run-slips', { from: [slip.fromRpm, 'engineSpeed'], share: [slip.share, 'share'] }));
  const peak = after.boost && peakOf(after.boost);
  if (after.boost && peak) {
    const first = after.boost.values[0]!;
    const full = after.boost.speeds[after.boost.values.findIndex((value) => value >= 0.9 * peak.value)];
    // Where boost is there from the first reading the pull began beyond the threshold.
    if (first > 0.5 * peak.value && peak.value > 20_000)
      said.push(
        reason('run-begins-late', {
          from: [after.boost.speeds[0]!, 'engineSpeed'],
          try: [nearestFifty(after.thresholdRpm ?? LOWER * after.boost.speeds[0]!), 'engineSpeed'],
        }),
      );
    else if (full !== undefined && peak.value > 20_000)
      said.push(
        reason('run-full-boost', { from: [full, 'engineSpeed'], boost: [0.9 * peak.value, 'boost'] }),
      );
  }
  const top = peakOf(after.power);
  const { overCorrection } = after;
  if (top && overCorrection && overCorrection > 1 + NOTICED)
    said.push(reason('run-over-corrected', { power: [top.value * (1 - 1 / overCorrection), 'power'] }));
  for (const { speedRpm, depth } of dipsOf(after.torque).slice(0, 4))
    said.push(reason('run-dip', { speed: [speedRpm, 'engineSpeed'], depth: [depth, 'share'] }));
  if (!before) return said;
  const [a, b] = [peakOf(after.power), peakOf(before.power)];
  if (!a || !b) return said;
  const from = Math.max(after.torque.speeds[0]!, before.torque.speeds[0]!);
  const to = Math.min(after.torque.speeds.at(-1)!, before.torque.speeds.at(-1)!);
  const means = [meanBetween(after.torque, from, to), meanBetween(before.torque, from, to)];
  const tops = [peakOf(after.torque), peakOf(before.torque)];
  if (a.value > b.value && tops[0] && tops[1] && tops[0].value < tops[1].value)
    said.push(
      reason('run-torque-fell', {
        more: [a.value - b.value, 'power'],
        less: [tops[1].value - tops[0].value, 'torque'],
        after: [means[0] ?? valueAt(after.torque, to) ?? 0, 'torque'],
        before: [means[1] ?? valueAt(before.torque, to) ?? 0, 'torque'],
      }),
    );
  return said;
}
