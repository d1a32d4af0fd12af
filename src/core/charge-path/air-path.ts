import { inletPressure, outletPressure, type FlowLoss } from '../charge-air/losses';
import { coolerOutlet } from '../charge-air/cooler';
import { pressureRatio as pressureRatioFormula } from '../charge-air/boost-formulas';
import { compressorOutlet } from '../compressor/outlet';
import { airFlow, volumetricEfficiency } from '../engine/formulas';
import { engineCharger, frontCharger, type AirState, type ChargedAir } from '../charger/charged-air';
import type { Injected } from '../charge-injection/injected';
import { crankPowerOf, shaftLimit, type Charger } from '../charger/charger';
import { correct } from '../charger/machine';
import { strokesPerSecond, type Build } from '../build/build';
import { besideInjected, inject } from './inject';
import { legsOf, type Cooler, type Leg } from '../build/elements';
import { worstRange, type Range } from '../working/range';

/** What is asked of the air: a manifold pressure, a pressure ratio of the compressor, or nothing but the day's air. */
export type Asked =
  { kind: 'manifold'; pressure: number } | { kind: 'ratio'; ratio: number } | { kind: 'alone' };

/** The air's way at one speed, in SI. `massFlow` is moist air of the whole engine. */
export type AirPath = {
  speedRpm: number;
  kind: 'converged' | 'not-converged' | 'filter-chokes' | 'ratio-too-high';
  /** Whether in the last turn the filter, or what lies between two stages, passed no more: its outlet is then a floor, no state. */
  isChoked: boolean;
  iterations: number;
  /** Last change of the charge temperature, K. */
  residual: number;
  massFlow: number;
  /** What goes round the charger at the engine besides, back through its bypass, kg/s. */
  bypassFlow: number;
  dryFlow: number;
  /** The breathing curve at this speed, and what the engine takes by it here. */
  breathing: number;
  volumetricEfficiency: number;
  /** Of the air trapped. */
  lambda: number;
  breathingRange: Range;
  /** Turbine inlet over manifold pressure that the breathing was corrected with. */
  backPressureRatio: number;
  filter: AirState;
  /** The chargers that work here, ambient first; one that stands still lets the air pass. Never empty. */
  chargers: ChargedAir[];
  cooler: AirState;
  /** What is injected behind the cooler; null where nothing is. */
  injected: Injected | null;
  /** Behind the injection: what enters the manifold, K. */
  charge: number;
  manifold: AirState;
  /** Taken from the crankshaft by belts, W; and what of it the BSFC of the job does not hold. */
  drivePower: { all: number; apart: number };
  range: Range;
};

/** The ratio that is written where a search asks for more than any compressor gives. */
const CLAMPED_RATIO = 12;

