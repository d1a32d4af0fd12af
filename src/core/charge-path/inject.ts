import type { Build } from '../build/build';
import { airBesideVapour } from '../charge-injection/formulas';
import { injectedAt, mixedTemperature } from '../charge-injection/injected';
import type { AirPath } from './air-path';

/** Of what fills the cylinders at least so much is air, whatever is injected: less is a step on the way, no state. */
const LEAST_AIR = 0.3;

/** The moist air of a filling beside what is injected into it, kg/s; written into the path. Manifold state in Pa and K. */
export function besideInjected(
  { injection, climate }: Build,
  speedRpm: number,
  path: AirPath,
  filling: { flow: number; pressure: number },
  temperature: number,
): number {
  if (!injection) return filling.flow;
  const gauge = filling.pressure - climate.pressure;
  path.injected = injectedAt(injection, { ...filling, speedRpm, gauge, temperature });
  const { displaced } = path.injected;
  return Math.max(LEAST_AIR * filling.flow, airBesideVapour.fn({ filling: filling.flow, displaced }));
}

/** The charge behind what is injected into it, K, written into the path. In: the path with its flow and the cooler's outlet; manifold Pa. */
export function inject({ injection }: Build, path: AirPath, pressure: number): number {
  const { temperature } = path.cooler;
  path.charge =
    injection && path.injected
      ? mixedTemperature(injection, path.injected, { flow: path.massFlow, pressure }, temperature)
      : temperature;
  return path.charge;
}
