import type { LiquidId } from './fuels';

/** A fuel as a liquid: density at 15 °C, kg/m³; what it swells by, 1/K; viscosity at 20 °C, Pa·s, and how it falls with heat, 1/K. */
type Liquid = { density: number; expansion: number; viscosity: number; thinning: number };

/** Handbook values, from memory; petrols by EN 228 lie within 720 and 775 kg/m³. */
const petrol: Liquid = { density: 745, expansion: 0.00095, viscosity: 0.5e-3, thinning: 0.01 };
const liquids: Record<LiquidId, Liquid> = {
  'petrol-92': petrol,
  'petrol-95': petrol,
  'petrol-98': petrol,
  'petrol-102': petrol,
  e85: { density: 786, expansion: 0.00107, viscosity: 1.0e-3, thinning: 0.018 },
  methanol: { density: 796, expansion: 0.0012, viscosity: 0.59e-3, thinning: 0.013 },
  diesel: { density: 835, expansion: 0.00083, viscosity: 3.2e-3, thinning: 0.024 },
};

const REFERENCE = 288.15;

const ethanol: Liquid = { density: 794, expansion: 0.0011, viscosity: 1.2e-3, thinning: 0.02 };

/** Petrol and ethanol by content: volumes add (their excess is under half a per cent), so does what goes with volume. */
const blendOf = (content: number): Liquid => {
  const mixed = (key: keyof Liquid) => content * ethanol[key] + (1 - content) * petrol[key];
  return {
    density: mixed('density'),
    expansion: mixed('expansion'),
    viscosity: mixed('viscosity'),
    thinning: mixed('thinning'),
  };
};

/** The fuel that a Brief names as it is at a temperature, K; E85 by its ethanol where that is known. Source: as `liquidAt`. */
export const liquidOf = (
  { id, ethanol: content }: { id: LiquidId; ethanol?: { value: number } | undefined },
  temperature: number,
): { density: number; viscosity: number } =>
  stateOf(id === 'e85' && content ? blendOf(content.value) : liquids[id], temperature);

/** A fuel as it is at a temperature, K: density kg/m³ and viscosity Pa·s. Valid 233 to 363 K. Source: handbook, from memory. */
export const liquidAt = (id: LiquidId, temperature: number): { density: number; viscosity: number } =>
  stateOf(liquids[id], temperature);

function stateOf({ density, expansion, viscosity, thinning }: Liquid, temperature: number) {
  return {
    density: density * (1 - expansion * (temperature - REFERENCE)),
    viscosity: viscosity * Math.exp(-thinning * (temperature - 293.15)),
  };
}
