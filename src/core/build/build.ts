import type { CyclePower } from '../engine/cycle-power';
import { roadOf, type Road } from '../vehicle/road';
import { makeClimate, type Climate } from '../air/climate';
import { compiledMap } from '../compressor/map';
import { usualMargins } from '../compressor/usual-margins';
import { engineCharger, frontCharger } from '../charger/charged-air';
import type { Charger } from '../charger/charger';
import { compressorMachine, type Machine } from '../charger/machine';
import { coolerOf } from './coolers';
import { elementsOf, type Element } from './elements';
import type { Blower } from '../blower/document';
import { compileBlower } from '../blower/table';
import type { Centrifugal } from '../blower/centrifugal';
import type { Belt, Pulley } from '../drive/document';
import { beltDriveOf, drawsThrough, withThrottleFirst } from './belt-drive';
import { blowerMachine } from '../charger/blower-machine';
import type { Compressor } from '../compressor/document';
import { breathingCurve, type BreathingCurve } from '../engine/breathing';
import { compressionRatioOf, statedBreathing } from './derived';
import { breathingCorrection, intakeStrokes, strokeDivisor } from '../engine/formulas';
import { fuelOfBrief, type Fuel } from '../fuel/fuels';
import { compileChargeInjection, type ChargeInjection } from '../charge-injection/compile';
import type { Supply } from '../fuel-system/supply';
import type { ChargerDocument, Job, Setup } from '../job/schema/job';
import type { BoostKind } from '../job/schema/setup-choices';
import type { Turbine } from '../turbine/document';
import { compileTurbine } from '../turbine/flow';
import type { Ref } from '../documents/ref';
import { flywheelPower, type Drivetrain } from '../vehicle/drivetrain';
import type { ReasonCode } from '../working/reason-codes';
import { reason } from '../working/range';
import { curveOf, levelOf } from './boost-plan';
import { lambdaPlanOf, supplyOf, type LambdaPlan } from './fuel-plan';
import { turbineSideFor } from './turbine-side';
import { problemsOf } from './job-problems';
import { lossesOf, type ExhaustLosses } from './plumbing';
import type { BaselineRun } from './baseline';
import { airPerPower, powerOfTorque, torque as torqueFormula } from '../engine/power-formulas';
import {
  baselineOf,
  displacementOf,
  drivetrainOf,
  referenceOf,
  runOf,
  termsFrom,
  trappedBy,
  type Problem,
} from './job-engine';

export type { Problem };

/** Finds a library item at its revision; undefined if the shop does not have it. */
export type Library = {
  compressor: (ref: Ref) => Compressor | undefined;
  turbine: (ref: Ref) => Turbine | undefined;
  blower: (ref: Ref) => Blower | undefined;
  centrifugal: (ref: Ref) => Centrifugal | undefined;
  pulley: (ref: Ref) => Pulley | undefined;
  belt: (ref: Ref) => Belt | undefined;
};

const nothing = () => undefined;
/** A library without anything in it. */
export const NO_LIBRARY: Library = {
  compressor: nothing,
  turbine: nothing,
  blower: nothing,
  centrifugal: nothing,
  pulley: nothing,
  belt: nothing,
};

