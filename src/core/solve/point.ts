import { type Station, stationsOf } from '../charge-path/stations';
import { nitrousAir } from '../charge-injection/injected';
import { drivenSpeed, netPower } from '../charger/drive-formulas';
import { troublesOf } from '../charge-path/troubles';
import { crankPowerOf, isOnBelt, shaftLimit } from '../charger/charger';
import { solveBelted } from '../charge-path/belt';
import { isSeries, solveSeries, type SeriesBuild } from '../charge-path/series';
import { engineMachine, engineTurbine, withDriveOpen } from '../build/row';
import {
  type Match,
  type Matched,
  type MatchedBuild,
  type ShaftMatch,
  isBelted,
  isMatched,
  shaftAt,
} from '../charge-path/match';
import { type AirPath, airThrough, flowThrough, solveAirPath } from '../charge-path/air-path';
import { powerBySchoolOf, powerOf } from '../charge-path/school-power';
import { type ChargedAir, engineCharger } from '../charger/charged-air';
import { shaftSpeed, speedShare } from '../compressor/formulas';
import type { MapPoint } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
import { reason, type Range, type Reason } from '../working/range';
import { buildAt, type Build } from '../build/build';
import { fuelPointOf, fuelTroubles } from './fuel-line';
import { aloneAt, manifoldFor, unboostedAt, type Level } from './demand';
import { solveMatched } from '../charge-path/matched';
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

type Status = {
  kind: 'converged' | 'limited' | 'failed';
  iterations: number;
  residual: number;
  reason?: Reason;
};

/**
 * Power by school, W. `drive`: what chargers on the crankshaft take; it is off every one of them, by fuel flow only where
 * the BSFC does not hold it already.
 */
type PowerBySchool = {
  /** By the school that the forecast goes by, and by fuel flow whatever it goes by. */
  flywheel: number;
  byFuelFlow: number;
  wheels: number;
  thumbLow: number;
  thumbHigh: number;
  drive: number;
};

