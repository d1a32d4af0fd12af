import { enthalpy, isentropicTemperature, temperatureAtEnthalpy, type Gas } from '../air/gas-properties';

export type CompressorOutlet = { temperature: number; work: number };

/**
 * Air after the compressor: h02 = h01 + (h02s − h01)/η with s° for the isentropic step.
 * In: gas; inlet temperature K; pressure ratio ≥ 1; isentropic efficiency 0 to 1. Out: outlet temperature K and work
 * J/kg. Throws RangeError if the inlet is outside 200–3,500 K. Source: first law and definition of the efficiency.
 */
export function compressorOutlet(
  gas: Gas,
  temperature: number,
  pressureRatio: number,
  efficiency: number,
): CompressorOutlet {
  if (pressureRatio <= 1) return { temperature, work: 0 };
  const ideal = isentropicTemperature(gas, temperature, pressureRatio);
  const inlet = enthalpy(gas, temperature);
  const work = (enthalpy(gas, ideal) - inlet) / efficiency;
  const start = temperature + (ideal - temperature) / efficiency;
  return { temperature: temperatureAtEnthalpy(gas, inlet + work, start), work };
}
