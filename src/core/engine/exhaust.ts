import { exhaustMoles } from '../air/exhaust-gas';
import {
  DRY_AIR,
  enthalpy,
  makeGas,
  specificHeat,
  temperatureAtEnthalpy,
  type Gas,
  type SpeciesName,
} from '../air/gas-properties';
import { STANDARD_PRESSURE } from '../air/standard-atmosphere';
import { cycleRetardAt, type CyclePower } from './cycle-power';
import type { Fuel } from '../fuel/fuels';
import {
  estimatedRetard,
  exhaustHeat,
  heatReleased,
  exhaustShare,
  turbineInletTemperature,
} from './exhaust-formulas';

/** Where heat is counted from. */
const ZERO = 298.15;
/** Molar mass of dry air and of water, kg/mol. */
const WATER_PER_AIR = 28.9647 / 18.01528;

/** What decides how much retard a fuel needs: its octane number and the engine's compression ratio. */
export type Knock = { octane: number; compressionRatio: number };

type RetardOf = Pick<Exhaust, 'knock' | 'retard' | 'cycles'>;

/** Spark retard at a manifold pressure, Pa, and a speed, rev/min: as stated, by the estimate, or by the cycles tabulated. rad. */
const retardAt = (
  { knock, retard, cycles }: RetardOf,
  manifold: number,
  speedRpm: number | undefined,
): number => {
  // Without a speed the cycles of the middle of the revs have to do.
  if (cycles)
    return cycleRetardAt(cycles, speedRpm ?? (cycles.speeds[0]! + cycles.speeds.at(-1)!) / 2, manifold);
  return knock ? estimatedRetard.fn({ ...knock, manifold }) : retard;
};

/** The exhaust of one job: its gas, and what makes it hot. SI. */
export type Exhaust = {
  gas: Gas;
  /** Of the gas where turbines work, for nozzles. */
  gamma: number;
  /** Mean specific heat between the wall and the port, J/(kg·K), for the loss on the way. */
  specificHeat: number;
  /** kg of fuel per kg of moist air delivered. */
  fuelPerAir: number;
  share: number;
  /** Spark retard from MBT as it is stated, rad; by the estimate where `knock` is known. */
  retard: number;
  knock: Knock | null;
  /** Cycles that say the retard over speed and pressure; null where they do not. */
  cycles: CyclePower | null;
  heatingValue: number;
  stoichiometric: number;
  trapped: number;
  lambda: number;
  /** Of the fuel: the share of the heat is stated at it. */
  usualLambda: number;
  /** W/K from gas to wall of port and manifold, and the wall's temperature, K. */
  heatLoss: number;
  wall: number;
  air: Gas;
  /** Enthalpies of gas and air at 25 °C, J/kg. */
  zeroGas: number;
  zeroAir: number;
};

/**
 * The exhaust gas of trapped air burnt at λ with what blew through beside it, frozen.
 * In: fuel; λ of the trapped charge (below 0.5 the gas of 0.5 is taken); humidity ratio kg/kg; share of the air trapped,
 * 0 to 1. Out: a gas. Source: Heywood (1988), sec. 4.9; mixing without a further reaction.
 */
export function exhaustGas(fuel: Fuel, lambda: number, humidityRatio: number, trapped: number): Gas {
  const water = humidityRatio * WATER_PER_AIR;
  const burnt = Math.max(0.5, lambda);
  const { hydrogen, oxygen } = fuel.formula;
  const moles: Partial<Record<SpeciesName, number>> = { ...exhaustMoles(fuel.formula, burnt, water) };
  const air = ((1 + hydrogen / 4 - oxygen / 2) * burnt) / DRY_AIR.O2!;
  const through = ((1 - trapped) / trapped) * air;
  for (const [name, share] of Object.entries(DRY_AIR) as [SpeciesName, number][])
    moles[name] = (moles[name] ?? 0) + share * through;
  moles.H2O = (moles.H2O ?? 0) + water * through;
  return makeGas(moles);
}

