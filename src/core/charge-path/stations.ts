import { enthalpy } from '../air/gas-properties';
import type { Build } from '../build/build';
import { coolerAt, lossesAt } from '../build/elements';
import { engineCharger } from '../charger/charged-air';
import { turbineSideOf } from '../charger/charger';
import type { Range, Reason } from '../working/range';
import { outletPressure } from '../charge-air/losses';
import { flowThrough, type AirPath } from './air-path';
import { injectedMass } from '../charge-injection/injected';
import { fuelFlowOf } from '../fuel-system/fuel-demand';
import type { Match } from './match';
import type { Troubles } from './troubles';

export type StationKind =
  | 'weather'
  | 'filter'
  | 'front-compressor'
  | 'between'
  | 'compressor'
  | 'cooler'
  | 'throttle'
  | 'cylinders'
  | 'turbine'
  | 'front-turbine'
  | 'tailpipe';

/** A place on the air's way with the state at its outlet, SI. `known: false`: not chosen yet, nothing is invented. */
export type Station = {
  id: StationKind;
  known: boolean;
  pressure: number | null;
  temperature: number | null;
  massFlow: number | null;
  powerIn?: number;
  heatIn?: number;
  drop?: number;
  range: Range;
  troubles: Reason[];
};

/** Of a row of one or two chargers, ambient first: the names of the places behind machine and turbine of each. */
const placesOf = (
  index: number,
  count: number,
): { machine: StationKind; behind: 'between' | 'cooler'; turbine: StationKind } =>
  index === count - 1
    ? { machine: 'compressor', behind: 'cooler', turbine: 'turbine' }
    : { machine: 'front-compressor', behind: 'between', turbine: 'front-turbine' };

/** Whether the exhaust drives, or would drive, the charger at the engine: it is so until a belt is said to. */
const hasTurbine = (build: Build): boolean => engineCharger(build).drive?.kind !== 'belt';

/** The air behind the filter where a draw-through throttle follows it; null where it stands behind the blower. */
function beforeThrottle(build: Build, flow: number): { pressure: number; temperature: number } | null {
  const losses = lossesAt(build, 'filter');
  if (!losses.some(({ place }) => place === 'throttle')) return null;
  const { temperature } = build.climate;
  const pressure = losses
    .filter(({ place }) => place !== 'throttle')
    .reduce((p, loss) => outletPressure(loss, p, temperature, flow), build.climate.pressure);
  return { pressure, temperature };
}

/** Where the sums found no answer nothing is invented: the weather is known, the rest is not. */
function unsolved(build: Build, weather: Station, unknown: (id: StationKind) => Station): Station[] {
  const rest: StationKind[] = build.charged
    ? [
        'filter',
        'compressor',
        'cooler',
        'throttle',
        'cylinders',
        ...(hasTurbine(build) ? (['turbine'] as const) : []),
        'tailpipe',
      ]
    : ['filter', 'throttle', 'cylinders', 'tailpipe'];
  return [weather, ...rest.map(unknown)];
}

/**
 * The places on the air's way with the state at the outlet of each, in the order of the flow: what the elements of the
 * build are, and behind the cylinders the turbines from the engine outwards. In: a solved path; the match where there is
 * one; flywheel power W; what is wrong where. Total.
 */
export function stationsOf(
  build: Build,
  path: AirPath,
  match: Match | null,
  power: number,
  troubles: Troubles,
): Station[] {
  const { climate } = build;
  const { gas } = climate;
  const flow = path.massFlow;
  const state = (
    id: StationKind,
    at: { pressure: number; temperature: number },
    more: Partial<Station> = {},
  ): Station => ({
    id,
    known: true,
    pressure: at.pressure,
    temperature: at.temperature,
    massFlow: flow,
    range: 'inside',
    troubles: (id === 'compressor' ? troubles.compressor : troubles.pipes[id]) ?? [],
    ...more,
  });
  const unknown = (id: StationKind): Station => ({
    id,
    known: false,
    pressure: null,
    temperature: null,
    massFlow: null,
    range: 'inside',
    troubles: [],
  });
  if (path.kind !== 'converged')
    return unsolved(build, state('weather', climate, { massFlow: null }), unknown);
  const drawn = beforeThrottle(build, flow);
  const stations = [
    state('weather', climate),
    ...(drawn ? [state('filter', drawn, { drop: climate.pressure - drawn.pressure })] : []),
    state(drawn ? 'throttle' : 'filter', path.filter, {
      drop: (drawn ?? climate).pressure - path.filter.pressure,
    }),
  ];
  const working = path.chargers.length;
  if (build.charged)
    path.chargers.forEach((air, i) => {
      const places = placesOf(i, working);
      const next = path.chargers[i + 1]?.inlet ?? path.cooler;
      stations.push(
        state(places.machine, air.outlet, {
          powerIn: flowThrough(build, path, build.chargers.length - working + i) * air.outlet.work,
          range: air.map?.range ?? 'inside',
        }),
      );
      const isThere = coolerAt(build, places.behind) || lossesAt(build, places.behind).length > 0;
      // Between two chargers there is always a place, if only a piece of pipe.
      if (places.behind === 'between' || isThere)
        stations.push(
          state(places.behind, next, {
            heatIn: flow * (enthalpy(gas, next.temperature) - enthalpy(gas, air.outlet.temperature)),
            drop: air.outlet.pressure - next.pressure,
          }),
        );
    });
  // What is left behind a throttle that stands before the blower is the way into the manifold.
  if (!drawn)
    stations.push(
      state('throttle', path.manifold, {
        drop: path.cooler.pressure - path.manifold.pressure,
        // What is injected before it takes its heat from the charge.
        ...(path.injected && path.injected.heat !== 0
          ? {
              massFlow: flow + injectedMass(path.injected),
              heatIn:
                flow * (enthalpy(gas, path.manifold.temperature) - enthalpy(gas, path.cooler.temperature)),
            }
          : {}),
      }),
    );
  const burnt = flow + fuelFlowOf(build, path) + injectedMass(path.injected);
  const cylinders = { massFlow: burnt, powerIn: power, range: path.breathingRange };
  if (!match) {
    stations.push({ ...unknown('cylinders'), ...cylinders });
    if (build.charged && hasTurbine(build)) stations.push(unknown('turbine'));
    stations.push(unknown('tailpipe'));
    return stations;
  }
  const { portPressure, exhaustFlow } = match;
  const { turbine } = engineCharger(match);
  // Cylinders and manifold: what stands at the turbine inlet.
  stations.push(
    state('cylinders', turbine.inlet, {
      ...cylinders,
      massFlow: exhaustFlow,
      drop: portPressure - turbine.inlet.pressure,
    }),
  );
  const sides = build.chargers.flatMap((charger) => turbineSideOf(charger) ?? []);
  for (let i = match.chargers.length - 1; i >= 0; i--) {
    const { turbine: wheel } = match.chargers[i]!;
    const side = sides[i];
    stations.push(
      state(
        placesOf(i, match.chargers.length).turbine,
        { pressure: wheel.outlet.pressure, temperature: wheel.mixed },
        {
          massFlow: exhaustFlow,
          powerIn: -wheel.power * (side?.count ?? 1),
          range: side?.turbine.rangeAt(wheel.ratio) ?? 'inside',
        },
      ),
    );
  }
  const last = match.chargers[0]!.turbine;
  stations.push(
    state(
      'tailpipe',
      { pressure: climate.pressure, temperature: last.mixed },
      { massFlow: exhaustFlow, drop: last.outlet.pressure - climate.pressure },
    ),
  );
  return stations;
}
