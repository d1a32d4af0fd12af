import { camEvents } from '../engine/cam';
import { cardOf } from '../build/derived';
import { strokesPerSecond, type Build } from '../build/build';
import { engineCharger } from '../charger/charged-air';
import { sprayLiquids } from '../charge-injection/liquids';
import { USUAL_ROD, volumesOf } from '../cylinder/crank';
import { cylinderOf, usualBurnAngle, type CylinderCase } from '../cylinder/cylinder';
import { timingOf, type Timing } from '../cylinder/timing';
import { findRoot } from '../numerics/roots';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';

type Engine = Job['engine'];
const degrees = Math.PI / 180;

/** Kept from modelled knock where nobody has said, rad (common practice, no source). */
export const USUAL_MARGIN = 2 * degrees;
/** Peak pressure that a diesel's injection is timed for where nobody has said, Pa (common practice, no source). */
const USUAL_DIESEL_PEAK = 180e5;
/** Weight of the fuel's sensitivity. Source: Kalghatgi; 0 for a boosted, cooled engine, 0.5 else. */
const WEIGHT = { cooled: 0, other: 0.5 };
/** Lift by which a cam card states events as the gas feels them, m; at less the flanks are counted in, so much on either side. */
const FELT_LIFT = 0.5e-3;
const FLANK = 15 * degrees;
/** Where no card is known: intake closes after, exhaust opens before bottom dead centre (common practice, no source). */
const USUAL_EVENTS = { closes: 45 * degrees, opens: 50 * degrees };
/** A two-stroke's ports where their height is not known, before bottom dead centre (common practice, no source). */
const USUAL_PORT = 85 * degrees;
/** Gas left in the cylinder where no turbine is matched, K (from memory). */
const LEFT_GAS = { spark: 1_150, compression: 850 };

/** Whether a fuel may break parts before it is heard to knock. */
const isSilentFuel = ({ fuel }: Build): boolean => fuel.formula.oxygen > 0.2;

/** What a job says of its combustion, or what is usual. rad, ratios. */
export function combustionOf(build: Build, { combustion }: Engine) {
  const cools = build.elements.some(({ kind }) => kind === 'cooler') || build.injection !== null;
  return {
    burnAngle: combustion?.burnAngle?.value ?? usualBurnAngle(build.fuel.ignition),
    octaneWeight: combustion?.octaneWeight?.value ?? (build.charged && cools ? WEIGHT.cooled : WEIGHT.other),
    delayFactor: combustion?.delayFactor?.value ?? 1,
    margin: combustion?.margin?.value ?? USUAL_MARGIN,
    peakLimit:
      combustion?.peakLimit?.value ?? (build.fuel.ignition === 'spark' ? Infinity : USUAL_DIESEL_PEAK),
  };
}

/** Intake closing and exhaust opening from firing top dead centre, rad: by the card, the ports, or as usual. */
export function eventsOf(engine: Engine): { closes: number; opens: number } {
  if (engine.cycle === 'two-stroke') {
    const { exhaustPort, bore, stroke } = engine;
    if (!exhaustPort || exhaustPort.value >= stroke.value)
      return { closes: -Math.PI + USUAL_PORT, opens: Math.PI - USUAL_PORT };
    const { volume } = volumesOf(crankOf(engine, 10));
    const area = (Math.PI / 4) * bore.value ** 2;
    const edge = volume(Math.PI) - area * exhaustPort.value;
    const { x } = findRoot((angle) => volume(angle) - edge, 0, Math.PI);
    return { closes: -x, opens: x };
  }
  if (!engine.cam.known)
    return {
      closes: -Math.PI + USUAL_EVENTS.closes,
      opens: Math.PI - USUAL_EVENTS.opens,
    };
  const events = camEvents(cardOf(engine));
  const flank = engine.cam.atLift.value < FELT_LIFT ? FLANK : 0;
  const held = (angle: number) => Math.min(100 * degrees, Math.max(0, angle));
  return {
    closes: -Math.PI + held(events.intakeCloses - flank),
    opens: Math.PI - held(events.exhaustOpens - flank),
  };
}

const crankOf = ({ bore, stroke, rodLength }: Engine, compressionRatio: number) => ({
  bore: bore.value,
  stroke: stroke.value,
  // No rod is shorter than the crank needs to turn.
  rodLength: Math.max(0.51 * stroke.value, rodLength?.value ?? (USUAL_ROD * stroke.value) / 2),
  compressionRatio,
});

/** The cylinder of a build at a solved point. Null where nothing burns there, or λ is outside what the gas data hold. */
export function cylinderCaseOf(build: Build, engine: Engine, point: OperatingPoint): CylinderCase | null {
  const { path, match, speedRpm, manifoldPressure } = point;
  if (point.status.kind === 'failed' || !(path.massFlow > 0) || path.lambda < 0.5) return null;
  const perCycle = 1 / (strokesPerSecond(build, speedRpm) * engine.cylinders.value);
  const { injected } = path;
  const liquid = injected
    ? (injected.water - injected.evaporated.water) * sprayLiquids.water.latentHeat +
      (injected.methanol - injected.evaporated.methanol) * sprayLiquids.methanol.latentHeat
    : 0;
  const { burnAngle, octaneWeight, delayFactor } = combustionOf(build, engine);
  const { closes, opens } = eventsOf(engine);
  return {
    crank: crankOf(engine, build.compressionRatio),
    cycle: build.cycle,
    speedRpm,
    fuel: build.fuel,
    lambda: Math.min(20, path.lambda),
    humidityRatio: build.climate.humidityRatio,
    air: path.massFlow * build.trapped * build.condition * perCycle,
    charge: path.manifold.temperature,
    manifold: manifoldPressure,
    exhaust: match?.portPressure ?? path.backPressureRatio * manifoldPressure,
    exhaustTemperature: match
      ? engineCharger(match).turbine.inlet.temperature
      : LEFT_GAS[build.fuel.ignition],
    evaporated: build.evaporatedShare,
    liquid: liquid * perCycle,
    closes,
    opens,
    burnAngle,
    octaneWeight,
    delayFactor,
  };
}

export type CylinderPoint = { case: CylinderCase; timing: Timing };

/** The cylinder at a point with its timings; null where there is none. */
export function cylinderAt(build: Build, engine: Engine, point: OperatingPoint): CylinderPoint | null {
  const own = cylinderCaseOf(build, engine, point);
  return own && { case: own, timing: timedCase(own, build, engine) };
}

/** What timings of a build are held to: margin from knock, rad; peak pressure, Pa; whether the fuel warns. */
export function timingRules(build: Build, engine: Engine) {
  const { margin, peakLimit } = combustionOf(build, engine);
  return { margin, peakLimit, isSilent: isSilentFuel(build) };
}

/** Timings of a cylinder by what the job says. */
export const timedCase = (own: CylinderCase, build: Build, engine: Engine): Timing =>
  timingOf(cylinderOf(own), timingRules(build, engine));
