import { inletPressure, outletPressure, type FlowLoss } from '../charge-air/losses';
import { coolerOutlet } from '../charge-air/cooler';
import { correctedFlow } from '../compressor/formulas';
import { efficiencyAt, findOnMap, type MapPoint, type Place } from '../compressor/lookup';
import { compressorOutlet } from '../compressor/outlet';
import { airFlow, volumetricEfficiency } from '../engine/formulas';
import { worstRange, type Range } from '../working/range';
import type { CompiledMap } from '../compressor/map';
import { strokesPerSecond, type Build } from '../build/build';
import { airPerPower, fuelFlowPower, trappedDryAir } from '../engine/power-formulas';
import { pressureRatio as pressureRatioFormula } from '../charge-air/boost-formulas';

/** What drives the air: a wanted manifold pressure, a pressure ratio of the compressor, or nothing but the day's air. */
export type Drive =
  { kind: 'manifold'; pressure: number } | { kind: 'ratio'; ratio: number } | { kind: 'alone' };

type State = { pressure: number; temperature: number };

/** The air's way at one speed, in SI. `massFlow` is moist air of the whole engine. */
export type AirPath = {
  kind: 'converged' | 'not-converged' | 'filter-chokes' | 'ratio-too-high';
  /** Whether in the last turn the filter, or what lies between two stages, passed no more: its outlet is then a floor, no state. */
  isChoked: boolean;
  iterations: number;
  /** Last change of the charge temperature, K. */
  residual: number;
  massFlow: number;
  dryFlow: number;
  volumetricEfficiency: number;
  /** Of the air trapped. */
  lambda: number;
  breathingRange: Range;
  /** Turbine inlet over manifold pressure that the breathing was corrected with. */
  backPressureRatio: number;
  filter: State;
  /** The chargers that work here, ambient first; one that stands still lets the air pass. Never empty. */
  chargers: ChargedAir[];
  cooler: State;
  manifold: State;
  range: Range;
};

/** The air through one charger. */
export type ChargedAir = {
  /** What its compressor takes in: after the filter, or after the charger in front with its cooler. */
  inlet: State;
  outlet: State & { ratio: number; work: number };
  /** Of one compressor: to the map's reference, or to 101.325 kPa and 15 °C before a map is chosen. */
  correctedFlow: number;
  map: MapPoint | null;
  /** Where the last look-up ended: the next one starts there. */
  place: Place | null;
  efficiency: { value: number; origin: 'map' | 'estimated' | 'guess' };
};

/** The charger that the engine breathes from, of a list that stands ambient first. */
export const engineCharger = <C>({ chargers }: { chargers: readonly C[] }): C =>
  chargers[chargers.length - 1]!;

/** The charger in front of another; null where there is but one. */
export const frontCharger = <C>({ chargers }: { chargers: readonly C[] }): C | null =>
  chargers.length > 1 ? chargers[0]! : null;

/** The ratio that is written where a search asks for more than any compressor gives. */
const CLAMPED_RATIO = 12;

/** The highest pressure ratio that is looked at: no single compressor stage of the trade goes there. */
export const HIGHEST_RATIO = 8;
/** Below this ratio a map gives no efficiency: the one it gives there is carried down to a wheel that only lets air pass. */
export const LEAST_MAPPED = 1.0055;
const STANDARD = { pressure: 101_325, temperature: 288.15 };

const through = (losses: FlowLoss[], inlet: number, temperature: number, flow: number) =>
  losses.reduce(
    (pressure, loss) => (pressure > 0 ? outletPressure(loss, pressure, temperature, flow) : pressure),
    inlet,
  );
const backThrough = (losses: FlowLoss[], outlet: number, temperature: number, flow: number) =>
  losses.reduceRight((pressure, loss) => inletPressure(loss, pressure, temperature, flow), outlet);

/**
 * Solves the air's way at one speed. The unknown is the charge temperature (with the flow, when the manifold pressure is
 * not given): a fixed point sped up by the secant through its last two steps.
 * In: build; speed rev/min; drive; back pressure over manifold pressure; start temperature K. Never throws; the kind says
 * how it ended. Source: physics of docs/physics/demand.md.
 */
