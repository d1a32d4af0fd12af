import { MACH_WARNING, machNumber } from '../charge-air/losses';
import { shaftSpeed, speedShare } from '../compressor/formulas';
import type { MapPoint } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
import { enthalpy } from '../air/gas-properties';
import { reason, type Range, type Reason } from '../working/range';
import {
  type AirPath,
  type ChargedAir,
  engineCharger,
  frontCharger,
  lowLimit,
  powerOf,
  shaftLimit,
  solveAirPath,
} from '../charge-path/air-path';
import { buildAt, type Build } from '../build/build';
import { aloneAt, manifoldFor, unboostedAt, type Level } from './demand';
import { solveMatched } from '../charge-path/matched';
import { isMatched, type Match, type Matched, type ShaftMatch } from '../charge-path/settle';
import { powerPerFlow, ruleOfThumbPower, torque } from '../engine/power-formulas';
import {
  backPressureOverManifold,
  boostGauge,
  boostProgress,
  boostShare,
  levelPressure,
  plannedManifold,
} from '../charge-air/boost-formulas';
import { wheelPower } from '../vehicle/drivetrain';
import type { HotSide } from '../turbocharger/turbine-side';
import type { ExhaustLosses, PlacedLoss } from '../build/plumbing';

type Status = {
  kind: 'converged' | 'limited' | 'failed';
  iterations: number;
  residual: number;
  reason?: Reason;
};

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

type PowerBySchool = { fuelFlow: number; wheels: number; thumbLow: number; thumbHigh: number };

/** A charger at one speed: how many alike stand side by side, the air through it, where it runs on its map, and its shaft. */
type ChargerPoint = {
  count: number;
  air: ChargedAir;
  at: Running | null;
  shaft: ShaftMatch | null;
};

/** Everything the bench shows at one speed. SI; pressures absolute unless named gauge. */
export type OperatingPoint = {
  speedRpm: number;
  status: Status;
  range: Range;
  boosting: boolean;
  /** How many turbos run beside each other here. */
  count: number;
  path: AirPath;
  /** Turbine and gate, where a turbine is chosen and the match was found. */
  match: Match | null;
  readonly stations: Station[];
  manifoldPressure: number;
  boostGauge: number;
  pressureRatio: number;
  /** The chargers that work here, ambient first. Never empty: before one is chosen its air is a guess's. */
  chargers: ChargerPoint[];
  power: PowerBySchool;
  torque: number;
  /** Flywheel power on the air of the day alone. */
  readonly alonePower: number;
  troubles: Reason[];
};

/** The air that gauge targets count from, Pa: of the day, or the one an absolute target was set in. */
const targetAir = (build: Build): number => build.boost.setIn ?? build.climate.pressure;

/** Share of full boost at a speed: 0 at the onset, 1 at full, a smooth step between (a guess until a turbine is matched). */
export const boostShareAt = ({ boost: { onsetRpm, fullRpm, curve } }: Build, speedRpm: number): number =>
  // A curve says itself where boost begins.
  curve ? 1 : boostShare.fn({ progress: boostProgress.fn({ speedRpm, onsetRpm, fullRpm }) });

/** Back pressure over manifold pressure at a speed, absolute: it comes with the boost (an input until a turbine is matched). */
export const backPressureAt = (build: Build, speedRpm: number): number =>
  backPressureOverManifold.fn({ share: boostShareAt(build, speedRpm), full: build.backPressureRatio });

/** The manifold pressure that the boost plan holds once it is full: solved from the goal, the level, or the curve at the goal. */
export function planLevel(whole: Build): Level {
  const build = buildAt(whole, whole.goal.speedRpm);
  const { kind, levelGauge, curve } = build.boost;
  if (kind === 'goal') {
    const level = manifoldFor(build, build.goal.speedRpm, build.goal.power);
    // A turbine that cannot drive the goal is still asked for it: what it does then is the answer.
    if (level.kind !== 'failed' || !build.hot) return level;
    const wanted = manifoldFor({ ...build, hot: null }, build.goal.speedRpm, build.goal.power);
    return wanted.kind === 'boost' ? { ...wanted, wanting: level.reason } : wanted;
  }
  if (!build.charged) return { kind: 'unboosted' };
  return {
    kind: 'boost',
    pressure: levelPressure.fn({
      ambient: targetAir(build),
      boost: curve ? curve(build.goal.speedRpm) : levelGauge,
    }),
    iterations: 0,
    residual: 0,
  };
}

