/**
 * Ideal-gas properties from NASA 7-coefficient polynomials, 200 to 3,500 K, break at 1,000 K.
 * Form and method: McBride, Gordon & Reno, NASA TM-4513 (1993). Coefficients from memory; checked against an air table,
 * formation enthalpies and continuity at the break in the test beside this file.
 */
const R_UNIVERSAL = 8.31446261815324;
const GAS_RANGE = { lowest: 200, highest: 3500 };
const BREAK = 1000;

type Species = { molarMass: number; low: number[]; high: number[] };

const species = {
  N2: {
    molarMass: 28.0134e-3,
    low: [
      3.53100528, -1.23660988e-4, -5.02999433e-7, 2.43530612e-9, -1.40881235e-12, -1046.97628, 2.96747038,
    ],
    high: [
      2.95257637, 1.3969004e-3, -4.92631603e-7, 7.86010195e-11, -4.60755204e-15, -923.948688, 5.87188762,
    ],
  },
  O2: {
    molarMass: 31.9988e-3,
    low: [3.78245636, -2.99673416e-3, 9.84730201e-6, -9.68129509e-9, 3.24372837e-12, -1063.94356, 3.65767573],
    high: [
      3.28253784, 1.48308754e-3, -7.57966669e-7, 2.09470555e-10, -2.16717794e-14, -1088.45772, 5.45323129,
    ],
  },
  Ar: {
    molarMass: 39.948e-3,
    low: [2.5, 0, 0, 0, 0, -745.375, 4.37967491],
    high: [2.5, 0, 0, 0, 0, -745.375, 4.37967491],
  },
  CO2: {
    molarMass: 44.0095e-3,
    low: [2.35677352, 8.98459677e-3, -7.12356269e-6, 2.45919022e-9, -1.43699548e-13, -48371.9697, 9.90105222],
    high: [
      3.85746029, 4.41437026e-3, -2.21481404e-6, 5.23490188e-10, -4.72084164e-14, -48759.166, 2.27163806,
    ],
  },
  H2O: {
    molarMass: 18.01528e-3,
    low: [
      4.19864056, -2.0364341e-3, 6.52040211e-6, -5.48797062e-9, 1.77197817e-12, -30293.7267, -0.849032208,
    ],
    high: [3.03399249, 2.17691804e-3, -1.64072518e-7, -9.7041987e-11, 1.68200992e-14, -30004.2971, 4.9667701],
  },
  CO: {
    molarMass: 28.0101e-3,
    low: [3.57953347, -6.1035368e-4, 1.01681433e-6, 9.07005884e-10, -9.04424499e-13, -14344.086, 3.50840928],
    high: [
      2.71518561, 2.06252743e-3, -9.98825771e-7, 2.30053008e-10, -2.03647716e-14, -14151.8724, 7.81868772,
    ],
  },
  H2: {
    molarMass: 2.01588e-3,
    low: [2.34433112, 7.98052075e-3, -1.9478151e-5, 2.01572094e-8, -7.37611761e-12, -917.935173, 0.683010238],
    high: [
      3.3372792, -4.94024731e-5, 4.99456778e-7, -1.79566394e-10, 2.00255376e-14, -950.158922, -3.20502331,
    ],
  },
} satisfies Record<string, Species>;

export type SpeciesName = keyof typeof species;
export const molarMassOf = (name: SpeciesName): number => species[name].molarMass;

/**
 * The polynomials of one range of temperature over R, their divisors worked in (they are evaluated hundreds of thousands
 * of times): cp, from T^0; h/T, from 1/T; s° without its logarithm and constant, from T^1, then its a0 and its constant.
 */
type Polynomials = { heat: number[]; enthalpy: number[]; entropy: number[]; log: number; constant: number };

const polynomials = ([a0, a1, a2, a3, a4, a5, a6]: readonly number[]): Polynomials => ({
  heat: [a0!, a1!, a2!, a3!, a4!],
  enthalpy: [a5!, a0!, a1! / 2, a2! / 3, a3! / 4, a4! / 5],
  entropy: [a1!, a2! / 2, a3! / 3, a4! / 4],
  log: a0!,
  constant: a6!,
});