export function solveAirPath(
  build: Build,
  speedRpm: number,
  drive: Drive,
  backPressureRatio: number,
  start?: AirPath,
): AirPath {
  const { climate, losses, cooler } = build;
  const alone = drive.kind === 'alone';
  const path = newPath(build, speedRpm, backPressureRatio, start);
  if (drive.kind === 'manifold') path.manifold.pressure = drive.pressure;
  // Without a given manifold pressure it is bracketed: plain substitution where the losses are small, halving where not.
  let below = 1_000;
  let above = climate.pressure * (drive.kind === 'ratio' ? drive.ratio : 1) * 1.001;
  let t = path.manifold.temperature;
  let lastT = NaN;
  let lastF = NaN;
  let pressure = path.manifold.pressure;
  for (let i = 1; i <= 60; i++) {
    path.iterations = i;
    const p1 = breathe(build, speedRpm, path, pressure, t, backPressureRatio);
    // On the way to an unknown manifold pressure a filter that chokes is a step; with a given one it may be an answer,
    // once the charge temperature has settled.
    if (path.isChoked && drive.kind !== 'manifold') {
      above = pressure;
      pressure = (below + above) / 2;
      continue;
    }
    const flow = path.massFlow;
    const charger = engineCharger(path);
    const hot = charger.outlet.temperature;
    let reached = pressure;
    let cooled: number;
    if (drive.kind === 'manifold') {
      chargeTo(build, path, pressure, t);
      cooled = path.cooler.temperature;
    } else {
      // p1 · r / p1 may miss r by a rounding error; at r = 1 that would be a compressor at work.
      const ratio = drive.kind === 'ratio' ? drive.ratio : 1;
      const p2 = p1 * ratio;
      const p2c = alone ? p2 : through(losses.cooler, p2, hot, flow);
      reached = Math.max(1_000, through(losses.throttle, p2c, t, flow));
      compress(build, path, flow, p1, ratio, alone);
      charger.outlet.pressure = p2;
      charger.outlet.ratio = ratio;
      cooled = cool(alone ? null : cooler, charger.outlet.temperature);
      path.cooler = { pressure: p2c, temperature: cooled };
    }
    const moved = Math.abs(reached - pressure) / climate.pressure;
    const f = cooled - t;
    path.residual = Math.abs(f) + 100 * moved;
    path.manifold = { pressure: reached, temperature: cooled };
    if (path.residual < 5e-5) {
      path.kind = stopOf(build, path, pressure) ?? 'converged';
      break;
    }
    const secant =
      drive.kind === 'manifold' && Number.isFinite(lastF) ? (f * (t - lastT)) / (f - lastF) : NaN;
    lastT = t;
    lastF = f;
    const next = Number.isFinite(secant) && Math.abs(secant) < 60 ? t - secant : cooled;
    t = Math.min(900, Math.max(210, next));
    if (drive.kind !== 'manifold') {
      if (reached > pressure) below = pressure;
      else above = pressure;
      const inside = reached > below && reached < above;
      pressure = inside && i < 12 ? reached : (below + above) / 2;
    }
  }
  if (path.kind !== 'converged') path.kind = stopOf(build, path, pressure) ?? path.kind;
  if (path.kind !== 'converged' && path.kind !== 'not-converged') return path;
  if (!alone) locateOnMap(build, path);
  path.range = worstRange(path.breathingRange, engineCharger(path).map?.range ?? 'inside');
  return path;
}

/**
 * Why an air path is none, once it has settled: a ratio beyond any compressor, or a filter that passes no more. A pressure
 * that no compressor makes is not the filter's fault, whatever the flow it would take does there.
 */
export const stopOf = (
  build: Build,
  path: AirPath,
  pressure: number,
): 'filter-chokes' | 'ratio-too-high' | null =>
  engineCharger(path).outlet.ratio >= CLAMPED_RATIO &&
  (!path.isChoked || pressure > HIGHEST_RATIO * build.climate.pressure)
    ? 'ratio-too-high'
    : path.isChoked
      ? 'filter-chokes'
      : null;

