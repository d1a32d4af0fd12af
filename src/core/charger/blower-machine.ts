import { STANDARD_AIR } from '../air/standard-atmosphere';
import { efficienciesAt, speedFor, type CompiledBlower } from '../blower/table';
import type { ChargedAir } from './charged-air';
import { correct, type Machine } from './machine';

/** Volume that flows into one machine, m³/s, from the corrected flow in its air. In: gas constant J/(kg·K). */
const inflow = ({ correctedFlow, inlet }: ChargedAir, gasConstant: number): number =>
  ((correctedFlow * gasConstant) / STANDARD_AIR.pressure) *
  Math.sqrt(inlet.temperature * STANDARD_AIR.temperature);

/**
 * A displacement blower by its table. The engine decides flow and ratio; the speed is the one at which the blower passes that
 * flow against that ratio. In: the compiled table; the air's gas constant, J/(kg·K). Speeds are those of the pulley's shaft:
 * gears inside the housing are the blower's own. Source: definition of the volumetric efficiency.
 */
export const blowerMachine = (blower: CompiledBlower, gasConstant: number): Machine => {
  const rotorRpm = (air: ChargedAir, ratio: number) => speedFor(blower, inflow(air, gasConstant), ratio);
  return {
    name: blower.name,
    map: null,
    maxSpeedRpm: blower.maxSpeedRpm / blower.stepUp,
    maxOutletTemperature: blower.maxOutletTemperature,
    read(air, massFlow, ratio) {
      correct(air, massFlow);
      const { isentropic, range } = efficienciesAt(blower, rotorRpm(air, ratio), ratio);
      air.efficiency = { value: isentropic, origin: range === 'inside' ? 'map' : 'estimated' };
    },
    shaftRpm: (air) => rotorRpm(air, air.outlet.ratio) / blower.stepUp,
    // What passes goes with the speed, and the engine takes in proportion to the pressure it gets.
    ratioAtSpeed: ({ outlet }, shaftRpm, wanted) => (outlet.ratio * wanted) / shaftRpm,
    // Rotors that are turned faster than the table knows still pass air.
    isPastChoke: () => false,
    locate: () => null,
  };
};
