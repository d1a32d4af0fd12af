import type { AuditedRun } from '@/core/dyno/audit';
import { runFactor, type RunCorrection } from '@/core/dyno/corrections';
import type { ChannelId } from '@/core/dyno/channels';
import { normalisedTorque } from '@/core/dyno/normalise';
import { valueAt } from '@/core/dyno/compare';
import { powerCurve } from '@/core/dyno/run-head';
import { curveOf, type Curve } from '@/core/dyno/smoothing';
import type { Run } from './useRuns';

/** Why figures cannot carry another correction: the air of the day, or the diesel's factor, is not on the card. */
export type Lacks = 'air' | 'engine-factor';

/** Factor from what a run's figures carry to a correction. In: whether its charger is driven by the exhaust, for the diesel form. */
export function factorTo(
  { card }: Pick<Run, 'card'>,
  correction: RunCorrection | 'card',
  isTurbocharged: boolean,
): number | Lacks {
  if (correction === 'card' || correction === card.correction) return 1;
  const { pressure, temperature, humidity, engineFactor } = card;
  if (pressure === null || temperature === null) return 'air';
  const air = { pressure, temperature, humidity: humidity ?? 0 };
  const engine = engineFactor === null ? null : { engineFactor, isTurbocharged };
  const [to, from] = [runFactor(correction, air, engine), runFactor(card.correction, air, engine)];
  return to === null || from === null ? 'engine-factor' : to / from;
}

/** Smoothed curves of a run by channel, each made once. */
const made = new WeakMap<Run['log'], Map<string, Curve | null>>();

/** A channel of a run over the revs, glitches that its card leaves out left out; torque and power under a factor. */
export function runCurve({ log, card }: Run, channel: ChannelId, factor = 1): Curve | null {
  const its = made.get(log) ?? new Map<string, Curve | null>();
  made.set(log, its);
  const key = `${channel} ${card.leftOut.join()}`;
  if (!its.has(key)) its.set(key, smoothedOf(log, channel, new Set(card.leftOut)));
  const curve = its.get(key)!;
  if (!curve || (channel !== 'torque' && channel !== 'power') || factor === 1) return curve;
  return { ...curve, values: curve.values.map((value) => value * factor) };
}

/** Power is torque over the revs: one curve of both, so that they never part. */
function smoothedOf(log: Run['log'], channel: ChannelId, leftOut: ReadonlySet<number>): Curve | null {
  if (channel !== 'power') return curveOf(log, channel, leftOut);
  const torque = curveOf(log, 'torque', leftOut);
  return torque && powerCurve(torque);
}

/** Gauge boost of a run: as logged, or manifold pressure over the day's air. */
export function boostOf(run: Run): Curve | null {
  const own = runCurve(run, 'boost');
  const manifold = runCurve(run, 'manifold');
  const { pressure } = run.card;
  if (own || !manifold || pressure === null) return own;
  return { ...manifold, values: manifold.values.map((value) => value - pressure) };
}

/** Absolute manifold pressure of a run: as logged, or boost over the day's air. */
export function manifoldOf(run: Run): Curve | null {
  const own = runCurve(run, 'manifold');
  const boost = runCurve(run, 'boost');
  const { pressure } = run.card;
  if (own || !boost || pressure === null) return own;
  return { ...boost, values: boost.values.map((value) => value + pressure) };
}

/** A run's torque brought to the manifold pressure and charge temperature of another, at each speed; null where either lacks them. */
export function normalisedTo(run: Run, reference: Run, torque: Curve, exponent: number): Curve | null {
  const [pressure, to] = [manifoldOf(run), manifoldOf(reference)];
  const [charge, toCharge] = [runCurve(run, 'chargeTemperature'), runCurve(reference, 'chargeTemperature')];
  if (!pressure || !to || !charge || !toCharge) return null;
  const points = torque.speeds.flatMap((speed, i) => {
    const at = [pressure, to, charge, toCharge].map((curve) => valueAt(curve, speed));
    if (at.some((value) => value === null)) return [];
    const [p, p0, t, t0] = at as [number, number, number, number];
    const value = normalisedTorque.fn({
      torque: torque.values[i]!,
      pressure: p,
      toPressure: p0,
      temperature: t,
      toTemperature: t0,
      exponent,
    });
    return [{ speed, value }];
  });
  return points.length < 3
    ? null
    : { speeds: points.map(({ speed }) => speed), values: points.map(({ value }) => value) };
}

/** A run as the audit reads it. */
export function audited(run: Run): AuditedRun {
  const curves: AuditedRun['curves'] = {};
  for (const channel of ['boost', 'chargeTemperature', 'lambda', 'timing'] as const) {
    const curve = runCurve(run, channel);
    if (curve) curves[channel] = curve;
  }
  const manifold = manifoldOf(run);
  if (manifold) curves.manifold = manifold;
  return { card: run.card, curves };
}

/** Factor that a run's figures carry over what was measured, where its boost is held as an absolute pressure; null elsewhere. */
export function overCorrectionOf(run: Run, factor: number, isTurbocharged: boolean): number | null {
  if (run.card.boostHeld !== 'absolute') return null;
  const back = factorTo(run, 'none', isTurbocharged);
  return typeof back === 'number' ? factor / back : null;
}
