import { enthalpy, isentropicTemperature, temperatureAtEnthalpy, type Gas } from '../air/gas-properties';
import type { CompiledTurbine } from './flow';
import { bladeSpeed, spoutingVelocity, turbineEfficiency } from './formulas';

/** What a kilogram of gas gives a turbine. J/kg, m/s, share. */
export type Expansion = { ideal: number; spouting: number; blade: number; efficiency: number; work: number };

/**
 * Expansion at a ratio, total to static. In: turbine; gas; inlet K; expansion ratio; shaft speed rev/min. Out: J/kg.
 * Method: s° for the isentropic step; efficiency by the parabola over U/C0. Throws RangeError outside the gas data.
 */
export function expand(
  turbine: Pick<CompiledTurbine, 'inducer' | 'efficiency' | 'bestVelocityRatio'>,
  gas: Gas,
  inlet: number,
  ratio: number,
  shaftRpm: number,
): Expansion {
  const blade = bladeSpeed.fn({ diameter: turbine.inducer, speed: shaftRpm });
  if (!(ratio > 1)) return { ideal: 0, spouting: 0, blade, efficiency: 0, work: 0 };
  const ideal = enthalpy(gas, inlet) - enthalpy(gas, isentropicTemperature(gas, inlet, 1 / ratio));
  const spouting = spoutingVelocity.fn({ ideal });
  const efficiency = turbineEfficiency.fn({
    peak: turbine.efficiency,
    blade,
    spouting,
    optimum: turbine.bestVelocityRatio,
  });
  return { ideal, spouting, blade, efficiency, work: efficiency * ideal };
}

/** Gas behind a turbine that took `work` J/kg out of it, K. */
export const expandedTemperature = (gas: Gas, inlet: number, work: number): number =>
  temperatureAtEnthalpy(gas, enthalpy(gas, inlet) - work, Math.max(250, inlet - work / 1_200));
