import { engineCharger, frontCharger } from '../charger/charged-air';
import { drivenSpeed } from '../charger/drive-formulas';
import type { BeltCharger } from '../charger/charger';
import {
  breathe,
  chargeFront,
  chargeTo,
  drivePowerOf,
  isPastChoke,
  locateOnMap,
  newPath,
  rangeOf,
  type AirPath,
} from './air-path';
import { nozzleFunction, throatFlow } from '../turbine/formulas';
import { findRoot } from '../numerics/roots';
import { findFixedPoint, unknownsOf, type Unknown, type Unknowns } from './fixed-point';
import type { Build } from '../build/build';
import type { BeltBuild, MatchStop } from './match';
import { BETWEEN_TURBINES, MOST_TURNS, SETTLED } from './settle';

/** A steady state with every charger on the crankshaft; or why there is none. */
export type Belted = { path: AirPath; stop: MatchStop | null };

/** Speed of a charger's shaft at an engine speed, both rev/min. */
const beltSpeed = ({ drive }: BeltCharger, speedRpm: number): number =>
  drivenSpeed.fn({ speedRpm, ratio: drive.ratio });

/** Pressure over which a bypass goes from shut to wide open, Pa (common practice, no source). */
const BYPASS_LIFT = 15_000;

/**
 * What the bypass of the charger at the engine hands back before it, and how warm that makes the air it takes in; written
 * into the path. In: build; the charger; the path with its flow and what the last turn left behind the charger; manifold
 * pressure, Pa. Source: nozzle flow through the valve; mixing of two flows of the same air.
 */
function recirculate(
  { climate: { gas } }: Build,
  { drive }: BeltCharger,
  path: AirPath,
  manifoldPressure: number,
): void {
  const { bypass } = drive;
  if (!bypass) return;
  const air = engineCharger(path);
  const open = Math.min(1, Math.max(0, (manifoldPressure - bypass.opensAt) / BYPASS_LIFT));
  const ratio = Math.max(1, air.outlet.pressure / air.inlet.pressure);
  const { temperature } = air.outlet;
  path.bypassFlow =
    open > 0 && ratio > 1
      ? throatFlow.fn({
          area: open * bypass.area,
          pressure: air.outlet.pressure,
          gasConstant: gas.gasConstant,
          temperature,
          nozzle: nozzleFunction.fn({ ratio, gamma: AIR_GAMMA }),
        })
      : 0;
  const fresh = path.chargers.length > 1 ? air.inlet.temperature : path.filter.temperature;
  // On the way to an answer more may go round than comes in: what would glow then is a bound, no state.
  air.inlet.temperature = Math.min(
    HOTTEST_INLET,
    (path.massFlow * fresh + path.bypassFlow * temperature) / (path.massFlow + path.bypassFlow),
  );
}

const AIR_GAMMA = 1.4;
/** Hotter than any blower takes its air in, K. */
const HOTTEST_INLET = 480;

/** What a pressure found by itself may be off, a share of it. */
const ROOT_SETTLED = 1e-4;

/** Rounds in which what goes round a charger settles at a manifold pressure; and how closely, K. */
const MOST_ROUNDS = 30;
const ROUND_SETTLED = 1e-4;

/**
 * The charger at the engine with what its bypass hands round it, at a manifold pressure and a charge temperature of this turn,
 * written into the path. Settled here, since a flow carried over from the turn before would be news to the search.
 */
export function chargeWithBypass(
  build: Build,
  charger: BeltCharger,
  path: AirPath,
  manifoldPressure: number,
  temperature: number,
): void {
  chargeTo(build, path, manifoldPressure, temperature);
  if (!charger.drive.bypass) return;
  const { inlet } = engineCharger(path);
  for (let i = 0; i < MOST_ROUNDS; i++) {
    const was = inlet.temperature;
    recirculate(build, charger, path, manifoldPressure);
    chargeTo(build, path, manifoldPressure, temperature);
    if (Math.abs(inlet.temperature - was) < ROUND_SETTLED) return;
  }
}

/**
 * The steady state at one speed with the chargers on the crankshaft: each turns as its drive makes it turn, and the
 * pressures behind them are those at which the engine takes what they pass.
 * In: build; speed rev/min; port over manifold pressure, an input; a neighbour's path to go on from. Never throws.
 * Source: continuity from machine to engine; what a speed gives is the machine's own (docs/physics/demand.md).
 */
export function solveBelted(
  build: BeltBuild,
  speedRpm: number,
  backPressureRatio: number,
  from?: AirPath,
): Belted {
  const path = newPath(build, speedRpm, backPressureRatio, from);
  const own = engineCharger(build);
  const front = frontCharger(build);
  const start: Unknowns = {
    chargeTemperature: from?.manifold.temperature ?? build.climate.temperature + 25,
    backPressureRatio,
    manifoldPressure: from?.manifold.pressure ?? build.climate.pressure * 1.2,
    frontRatio: (from && frontCharger(from)?.outlet.ratio) ?? 1.1,
    exhaustBetween: BETWEEN_TURBINES,
  };
  const settle = (begin: Unknowns, fixed: Unknown[]) =>
    findFixedPoint<{ next: Unknowns }>({
      build,
      path,
      start: begin,
      unknowns: unknownsOf(build, fixed),
      take: (at) => {
        breathe(build, speedRpm, path, at.manifoldPressure, at.chargeTemperature, backPressureRatio);
        if (front) chargeFront(build, path, at.frontRatio);
        chargeWithBypass(build, own, path, at.manifoldPressure, at.chargeTemperature);
        const air = engineCharger(path);
        const ratioBy = (charger: BeltCharger, its: typeof air) =>
          charger.machine.ratioAtSpeed(its, charger.machine.shaftRpm(its), beltSpeed(charger, speedRpm));
        return {
          next: {
            chargeTemperature: path.charge,
            backPressureRatio,
            manifoldPressure: (at.manifoldPressure * ratioBy(own, air)) / air.outlet.ratio,
            frontRatio: front ? ratioBy(front, frontCharger(path)!) : 1,
            exhaustBetween: at.exhaustBetween,
          },
        };
      },
      isAnswer: (_, residual) => residual < SETTLED.change,
      mostTurns: MOST_TURNS,
      known: [],
    });
  let end = settle(start, []);
  // A valve that opens wide answers a little pressure with much flow: then the pressure is looked for by itself.
  if (typeof end === 'string' && own.drive.bypass) {
    let at = start;
    const off = (manifoldPressure: number): number => {
      const here = settle({ ...at, manifoldPressure }, ['manifoldPressure']);
      if (typeof here === 'string') return NaN;
      at = here.at;
      return here.found.next.manifoldPressure / manifoldPressure - 1;
    };
    const least = own.drive.bypass.opensAt;
    const root = findRoot(off, least, least + 2 * BYPASS_LIFT + build.climate.pressure, { tolerance: 0.01 });
    if (root.kind === 'converged' && Math.abs(off(root.x)) < ROOT_SETTLED)
      end = settle({ ...at, manifoldPressure: root.x }, ['manifoldPressure']);
  }
  if (typeof end === 'string') return { path, stop: end };
  if (isPastChoke(build, path)) return { path, stop: 'compressor-chokes' };
  path.manifold = { pressure: end.at.manifoldPressure, temperature: path.charge };
  path.kind = 'converged';
  path.iterations = end.iterations;
  path.residual = end.residual;
  path.drivePower = drivePowerOf(build, path);
  locateOnMap(build, path);
  path.range = rangeOf(path);
  return { path, stop: null };
}
