import { DRY_AIR, type SpeciesName } from './gas-properties';

/** A fuel CHyOz by its atoms per carbon atom. */
export type FuelFormula = { hydrogen: number; oxygen: number };

/** Water-gas constant at which rich products freeze (Heywood, Internal Combustion Engine Fundamentals, 1988, ch. 4). */
const WATER_GAS = 3.5;

/**
 * Frozen products of burning one mole of carbon's worth of CHyOz, in moles per species.
 * In: formula; λ, 0.5 to 20; water vapour brought by the air, moles per mole of dry air. Lean or stoichiometric:
 * complete combustion. Rich: CO, H2, CO2 and H2O by the water-gas constant 3.5, so that no raw fuel is left over.
 * Throws RangeError outside the range of λ or when λ leaves too little oxygen for CO.
 * Source: Heywood (1988), sec. 4.9, eqs. 4.60–4.63.
 */
export function exhaustMoles(
  fuel: FuelFormula,
  lambda: number,
  airWater = 0,
): Partial<Record<SpeciesName, number>> {
  if (!(lambda >= 0.5 && lambda <= 20)) throw new RangeError('λ must lie between 0.5 and 20.');
  const { hydrogen: y, oxygen: z } = fuel;
  const need = 1 + y / 4 - z / 2;
  const o2 = lambda * need;
  const airMoles = o2 / DRY_AIR.O2!;
  const water = airWater * airMoles;
  const carried = {
    N2: airMoles * DRY_AIR.N2!,
    Ar: airMoles * DRY_AIR.Ar!,
  };
  const airCo2 = airMoles * DRY_AIR.CO2!;
  if (lambda >= 1) return { ...carried, CO2: 1 + airCo2, H2O: y / 2 + water, O2: o2 - need };
  // Unknown c = moles of CO from the fuel's carbon; the atoms give CO2 = 1 − c, H2O = y/2 − h, H2 = h with
  // c + h = 2 (need − o2); K = (H2O · CO)/(CO2 · H2).
  const short = 2 * (need - o2);
  const co2 = (c: number) => 1 - c + airCo2;
  const balance = (c: number) => (y / 2 + water - (short - c)) * c - WATER_GAS * co2(c) * (short - c);
  let low = Math.max(0, short - y / 2 - water);
  let high = Math.min(short, 1);
  if (low > high) throw new RangeError('λ is too low: not all carbon would become CO.');
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (balance(middle) < 0) low = middle;
    else high = middle;
  }
  const c = (low + high) / 2;
  return { ...carried, CO: c, H2: short - c, CO2: co2(c), H2O: y / 2 + water - (short - c) };
}
