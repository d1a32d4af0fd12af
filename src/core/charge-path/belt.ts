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
import { findFixedPoint, unknownsOf, type Unknowns } from './fixed-point';
import type { BeltBuild, MatchStop } from './match';
import { BETWEEN_TURBINES, MOST_TURNS, SETTLED } from './settle';

/** A steady state with every charger on the crankshaft; or why there is none. */
export type Belted = { path: AirPath; stop: MatchStop | null };

/** Speed of a charger's shaft at an engine speed, both rev/min. */
const beltSpeed = ({ drive }: BeltCharger, speedRpm: number): number =>
  drivenSpeed.fn({ speedRpm, ratio: drive.ratio });

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
  const end = findFixedPoint<{ next: Unknowns }>({
    build,
    path,
    start,
    unknowns: unknownsOf(build, []),
    take: (at) => {
      breathe(build, speedRpm, path, at.manifoldPressure, at.chargeTemperature, backPressureRatio);
      if (front) chargeFront(build, path, at.frontRatio);
      chargeTo(build, path, at.manifoldPressure, at.chargeTemperature);
      const air = engineCharger(path);
      const ratioBy = (charger: BeltCharger, its: typeof air) =>
        charger.machine.ratioAtSpeed(its, charger.machine.shaftRpm(its), beltSpeed(charger, speedRpm));
      return {
        next: {
          chargeTemperature: path.cooler.temperature,
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
  if (typeof end === 'string') return { path, stop: end };
  if (isPastChoke(build, path)) return { path, stop: 'compressor-chokes' };
  path.manifold = { pressure: end.at.manifoldPressure, temperature: path.cooler.temperature };
  path.kind = 'converged';
  path.iterations = end.iterations;
  path.residual = end.residual;
  path.drivePower = drivePowerOf(build, path);
  locateOnMap(build, path);
  path.range = rangeOf(path);
  return { path, stop: null };
}