/** An air path before the first turn, with what a neighbour's answer already tells. */
export function newPath(build: Build, speedRpm: number, backPressureRatio: number, start?: AirPath): AirPath {
  const { climate } = build;
  const { value, range } = build.breathing.at(speedRpm);
  const day = { pressure: climate.pressure, temperature: climate.temperature };
  const known = start && engineCharger(start);
  const front = start && build.low && frontCharger(start);
  const charger: ChargedAir = {
    inlet: { ...day },
    outlet: {
      pressure: climate.pressure,
      temperature: known?.outlet.temperature ?? climate.temperature,
      ratio: 1,
      work: 0,
    },
    correctedFlow: 0,
    map: null,
    place: known?.place ?? null,
    efficiency: { value: build.efficiencyGuess, origin: 'guess' },
  };
  return {
    kind: 'not-converged',
    isChoked: false,
    iterations: 0,
    residual: Infinity,
    massFlow: start?.massFlow ?? 0,
    dryFlow: 0,
    volumetricEfficiency: value,
    lambda: build.lambda,
    breathingRange: range,
    backPressureRatio,
    filter: { ...day },
    chargers: front ? [{ ...front, outlet: { ...front.outlet } }, charger] : [charger],
    cooler: { ...day },
    manifold: {
      pressure: climate.pressure,
      temperature: start?.manifold.temperature ?? climate.temperature + 15,
    },
    range,
  };
}

/** Below this share of the day's air a filter is not passing air any more but choking. */
const LEAST_INLET = 0.3;

/** What the engine takes at a manifold state, written into the path. Out: pressure before the compressor, Pa. */
export function breathe(
  build: Build,
  speedRpm: number,
  path: AirPath,
  pressure: number,
  temperature: number,
  backPressureRatio: number,
): number {
  const { climate } = build;
  const ve = volumetricEfficiency.fn({
    curve: build.breathing.at(speedRpm).value,
    correction: build.breathingFactor(temperature, backPressureRatio),
  });
  const flow = airFlow.fn({
    volumetricEfficiency: ve,
    pressure,
    temperature,
    gasConstant: climate.gas.gasConstant,
    displacement: build.displacement,
    cyclesPerSecond: strokesPerSecond(build, speedRpm),
  });
  path.volumetricEfficiency = ve;
  path.massFlow = flow;
  path.dryFlow = flow / (1 + climate.humidityRatio);
  path.backPressureRatio = backPressureRatio;
  const behind = through(build.losses.filter, climate.pressure, climate.temperature, flow);
  path.isChoked = !(behind > LEAST_INLET * climate.pressure);
  path.filter.pressure = path.isChoked ? LEAST_INLET * climate.pressure : behind;
  engineCharger(path).inlet.pressure = path.filter.pressure;
  return path.filter.pressure;
}

/** Dry air per energy at a λ, kg/J: the job's own, or a diesel's while it spools. */
const airPerPowerAt = (build: Build, lambda: number): number =>
  lambda === build.lambda
    ? build.airPerPower
    : airPerPower.fn({
        stoichiometric: build.fuel.stoichiometric,
        bestPowerLambda: build.fuel.bestPowerLambda,
        ...build.airPerPowerTerms,
        lambda,
      });

/** Flywheel power by the fuel-flow school of what the engine takes, W. */
export const powerOf = (build: Build, path: AirPath): number =>
  fuelFlowPower.fn({
    dryFlow: trappedDryAir.fn({
      massFlow: path.massFlow,
      humidityRatio: build.climate.humidityRatio,
      trapped: build.trapped,
      condition: build.condition,
    }),
    airPerPower: airPerPowerAt(build, path.lambda),
  });

/**
 * Through the stage in front and its cooler, written into the path. In: its pressure ratio; the path with its flow and
 * filter. Where nothing is left of the pressure behind it the path is choked.
 */
export function chargeLow(build: Build, path: AirPath, ratio: number): void {
  const low = build.low!;
  const { climate } = build;
  const flow = path.massFlow;
  const p1 = path.filter.pressure;
  if (path.chargers.length < 2)
    path.chargers.unshift({
      inlet: path.filter,
      outlet: { ...path.filter, ratio: 1, work: 0 },
      correctedFlow: 0,
      map: null,
      place: null,
      efficiency: { value: build.efficiencyGuess, origin: 'guess' },
    });
  const [air, behind] = path.chargers as [ChargedAir, ChargedAir];
  air.inlet = path.filter;
  compressAt(build, low.compressor.map, air, flow, ratio);
  air.outlet.pressure = p1 * ratio;
  air.outlet.ratio = ratio;
  const pressure = through(build.losses.between, p1 * ratio, air.outlet.temperature, flow);
  const least = LEAST_INLET * climate.pressure;
  if (!(pressure > least)) path.isChoked = true;
  behind.inlet.pressure = pressure > least ? pressure : least;
  behind.inlet.temperature = cool(low.cooler, air.outlet.temperature);
}

