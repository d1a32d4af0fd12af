import { powerOfTorque } from '@/core/engine/power-formulas';
import type { AuditedRun } from '@/core/dyno/audit';
import { correctionFactor, type Correction } from '@/core/dyno/corrections';
import type { ChannelId } from '@/core/dyno/channels';
import { normalisedTorque, USUAL_EXPONENT } from '@/core/dyno/normalise';
import { valueAt } from '@/core/dyno/compare';
import { curveOf, type Curve } from '@/core/dyno/smoothing';
import type { Run } from './useRuns';

/** Factor from what a run's figures carry to a correction; null where its air is not on the card. */
export function factorTo({ card }: Run, correction: Correction | 'card'): number | null {
  if (correction === 'card' || correction === card.correction) return 1;
  const { pressure, temperature, humidity } = card;
  if (pressure === null || temperature === null) return null;
  const air = { pressure, temperature, humidity: humidity ?? 0 };
  return correctionFactor(correction, air) / correctionFactor(card.correction, air);
}

/** A channel of a run over the revs, torque and power under a correction. */
export function runCurve(run: Run, channel: ChannelId, factor = 1): Curve | null {
  const curve = curveOf(run.log, channel);
  if (!curve || (channel !== 'torque' && channel !== 'power') || factor === 1) return curve;
  return { ...curve, values: curve.values.map((value) => value * factor) };
}

/** Absolute manifold pressure of a run: as logged, or boost over the day's air. */
function manifoldOf(run: Run): Curve | null {
  const own = curveOf(run.log, 'manifold');
  const boost = curveOf(run.log, 'boost');
  const { pressure } = run.card;
  if (own || !boost || pressure === null) return own;
  return { ...boost, values: boost.values.map((value) => value + pressure) };
}

/** A run's torque brought to the manifold pressure and charge temperature of another, at each speed; null where either lacks them. */
export function normalisedTo(run: Run, reference: Run, torque: Curve): Curve | null {
  const [pressure, to] = [manifoldOf(run), manifoldOf(reference)];
  const [charge, toCharge] = [
    curveOf(run.log, 'chargeTemperature'),
    curveOf(reference.log, 'chargeTemperature'),
  ];
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
      exponent: USUAL_EXPONENT,
    });
    return [{ speed, value }];
  });
  return points.length < 3
    ? null
    : { speeds: points.map(({ speed }) => speed), values: points.map(({ value }) => value) };
}

/** Power over the revs from torque. */
export const powerCurve = ({ speeds, values }: Curve): Curve => ({
  speeds,
  values: values.map((torque, i) => powerOfTorque(torque, speeds[i]!)),
});

/** A run as the audit reads it. */
export function audited(run: Run): AuditedRun {
  const curves: AuditedRun['curves'] = {};
  for (const channel of ['boost', 'chargeTemperature', 'lambda', 'timing'] as const) {
    const curve = curveOf(run.log, channel);
    if (curve) curves[channel] = curve;
  }
  const manifold = manifoldOf(run);
  if (manifold) curves.manifold = manifold;
  return { card: run.card, curves };
}
