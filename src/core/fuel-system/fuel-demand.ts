import { burningAir, fuelBesideMethanol } from '../charge-injection/formulas';
import type { Injected } from '../charge-injection/injected';
import { METHANOL_AIR, nitrousOxide } from '../charge-injection/liquids';
import { fuelMassFlow } from '../fuel/flow';
import { defineFormula } from '../working/formula';

export const throughInjectors = defineFormula({
  id: 'through-injectors',
  form: '{massFlow} · {share}',
  source: 'A jet beside the nitrous oxide brings the fuel that its oxygen burns',
  result: { symbol: 'ṁ_i', quantity: 'massFlow', meaning: 'fuel through the injectors' },
  variables: {
    massFlow: { symbol: 'ṁ_f', quantity: 'massFlow', meaning: 'fuel of the whole engine' },
    share: { symbol: 's', quantity: 'share', meaning: 'share of it that the injectors bring' },
  },
  fn: (a) => a.massFlow * a.share,
});

type Burning = { dryFlow: number; lambda: number; injected: Injected | null };

/** Dry air of an air path with the oxygen that is injected counted as air, kg/s, before what is lost in the ports. */
const burningFlow = ({ dryFlow, injected }: Burning): number =>
  injected
    ? burningAir.fn({ dryFlow, nitrous: injected.nitrous, airPerMass: nitrousOxide.airPerMass, kept: 1 })
    : dryFlow;

/**
 * Fuel of the whole engine, kg/s, on an air path: its dry air, with the oxygen injected, by the λ it burns with there, less what
 * methanol injected burns of that.
 */
export function fuelFlowOf(
  { fuel: { stoichiometric }, trapped }: { fuel: { stoichiometric: number }; trapped: number },
  path: Burning,
): number {
  const { lambda, injected } = path;
  const whole = fuelMassFlow.fn({ dryFlow: burningFlow(path), trapped, stoichiometric, lambda });
  return injected
    ? fuelBesideMethanol.fn({
        whole,
        methanol: injected.methanol * trapped,
        methanolAir: METHANOL_AIR,
        stoichiometric,
      })
    : whole;
}

/** Share of an air path's fuel that the injectors bring: a jet beside the nitrous oxide brings what that burns. */
export function injectorsShare(path: Burning): number {
  if (!path.injected?.isWet || path.injected.nitrous === 0) return 1;
  return path.dryFlow / burningFlow(path);
}