/** A frozen ideal mixture: molar mass kg/mol, gas constant J/(kg·K), and its polynomials below and above the break. */
export type Gas = { molarMass: number; gasConstant: number; low: Polynomials; high: Polynomials };

/** Dry air by volume, in shares of one. */
export const DRY_AIR: Partial<Record<SpeciesName, number>> = {
  N2: 0.78084,
  O2: 0.20946,
  Ar: 0.00934,
  CO2: 0.00036,
};

/**
 * A gas from mole amounts (any scale). Throws RangeError if no amount is positive or one is negative.
 * Ideal mixture: properties add by mole. Source: TM-4513 for the form.
 */
export function makeGas(moles: Partial<Record<SpeciesName, number>>): Gas {
  const entries = Object.entries(moles) as [SpeciesName, number][];
  const total = entries.reduce((sum, [, n]) => sum + n, 0);
  if (!(total > 0) || entries.some(([, n]) => !(n >= 0)))
    throw new RangeError('A gas needs positive amounts.');
  let molarMass = 0;
  const low = new Array<number>(7).fill(0);
  const high = new Array<number>(7).fill(0);
  for (const [name, n] of entries) {
    const x = n / total;
    molarMass += x * species[name].molarMass;
    for (let i = 0; i < 7; i++) {
      low[i]! += x * species[name].low[i]!;
      high[i]! += x * species[name].high[i]!;
    }
  }
  return {
    molarMass,
    gasConstant: R_UNIVERSAL / molarMass,
    low: polynomials(low),
    high: polynomials(high),
  };
}

/** A mixture of gases. In: each with its mass, in any scale; throws RangeError if none is positive. Source: TM-4513 for the form. */
export function mixGases(parts: readonly (readonly [Gas, number])[]): Gas {
  const moles = parts.map(([gas, mass]) => mass / gas.molarMass);
  const total = moles.reduce((sum, n) => sum + n, 0);
  if (!(total > 0) || moles.some((n) => !(n >= 0))) throw new RangeError('A mixture needs positive amounts.');
  const mean = (read: (gas: Gas) => number): number =>
    parts.reduce((sum, [gas], i) => sum + (moles[i]! / total) * read(gas), 0);
  const branchOf = (name: 'low' | 'high'): Polynomials => {
    const list = (key: 'heat' | 'enthalpy' | 'entropy') =>
      parts[0]![0][name][key].map((_, i) => mean((gas) => gas[name][key][i]!));
    return {
      heat: list('heat'),
      enthalpy: list('enthalpy'),
      entropy: list('entropy'),
      log: mean((gas) => gas[name].log),
      constant: mean((gas) => gas[name].constant),
    };
  };
  const molarMass = mean((gas) => gas.molarMass);
  return { molarMass, gasConstant: R_UNIVERSAL / molarMass, low: branchOf('low'), high: branchOf('high') };
}

/** Moist air. In: kg of water per kg of dry air, 0 or more. */
export function moistAir(humidityRatio: number): Gas {
  const dry = makeGas(DRY_AIR);
  const water = humidityRatio * (dry.molarMass / species.H2O.molarMass);
  return makeGas({ ...DRY_AIR, H2O: water });
}

function branch(gas: Gas, temperature: number): Polynomials {
  if (!(temperature >= GAS_RANGE.lowest && temperature <= GAS_RANGE.highest))
    throw new RangeError('Gas properties are known from 200 to 3,500 K.');
  return temperature < BREAK ? gas.low : gas.high;
}

/** Specific heat at constant pressure, J/(kg·K). In: K, 200 to 3,500; throws RangeError outside. */
export function specificHeat(gas: Gas, temperature: number): number {
  const a = branch(gas, temperature).heat;
  const t = temperature;
  return gas.gasConstant * (a[0]! + t * (a[1]! + t * (a[2]! + t * (a[3]! + t * a[4]!))));
}

/** Specific enthalpy with the enthalpy of formation at 298.15 K in it, J/kg. In: K, 200 to 3,500; throws outside. */
export function enthalpy(gas: Gas, temperature: number): number {
  const a = branch(gas, temperature).enthalpy;
  const t = temperature;
  return gas.gasConstant * (a[0]! + t * (a[1]! + t * (a[2]! + t * (a[3]! + t * (a[4]! + t * a[5]!)))));
}

