import { exhaustGas } from '../engine/exhaust';
import { exhaustMoles } from '../air/exhaust-gas';
import { enthalpy, mixGases, moistAir, specificHeat, type Gas } from '../air/gas-properties';
import { gaseousShare, type Fuel } from '../fuel/fuels';
import { residualShare } from './formulas';

/** Where heat is counted from, K. */
export const ZERO = 298.15;

/** What one cylinder takes in for one cycle, and what it stands between. SI. */
export type Intake = {
  fuel: Fuel;
  /** Of the air trapped. */
  lambda: number;
  humidityRatio: number;
  /** Moist air trapped, kg. */
  air: number;
  /** What enters the port: behind cooler and injection, K and Pa absolute. */
  charge: number;
  manifold: number;
  /** In the exhaust port, Pa absolute, and the gas there, K. */
  exhaust: number;
  exhaustTemperature: number;
  /** Share of the fuel that evaporates before the intake valve. */
  evaporated: number;
  /** What liquid injected beside the fuel takes up in the cylinder, J. */
  liquid: number;
  compressionRatio: number;
};

/** What is shut in when the intake closes. kg, K. */
export type Trapped = {
  air: number;
  fuel: number;
  residual: number;
  residualShare: number;
  temperature: number;
  /** Air and what was left of the last cycle; and everything burnt. */
  carrier: Gas;
  burnt: Gas;
  /** Heat that the oxygen lets out of the fuel, J: rich of λ 1 CO and hydrogen keep theirs. */
  heat: number;
};

/** Valve and port, K, and how far they bring the charge to their own temperature (from memory). */
const PORT = { wall: 400, share: 0.1 };
/** Of the fuel still liquid at the valve so much evaporates from the charge, not from the walls (from memory). */
const FROM_CHARGE = 0.6;
/** Evaporation stops long before the charge is so much colder, K. */
const MOST_COOLED = 90;
/** What crevices and quench leave of the heat (from memory). */
const BURNT = 0.98;

/** Heats of combustion of CO and hydrogen, J/mol. Source: heats of formation, NIST-JANAF. */
const UNBURNT = { CO: 282_980, H2: 241_826 };

/** Share of the fuel's heat that its own oxygen need leaves behind in CO and hydrogen. In: fuel; λ, 0.5 or more. Out: 0 to 1. */
function leftShare({ formula, heatingValue }: Fuel, lambda: number): number {
  if (lambda >= 1) return 0;
  const { CO = 0, H2 = 0 } = exhaustMoles(formula, lambda);
  const perMole = 12.011e-3 + formula.hydrogen * 1.008e-3 + formula.oxygen * 15.999e-3;
  return Math.min(1, (CO * UNBURNT.CO + H2 * UNBURNT.H2) / (perMole * heatingValue));
}

/** Temperature of two gases mixed without loss, K. In: kg and K of each. */
function mixed(first: { gas: Gas; mass: number; at: number }, second: typeof first): number {
  const heat = ({ gas, mass, at }: typeof first) => mass * specificHeat(gas, at);
  let t = (heat(first) * first.at + heat(second) * second.at) / (heat(first) + heat(second));
  for (let i = 0; i < 4; i++) {
    const off = [first, second].reduce(
      (sum, { gas, mass, at }) => sum + mass * (enthalpy(gas, t) - enthalpy(gas, at)),
      0,
    );
    t -= off / (first.mass * specificHeat(first.gas, t) + second.mass * specificHeat(second.gas, t));
  }
  return t;
}

/**
 * What is shut in. In: λ 0.5 to 20, masses and pressures above 0. Out: masses kg, temperature K. The charge is warmed by port and
 * valve, cooled by the fuel and mixed with what was left over, so that back pressure heats it. Source: Heywood (1988), sec. 6.2 and
 * eq. 5.47; energy balance.
 */
export function trappedCharge(intake: Intake): Trapped {
  const { fuel, lambda, humidityRatio, air, charge, evaporated } = intake;
  const dry = air / (1 + humidityRatio);
  const fuelMass = dry / (fuel.stoichiometric * lambda);
  const share = gaseousShare(fuel, evaporated);
  const isMixed = fuel.ignition === 'spark';
  const airGas = moistAir(humidityRatio);
  const taken = isMixed ? fuelMass * fuel.latentHeat * (share + (1 - share) * FROM_CHARGE) : 0;
  const chill = (taken + FROM_CHARGE * intake.liquid) / (air * specificHeat(airGas, charge));
  const fresh = charge + PORT.share * Math.max(0, PORT.wall - charge) - Math.min(MOST_COOLED, chill);
  const burnt = exhaustGas(fuel, lambda, humidityRatio, 1);
  const left = Math.min(
    0.5,
    residualShare.fn({
      exhaustTemperature: intake.exhaustTemperature,
      chargeTemperature: charge,
      compressionRatio: intake.compressionRatio,
      pressureRatio: intake.exhaust / intake.manifold,
    }),
  );
  const inside = air + (isMixed ? fuelMass : 0);
  const residual = (left / (1 - left)) * inside;
  const temperature = mixed(
    { gas: airGas, mass: inside, at: fresh },
    { gas: burnt, mass: residual, at: intake.exhaustTemperature },
  );
  return {
    air,
    fuel: fuelMass,
    residual,
    residualShare: left,
    temperature,
    carrier: mixGases([
      [airGas, air],
      [burnt, residual],
    ]),
    burnt,
    heat: BURNT * fuelMass * fuel.heatingValue * (1 - leftShare(fuel, lambda)),
  };
}

/** Hottest that the vapour's polynomial is meant for, K: beyond it the heat stays. */
const VAPOUR_ENDS = 1_500;

/** Heat of fuel vapour at constant pressure, J/(kg·K), at K. Source: Heywood (1988), table 4.5. */
export function vapourHeat({ vapourHeat: c }: Fuel, temperature: number): number {
  const t = Math.min(VAPOUR_ENDS, temperature) / 1_000;
  return c[0] + t * (c[1] + t * (c[2] + t * c[3])) + c[4] / (t * t);
}

/** Enthalpy of fuel vapour above 25 °C, J/kg, at K: the integral of `vapourHeat`. */
export function vapourEnthalpy(fuel: Fuel, temperature: number): number {
  const c = fuel.vapourHeat;
  const at = (kelvin: number) => {
    const t = kelvin / 1_000;
    return 1_000 * (t * (c[0] + t * (c[1] / 2 + t * (c[2] / 3 + (t * c[3]) / 4))) - c[4] / t);
  };
  const held = Math.min(VAPOUR_ENDS, temperature);
  return at(held) - at(ZERO) + (temperature - held) * vapourHeat(fuel, VAPOUR_ENDS);
}
