import { solveAirPath, type Drive } from './air-path';
import type { Build } from './build';
import { powerOf } from './demand';
import { backPressureAt, type OperatingPoint, type StationKind } from './point';

/**
 * What a station costs or brings at one speed, W. `shaft`: what the compressor would be spared (positive) without it.
 * `crank`: what the flywheel would gain (positive: the station costs it) or lose (negative: it brings it) without it.
 */
export type Price = { shaft: number; crank: number };

/**
 * Prices of the stations that can be priced so far: filter, cooler and throttle, each taken out alone while the boost plan
 * holds the same manifold pressure; without boost, on the day's air alone. Back pressure stays as it is until a turbine is
 * matched, so what a spared shaft gives back at the crank is not in it.
 * In: build; a solved point of it. Out: prices by station; a station whose removal finds no answer has none. Total.
 * Source: the two states of the same sums (docs/physics/demand.md); power by fuel flow.
 */
export function pricesAt(build: Build, point: OperatingPoint): Partial<Record<StationKind, Price>> {
  const prices: Partial<Record<StationKind, Price>> = {};
  const { path } = point;
  if (path.kind !== 'converged') return prices;
  const drive: Drive = point.boosting
    ? { kind: 'manifold', pressure: point.manifoldPressure }
    : build.charged
      ? { kind: 'ratio', ratio: 1 }
      : { kind: 'alone' };
  const backPressure = point.boosting ? backPressureAt(build, point.speedRpm) : 1;
  const shaftOf = (p: typeof path) => p.massFlow * p.compressor.work;
  const without = (station: StationKind, bare: Build) => {
    const other = solveAirPath(bare, point.speedRpm, drive, backPressure, path);
    if (other.kind !== 'converged') return;
    prices[station] = {
      shaft: shaftOf(path) - shaftOf(other),
      crank: powerOf(bare, other) - powerOf(build, path),
    };
  };
  const { losses } = build;
  if (losses.filter.length) without('filter', { ...build, losses: { ...losses, filter: [] } });
  if (losses.throttle.length) without('throttle', { ...build, losses: { ...losses, throttle: [] } });
  if (build.charged && (build.cooler || losses.cooler.length))
    without('cooler', { ...build, cooler: null, losses: { ...losses, cooler: [] } });
  return prices;
}