/** Above the goal's speed torque or power may be held instead of pressure: the power wanted there, or null. */
function heldPower(build: Build, speedRpm: number, level: Level): number | null {
  const { hold, kind } = build.boost;
  if (hold === 'pressure' || kind !== 'goal' || level.kind !== 'boost' || speedRpm <= build.goal.speedRpm)
    return null;
  return hold === 'power' ? build.goal.power : (build.goal.power * speedRpm) / build.goal.speedRpm;
}

/** What the plan asks of the manifold at a speed once boost is there. `unboosted`: the day's air alone is enough. */
export function askedAt(
  whole: Build,
  speedRpm: number,
  level: Level,
  start?: Matched,
  before?: Matched,
): Level {
  const build = buildAt(whole, speedRpm);
  if (level.kind !== 'boost') return level;
  const { curve } = build.boost;
  if (curve)
    return {
      ...level,
      pressure: levelPressure.fn({ ambient: targetAir(build), boost: curve(speedRpm) }),
    };
  const power = heldPower(build, speedRpm, level);
  if (power === null || level.wanting) return level;
  const held = manifoldFor(build, speedRpm, power, start, before);
  return held.kind === 'failed' && build.hot ? level : held;
}

/** The air's way that the boost plan takes at a speed, without stations or powers. Never throws; `failed` says why not. */
export function solvePath(
  build: Build,
  speedRpm: number,
  level: Level,
  start?: AirPath,
): { path: AirPath; failed?: Reason } {
  const unboosted = unboostedAt(build, speedRpm);
  if (level.kind !== 'boost')
    return { path: unboosted, ...(level.kind === 'failed' ? { failed: level.reason } : {}) };
  const share = boostShareAt(build, speedRpm);
  if (share === 0) return { path: unboosted };
  const asked = askedAt(build, speedRpm, level);
  if (asked.kind === 'failed') return { path: unboosted, failed: asked.reason };
  const base = unboosted.manifold.pressure;
  if (asked.kind === 'unboosted' || asked.pressure <= base) return { path: unboosted };
  const pressure = plannedManifold.fn({ base, share, full: asked.pressure });
  const backPressure = backPressureAt(build, speedRpm);
  return { path: solveAirPath(build, speedRpm, { kind: 'manifold', pressure }, backPressure, start) };
}

/** Why a steady match was not found, in words to be. */
const stopReason = (stop: NonNullable<Matched['stop']>, build: Build, speedRpm: number): Reason =>
  reason(
    stop,
    { speed: [speedRpm, 'engineSpeed'] },
    { name: build.hot?.turbine.name ?? '', compressor: build.compressor?.name ?? '' },
  );

/** A neighbour's answer, if the same turbos worked there. */
const matchedOf = (build: Build, point: OperatingPoint | undefined): Matched | undefined =>
  point?.match &&
  point.count === build.compressorCount &&
  point.path.chargers.length > 1 === Boolean(build.low)
    ? { path: point.path, match: point.match, stop: null }
    : undefined;

/** The steady match that the boost plan leads to at a speed; with a turbine chosen. Never throws. */
function solveTurbo(
  build: Build,
  speedRpm: number,
  level: Level,
  start?: OperatingPoint,
  before?: OperatingPoint,
): { path: AirPath; match: Match | null; failed?: Reason } {
  if (!isMatched(build)) return { match: null, ...solvePath(build, speedRpm, level, start?.path) };
  if (level.kind === 'failed')
    return { path: unboostedAt(build, speedRpm), match: null, failed: level.reason };
  const near = matchedOf(build, start);
  const far = matchedOf(build, before);
  // Only what the gate holds is near what is asked.
  const asked = askedAt(build, speedRpm, level, near?.match?.kind === 'held' ? near : undefined, far);
  // A turbo is there whether boost is wanted or not: then its gate is asked for none.
  const pressure = asked.kind === 'boost' ? asked.pressure : unboostedAt(build, speedRpm).manifold.pressure;
  const solved = solveMatched(build, speedRpm, pressure, near, far);
  return {
    path: solved.path,
    match: solved.match,
    ...(solved.stop ? { failed: stopReason(solved.stop, build, speedRpm) } : {}),
  };
}