/** Standard-pressure entropy s°, J/(kg·K), without the mixing term (it cancels in a frozen gas). In: K; throws outside. */
export function entropy(gas: Gas, temperature: number): number {
  const a = branch(gas, temperature);
  return gas.gasConstant * (a.log * Math.log(temperature) + entropySeries(a, temperature) + a.constant);
}

const held = (temperature: number): number =>
  Math.min(GAS_RANGE.highest, Math.max(GAS_RANGE.lowest, temperature));

/** Newton's steps at most, and the last one, K: an error e goes to about 1e-4 e², so that the next would be under 1e-6 K. */
const NEWTON = { most: 30, last: 0.05 };

/** Temperature at an enthalpy, K. In: J/kg as `enthalpy` gives it; clamped to 200–3,500 K. */
export function temperatureAtEnthalpy(gas: Gas, target: number, start = 400): number {
  let t = held(start);
  for (let i = 0; i < NEWTON.most; i++) {
    const step = (target - enthalpy(gas, t)) / specificHeat(gas, t);
    t = held(t + step);
    if (Math.abs(step) < NEWTON.last) break;
  }
  return t;
}

/** The part of s°/R that is a polynomial: all but a0 · ln T and the constant. */
const entropySeries = ({ entropy: a }: Polynomials, t: number): number =>
  t * (a[0]! + t * (a[1]! + t * (a[2]! + t * a[3]!)));

/** A step of the logarithm of the temperature that leaves less than 1e-9 of it: an error e goes to about e²/20. */
const LOG_STEP = 1e-4;

/** A state that isentropic changes start from: what does not hang on the ratio is worked out once. */
export type Isentrope = {
  gas: Gas;
  temperature: number;
  /** Coefficients there, and of them s°/R without a0 · ln T and the constant. */
  coefficients: Polynomials;
  series: number;
  /** cp/R. */
  heat: number;
};

/** In: gas; K, 200 to 3,500; throws RangeError outside. */
export function isentropeFrom(gas: Gas, temperature: number): Isentrope {
  const coefficients = branch(gas, temperature);
  return {
    gas,
    temperature,
    coefficients,
    series: entropySeries(coefficients, temperature),
    heat: specificHeat(gas, temperature) / gas.gasConstant,
  };
}

/**
 * Temperature after an isentropic change of pressure: s°(T2) = s°(T1) + R ln(p2/p1).
 * In: where it starts; the pressure ratio p2/p1 > 0. Out: K, clamped to 200–3,500.
 * Newton's steps in the logarithm of the temperature ratio, which needs no logarithm of its own.
 */
export function temperatureAlong(
  { gas, temperature, coefficients: a, series, heat }: Isentrope,
  pressureRatio: number,
): number {
  const change = Math.log(pressureRatio);
  const first = held(temperature * Math.exp(change / heat));
  // By the specific heat half-way, which the first guess tells.
  let log = (change * gas.gasConstant) / specificHeat(gas, (temperature + first) / 2);
  let t = temperature * Math.exp(log);
  for (let i = 0; i < NEWTON.most; i++) {
    const at = held(t);
    if (at !== t) {
      log = Math.log(at / temperature);
      t = at;
    }
    const b = branch(gas, t);
    let left = change - b.log * log - entropySeries(b, t) + series;
    // From one range of the data to the other the logarithms and constants do not cancel.
    if (b !== a) left += (a.log - b.log) * Math.log(temperature) + a.constant - b.constant;
    const step = (left * gas.gasConstant) / specificHeat(gas, t);
    if (Math.abs(step) < LOG_STEP) return held(t * (1 + step * (1 + step / 2)));
    log += step;
    t = temperature * Math.exp(log);
  }
  return held(t);
}

/** The same in one: K after a pressure ratio p2/p1 > 0 from K. Throws RangeError if the start is out of range. */
export const isentropicTemperature = (gas: Gas, temperature: number, pressureRatio: number): number =>
  temperatureAlong(isentropeFrom(gas, temperature), pressureRatio);