/** Makes the exhaust of a job ready for the sums. Shares 0 to 1; heat loss W/K; temperatures K; retard rad. */
export function makeExhaust(given: {
  fuel: Fuel;
  lambda: number;
  humidityRatio: number;
  trapped: number;
  air: Gas;
  share: number;
  retard: number;
  knock?: Knock | null;
  cycles?: CyclePower | null;
  heatLoss: number;
  wall: number;
}): Exhaust {
  const { fuel, lambda, humidityRatio, trapped, knock = null, cycles = null, ...rest } = given;
  const gas = exhaustGas(fuel, lambda, humidityRatio, trapped);
  const cp = specificHeat(gas, 1_100);
  return {
    ...rest,
    knock,
    cycles,
    gas,
    gamma: cp / (cp - gas.gasConstant),
    specificHeat: specificHeat(gas, 1_000),
    fuelPerAir: trapped / (1 + humidityRatio) / (fuel.stoichiometric * lambda),
    heatingValue: fuel.heatingValue,
    stoichiometric: fuel.stoichiometric,
    trapped,
    lambda,
    usualLambda: fuel.lambda,
    zeroGas: enthalpy(gas, ZERO),
    zeroAir: enthalpy(rest.air, ZERO),
  };
}

/** Above this the gas data end: hotter than any fuel burns in air. */
const HOTTEST = 3_400;

/**
 * Gas leaving the cylinder and entering the turbine. In: exhaust; moist air delivered, kg/s; charge temperature, K; the
 * manifold pressure, Pa, and the speed, rev/min, which the retard goes by; the λ burnt, where it is not the job's own; what is injected beside the air; a temperature near the port's to start from. Out: K and kg/s. Never throws for a charge of 200 to 3,500 K; a port over
 * 3,400 K is held there.
 */
export function exhaustState(
  exhaust: Exhaust,
  airFlow: number,
  chargeTemperature: number,
  {
    manifold = STANDARD_PRESSURE,
    speedRpm,
    lambda = exhaust.lambda,
    start = 1_100,
    added,
  }: {
    manifold?: number;
    speedRpm?: number | undefined;
    lambda?: number;
    start?: number;
    added?: { fuel: number; mass: number; heat: number } | undefined;
  } = {},
): { flow: number; port: number; inlet: number } {
  const { gas, air } = exhaust;
  const fuelFlow = (airFlow * exhaust.fuelPerAir * exhaust.lambda) / lambda + (added?.fuel ?? 0);
  const flow = airFlow + fuelFlow + (added?.mass ?? 0);
  const heat = exhaustHeat.fn({
    share: exhaustShare.fn({ share: exhaust.share, retard: retardAt(exhaust, manifold, speedRpm) }),
    heatingValue: exhaust.heatingValue,
    released: heatReleased.fn({ lambda, usual: exhaust.usualLambda }),
    fuelFlow,
    exhaustFlow: flow,
    charge: enthalpy(air, chargeTemperature) - exhaust.zeroAir - (added ? added.heat / airFlow : 0),
    airFlow,
  });
  const port = Math.min(HOTTEST, temperatureAtEnthalpy(gas, exhaust.zeroGas + heat, start));
  const inlet = turbineInletTemperature.fn({
    wall: exhaust.wall,
    port,
    heatLoss: exhaust.heatLoss,
    exhaustFlow: flow,
    specificHeat: exhaust.specificHeat,
  });
  return { flow, port, inlet };
}

/**
 * The share of the heat released that gives a turbine inlet temperature: `exhaustState` turned round. In: exhaust; moist
 * air kg/s, charge K and manifold pressure Pa; the temperature read, K. Out: the share at best timing; may lie outside what is plausible.
 */
export function shareFor(
  exhaust: Exhaust,
  {
    airFlow,
    charge,
    manifold,
    speedRpm,
  }: { airFlow: number; charge: number; manifold: number; speedRpm?: number },
  inlet: number,
): number {
  const fuelFlow = airFlow * exhaust.fuelPerAir;
  const flow = airFlow + fuelFlow;
  const cooling = Math.exp(-exhaust.heatLoss / (flow * exhaust.specificHeat));
  const port = Math.min(HOTTEST, exhaust.wall + (inlet - exhaust.wall) / cooling);
  const brought = (airFlow / flow) * (enthalpy(exhaust.air, charge) - exhaust.zeroAir);
  const heat = enthalpy(exhaust.gas, port) - exhaust.zeroGas - brought;
  const whole =
    (exhaust.heatingValue *
      heatReleased.fn({ lambda: exhaust.lambda, usual: exhaust.usualLambda }) *
      fuelFlow) /
    flow;
  return heat / whole / exhaustShare.fn({ share: 1, retard: retardAt(exhaust, manifold, speedRpm) });
}
