import {
  enthalpy,
  isentropeFrom,
  temperatureAlong,
  temperatureAtEnthalpy,
  type Gas,
  type Isentrope,
} from '../air/gas-properties';
import type { CompiledTurbine } from './flow';
import { bladeSpeed, spoutingVelocity, turbineEfficiency } from './formulas';

/** What a kilogram of gas gives a turbine. J/kg, m/s, share. */
export type Expansion = { ideal: number; spouting: number; blade: number; efficiency: number; work: number };

type Wheel = Pick<CompiledTurbine, 'inducer' | 'efficiency' | 'bestVelocityRatio'>;

/** A wheel with gas before it: what does not hang on the expansion ratio. */
export type Inflow = { turbine: Wheel; isentrope: Isentrope; enthalpy: number; blade: number };

/** In: turbine; gas; inlet K; shaft speed rev/min. Throws RangeError outside the gas data. */
export const inflowOf = (turbine: Wheel, gas: Gas, inlet: number, shaftRpm: number): Inflow => ({
  turbine,
  isentrope: isentropeFrom(gas, inlet),
  enthalpy: enthalpy(gas, inlet),
  blade: bladeSpeed.fn({ diameter: turbine.inducer, speed: shaftRpm }),
});

/** The isentropic drop to a ratio, J/kg. */
const idealOf = ({ isentrope, enthalpy: before }: Inflow, ratio: number): number =>
  before - enthalpy(isentrope.gas, temperatureAlong(isentrope, 1 / ratio));

/** The work alone that an expansion ratio gives, J/kg: for a search over the ratio. */
export function workOf(inflow: Inflow, ratio: number): number {
  if (!(ratio > 1)) return 0;
  const ideal = idealOf(inflow, ratio);
  const { turbine, blade } = inflow;
  return (
    ideal *
    turbineEfficiency.fn({
      peak: turbine.efficiency,
      blade,
      spouting: spoutingVelocity.fn({ ideal }),
      optimum: turbine.bestVelocityRatio,
    })
  );
}

/**
 * Expansion at a ratio, total to static. In: the inflow; expansion ratio. Out: J/kg.
 * Method: s° for the isentropic step; efficiency by the parabola over U/C0.
 */
export function expansionAt(inflow: Inflow, ratio: number): Expansion {
  const { turbine, blade } = inflow;
  if (!(ratio > 1)) return { ideal: 0, spouting: 0, blade, efficiency: 0, work: 0 };
  const ideal = idealOf(inflow, ratio);
  const spouting = spoutingVelocity.fn({ ideal });
  const efficiency = turbineEfficiency.fn({
    peak: turbine.efficiency,
    blade,
    spouting,
    optimum: turbine.bestVelocityRatio,
  });
  return { ideal, spouting, blade, efficiency, work: efficiency * ideal };
}

/** The same in one. Throws RangeError outside the gas data. */
export const expand = (turbine: Wheel, gas: Gas, inlet: number, ratio: number, shaftRpm: number): Expansion =>
  expansionAt(inflowOf(turbine, gas, inlet, shaftRpm), ratio);

/** Gas behind a turbine that took `work` J/kg out of it, K. */
export const expandedTemperature = (gas: Gas, inlet: number, work: number): number =>
  temperatureAtEnthalpy(gas, enthalpy(gas, inlet) - work, Math.max(250, inlet - work / 1_200));
