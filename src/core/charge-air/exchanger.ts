/** How the two streams of an exchanger run: against each other, along, or across with both or only the charge kept in channels. */
export type FlowArrangement = 'counter' | 'parallel' | 'cross' | 'cross-coolant-mixed';

/** Below this ratio of capacities the other stream does not warm: a condenser, or water without end. */
const NO_CAPACITY = 1e-9;
/** Nearer to one the formula of counterflow is taken at its limit. */
const BALANCED = 1e-7;

/**
 * Exchanger effectiveness, q over what could be exchanged at most. In: transfer units UA/C_min, 0 or more; C_min/C_max, 0 to 1;
 * the arrangement; whether the charge is the stream of the lesser capacity (it matters where one stream is mixed). Out: 0 to 1.
 * Source: Kays & London, Compact Heat Exchangers, 3rd ed., ch. 2; across with both unmixed the usual fit to their series
 * (Incropera & DeWitt, table 11.3, from memory).
 */
export function exchangerEffectiveness(
  ntu: number,
  ratio: number,
  arrangement: FlowArrangement,
  isChargeLesser = true,
): number {
  if (ntu <= 0) return 0;
  if (ratio < NO_CAPACITY) return 1 - Math.exp(-ntu);
  switch (arrangement) {
    case 'counter': {
      if (1 - ratio < BALANCED) return ntu / (1 + ntu);
      const left = Math.exp(-ntu * (1 - ratio));
      return (1 - left) / (1 - ratio * left);
    }
    case 'parallel':
      return (1 - Math.exp(-ntu * (1 + ratio))) / (1 + ratio);
    case 'cross':
      return 1 - Math.exp((ntu ** 0.22 / ratio) * (Math.exp(-ratio * ntu ** 0.78) - 1));
    case 'cross-coolant-mixed':
      return isChargeLesser
        ? (1 - Math.exp(-ratio * (1 - Math.exp(-ntu)))) / ratio
        : 1 - Math.exp(-(1 - Math.exp(-ratio * ntu)) / ratio);
  }
}

/** A core by what its two sides hand over at flows they were stated at. SI: W/K, kg/s. */
export type Core = {
  arrangement: FlowArrangement;
  charge: { conductance: number; flow: number };
  coolant: { conductance: number; flow: number };
};

/** Heat transfer goes with flow to these powers: turbulent in the charge's tubes, through louvred fins outside (common practice). */
const CHARGE_POWER = 0.8;
const COOLANT_POWER = 0.6;

/**
 * Charge-side effectiveness of a core, as two thermometers in the charge show it: ε · C_min / C_charge. In: the core; flows of
 * charge and coolant, kg/s; their specific heats, J/(kg·K). Out: 0 to 1. Source: two resistances in a row; Kays & London.
 */
export function chargeSideEffectiveness(
  core: Core,
  charge: { flow: number; heat: number },
  coolant: { flow: number; heat: number },
): number {
  const side = ({ conductance, flow }: Core['charge'], now: number, power: number) =>
    conductance * (now / flow) ** power;
  const conductance =
    1 /
    (1 / side(core.charge, charge.flow, CHARGE_POWER) + 1 / side(core.coolant, coolant.flow, COOLANT_POWER));
  const own = charge.flow * charge.heat;
  const other = coolant.flow * coolant.heat;
  const least = Math.min(own, other);
  const effectiveness = exchangerEffectiveness(
    conductance / least,
    least / Math.max(own, other),
    core.arrangement,
    own <= other,
  );
  return (effectiveness * least) / own;
}

/**
 * Exchanger effectiveness that a charge-side one stands for: q over what could be exchanged at most. In: charge side, 0 to 1;
 * capacities of both streams, W/K, above zero. Out: over one where the cooling stream cannot carry what the charge side says.
 */
export const exchangerSideOf = (chargeSide: number, charge: number, coolant: number): number =>
  (chargeSide * charge) / Math.min(charge, coolant);
