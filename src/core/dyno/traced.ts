import { powerOfTorque, torque as torqueFormula } from '../engine/power-formulas';
import { monotoneCubic } from '../numerics/monotone-cubic';
import type { Log } from './channels';

/** What the vertical axis of a printed sheet may carry. */
export const tracedChannels = ['torque', 'power', 'boost'] as const;
export type TracedChannel = (typeof tracedChannels)[number];

/** Points of a curve read off a picture, SI, in the order they were clicked. */
export type Traced = { speedRpm: number; value: number }[];

const STEP = 25;
const FEWEST = 4;
/** Points nearer than this in engine speed are one, rev/min. */
const ONE = 5;

/** A curve through points in any order; null with fewer than four speeds. */
function through(points: Traced) {
  const sorted = [...points].sort((a, b) => a.speedRpm - b.speedRpm);
  const kept: { speedRpm: number; value: number; count: number }[] = [];
  for (const { speedRpm, value } of sorted) {
    const last = kept.at(-1);
    if (last && speedRpm - last.speedRpm < ONE) {
      last.value = (last.value * last.count + value) / (last.count + 1);
      last.count++;
    } else kept.push({ speedRpm, value, count: 1 });
  }
  if (kept.length < FEWEST) return null;
  return monotoneCubic(
    kept.map(({ speedRpm }) => speedRpm),
    kept.map(({ value }) => value),
  );
}

/**
 * Curves traced on one picture as the readings of a run: on an even grid over the speeds that torque or power has, power and torque from each
 * other. In: points of each, SI. Out: null without torque or power. Total.
 */
export function tracedLog(curves: Partial<Record<TracedChannel, Traced>>): Log | null {
  const torque = curves.torque && through(curves.torque);
  const power = curves.power && through(curves.power);
  const boost = curves.boost && through(curves.boost);
  const main = torque ?? power;
  if (!main) return null;
  const speedRpm: number[] = [];
  for (let n = Math.ceil(main.first / STEP) * STEP; n <= main.last; n += STEP) speedRpm.push(n);
  if (speedRpm.length < 3) return null;
  const torques = speedRpm.map((n) =>
    torque ? torque.at(n) : torqueFormula.fn({ power: power!.at(n), speedRpm: n }),
  );
  return {
    speedRpm,
    torque: torques,
    power: torques.map((value, i) => powerOfTorque(value, speedRpm[i]!)),
    ...(boost
      ? { boost: speedRpm.map((n) => (n >= boost.first && n <= boost.last ? boost.at(n) : NaN)) }
      : {}),
  };
}

/** Clicks miss the middle of a line by so many pixels (common practice). */
const CLICK_ERROR = 1.5;

/** Reading error of a traced curve as a share of its peak: of a click along the vertical axis. In: what a pixel is worth, SI; the peak. */
export const readingError = (perPixel: number, peak: number): number =>
  peak > 0 ? (CLICK_ERROR * perPixel) / peak : 0;