/** A job and one of its setups as flat numbers, ready for the solver. SI. */
export type Build = {
  climate: Climate;
  fuel: Fuel;
  displacement: number;
  cycle: 'four-stroke' | 'two-stroke';
  idleRpm: number;
  redLineRpm: number;
  stepRpm: number;
  breathing: BreathingCurve;
  /** ηv at a manifold state over its value at the reference of the curve. */
  breathingFactor: (temperature: number, backPressureRatio: number) => number;
  /** What that factor is made of at a state: the arguments of `breathingCorrection`. */
  breathingTerms: (
    temperature: number,
    backPressureRatio: number,
  ) => Parameters<typeof breathingCorrection.fn>[0];
  compressionRatio: number;
  evaporatedShare: number;
  lambda: number;
  /** Where λ goes with boost or revs; null where one stands for all. */
  lambdaPlan: LambdaPlan | null;
  /** Turbine inlet that the mixture is made to keep, K; null where it is as it comes. */
  inletLimit: number | null;
  trapped: number;
  /** What the engine makes of its air against a sound one. */
  condition: number;
  backPressureRatio: number;
  /** kg of dry air per joule at the flywheel. */
  airPerPower: number;
  /** What that follows from, of the job's own inputs. */
  airPerPowerTerms: { lambda: number; bsfc: number; bsfcLambda: number };
  /** Actual air-fuel ratio by mass, dry air over fuel. */
  airFuelRatio: number;
  /** What the cycle says of power and retard, where the forecast goes by it; null where it goes by fuel flow. */
  cyclePower: CyclePower | null;
  /** Injectors and what feeds them; null until they are chosen. */
  supply: Supply | null;
  /** What is injected behind the cooler; null where nothing is. */
  injection: ChargeInjection | null;
  drivetrain: Drivetrain;
  goal: {
    power: number;
    speedRpm: number;
    basis: 'flywheel' | 'wheels';
    stated: number;
    /** The torque that is wanted too, at the flywheel. */
    torque: { torque: number; speedRpm: number } | null;
  };
  /** What hands the torque on and how much it takes, where that is known. */
  driveline: { part: 'clutch' | 'gearbox'; name: string; torque: number; gear: number | null }[];
  /** What it drives on the road; null for boats and machines. */
  road: Road | null;
  /** A measured run of this engine, as the flywheel made it that day. */
  run: BaselineRun | null;
  /** What the air passes on its way, in the order of the flow. */
  elements: Element[];
  /** The row of chargers, ambient first; without one there is an empty place. Never empty. */
  chargers: Charger[];
  /** Behind the exhaust valves. */
  exhaustLosses: ExhaustLosses;
  /** Whether a charger stands before the engine at all. */
  charged: boolean;
  /** A compound pair was asked for whose stage in front is not chosen yet. */
  wantsFront: boolean;
  /** A speed at which turbos join or are passed by: what works below it, or above it, where that is another build. */
  changeover: {
    speedRpm: number;
    hysteresisRpm: number;
    below: Build | null;
    above: Build | null;
  } | null;
  efficiencyGuess: number;
  /**
   * Of a diesel below the boost asked at a speed, Pa absolute: it gets the fuel of full boost, but no more than leaves its λ at the limit. Null while
   * nothing is asked, and for spark.
   */
  smoke: { limit: number; asked: number } | null;
  /** Share of the shaft's limit that the duty leaves. */
  mostSpeed: number;
  /** What a compressor must keep from surge, at constant pressure ratio, and from choke, along the speed line. Shares. */
  margins: { surge: number; choke: number };
  boost: {
    kind: BoostKind;
    levelGauge: number;
    /** Boost over the revs as asked, gauge; null where it is not a curve. */
    curve: ((speedRpm: number) => number) | null;
    /** The air that a target held as absolute pressure was set in, Pa; null where targets are by gauge. */
    setIn: number | null;
    hold: 'pressure' | 'torque' | 'power';
    onsetRpm: number;
    fullRpm: number;
  };
};

/** Share of the shaft's limit that long hours at load leave (common practice, no source). */
const LONG_DUTY = 0.95;
/** An hour at load, or two minutes of full power at a time. */
const isLongDuty = ({ loadHours, fullSeconds }: Job['brief']['use']): boolean =>
  (loadHours?.value ?? 0) >= 3_600 || (fullSeconds?.value ?? 0) >= 120;

/** Step of the Rev bar and of the sweep: 100 rpm; 50 under a 3,000 rpm red line; 20 under 2,500 for diesels. */
const revStep = (redLineRpm: number, ignition: Fuel['ignition']): number =>
  ignition === 'compression' && redLineRpm < 2_500 ? 20 : redLineRpm < 3_000 ? 50 : 100;

/** Multiples of the step from idle to the red line, both within: the speeds of the sweep. rev/min. */
export function revGrid(build: Pick<Build, 'idleRpm' | 'redLineRpm' | 'stepRpm'>): number[] {
  const speeds: number[] = [];
  const first = Math.ceil(build.idleRpm / build.stepRpm);
  const last = Math.floor(build.redLineRpm / build.stepRpm);
  for (let i = first; i <= last; i++) speeds.push(i * build.stepRpm);
  return speeds;
}

