import type { Build } from '../build/build';
import { engineCharger } from '../charger/charged-air';
import { meanPistonSpeed } from '../engine/geometry';
import type { Job } from '../job/schema/job';
import type { LimitMetric } from '../job/schema/component-choices';
import type { OperatingPoint } from '../solve/point';
import { fastestOn, stopEnergy, type Road } from '../vehicle/road';
import { peakPressureAt } from './peak-pressure';
import { boltLoad, brakeMeanPressure } from './formulas';

/** What kind of limit a metric is: told apart, since other things move them. */
export type LimitSort = 'torque' | 'power' | 'speed' | 'pressure' | 'temperature' | 'road' | 'mass' | 'flow';
export const sortOf: Record<LimitMetric, LimitSort> = {
  torque: 'torque',
  power: 'power',
  bmep: 'torque',
  engineSpeed: 'speed',
  pistonSpeed: 'speed',
  boltLoad: 'speed',
  cylinderPressure: 'pressure',
  boost: 'pressure',
  backPressure: 'pressure',
  chargeTemperature: 'temperature',
  exhaustTemperature: 'temperature',
  roadSpeed: 'road',
  stopEnergy: 'road',
  runningMass: 'mass',
};

type Engine = Job['engine'];

/** What every point of a job is read with. */
type Read = (point: OperatingPoint) => number | null;

/**
 * How a metric is read off a point, SI; null at a point that has no such figure: bolt load without masses and a rod length, exhaust
 * without a turbine.
 */
export function readerOf(build: Build, engine: Engine, metric: LimitMetric): Read {
  const { stroke, rodLength, masses } = engine;
  switch (metric) {
    case 'torque':
      return ({ torque }) => torque;
    case 'power':
      return ({ power }) => power.flywheel;
    case 'bmep':
      return ({ torque }) =>
        brakeMeanPressure.fn({
          torque,
          turns: build.cycle === 'four-stroke' ? 2 : 1,
          displacement: build.displacement,
        });
    case 'engineSpeed':
      return ({ speedRpm }) => speedRpm;
    case 'pistonSpeed':
      return ({ speedRpm }) => meanPistonSpeed(stroke.value, speedRpm);
    case 'boltLoad':
      return ({ speedRpm }) =>
        rodLength && masses
          ? boltLoad.fn({
              reciprocating: masses.reciprocating.value,
              bigEnd: masses.bigEnd.value,
              stroke: stroke.value,
              rodLength: rodLength.value,
              speedRpm,
            })
          : null;
    case 'cylinderPressure':
      return (point) => peakPressureAt(build, engine, point);
    case 'boost':
      return ({ boostGauge }) => boostGauge;
    case 'backPressure':
      return ({ match }) =>
        match ? engineCharger(match).turbine.inlet.pressure - build.climate.pressure : null;
    case 'chargeTemperature':
      return ({ path }) => path.manifold.temperature;
    case 'exhaustTemperature':
      return ({ match }) => (match ? engineCharger(match).turbine.inlet.temperature : null);
    case 'roadSpeed':
      return (point) => speedOn(build.road, point);
    case 'stopEnergy':
      return (point) => {
        const speed = speedOn(build.road, point);
        const mass = build.road?.mass;
        return speed !== null && mass ? stopEnergy(mass, speed) : null;
      };
    case 'runningMass':
      return () => build.road?.mass ?? null;
  }
}

/** The fastest that the engine can drive it at the speed of a point, m/s; null where no gear has the power, or none is known. */
const speedOn = (road: Road | null, { speedRpm, power }: OperatingPoint): number | null =>
  road && (fastestOn(road, [{ speedRpm, power: power.wheels }])?.speed ?? null);

export const ICE = 273.15;

/** Share of a limit that a figure uses: of temperatures by degrees Celsius, as the trade counts them. */
export const useOf = (sort: LimitSort, value: number, limit: number): number =>
  sort === 'temperature' ? (value - ICE) / (limit - ICE) : value / limit;

/** From this share on a limit just holds, unless its own bench says otherwise. */
export const JUST_HOLDS = 0.985;

/** Whether boost leaves a metric where it is: nothing is gained by taking boost away. */
export const isUnmoved = (metric: string): boolean =>
  ['engineSpeed', 'pistonSpeed', 'boltLoad', 'runningMass'].includes(metric);