/**
 * From the manifold back to the compressor and forward through the cooler: states after one turn, written into the path.
 * In: manifold pressure Pa and the charge temperature of this turn, K. A ratio beyond any compressor is written as 12.
 */
export function chargeTo(build: Build, path: AirPath, pressure: number, temperature: number): void {
  const { losses, cooler } = build;
  const flow = path.massFlow;
  const charger = engineCharger(path);
  const p1 = charger.inlet.pressure;
  const p2c = backThrough(losses.throttle, pressure, temperature, flow);
  const p2 = backThrough(losses.cooler, p2c, charger.outlet.temperature, flow);
  const asked = pressureRatioFormula.fn({ outlet: p2, inlet: p1 });
  const ratio = asked < CLAMPED_RATIO ? asked : CLAMPED_RATIO;
  compress(build, path, flow, p1, ratio, false);
  charger.outlet.pressure = p2;
  charger.outlet.ratio = ratio;
  // Coolant hotter than the charge heats it: true, and kept; below the onset a cooler warms the air a little.
  path.cooler = { pressure: p2c, temperature: cool(cooler, charger.outlet.temperature) };
}

const cool = (cooler: Build['cooler'], inlet: number): number =>
  cooler ? coolerOutlet.fn({ inlet, coolant: cooler.coolant, effectiveness: cooler.effectiveness }) : inlet;

/** The most the shaft may turn, rev/min: the least of what compressor, turbine and shaft allow. */
export const shaftLimit = ({ compressor, hot }: Build): number =>
  Math.min(
    compressor?.map.maxSpeedRpm ?? Infinity,
    hot?.maxSpeedRpm ?? Infinity,
    hot?.turbine.maxSpeedRpm ?? Infinity,
  );

/** The most the shaft in front may turn, rev/min. */
export const lowLimit = ({ compressor, hot }: NonNullable<Build['low']>): number =>
  Math.min(compressor.map.maxSpeedRpm, hot.maxSpeedRpm, hot.turbine.maxSpeedRpm);

/** The compressors' whole points, margins and all, once the path stands. */
export function locateOnMap(build: Build, path: AirPath): void {
  if (!build.compressor) return;
  const { low } = build;
  const front = frontCharger(path);
  locate(build.compressor.map, shaftLimit(build), engineCharger(path));
  if (low && front) locate(low.compressor.map, lowLimit(low), front);
}

function locate(map: CompiledMap, limit: number, air: ChargedAir): void {
  const limitRpm = limit * Math.sqrt(map.reference.temperature / air.inlet.temperature);
  air.map = findOnMap(map, air.correctedFlow, air.outlet.ratio, {
    limitRpm,
    ...(air.place ? { start: air.place } : {}),
  });
}

/** Compressor state at this flow and ratio, with the map where there is one, written into the path. */
function compress(
  build: Build,
  path: AirPath,
  flow: number,
  p1: number,
  ratio: number,
  alone: boolean,
): void {
  const air = engineCharger(path);
  air.inlet.pressure = p1;
  const map = alone ? null : (build.compressor?.map ?? null);
  compressAt(build, map, air, flow / build.compressorCount, ratio);
}

/** One compressor at one state of its inlet, written into its air. Flow of one, kg/s. */
function compressAt(
  build: Build,
  map: CompiledMap | null,
  air: ChargedAir,
  flow: number,
  ratio: number,
): void {
  const reference = map?.reference ?? STANDARD;
  air.correctedFlow = correctedFlow.fn({
    massFlow: flow,
    temperature: air.inlet.temperature,
    pressure: air.inlet.pressure,
    referenceTemperature: reference.temperature,
    referencePressure: reference.pressure,
  });
  if (map) {
    // Carried down without a step: a jump of the efficiency would leave balances without an answer.
    const mapped = ratio > LEAST_MAPPED ? ratio : LEAST_MAPPED;
    air.place = efficiencyAt(map, air.correctedFlow, mapped, air.place ?? undefined);
    const known = air.place?.efficiency;
    air.efficiency =
      known === undefined
        ? { value: build.efficiencyGuess, origin: 'guess' }
        : { value: known, origin: air.place?.status === 'inside' ? 'map' : 'estimated' };
  }
  const outlet = compressorOutlet(build.climate.gas, air.inlet.temperature, ratio, air.efficiency.value);
  air.outlet.temperature = outlet.temperature;
  air.outlet.work = outlet.work;
}
