import { solveBelted } from '../charge-path/belt';
import { isSeries, solveSeries } from '../charge-path/series';
import { isBelted, isMatched, type Match } from '../charge-path/match';
import { turbineSideOf } from '../charger/charger';
import { coolerAt, without } from '../build/elements';
import { withChargers } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { type Asked, solveAirPath } from '../charge-path/air-path';
import { powerOf } from '../charge-path/school-power';
import type { Build } from '../build/build';
import { solveMatched } from '../charge-path/matched';
import { backPressureAt, type OperatingPoint } from '../solve/point';
import type { StationKind } from '../charge-path/stations';

/**
 * What a station costs or brings at one speed, W. `shaft`: what the compressor would be spared (positive) without it.
 * `crank`: what the flywheel would gain (positive: the station costs it) or lose (negative: it brings it) without it.
 */
export type Price = { shaft: number; crank: number };

/**
 * A point of a build solved again on a build with other parts, the boost plan asking for the same manifold pressure. In: the
 * build and its point, the changed build. Source: as `pricesAt`.
 */
export function solvedWith(
  build: Build,
  point: OperatingPoint,
  bare: Build,
): { path: OperatingPoint['path']; match: Match | null } {
  const { path } = point;
  // With a turbine the boost asked stays and the match is found anew: what a loss costs comes back through the gate too.
  if (isMatched(bare) && point.match)
    return solveMatched(bare, point.speedRpm, point.match.asked, { path, match: point.match, stop: null });
  if (isSeries(bare) && point.match) {
    const near = { path, match: point.match, stop: null };
    return solveSeries(bare, point.speedRpm, point.match.asked, near);
  }
  // On the crankshaft the speed stays, and with another loss the boost is another.
  if (isBelted(bare))
    return { path: solveBelted(bare, point.speedRpm, bare.backPressureRatio, path).path, match: null };
  const drive: Asked = point.boosting
    ? { kind: 'manifold', pressure: point.manifoldPressure }
    : build.charged
      ? { kind: 'ratio', ratio: 1 }
      : { kind: 'alone' };
  const backPressure = point.boosting ? backPressureAt(build, point.speedRpm) : 1;
  return { path: solveAirPath(bare, point.speedRpm, drive, backPressure, path), match: null };
}

/**
 * Prices of the stations that can be priced so far: filter, cooler and throttle, each taken out alone while the boost plan
 * asks for the same manifold pressure; without boost, on the day's air alone. Until a turbine is matched back pressure stays
 * as it is, so what a spared shaft gives back at the crank is not in it; with one it is, and the exhaust is priced too.
 * In: build; a solved point of it. Out: prices by station; a station whose removal finds no answer has none. Total.
 * Source: the two states of the same sums (docs/physics/demand.md); power by fuel flow.
 */
export function pricesAt(build: Build, point: OperatingPoint): Partial<Record<StationKind, Price>> {
  const prices: Partial<Record<StationKind, Price>> = {};
  const { path } = point;
  if (path.kind !== 'converged') return prices;
  const withPart = (bare: Build): typeof path => solvedWith(build, point, bare).path;
  const shaftOf = (p: typeof path) => p.massFlow * engineCharger(p).outlet.work;
  const priceOf = (station: StationKind, bare: Build) => {
    const other = withPart(bare);
    if (other.kind !== 'converged') return;
    prices[station] = {
      shaft: shaftOf(path) - shaftOf(other),
      crank: powerOf(bare, other) - powerOf(build, path),
    };
  };
  for (const station of ['filter', 'throttle', 'cooler'] as const) {
    if (station === 'cooler' && !build.charged) continue;
    const elements = without(build.elements, station);
    if (elements.length < build.elements.length) priceOf(station, { ...build, elements });
  }
  if (!point.match) return prices;
  const pipes = (side: 'manifold' | 'tail') =>
    withChargers(build, (charger) => {
      const drive = turbineSideOf(charger);
      return drive ? { ...charger, drive: { ...drive, [side]: [] } } : charger;
    });
  const has = (side: 'manifold' | 'tail') =>
    build.chargers.some((charger) => (turbineSideOf(charger)?.[side].length ?? 0) > 0);
  if (has('manifold')) priceOf('cylinders', pipes('manifold'));
  if (has('tail')) priceOf('tailpipe', pipes('tail'));
  return prices;
}

/** What a cooler is worth at a speed: flywheel power with it, W, and charge temperature, K. Null where there is no answer. */
export type CoolerWorth = {
  with: { power: number; charge: number };
  /** At the same boost without it and its loss. */
  uncooled: { power: number; charge: number } | null;
  /** On the air of the day alone. */
  unboosted: number;
  /** With a core a third larger at the same loss. */
  larger: { power: number; charge: number } | null;
};

/** Size of a larger core over the present one. */
const LARGER = 4 / 3;

/** In: build, a solved point of it. Null without a cooler, or where the point has no answer. Source: as `pricesAt`. */
export function coolerWorth(build: Build, point: OperatingPoint): CoolerWorth | null {
  const cooler = coolerAt(build, 'cooler');
  if (!cooler || point.path.kind !== 'converged' || !build.charged) return null;
  const answer = (elements: Build['elements']) => {
    const bare = { ...build, elements };
    const { path } = solvedWith(build, point, bare);
    return path.kind === 'converged'
      ? { power: powerOf(bare, path), charge: path.manifold.temperature }
      : null;
  };
  // Transfer units go with the size of the core.
  const larger = {
    ...cooler,
    effectiveness: (flow: number) => 1 - (1 - cooler.effectiveness(flow)) ** LARGER,
  };
  return {
    with: { power: point.power.flywheel, charge: point.path.manifold.temperature },
    uncooled: answer(without(build.elements, 'cooler')),
    unboosted: point.alonePower,
    larger: answer(
      build.elements.map((e) =>
        e.kind === 'cooler' && e.station === 'cooler' ? { ...e, cooler: larger } : e,
      ),
    ),
  };
}
