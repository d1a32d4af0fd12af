import type { FuelId } from './fuels';

/** A fuel as a liquid: density at 15 °C, kg/m³; what it swells by, 1/K; viscosity at 20 °C, Pa·s, and how it falls with heat, 1/K. */
type Liquid = { density: number; expansion: number; viscosity: number; thinning: number };

/** Handbook values, from memory; petrols by EN 228 lie within 720 and 775 kg/m³. */
const petrol: Liquid = { density: 745, expansion: 0.00095, viscosity: 0.5e-3, thinning: 0.01 };
const liquids: Record<FuelId, Liquid> = {
  'petrol-92': petrol,
  'petrol-95': petrol,
  'petrol-98': petrol,
  'petrol-102': petrol,
  e85: { density: 786, expansion: 0.00107, viscosity: 1.0e-3, thinning: 0.018 },
  methanol: { density: 796, expansion: 0.0012, viscosity: 0.59e-3, thinning: 0.013 },
  diesel: { density: 835, expansion: 0.00083, viscosity: 3.2e-3, thinning: 0.024 },
};

const REFERENCE = 288.15;

/** A fuel as it is at a temperature, K: density kg/m³ and viscosity Pa·s. Valid 233 to 363 K. Source: handbook, from memory. */
export function liquidAt(id: FuelId, temperature: number): { density: number; viscosity: number } {
  const { density, expansion, viscosity, thinning } = liquids[id];
  return {
    density: density * (1 - expansion * (temperature - REFERENCE)),
    viscosity: viscosity * Math.exp(-thinning * (temperature - 293.15)),
  };
}