/** The highest pressure ratio that is looked at: no single compressor stage of the trade goes there. */
export const HIGHEST_RATIO = 8;
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
  drive: Asked,
  backPressureRatio: number,
  start?: AirPath,
): AirPath {
  const { climate } = build;
  const last = lastLeg(build);
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
      cooled = path.charge;
    } else {
      // p1 · r / p1 may miss r by a rounding error; at r = 1 that would be a compressor at work.
      const ratio = drive.kind === 'ratio' ? drive.ratio : 1;
      const p2 = p1 * ratio;
      const p2c = alone ? p2 : through(last.before, p2, hot, flow);
      reached = Math.max(1_000, through(last.behind, p2c, t, flow));
      charger.inlet.pressure = p1;
      compress(build, alone ? null : engineCharger(build), charger, flow, ratio);
      charger.outlet.pressure = p2;
      charger.outlet.ratio = ratio;
      path.cooler.pressure = p2c;
      path.cooler.temperature = cool(alone ? null : last.cooler, charger.outlet.temperature, flow);
      cooled = inject(build, path, pressure);
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
  path.drivePower = alone ? NO_DRIVE : drivePowerOf(build, path);
  path.range = rangeOf(path);
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
  const front = start && frontCharger(build) && frontCharger(start);
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
    speedRpm,
    isChoked: false,
    iterations: 0,
    residual: Infinity,
    massFlow: start?.massFlow ?? 0,
    bypassFlow: 0,
    dryFlow: 0,
    breathing: value,
    volumetricEfficiency: value,
    lambda: build.lambda,
    breathingRange: range,
    backPressureRatio,
    filter: { ...day },
    chargers: front ? [{ ...front, outlet: { ...front.outlet } }, charger] : [charger],
    cooler: { ...day },
    injected: null,
    charge: climate.temperature,
    manifold: {
      pressure: climate.pressure,
      temperature: start?.manifold.temperature ?? climate.temperature + 15,
    },
    drivePower: NO_DRIVE,
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
    curve: path.breathing,
    correction: build.breathingFactor(temperature, backPressureRatio),
  });
  const filling = airFlow.fn({
    volumetricEfficiency: ve,
    pressure,
    temperature,
    gasConstant: climate.gas.gasConstant,
    displacement: build.displacement,
    cyclesPerSecond: strokesPerSecond(build, speedRpm),
  });
  const flow = besideInjected(build, speedRpm, path, { flow: filling, pressure }, temperature);
  path.volumetricEfficiency = ve;
  path.massFlow = flow;
  path.dryFlow = flow / (1 + climate.humidityRatio);
  path.backPressureRatio = backPressureRatio;
  path.lambda = plannedLambda(build, pressure, speedRpm);
  const behind = through(legsOf(build.elements)[0]!.before, climate.pressure, climate.temperature, flow);
  path.isChoked = !(behind > LEAST_INLET * climate.pressure);
  path.filter.pressure = path.isChoked ? LEAST_INLET * climate.pressure : behind;
  engineCharger(path).inlet.pressure = path.filter.pressure;
  return path.filter.pressure;
}

const clamped = (share: number): number => Math.min(1, Math.max(0, share));

/**
 * λ that the plan asks at a manifold pressure, Pa absolute, and a speed, rev/min: the job's own, on straight lines from that without boost
 * and to that of the red line.
 */
export function plannedLambda(
  { lambda, lambdaPlan, climate }: Build,
  pressure: number,
  speedRpm: number,
): number {
  if (!lambdaPlan) return lambda;
  const { boost, revs } = lambdaPlan;
  const full = revs
    ? lambda +
      (revs.atRedLine - lambda) * clamped((speedRpm - revs.fromRpm) / (revs.redLineRpm - revs.fromRpm))
    : lambda;
  if (!boost) return full;
  const share = clamped((pressure - climate.pressure) / (boost.full - climate.pressure));
  return boost.unboosted + (full - boost.unboosted) * share;
}

const NO_DRIVE = { all: 0, apart: 0 };

/** What the chargers of a path take from the crankshaft. */
export function drivePowerOf(build: Build, path: AirPath): AirPath['drivePower'] {
  let all = 0;
  let apart = 0;
  build.chargers.forEach((charger, i) => {
    const air = airThrough(build, path, i);
    if (!air || charger.drive?.kind !== 'belt') return;
    const power = crankPowerOf(charger, air, flowThrough(build, path, i));
    all += power;
    if (!charger.drive.inBsfc) apart += power;
  });
  return { all, apart };
}

/** The air through a charger of the row; undefined where it does not work: a path may hold the one at the engine alone. */
export const airThrough = ({ chargers }: Build, path: AirPath, index: number): ChargedAir | undefined =>
  path.chargers[path.chargers.length - chargers.length + index];

/** Flow through a charger of the row, kg/s: what the engine takes, and at the engine what its bypass hands round. */
export const flowThrough = ({ chargers }: Build, { massFlow, bypassFlow }: AirPath, index: number): number =>
  index === chargers.length - 1 ? massFlow + bypassFlow : massFlow;

const lastLeg = ({ elements, chargers }: Build): Leg => legsOf(elements)[chargers.length]!;

