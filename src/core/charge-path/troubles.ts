import type { Gas } from '../air/gas-properties';
import { MACH_WARNING, machNumber } from '../charge-air/losses';
import { engineCharger, frontCharger, type AirState, type ChargedAir } from '../charger/charged-air';
import { shaftLimit, type Charger } from '../charger/charger';
import { shaftSpeed } from '../compressor/formulas';
import type { TurbineSide } from '../turbocharger/turbine-side';
import type { Build } from '../build/build';
import type { ExhaustLosses, PlacedLoss } from '../build/plumbing';
import { engineTurbine } from '../build/row';
import { reason, type Reason } from '../working/range';
import type { AirPath } from './air-path';
import type { Match } from './match';
import type { StationKind } from './stations';

/** What is wrong at one speed: with the machine at the engine, and at the other places. */
export type Troubles = { compressor: Reason[]; pipes: Partial<Record<StationKind, Reason[]>> };

/** What is wrong along a path, place by place. Total. */
export function troublesOf(build: Build, path: AirPath, match: Match | null): Troubles {
  const charger = engineCharger(path);
  const inFront = frontCharger(path);
  const own = engineCharger(build);
  const ahead = frontCharger(build);
  const compressor = mapTroubles(charger, own);
  const front = ahead && inFront ? mapTroubles(inFront, ahead) : [];
  const pipes: Partial<Record<StationKind, Reason[]>> = {};
  for (const element of build.elements) {
    if (element.kind !== 'loss' || !element.loss.diameter) continue;
    const { station, loss } = element;
    const inlet =
      station === 'filter'
        ? path.filter
        : station === 'between'
          ? (inFront?.outlet ?? path.filter)
          : station === 'cooler'
            ? charger.outlet
            : path.manifold;
    const narrow = narrowFor(loss, path.massFlow, inlet, build.climate.gas);
    if (narrow) (pipes[station] ??= []).push(narrow);
  }
  const turbine = engineTurbine(build);
  if (match && turbine) Object.assign(pipes, hotTroubles(turbine, build.exhaustLosses, match));
  if (front.length) pipes['front-compressor'] = front;
  return { compressor, pipes };
}

/** What to say of a bore that the gas rushes through; null where it does not, or no bore is known. Flow of the engine, kg/s. */
function narrowFor(loss: PlacedLoss, massFlow: number, inlet: AirState, { gasConstant }: Gas): Reason | null {
  if (!loss.diameter) return null;
  const mach = machNumber.fn({
    massFlow: massFlow / loss.pipes,
    temperature: inlet.temperature,
    pressure: inlet.pressure,
    gasConstant,
    diameter: loss.diameter,
  });
  return mach > MACH_WARNING
    ? reason('mach-high', { mach: [mach, 'ratio'], bore: [loss.diameter, 'bore'] })
    : null;
}

/** What is wrong with a machine's place on its map. In: the air through it. */
function mapTroubles({ map: at, inlet }: ChargedAir, charger: Charger): Reason[] {
  const { machine } = charger;
  if (!machine?.map) return [];
  const name = { name: machine.name };
  switch (at?.status) {
    case 'surge':
      return [reason('past-surge', { margin: [at.surgeMargin ?? -1, 'share'] }, name)];
    case 'choke':
      return [reason('past-choke', { room: [at.edgeRoom?.share ?? -1, 'share'] }, name)];
    case 'overspeed': {
      const speed = shaftSpeed.fn({
        correctedSpeed: at.speedRpm ?? 0,
        temperature: inlet.temperature,
        referenceTemperature: machine.map.reference.temperature,
      });
      return [
        reason(
          'wheel-too-fast',
          { speed: [speed, 'shaftSpeed'], limit: [shaftLimit(charger), 'shaftSpeed'] },
          name,
        ),
      ];
    }
    default:
      return [];
  }
}

/** What is wrong behind the exhaust valves at one speed: too hot, too fast, pipes too narrow. */
function hotTroubles(
  hot: TurbineSide,
  losses: ExhaustLosses,
  match: Match,
): Partial<Record<StationKind, Reason[]>> {
  const { turbine } = engineCharger(match);
  const name = { name: hot.turbine.name };
  const wheel: Reason[] = [];
  if (turbine.inlet.temperature > hot.turbine.maxTemperature)
    wheel.push(
      reason(
        'turbine-too-hot',
        {
          temperature: [turbine.inlet.temperature, 'temperature'],
          limit: [hot.turbine.maxTemperature, 'temperature'],
        },
        name,
      ),
    );
  const narrow = (pipes: PlacedLoss[], pressure: number, temperature: number) =>
    pipes.flatMap((loss) => {
      const found = narrowFor(loss, match.exhaustFlow, { pressure, temperature }, hot.exhaust.gas);
      return found ?? [];
    });
  const manifold = narrow(losses.manifold, match.portPressure, turbine.inlet.temperature);
  const last = match.chargers[0]!.turbine;
  const tail = narrow(losses.tail, last.outlet.pressure, last.mixed);
  return {
    ...(manifold.length ? { cylinders: manifold } : {}),
    ...(wheel.length ? { turbine: wheel } : {}),
    ...(tail.length ? { tailpipe: tail } : {}),
  };
}
