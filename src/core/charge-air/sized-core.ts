import { chargeSideEffectiveness, type Core } from './exchanger';

/** A core by its size: height and width of the face that is blown at, depth along the cooling stream, m; fins over the usual. */
export type CoreSize = {
  height: number;
  width: number;
  depth: number;
  /** Fins of the charge's and of the cooling side over usual ones: 12 to an inch. */
  chargeFins: number;
  coolantFins: number;
};

/** Conductance of the two sides of a litre of core at their usual flows, W/K (common practice, no source). */
const CHARGE_LITRE = { air: 68, water: 190 };
const COOLANT_LITRE = { air: 90, water: 900 };
/** Charge that a litre of core is sold for, kg/s. */
const CHARGE_FLOW = { air: 0.024, water: 0.075 };
/** The air that blows through a face, J/(kg·K) and kg/m³: about 30 °C. */
export const COOLING_AIR = { heat: 1_006, density: 1.16 };
/** Half water, half glycol. */
export const LOOP_COOLANT = { heat: 3_700, density: 1_040 };
/** Usual flows of what cools: through the face, m/s, and of a pump, m³/s: 33 L/min. */
export const USUAL_COOLING = { speed: 8, flow: 33e-3 / 60 };

/**
 * A core from its size: each side's conductance with the volume and its fins at usual flows. In: size; what cools. Source:
 * conductance goes with area, area with volume and fins; figures of a litre common practice, no source.
 */
export function coreOf(
  { height, width, depth, chargeFins, coolantFins }: CoreSize,
  type: 'air' | 'water',
): Core {
  const litres = height * width * depth * 1e3;
  return {
    arrangement: 'cross',
    charge: { conductance: CHARGE_LITRE[type] * litres * chargeFins, flow: CHARGE_FLOW[type] * litres },
    coolant: {
      conductance: COOLANT_LITRE[type] * litres * coolantFins,
      flow:
        type === 'air'
          ? height * width * USUAL_COOLING.speed * COOLING_AIR.density
          : USUAL_COOLING.flow * LOOP_COOLANT.density,
    },
  };
}

/** Mass flow of what cools, kg/s: air at a speed through the face, or the pump's coolant. In: m/s, or m³/s. */
export const coolingFlow = (type: 'air' | 'water', face: number, rate: number): number =>
  type === 'air' ? face * rate * COOLING_AIR.density : rate * LOOP_COOLANT.density;

/**
 * Charge-side effectiveness over the flow of charge of a core by its size. In: size; what cools; its rate: speed through the
 * face, m/s, or flow of the pump, m³/s, above zero. Out: 0 to 1 at any flow above zero, falling with the flow.
 */
export function sizedEffectiveness(
  size: CoreSize,
  type: 'air' | 'water',
  rate: number,
): (flow: number) => number {
  const core = coreOf(size, type);
  const coolant = {
    flow: coolingFlow(type, size.height * size.width, rate),
    heat: type === 'air' ? COOLING_AIR.heat : LOOP_COOLANT.heat,
  };
  return (flow) =>
    chargeSideEffectiveness(core, { flow: Math.max(1e-6, flow), heat: COOLING_AIR.heat }, coolant);
}