/**
 * Through the charger in front and its cooler, written into the path. In: its pressure ratio; the path with its flow and
 * filter. Where nothing is left of the pressure behind it the path is choked.
 */
export function chargeFront(build: Build, path: AirPath, ratio: number): void {
  const { climate } = build;
  const flow = path.massFlow;
  const p1 = path.filter.pressure;
  const leg = legsOf(build.elements)[1]!;
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
  compress(build, build.chargers[0]!, air, flow, ratio);
  air.outlet.pressure = p1 * ratio;
  air.outlet.ratio = ratio;
  const pressure = through(leg.before, p1 * ratio, air.outlet.temperature, flow);
  const least = LEAST_INLET * climate.pressure;
  if (!(pressure > least)) path.isChoked = true;
  behind.inlet.pressure = pressure > least ? pressure : least;
  behind.inlet.temperature = cool(leg.cooler, air.outlet.temperature, flow);
}

/**
 * From the manifold back to the compressor and forward through the cooler: states after one turn, written into the path.
 * In: manifold pressure Pa and the charge temperature of this turn, K. A ratio beyond any compressor is written as 12.
 */
export function chargeTo(build: Build, path: AirPath, pressure: number, temperature: number): void {
  const leg = lastLeg(build);
  const flow = path.massFlow;
  const charger = engineCharger(path);
  const p1 = charger.inlet.pressure;
  const p2c = backThrough(leg.behind, pressure, temperature, flow);
  const p2 = backThrough(leg.before, p2c, charger.outlet.temperature, flow);
  const asked = pressureRatioFormula.fn({ outlet: p2, inlet: p1 });
  const ratio = asked < CLAMPED_RATIO ? asked : CLAMPED_RATIO;
  compress(build, engineCharger(build), charger, flow + path.bypassFlow, ratio);
  charger.outlet.pressure = p2;
  charger.outlet.ratio = ratio;
  // Coolant hotter than the charge heats it: true, and kept; below the onset a cooler warms the air a little.
  path.cooler.pressure = p2c;
  path.cooler.temperature = cool(leg.cooler, charger.outlet.temperature, flow);
  inject(build, path, pressure);
}

const cool = (cooler: Cooler | null, inlet: number, flow: number): number =>
  cooler
    ? coolerOutlet.fn({ inlet, coolant: cooler.coolant, effectiveness: cooler.effectiveness(flow) })
    : inlet;

/** How sure a path is: the worst of the breathing curve and the maps. */
export const rangeOf = ({ breathingRange, chargers }: AirPath): Range =>
  worstRange(
    breathingRange,
    // A machine without a map says by its efficiency's origin that it stands beyond its table.
    ...chargers.map(({ map, efficiency }) =>
      map ? map.range : efficiency.origin === 'estimated' ? 'outside' : 'inside',
    ),
  );

/** The machines' whole places on their maps, margins and all, once the path stands. */
export function locateOnMap(build: Build, path: AirPath): void {
  build.chargers.forEach((charger, i) => {
    const air = airThrough(build, path, i);
    if (air && charger.machine) air.map = charger.machine.locate(air, shaftLimit(charger));
  });
}

/** Whether a machine stands so far past choke that nothing is known of it. */
export const isPastChoke = (build: Build, path: AirPath): boolean =>
  build.chargers.some(({ machine }, i) => {
    const air = airThrough(build, path, i);
    return Boolean(air && machine?.isPastChoke(air));
  });

/** The machines of one place at one state of its inlet, written into its air. Flow of the whole engine, kg/s. */
function compress(
  build: Build,
  charger: Charger | null,
  air: ChargedAir,
  massFlow: number,
  ratio: number,
): void {
  if (charger?.machine) charger.machine.read(air, massFlow / charger.count, ratio, build.efficiencyGuess);
  else correct(air, massFlow / engineCharger(build).count);
  const outlet = compressorOutlet(build.climate.gas, air.inlet.temperature, ratio, air.efficiency.value);
  air.outlet.temperature = outlet.temperature;
  air.outlet.work = outlet.work;
}