/** What all stages together make of the pressure behind the filter. */
const totalRatio = (path: AirPath): number => {
  const { outlet } = engineCharger(path);
  return path.chargers.length > 1 ? outlet.pressure / path.filter.pressure : outlet.ratio;
};

export type Running = MapPoint & { shaftSpeedRpm: number | null; speedShare: number | null };

/** Where the chargers run on their maps, ambient first; none of those without a map. */
export const runningOf = ({ chargers }: Pick<OperatingPoint, 'chargers'>): Running[] =>
  chargers.flatMap(({ at }) => at ?? []);

/** A place on a map with the shaft's own speed. In: inlet K; the most the shaft may turn, rev/min. */
function runningAt(at: MapPoint, map: CompiledMap, temperature: number, limit: number): Running {
  const shaft =
    at.speedRpm === null
      ? null
      : shaftSpeed.fn({
          correctedSpeed: at.speedRpm,
          temperature,
          referenceTemperature: map.reference.temperature,
        });
  // Written out: this is made for every speed, and copying by spread costs as much as the look-up.
  return {
    status: at.status,
    range: at.range,
    flow: at.flow,
    pressureRatio: at.pressureRatio,
    speedRpm: at.speedRpm,
    beta: at.beta,
    efficiency: at.efficiency,
    surgeMargin: at.surgeMargin,
    chokeMargin: at.chokeMargin,
    edgeRoom: at.edgeRoom,
    iterations: at.iterations,
    residual: at.residual,
    shaftSpeedRpm: shaft,
    speedShare: shaft === null ? null : speedShare.fn({ speed: shaft, limit }),
  };
}

/** Whether a compressor does more than let the air pass. */
export const isBoosting = (ratio: number): boolean => ratio > 1.0001;

function troublesOf(
  build: Build,
  path: AirPath,
  match: Match | null,
): { compressor: Reason[]; pipes: Partial<Record<StationKind, Reason[]>> } {
  const { low } = build;
  const charger = engineCharger(path);
  const inFront = frontCharger(path);
  const compressor = build.compressor
    ? mapTroubles(charger.map, build.compressor, charger.inlet.temperature, shaftLimit(build))
    : [];
  const front =
    low && inFront ? mapTroubles(inFront.map, low.compressor, inFront.inlet.temperature, lowLimit(low)) : [];
  const pipes: Partial<Record<StationKind, Reason[]>> = {};
  const inlet = {
    filter: path.filter,
    between: inFront?.outlet ?? path.filter,
    cooler: charger.outlet,
    throttle: path.manifold,
  };
  for (const place of ['filter', 'between', 'cooler', 'throttle'] as const)
    for (const loss of build.losses[place]) {
      if (!loss.diameter) continue;
      const mach = machNumber.fn({
        massFlow: path.massFlow / loss.pipes,
        temperature: inlet[place].temperature,
        pressure: inlet[place].pressure,
        gasConstant: build.climate.gas.gasConstant,
        diameter: loss.diameter,
      });
      if (mach > MACH_WARNING)
        (pipes[place] ??= []).push(
          reason('mach-high', { mach: [mach, 'ratio'], bore: [loss.diameter, 'bore'] }),
        );
    }
  if (match && build.hot) Object.assign(pipes, hotTroubles(build.hot, build.exhaustLosses, match));
  if (front.length) pipes['front-compressor'] = front;
  return { compressor, pipes };
}

/** What is wrong with a compressor's place on its map. In: inlet K; the most its shaft may turn, rev/min. */
function mapTroubles(
  at: MapPoint | null,
  { map, name }: { map: CompiledMap; name: string },
  temperature: number,
  limit: number,
): Reason[] {
  switch (at?.status) {
    case 'surge':
      return [reason('past-surge', { margin: [at.surgeMargin ?? -1, 'share'] }, { name })];
    case 'choke':
      return [reason('past-choke', { room: [at.edgeRoom?.share ?? -1, 'share'] }, { name })];
    case 'overspeed': {
      const speed = shaftSpeed.fn({
        correctedSpeed: at.speedRpm ?? 0,
        temperature,
        referenceTemperature: map.reference.temperature,
      });
      return [
        reason('wheel-too-fast', { speed: [speed, 'shaftSpeed'], limit: [limit, 'shaftSpeed'] }, { name }),
      ];
    }
    default:
      return [];
  }
}

