import { makeClimate, type Climate } from '../air/climate';
import { compileBuild, type Build, type Library } from '../build/build';
import { engineCharger } from '../charger/charged-air';
import { runFactor } from '../dyno/corrections';
import type { RunCard } from '../dyno/card';
import type { ChannelId } from '../dyno/channels';
import { valueAt } from '../dyno/compare';
import type { Curve } from '../dyno/smoothing';
import { torque as torqueFormula } from '../engine/power-formulas';
import type { Job } from '../job/schema/job';
import { fuelPointOf } from '../solve/fuel-line';
import type { OperatingPoint } from '../solve/point';
import { solveSweep } from '../solve/sweep';
import { wheelPower } from '../vehicle/drivetrain';
import { buildIn, homeLevel } from './sites';

/** A setup in a run's air, by channel; SI, on the revs of the sweep. `air`: whose it is; the Brief's where the card has none. */
export type RunModel = { curves: Partial<Record<ChannelId, Curve>>; air: 'run' | 'brief' };

/** The air of a card; null where its pressure or temperature is not on it, or they make none. */
function airOfCard({ pressure, temperature, humidity }: RunCard): Climate | null {
  if (pressure === null || temperature === null) return null;
  try {
    return makeClimate({
      altitude: 0,
      barometer: { kind: 'station', pressure },
      temperature,
      humidity: { kind: 'relative', share: humidity ?? 0 },
    });
  } catch {
    return null;
  }
}

/** The build asked for the boost that a run had over its revs, held at its ends beyond them. */
function withBoostOf(build: Build, boost: Curve): Build {
  const [first, last] = [boost.values[0]!, boost.values.at(-1)!];
  const curve = (speedRpm: number) =>
    valueAt(boost, speedRpm) ?? (speedRpm < boost.speeds[0]! ? first : last);
  return { ...build, boost: { ...build.boost, kind: 'curve', curve, hold: 'pressure', setIn: null } };
}

/** How each channel of a run is read off a solved point, power by a factor. SI, pressures as the channel says; null where there is none. */
function readers(build: Build, { basis }: RunCard, factor: number) {
  const { climate, supply } = build;
  const power = ({ power: { flywheel } }: OperatingPoint) =>
    factor * (basis === 'flywheel' ? flywheel : wheelPower(flywheel, build.drivetrain));
  return {
    power,
    torque: (point) => torqueFormula.fn({ power: power(point), speedRpm: point.speedRpm }),
    boost: ({ boostGauge }) => boostGauge,
    manifold: ({ manifoldPressure }) => manifoldPressure,
    backPressure: ({ match }) =>
      match ? engineCharger(match).turbine.inlet.pressure - climate.pressure : null,
    chargeTemperature: ({ path }) => path.manifold.temperature,
    exhaustTemperature: ({ match }) => (match ? engineCharger(match).turbine.inlet.temperature : null),
    lambda: ({ path }) => path.lambda,
    shaftSpeed: (point) => engineCharger(point).shaftRpm,
    injectorDuty: (point) => (supply ? fuelPointOf(build, supply, point).injection.duty : null),
  } as const satisfies Partial<Record<ChannelId, (point: OperatingPoint) => number | null>>;
}

/** What the run's figures carry, for the model's too; 1 where the card does not say the air, or the engine's factor. */
function factorOf(card: RunCard, isTurbocharged: boolean): number {
  const { pressure, temperature, humidity, correction, engineFactor } = card;
  if (pressure === null || temperature === null) return 1;
  const engine = engineFactor === null ? null : { engineFactor, isTurbocharged };
  return runFactor(correction, { pressure, temperature, humidity: humidity ?? 0 }, engine) ?? 1;
}

/**
 * A setup as the model has it, beside a run: in the run's own air where its card has it, with the boost setting of home (or the boost the
 * run had), at the run's basis and with the correction its figures carry. In: job, setup, library; the card; the run's boost over the revs,
 * gauge, where the model is to have it. Out: null where the job cannot be solved. The hub counts like the wheels: with the whole drivetrain
 * loss of the Brief. Total.
 */
export function modelBeside(
  job: Job,
  setupId: string,
  library: Library,
  card: RunCard,
  boost: Curve | null,
): RunModel | null {
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return null;
  const own = airOfCard(card);
  const climate = own ?? home.build.climate;
  const planned = buildIn(job, setupId, library, climate, homeLevel(home.build));
  if (!planned) return null;
  const build = boost ? withBoostOf(planned, boost) : planned;
  const points = solveSweep(build).points.filter(({ status }) => status.kind !== 'failed');
  const read = readers(build, card, factorOf(card, engineCharger(build).drive?.kind === 'exhaust'));
  const curves: RunModel['curves'] = {};
  for (const [channel, of] of Object.entries(read) as [ChannelId, (p: OperatingPoint) => number | null][]) {
    const its = points.flatMap((point) => {
      const value = of(point);
      return value === null || !Number.isFinite(value) ? [] : [{ speed: point.speedRpm, value }];
    });
    if (its.length > 2)
      curves[channel] = { speeds: its.map(({ speed }) => speed), values: its.map(({ value }) => value) };
  }
  return { curves, air: own ? 'run' : 'brief' };
}
