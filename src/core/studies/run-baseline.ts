import type { RunCard } from '../dyno/card';
import type { ChannelId, Log } from '../dyno/channels';
import { corrections, type Correction } from '../dyno/corrections';
import { valueAt } from '../dyno/compare';
import { powerCurve } from '../dyno/run-head';
import { curveOf, type Curve } from '../dyno/smoothing';
import { given } from '../documents/input';
import type { Baseline } from '../job/schema/engine';
import { reason, type Reason } from '../working/range';

/** Most rows that a baseline is given: fine enough for every bend, few enough to be read. */
const MOST_ROWS = 60;
const isBaselineCorrection = (correction: string): correction is Correction =>
  corrections.some((one) => one === correction);

/**
 * A run as the measured baseline of its engine: smoothed rows, the day and the basis from its card, what it does not say left as it stands.
 * In: the run; the baseline as it is. Out: the baseline, or why there is none. Total.
 */
export function baselineOfRun(
  card: RunCard,
  log: Log,
  before: Baseline,
): { ok: true; baseline: Baseline } | { ok: false; why: Reason } {
  const { pressure, temperature, humidity, basis, correction } = card;
  const torque = curveOf(log, 'torque');
  if (!torque) return { ok: false, why: reason('baseline-no-torque') };
  if (basis === 'hub') return { ok: false, why: reason('baseline-at-hub') };
  if (pressure === null || temperature === null) return { ok: false, why: reason('baseline-needs-air') };
  if (!isBaselineCorrection(correction)) return { ok: false, why: reason('baseline-diesel-form') };
  const power = powerCurve(torque);
  const curve = (channel: ChannelId) => curveOf(log, channel);
  const [boost, manifold] = [curve('boost'), curve('manifold')];
  const [charge, lambda] = [curve('chargeTemperature'), curve('lambda')];
  const at = (its: Curve | null, speedRpm: number, low: number, high: number) => {
    const value = its && valueAt(its, speedRpm);
    return value !== null && value >= low && value <= high ? value : null;
  };
  const every = Math.max(1, Math.ceil(power.speeds.length / MOST_ROWS));
  const readings = Math.max(1, Math.round((log.speedRpm?.length ?? 0) / (power.speeds.length / every)));
  const rows = power.speeds.flatMap((speedRpm, i) => {
    const value = power.values[i]!;
    if (i % every !== 0 || !(value >= 100 && value <= 10_000_000)) return [];
    const absolute = at(manifold, speedRpm, 10_000, 900_000);
    return [
      {
        speedRpm,
        power: value,
        boostGauge: at(boost, speedRpm, -90_000, 800_000) ?? (absolute === null ? null : absolute - pressure),
        chargeTemperature: at(charge, speedRpm, 233.15, 500),
        lambda: at(lambda, speedRpm, 0.4, 6),
        readings: Math.min(10_000, readings),
      },
    ];
  });
  if (rows.length < 2) return { ok: false, why: reason('baseline-no-torque') };
  const measured = (value: number) => given(value, 'measured');
  return {
    ok: true,
    baseline: {
      ...before,
      name: card.name.slice(0, 60),
      on: card.at.slice(0, 10),
      basis,
      correction,
      confidence: 'measured',
      pressure: measured(pressure),
      temperature: measured(temperature),
      humidity: humidity === null ? before.humidity : measured(humidity),
      rows,
    },
  };
}