/** What is wrong behind the exhaust valves at one speed: too hot, too fast, pipes too narrow. */
function hotTroubles(
  hot: HotSide,
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
  const machs = (pipes: PlacedLoss[], pressure: number, temperature: number) =>
    pipes.flatMap((loss) => {
      if (!loss.diameter) return [];
      const mach = machNumber.fn({
        massFlow: match.exhaustFlow / loss.pipes,
        temperature,
        pressure,
        gasConstant: hot.exhaust.gas.gasConstant,
        diameter: loss.diameter,
      });
      return mach > MACH_WARNING
        ? [reason('mach-high', { mach: [mach, 'ratio'], bore: [loss.diameter, 'bore'] })]
        : [];
    });
  const manifold = machs(losses.manifold, match.portPressure, turbine.inlet.temperature);
  const last = match.chargers[0]!.turbine;
  const tail = machs(losses.tail, last.outlet.pressure, last.mixed);
  return {
    ...(manifold.length ? { cylinders: manifold } : {}),
    ...(wheel.length ? { turbine: wheel } : {}),
    ...(tail.length ? { tailpipe: tail } : {}),
  };
}

/** Where the sums found no answer nothing is invented: the weather is known, the rest is not. */
function unsolved(build: Build, weather: Station, unknown: (id: StationKind) => Station): Station[] {
  const charged: StationKind[] = [
    'filter',
    'compressor',
    'cooler',
    'throttle',
    'cylinders',
    'turbine',
    'tailpipe',
  ];
  const rest = build.charged
    ? charged
    : charged.filter((id) => !['compressor', 'cooler', 'turbine'].includes(id));
  return [weather, ...rest.map(unknown)];
}

function stationsOf(
  build: Build,
  path: AirPath,
  match: Match | null,
  power: number,
  troubles: ReturnType<typeof troublesOf>,
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
    troubles: troubles.pipes[id] ?? [],
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
  const burnt = flow + (path.dryFlow * build.trapped) / build.airFuelRatio;
  const stations = [
    state('weather', climate),
    state('filter', path.filter, { drop: climate.pressure - path.filter.pressure }),
  ];
  const charger = engineCharger(path);
  const front = frontCharger(path);
  if (front)
    stations.push(
      state('front-compressor', front.outlet, {
        powerIn: flow * front.outlet.work,
        range: front.map?.range ?? 'inside',
      }),
      state('between', charger.inlet, {
        heatIn: flow * (enthalpy(gas, charger.inlet.temperature) - enthalpy(gas, front.outlet.temperature)),
        drop: front.outlet.pressure - charger.inlet.pressure,
      }),
    );
  if (build.charged) {
    stations.push(
      state('compressor', charger.outlet, {
        powerIn: flow * charger.outlet.work,
        range: charger.map?.range ?? 'inside',
        troubles: troubles.compressor,
      }),
    );
    if (build.cooler || build.losses.cooler.length)
      stations.push(
        state('cooler', path.cooler, {
          heatIn: flow * (enthalpy(gas, path.cooler.temperature) - enthalpy(gas, charger.outlet.temperature)),
          drop: charger.outlet.pressure - path.cooler.pressure,
        }),
      );
  }
  stations.push(state('throttle', path.manifold, { drop: path.cooler.pressure - path.manifold.pressure }));
  const cylinders = { massFlow: burnt, powerIn: power, range: path.breathingRange };
  if (!match || !build.hot) {
    stations.push({ ...unknown('cylinders'), ...cylinders });
    if (build.charged) stations.push(unknown('turbine'));
    stations.push(unknown('tailpipe'));
    return stations;
  }
  const { portPressure, exhaustFlow } = match;
  const { turbine } = engineCharger(match);
  const frontShaft = frontCharger(match);
  const last = match.chargers[0]!.turbine;
  stations.push(
    // Cylinders and manifold: what stands at the turbine inlet.
    state('cylinders', turbine.inlet, {
      ...cylinders,
      massFlow: exhaustFlow,
      drop: portPressure - turbine.inlet.pressure,
    }),
    state(
      'turbine',
      { pressure: turbine.outlet.pressure, temperature: turbine.mixed },
      {
        massFlow: exhaustFlow,
        powerIn: -turbine.power * build.hot.count,
        range: build.hot.turbine.rangeAt(turbine.ratio),
      },
    ),
    ...(frontShaft && build.low
      ? [
          state(
            'front-turbine',
            { pressure: frontShaft.turbine.outlet.pressure, temperature: frontShaft.turbine.mixed },
            {
              massFlow: exhaustFlow,
              powerIn: -frontShaft.turbine.power,
              range: build.low.hot.turbine.rangeAt(frontShaft.turbine.ratio),
            },
          ),
        ]
      : []),
    state(
      'tailpipe',
      { pressure: climate.pressure, temperature: last.mixed },
      {
        massFlow: exhaustFlow,
        drop: last.outlet.pressure - climate.pressure,
      },
    ),
  );
  return stations;
}