/** The air of a venue, at its own temperature, K, unless another is given; null if the readings make none. Never throws. */
export function climateOf(
  venue: Job['brief']['venue'],
  temperature: number = venue.temperature.value,
): Climate | null {
  const { barometer, humidity } = venue;
  try {
    return makeClimate({
      altitude: venue.altitude.value,
      barometer:
        barometer.kind === 'standard'
          ? { kind: 'standard' }
          : { kind: barometer.kind, pressure: barometer.pressure.value },
      temperature,
      humidity:
        humidity.kind === 'relative'
          ? { kind: 'relative', share: humidity.relative.value }
          : { kind: 'dewPoint', temperature: humidity.dewPoint.value },
    });
  } catch {
    return null;
  }
}

/**
 * Turns a validated job and one setup into flat numbers. In: job; setup id; library; optionally other air than the
 * Brief's. Out: the build, or every problem that stops it with the path of its field. Never throws.
 */
export function compileBuild(
  job: Job,
  setupId: string,
  library: Library,
  climate: Climate | null = climateOf(job.brief.venue),
): { build: Build } | { problems: Problem[] } {
  const setup = job.setups.find((s) => s.id === setupId) ?? job.setups[0]!;
  const index = job.setups.indexOf(setup);
  const { engine, brief } = job;
  const fit = engine.breathing.source === 'baseline' ? baselineOf(job) : null;
  const problems = problemsOf(job, setup, climate, fit).map((p) => ({
    ...p,
    path: p.path.replace('setups.0', `setups.${index}`),
  }));
  const { induction } = setup;
  const places = placesOf(setup, library, problems, index);
  if (problems.length || !climate) return { problems };

  const fuel = fuelOfBrief(brief.fuel);
  const points = fit?.points ?? statedBreathing(engine);
  const terms = termsFrom(engine, referenceOf(engine));
  const breathingTerms = (temperature: number, ratio: number) =>
    terms(fuel, brief.fuel.lambda.value, temperature, ratio);
  const drivetrain = drivetrainOf(brief);
  const stated = brief.goal.power.value;
  const airPerPowerTerms = {
    lambda: brief.fuel.lambda.value,
    bsfc: brief.fuel.bsfc.value,
    bsfcLambda: brief.fuel.bsfcLambda.value,
  };
  const own = places.at(-1);
  const inFront = places.length > 1 ? places[0] : undefined;
  const common = {
    climate,
    fuel,
    displacement: displacementOf(engine),
    cycle: engine.cycle,
    idleRpm: engine.idleRpm.value,
    redLineRpm: engine.redLineRpm.value,
    stepRpm: revStep(engine.redLineRpm.value, fuel.ignition),
    breathing: breathingCurve(points),
    breathingFactor: (temperature: number, ratio: number) =>
      breathingCorrection.fn(breathingTerms(temperature, ratio)),
    breathingTerms,
    compressionRatio: compressionRatioOf(engine),
    evaporatedShare: engine.evaporatedShare.value,
    lambda: brief.fuel.lambda.value,
    lambdaPlan: lambdaPlanOf(brief.fuel, fuel, climate.pressure, engine.redLineRpm.value),
    inletLimit: brief.fuel.inletLimit?.value ?? null,
    trapped: trappedBy(engine),
    condition: engine.condition.factor.value,
    backPressureRatio: setup.backPressureRatio.value,
    airPerPower: airPerPower.fn({
      stoichiometric: fuel.stoichiometric,
      bestPowerLambda: fuel.bestPowerLambda,
      ...airPerPowerTerms,
    }),
    airPerPowerTerms,
    airFuelRatio: fuel.stoichiometric * brief.fuel.lambda.value,
    cyclePower: setup.cycle ?? null,
    supply: supplyOf(brief.fuel, setup.fuelSystem),
    injection: compileChargeInjection(setup.injection),
    drivetrain,
    goal: {
      power: brief.goal.basis === 'wheels' ? flywheelPower(stated, drivetrain) : stated,
      speedRpm: brief.goal.speedRpm.value,
      basis: brief.goal.basis,
      stated,
      torque: torqueGoal(brief, drivetrain),
    },
    driveline: drivelineOf(brief.vehicle),
    road: roadOf(brief.vehicle, climate.density),
    run: runOf(job),
    charged: induction.kind === 'charged',
    efficiencyGuess: setup.efficiencyGuess.value,
    smoke: null,
    mostSpeed: isLongDuty(brief.use) ? LONG_DUTY : 1,
    margins: {
      surge: brief.surgeMargin?.value ?? usualMargins.surge,
      choke: brief.chokeMargin?.value ?? usualMargins.choke,
    },
    boost: {
      kind: setup.boost.kind,
      levelGauge: levelOf(setup.boost),
      curve: curveOf(setup.boost),
      setIn: setup.boost.held === 'absolute' ? (climateOf(brief.venue)?.pressure ?? null) : null,
      hold: setup.boost.hold,
      onsetRpm: setup.boost.onsetRpm.value,
      fullRpm: setup.boost.fullRpm.value,
    },
  };
  /** The engine on chargers of one kind, `count` of them beside each other, with or without one in front. */
  const withChargers = (place: Place | undefined, count: number, front: Place | undefined): Build => {
    const losses = lossesOf(setup.plumbing, count);
    const driveOf = ({ document, turbine }: Place, exhaustLosses: ExhaustLosses, many: number) => {
      const { drive } = document;
      if (drive.kind === 'belt') return beltDriveOf(drive, document.machine, library, climate.pressure);
      return drive.kind === 'exhaust' && turbine
        ? turbineSideFor(job, setup, drive, turbine, { climate, fuel, count: many, exhaustLosses })
        : null;
    };
    const chargerOf = (at: Place, many: number, exhaustLosses: ExhaustLosses): Charger => {
      const { hold } = at.document;
      return {
        place: at.index,
        count: many,
        machine: machineOf(at, climate),
        drive: driveOf(at, exhaustLosses, many),
        hold: hold.kind === 'held' ? climate.pressure + hold.gauge.value : null,
      };
    };
    // The exhaust's losses lie behind the turbine it meets last.
    const { manifold, tail } = losses.exhaust;
    // Where one of two hangs on the crankshaft the other's turbine is the only one the exhaust meets.
    const isMixed = [front, place].some((one) => one?.document.drive.kind === 'belt');
    const ahead = front && chargerOf(front, 1, isMixed ? losses.exhaust : { manifold: [], tail });
    const alone = place
      ? chargerOf(place, count, losses.exhaust)
      : { place: 0, count, machine: null, drive: null, hold: null };
    const isPair = Boolean(ahead?.machine && ahead.drive && alone.machine && alone.drive);
    const behind = isPair && place && !isMixed ? chargerOf(place, count, { manifold, tail: [] }) : alone;
    // Whatever is passed by, the air goes through the cooler before the engine.
    const cooler = own ? coolerOf(own.document.aftercooler, climate.temperature) : null;
    return {
      ...common,
      chargers: isPair ? [ahead!, behind] : [alone],
      elements: elementsOf(
        place && drawsThrough(place.document) ? withThrottleFirst(losses.air) : losses.air,
        [...(isPair ? [coolerOf(front!.document.aftercooler, climate.temperature)] : []), cooler],
      ),
      exhaustLosses: losses.exhaust,
      wantsFront: Boolean(inFront) && !isPair,
      changeover: null,
    };
  };
  const build = withChargers(own, own?.document.count ?? 1, inFront);
  if (induction.kind !== 'charged' || induction.changeover.kind === 'never') return { build };
  const { speedRpm, hysteresisRpm } = induction.changeover;
  const changeover = {
    speedRpm: speedRpm.value,
    hysteresisRpm: hysteresisRpm.value,
    below: null,
    above: null,
  };
  if (frontCharger(build)) {
    // A blower of a row is bypassed and let go; of two turbochargers the one at the engine is.
    const goesOn = inFront?.document.drive.kind === 'belt' ? own : inFront;
    build.changeover = { ...changeover, above: withChargers(goesOn, 1, undefined) };
  } else if (own?.document.count === 2 && engineCharger(build).drive)
    build.changeover = { ...changeover, below: withChargers(own, 1, undefined) };
  return { build };
}

