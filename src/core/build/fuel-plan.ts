import { isLiquid, type Fuel } from '../fuel/fuels';
import { liquidOf } from '../fuel/liquid';
import { compileSupply, type Supply } from '../fuel-system/supply';
import type { Job, Setup } from '../job/schema/job';

/**
 * Where λ goes. `boost`: what it is at the air of the day, and the pressure, Pa absolute, from which it is the full one. `revs`: the
 * full one stands up to a speed and goes on a straight line to another at the red line, rev/min.
 */
export type LambdaPlan = {
  boost: { unboosted: number; full: number } | null;
  revs: { fromRpm: number; redLineRpm: number; atRedLine: number } | null;
};

/** The Brief's plan for λ; null where one stands for all. In: its fuel; the fuel burnt; ambient, Pa; red line, rev/min. */
export function lambdaPlanOf(
  { lambdaUnboosted, lambdaFullGauge, lambdaRedLine, lambdaFromRpm }: Job['brief']['fuel'],
  { ignition }: Fuel,
  ambient: number,
  redLineRpm: number,
): LambdaPlan | null {
  // A diesel's λ without boost is its smoke limit's matter.
  const boost =
    ignition === 'spark' && lambdaUnboosted && lambdaFullGauge
      ? { unboosted: lambdaUnboosted.value, full: ambient + lambdaFullGauge.value }
      : null;
  const revs =
    lambdaRedLine && lambdaFromRpm && lambdaFromRpm.value < redLineRpm
      ? { fromRpm: lambdaFromRpm.value, redLineRpm, atRedLine: lambdaRedLine.value }
      : null;
  return boost || revs ? { boost, revs } : null;
}

/** Injectors and what feeds them with the liquid of the Brief; a gas comes by the pressure of its own tank. */
export function supplyOf({ id, ...fuel }: Job['brief']['fuel'], system: Setup['fuelSystem']): Supply | null {
  if (!system || !isLiquid(id)) return null;
  return compileSupply(system, liquidOf({ ...fuel, id }, system.temperature.value));
}