/**
 * One speed of the demand line: the air the boost plan takes there and everything that follows.
 * In: build; speed rev/min; the plan's level; optionally a neighbour to start from, and the one as far again before it. Total: never throws, never NaN in a
 * figure that is shown as known.
 */
export function solvePoint(
  whole: Build,
  speedRpm: number,
  level: Level,
  start?: OperatingPoint,
  before?: OperatingPoint,
): OperatingPoint {
  const build = buildAt(whole, speedRpm);
  const { path, match, failed } = build.hot
    ? solveTurbo(build, speedRpm, level, start, before)
    : {
        match: null,
        ...solvePath(build, speedRpm, level, start?.boosting ? start.path : undefined),
      };
  const fuelFlow = powerOf(build, path);
  const [low, high] = build.fuel.horsepowerPerPound;
  const thumb = (horsepowerPerPound: number) =>
    ruleOfThumbPower.fn({
      massFlow: path.massFlow * build.trapped * build.condition,
      powerPerFlow: powerPerFlow(horsepowerPerPound),
    });
  const troubles = troublesOf(build, path, match);
  const choice = build.compressor;
  const charger = engineCharger(path);
  const inFront = frontCharger(path);
  const one =
    choice && charger.map && runningAt(charger.map, choice.map, charger.inlet.temperature, shaftLimit(build));
  const front =
    build.low &&
    inFront?.map &&
    runningAt(inFront.map, build.low.compressor.map, inFront.inlet.temperature, lowLimit(build.low));
  let stations: Station[] | undefined;
  let alonePower: number | undefined;
  const stopped =
    failed ??
    (path.kind === 'converged' ? undefined : reason(path.kind, { speed: [speedRpm, 'engineSpeed'] }));
  return {
    speedRpm,
    status: {
      kind: stopped
        ? 'failed'
        : troubles.compressor.length || troubles.pipes.turbine?.length
          ? 'limited'
          : 'converged',
      iterations: path.iterations,
      residual: Number.isFinite(path.residual) ? path.residual : 0,
      ...(stopped ? { reason: stopped } : {}),
    },
    range: path.range,
    boosting: isBoosting(totalRatio(path)),
    count: build.compressorCount,
    path,
    match,
    // Most points are never looked at: what only a picture shows is made when it is asked for.
    get stations() {
      return (stations ??= stationsOf(build, path, match, fuelFlow, troubles));
    },
    manifoldPressure: path.manifold.pressure,
    boostGauge: boostGauge.fn({ manifold: path.manifold.pressure, ambient: build.climate.pressure }),
    pressureRatio: totalRatio(path),
    chargers: [
      ...(inFront
        ? [{ count: 1, air: inFront, at: front ?? null, shaft: (match && frontCharger(match)) ?? null }]
        : []),
      {
        count: build.compressorCount,
        air: charger,
        at: one || null,
        shaft: match && engineCharger(match),
      },
    ],
    power: {
      fuelFlow,
      wheels: wheelPower(fuelFlow, build.drivetrain),
      thumbLow: thumb(low),
      thumbHigh: thumb(high),
    },
    torque: torque.fn({ power: fuelFlow, speedRpm }),
    get alonePower() {
      return (alonePower ??= powerOf(build, aloneAt(build, speedRpm)));
    },
    troubles: [...troubles.compressor, ...Object.values(troubles.pipes).flat()],
  };
}