/** What works at a speed: most builds are one and the same over all the revs. */
export function buildAt(build: Build, speedRpm: number): Build {
  const { changeover } = build;
  if (!changeover) return build;
  return (speedRpm < changeover.speedRpm ? changeover.below : changeover.above) ?? build;
}

/** A place of the row with the parts that stand in it. */
type Place = {
  index: number;
  document: ChargerDocument;
  /** What compresses there: the one or the other. */
  compressor?: Compressor;
  /** The blower that the compressor is the wheel of. */
  centrifugal?: Centrifugal;
  blower?: Blower;
  turbine?: Turbine;
};

/** What compresses at a place; null until it is chosen. */
function machineOf({ compressor, centrifugal, blower, document }: Place, { gas }: Climate): Machine | null {
  if (compressor) return compressorMachine(compiledMap(compressor), centrifugal?.name ?? compressor.name);
  if (!blower) return null;
  const { drive } = document;
  const worn = drive.kind === 'belt' ? drive : null;
  return blowerMachine(
    compileBlower(blower, {
      flow: worn?.measuredFlow?.value ?? 1,
      leakage: worn?.measuredLeakage?.value ?? 1,
    }),
    gas.gasConstant,
  );
}

/** The places of a setup with their parts; what the library lacks, or what cannot stand together, is a problem. */
function placesOf(setup: Setup, library: Library, problems: Problem[], index: number): Place[] {
  const { induction } = setup;
  if (induction.kind === 'none') return [];
  const path = `setups.${index}.induction`;
  const missing = (code: ReasonCode, ref: Ref) =>
    problems.push({ path, reason: reason(code, { revision: [ref.revision, 'count'] }, { id: ref.id }) });
  return induction.chargers.map((document, i) => {
    const place: Place = { index: i, document };
    const { machine, drive } = document;
    if (!machine) return place;
    const blower = library.blower(machine);
    if (blower) place.blower = blower;
    else place.compressor = library.compressor(machine);
    if (!blower && !place.compressor) missing('compressor-missing', machine);
    if (drive.kind === 'belt') {
      const centrifugal = drive.blower && library.centrifugal(drive.blower);
      if (centrifugal) place.centrifugal = centrifugal;
      else if (drive.blower) missing('blower-missing', drive.blower);
      return place;
    }
    if (drive.kind !== 'exhaust') return place;
    place.turbine = library.turbine(drive.turbine);
    if (!place.turbine) missing('turbine-missing', drive.turbine);
    else if (!compileTurbine(place.turbine, drive.housing))
      problems.push({ path, reason: reason('housing-without-data', {}, { name: place.turbine.name }) });
    return place;
  });
}

