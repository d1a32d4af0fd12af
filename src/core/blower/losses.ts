import { indicatedWork, isentropicWork } from './formulas';

/** What sets one displacement blower apart from another of its type. */
export type BlowerLosses = {
  /** Carried in one turn, m³. */
  volume: number;
  internalRatio: number;
  maxSpeedRpm: number;
  /** Area of all gaps over the two-thirds power of the volume. */
  gaps: number;
  /** Share of the volume that is not filled at the highest speed. */
  filling: number;
  /** Pressure lost in the ports at the highest speed, over the inlet pressure. */
  ports: number;
  /** Work on the air beyond the diagram, over the diagram: hot rotors and housing, and friction of the gas. */
  heat: number;
};

const GAMMA = 1.4;
/** √(R·T) of air at 15 °C, m/s. */
const SPEED_SCALE = Math.sqrt(287 * 288.15);
/** Flow through a sharp gap over that of a nozzle of its area (handbook figure, from memory). */
const GAP_COEFFICIENT = 0.6;
/** How the gas behind the rotors is warmer than that before them: about T₂/T₁ = PR^0.4. */
const HEATING = 0.4;

/** Share of the ports' loss that is left when the rotors hardly turn: the air is turned and let go all the same. */
const SLOW_PORTS = 0.12;

/** Flow function of a nozzle: ṁ√(RT)/(A·p) from a pressure to a lower one. In: outlet over inlet pressure, 0 to 1. */
function nozzle(ratio: number): number {
  const critical = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1));
  const r = Math.max(ratio, critical);
  return Math.sqrt(((2 * GAMMA) / (GAMMA - 1)) * (r ** (2 / GAMMA) - r ** ((GAMMA + 1) / GAMMA)));
}

/**
 * Volumetric and isentropic efficiency of a displacement blower by its losses: leakage back through the gaps, which does not
 * know how fast the rotors turn; filling and ports, which grow with the square of speed; and compression that ends below or
 * above the pressure behind it. What leaked back is carried and compressed again.
 * In: the blower; rotor speed rev/min, above 0; pressure ratio ≥ 1. Out: shares. Source: first law and a nozzle's flow; the
 * coefficients are common practice, no source.
 */
export function blowerEfficiencies(
  { volume, internalRatio, maxSpeedRpm, gaps, filling, ports, heat }: BlowerLosses,
  speedRpm: number,
  pressureRatio: number,
): { volumetric: number; isentropic: number } {
  const area = gaps * volume ** (2 / 3);
  const back =
    GAP_COEFFICIENT * area * SPEED_SCALE * pressureRatio ** (1 - HEATING / 2) * nozzle(1 / pressureRatio);
  const carried = (volume * speedRpm) / 60;
  const share = (speedRpm / maxSpeedRpm) ** 2;
  const volumetric = 1 - filling * share - back / carried;
  const work = indicatedWork(pressureRatio, internalRatio, GAMMA) * (1 + heat) + ports * (SLOW_PORTS + share);
  return { volumetric, isentropic: (volumetric * isentropicWork(pressureRatio, GAMMA)) / work };
}