/** A charger at one speed: how many alike stand side by side, the air through it, where it runs on its map, and its shaft. */
type ChargerPoint = {
  count: number;
  air: ChargedAir;
  at: Running | null;
  shaft: ShaftMatch | null;
  /** Speed of its shaft, rev/min, and over its limit: by its map, or by its drive. */
  shaftRpm: number | null;
  speedShare: number | null;
  /** Taken from the crankshaft, W: nothing where the exhaust drives it. */
  crankPower: number;
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
  if (kind === 'goal' && isSeries(build)) return seriesLevel(build);
  if (kind === 'goal') {
    const level = manifoldFor(build, build.goal.speedRpm, build.goal.power);
    // A turbine that cannot drive the goal is still asked for it: what it does then is the answer.
    if (level.kind !== 'failed' || !engineTurbine(build)) return level;
    const wanted = manifoldFor(withDriveOpen(build), build.goal.speedRpm, build.goal.power);
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

/** Pressure asked of a row at a speed: the boost curve's where there is one. */
const askedPressure = (build: Build, speedRpm: number, level: number): number =>
  build.boost.curve
    ? levelPressure.fn({ ambient: targetAir(build), boost: build.boost.curve(speedRpm) })
    : level;

/** Turns in which the power of the drive settles: each leaves a tenth of what was off. */
const DRIVE_TURNS = 4;

/** The level that makes the goal after the blower's drive of a row has taken its share. */
function seriesLevel(build: SeriesBuild): Level {
  const { power, speedRpm } = build.goal;
  const open = withDriveOpen(build);
  let level = manifoldFor(open, speedRpm, power);
  for (let i = 0; i < DRIVE_TURNS && level.kind === 'boost'; i++) {
    const { path, stop } = solveSeries(build, speedRpm, level.pressure);
    if (stop) return level;
    level = manifoldFor(open, speedRpm, power + path.drivePower.apart);
  }
  return level;
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
  return held.kind === 'failed' && engineTurbine(build) ? level : held;
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
    { name: engineTurbine(build)?.turbine.name ?? '', compressor: engineMachine(build)?.name ?? '' },
  );

/** A neighbour's answer, if the same turbos worked there. */
const matchedOf = (build: Build, point: OperatingPoint | undefined): Matched | undefined =>
  point?.match &&
  point.count === engineCharger(build).count &&
  point.path.chargers.length === build.chargers.length
    ? { path: point.path, match: point.match, stop: null }
    : undefined;

/** The steady match that the boost plan leads to at a speed; with a turbine chosen. Never throws. */
function solveTurbo(
  build: MatchedBuild,
  speedRpm: number,
  level: Level,
  start?: OperatingPoint,
  before?: OperatingPoint,
): { path: AirPath; match: Match | null; failed?: Reason } {
  if (level.kind === 'failed')
    return { path: unboostedAt(build, speedRpm), match: null, failed: level.reason };
  const near = matchedOf(build, start);
  const far = matchedOf(build, before);
  const asked = askedAt(build, speedRpm, level, near, far);
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
export function runningOf({ chargers }: Pick<OperatingPoint, 'chargers'>): Running[] {
  const running: Running[] = [];
  for (const { at } of chargers) if (at) running.push(at);
  return running;
}

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

/** What the row of chargers makes of a speed, by what drives it. */
function answerOf(
  build: Build,
  speedRpm: number,
  level: Level,
  start?: OperatingPoint,
  before?: OperatingPoint,
): { path: AirPath; match: Match | null; failed?: Reason } {
  if (isMatched(build)) return solveTurbo(build, speedRpm, level, start, before);
  if (isSeries(build)) {
    if (level.kind === 'failed')
      return { path: unboostedAt(build, speedRpm), match: null, failed: level.reason };
    const asked = level.kind === 'boost' ? askedPressure(build, speedRpm, level.pressure) : Infinity;
    const { path, match, stop } = solveSeries(build, speedRpm, asked, matchedOf(build, start));
    return { path, match, ...(stop ? { failed: stopReason(stop, build, speedRpm) } : {}) };
  }
  if (isBelted(build)) {
    const { path, stop } = solveBelted(build, speedRpm, build.backPressureRatio, start?.path);
    return { path, match: null, ...(stop ? { failed: stopReason(stop, build, speedRpm) } : {}) };
  }
  return { match: null, ...solvePath(build, speedRpm, level, start?.boosting ? start.path : undefined) };
}

function chargerPoints(build: Build, speedRpm: number, path: AirPath, match: Match | null): ChargerPoint[] {
  const points: ChargerPoint[] = [];
  for (let i = 0; i < build.chargers.length; i++) {
    const charger = build.chargers[i]!;
    const air = airThrough(build, path, i);
    if (!air) continue;
    const map = charger.machine?.map;
    const limit = shaftLimit(charger);
    const at = air.map && map ? runningAt(air.map, map, air.inlet.temperature, limit) : null;
    const driven = isOnBelt(charger) ? drivenSpeed.fn({ speedRpm, ratio: charger.drive.ratio }) : null;
    points.push({
      count: charger.count,
      air,
      at,
      shaftRpm: driven ?? at?.shaftSpeedRpm ?? null,
      speedShare: driven === null ? (at?.speedShare ?? null) : speedShare.fn({ speed: driven, limit }),
      shaft: shaftAt(match, build.chargers, i),
      crankPower: crankPowerOf(charger, air, flowThrough(build, path, i)),
    });
  }
  return points;
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
  const { path, match, failed } = answerOf(build, speedRpm, level, start, before);
  const { flywheel, byFuelFlow } = powerBySchoolOf(build, path);
  const [low, high] = build.fuel.horsepowerPerPound;
  const thumb = (horsepowerPerPound: number) =>
    netPower.fn({
      gross: ruleOfThumbPower.fn({
        massFlow: (path.massFlow + nitrousAir(path.injected)) * build.trapped * build.condition,
        powerPerFlow: powerPerFlow(horsepowerPerPound),
      }),
      drive: path.drivePower.all,
    });
  const troubles = troublesOf(build, path, match);
  let stations: Station[] | undefined;
  let alonePower: number | undefined;
  const stopped =
    failed ??
    (path.kind === 'converged' ? undefined : reason(path.kind, { speed: [speedRpm, 'engineSpeed'] }));
  const point: OperatingPoint = {
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
    count: engineCharger(build).count,
    path,
    match,
    // Most points are never looked at: what only a picture shows is made when it is asked for.
    get stations() {
      return (stations ??= withFuel(build, point, stationsOf(build, path, match, flywheel, troubles)));
    },
    manifoldPressure: path.manifold.pressure,
    boostGauge: boostGauge.fn({ manifold: path.manifold.pressure, ambient: build.climate.pressure }),
    pressureRatio: totalRatio(path),
    chargers: chargerPoints(build, speedRpm, path, match),
    power: {
      flywheel,
      byFuelFlow,
      wheels: wheelPower(flywheel, build.drivetrain),
      drive: path.drivePower.all,
      thumbLow: thumb(low),
      thumbHigh: thumb(high),
    },
    torque: torque.fn({ power: flywheel, speedRpm }),
    get alonePower() {
      return (alonePower ??= powerOf(build, aloneAt(build, speedRpm)));
    },
    troubles: [...troubles.compressor, ...Object.values(troubles.pipes).flat()],
  };
  return point;
}

/** Stations with what of the fuel system is at its end: it shows at the cylinders. */
function withFuel(build: Build, point: OperatingPoint, stations: Station[]): Station[] {
  if (!build.supply || point.status.kind === 'failed') return stations;
  const short = fuelTroubles(fuelPointOf(build, build.supply, point));
  if (!short.length) return stations;
  return stations.map((s) => (s.id === 'cylinders' ? { ...s, troubles: [...s.troubles, ...short] } : s));
}