/** The torque wanted, N·m at the flywheel: both its figures, or none. */
function torqueGoal({ goal }: Job['brief'], drivetrain: Drivetrain): Build['goal']['torque'] {
  const { torque, torqueRpm, basis } = goal;
  if (!torque || !torqueRpm) return null;
  const speedRpm = torqueRpm.value;
  const stated = powerOfTorque(torque.value, speedRpm);
  const power = basis === 'wheels' ? flywheelPower(stated, drivetrain) : stated;
  return { torque: torqueFormula.fn({ power, speedRpm }), speedRpm };
}

/** What clutch and gearbox bear: a gearbox by gear where it is known by gear, its general rating for the gears it is not known for. */
function drivelineOf({ clutch, gearbox, gears }: Job['brief']['vehicle']): Build['driveline'] {
  const whole = (part: 'clutch' | 'gearbox', { name, torque }: typeof clutch): Build['driveline'] =>
    torque ? [{ part, name, torque: torque.value, gear: null }] : [];
  const byGear = gearbox.gearTorques ?? [];
  if (!byGear.length) return [...whole('clutch', clutch), ...whole('gearbox', gearbox)];
  const count = Math.max(byGear.length, gearbox.torque ? gears.length : 0);
  const boxes = Array.from({ length: count }, (_, gear) => {
    const torque = (byGear[gear] ?? gearbox.torque)!.value;
    return { part: 'gearbox' as const, name: gearbox.name, torque, gear };
  });
  return [...whole('clutch', clutch), ...boxes];
}

/** Intake strokes a second of a build at a speed in rev/min. */
export const strokesPerSecond = (build: Build, speedRpm: number): number =>
  intakeStrokes.fn({ speedRpm, divisor: strokeDivisor(build.cycle) });
