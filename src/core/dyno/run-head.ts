import { powerOfTorque, torque } from '../engine/power-formulas';
import type { ChannelId, Log } from './channels';
import { peakOf } from './compare';
import { curveOf, type Curve } from './smoothing';

type Peak = { speedRpm: number; value: number };

/** What a list says of a run without its readings. W, N·m, rev/min; peaks after smoothing, as its figures carry them. */
export type RunHead = {
  channels: ChannelId[];
  readings: number;
  fromRpm: number;
  toRpm: number;
  power: Peak | null;
  torque: Peak | null;
};

/** Power over the revs from torque. */
export const powerCurve = ({ speeds, values }: Curve): Curve => ({
  speeds,
  values: values.map((torque, i) => powerOfTorque(torque, speeds[i]!)),
});

/** Torque over the revs from power. */
export const torqueCurve = ({ speeds, values }: Curve): Curve => ({
  speeds,
  values: values.map((power, i) => torque.fn({ power, speedRpm: speeds[i]! })),
});

/** The head of a run. In: its readings. Total. */
export function runHead(log: Log): RunHead {
  const speeds = (log.speedRpm ?? []).filter(Number.isFinite);
  const its = curveOf(log, 'torque');
  return {
    channels: (Object.keys(log) as ChannelId[]).filter((id) => log[id]!.some(Number.isFinite)),
    readings: log.speedRpm?.length ?? 0,
    fromRpm: speeds.reduce((a, b) => Math.min(a, b), Infinity),
    toRpm: speeds.reduce((a, b) => Math.max(a, b), -Infinity),
    power: its && peakOf(powerCurve(its)),
    torque: its && peakOf(its),
  };
}
