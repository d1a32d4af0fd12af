import { exhaustOf } from './added';
import { engineCharger, frontCharger, type ChargedAir } from '../charger/charged-air';
import type { TurboCharger } from '../charger/charger';
import type { Machine } from '../charger/machine';
import { springBoost } from '../turbocharger/formulas';
import {
  atOpening,
  atPower,
  portPressure,
  tailPressure,
  type Given,
  type TurbineSide,
  type TurbineState,
} from '../turbocharger/turbine-side';
import type { Build } from '../build/build';
import { breathe, chargeFront, chargeTo, plannedLambda, type AirPath } from './air-path';
import { powerOf } from './school-power';
import type { MatchedBuild, MatchStop } from './match';
import type { Secants, Unknowns } from './fixed-point';

/** Beside them, by plain substitution: they hardly depend on anything. `tail`: behind the last turbine, K. */
export type Carried = {
  tail: number;
  ratio: number;
  port: number;
  frontTurbineRatio: number;
  /** How the unknowns moved each other in the search next door. */
  secants: Secants | null;
};

export const ruleName = ({ kind, front }: Rule): string => (front ? `${kind} ${front.kind}` : kind);

/** What one turn of the loop finds. */
export type Turn = {
  next: Unknowns;
  turbine: TurbineState;
  /** The charger in front: its turbine is the one that the exhaust meets last. */
  front: { turbine: TurbineState; shaftRpm: number } | null;
  exhaustFlow: number;
  portPressure: number;
  shaftRpm: number;
  /** Manifold pressure the turbine's power would drive, Pa, and the ratio of the stage in front by its own rule. */
  drivenPressure: number;
  drivenFront: number;
  secants: Secants | null;
};

/**
 * What the stage in front does: its gate stands at an opening; holds the pressure between the stages; holds the whole
 * boost, the stage at the engine giving what it gives; or its shaft turns at a speed.
 */
export type FrontRule =
  | { kind: 'opening'; opening: number }
  | { kind: 'hold'; pressure: number }
  | { kind: 'share' }
  | { kind: 'shaft'; rpm: number };

/** The gate of the stage in front shut. */
export const SHUT: FrontRule = { kind: 'opening', opening: 0 };

/**
 * How the manifold pressure of the next turn comes about. `shaft`: what a shaft speed gives with the gate shut; `power`: what
 * the engine takes to make a power, W, whatever the gate would have to do for it.
 */
export type Rule = (
  | { kind: 'held' }
  | { kind: 'opening' | 'fixed'; opening: number }
  | { kind: 'spring' }
  | { kind: 'pushed-open' }
  | { kind: 'power'; power: number }
  | { kind: 'shaft'; opening: number; rpm: number }
) & {
  front?: FrontRule;
  /** The ratio of the stage in front stands still: what it would be driven to is only read. */
  isFrontRead?: boolean;
};

/** Heat capacity and exponent (7/2) of the by-hand form: only the slope of a step, never the answer, rests on them. */
const CP = 1_006;
const risen = (temperatureRatio: number): number =>
  temperatureRatio * temperatureRatio * temperatureRatio * Math.sqrt(temperatureRatio);

/** The ratio that a different work would drive, from the one at hand: exact where the works are equal. Inlet K. */
export function drivenRatio({ inlet, outlet, efficiency }: ChargedAir, available: number): number {
  const scale = efficiency.value / (CP * inlet.temperature);
  return Math.max(
    1,
    outlet.ratio + risen(1 + Math.max(0, available) * scale) - risen(1 + Math.max(0, outlet.work) * scale),
  );
}

/**
 * λ burnt at a manifold pressure: a diesel's fuel follows the air at the smoke limit until its full boost is there. `full`:
 * of the exhaust; an engine at part load is leaner than its own λ, whatever its boost.
 */
function lambdaAt(build: Build, full: number, pressure: number, speedRpm: number): number {
  const { lambda, smoke } = build;
  if (full !== lambda) return full;
  const planned = plannedLambda(build, pressure, speedRpm);
  if (!smoke || smoke.limit >= planned) return planned;
  return Math.min(planned, Math.max(smoke.limit, (planned * pressure) / smoke.asked));
}

/**
 * Once round with every charger on its turbine: from the unknowns to what they would be by the rule, written into the path
 * on the way. Out: the next unknowns, or what stops it.
 */
export function turn(
  build: MatchedBuild,
  speedRpm: number,
  path: AirPath,
  at: Unknowns,
  carried: Carried,
  rule: Rule,
): Turn | MatchStop {
  const own = engineCharger(build);
  const { drive } = own;
  const front = frontCharger(build);
  breathe(build, speedRpm, path, at.manifoldPressure, at.chargeTemperature, at.backPressureRatio);
  if (front) chargeFront(build, path, at.frontRatio);
  chargeTo(build, path, at.manifoldPressure, at.chargeTemperature);
  path.lambda = lambdaAt(build, drive.exhaust.lambda, at.manifoldPressure, speedRpm);
  const exhaust = exhaustOf(build, drive.exhaust, path, at, carried.port);
  // An engine that takes no air to speak of has no exhaust: there is no state to look for.
  if (!(exhaust.inlet > 200 && exhaust.flow > 0)) return 'match-not-found';
  const charger = engineCharger(path);
  const shaftRpm = own.machine.shaftRpm(charger);
  const behind = front ? frontTurn(front, path, exhaust.flow, at.exhaustBetween, carried, rule.front!) : null;
  if (typeof behind === 'string') return behind;
  const given: Given = {
    flow: exhaust.flow / drive.count,
    port: exhaust.port,
    temperature: exhaust.inlet,
    outletPressure: behind ? behind.turbine.inlet.pressure : tailPressure(drive, exhaust.flow, carried.tail),
    shaftRpm,
    start: carried.ratio,
  };
  const airFlow = path.massFlow / own.count;
  const needed = airFlow * charger.outlet.work;
  const turbine = 'opening' in rule ? atOpening(drive, given, rule.opening) : atPower(drive, given, needed);
  if (!turbine) return 'opening' in rule ? 'turbine-blocked' : 'turbine-too-small';
  if (!behind) carried.tail = turbine.mixed;
  carried.ratio = turbine.ratio;
  carried.port = turbine.port;
  const port = portPressure(drive, turbine.inlet.pressure, exhaust.inlet, exhaust.flow);
  const drivenFront =
    front && behind
      ? nextFrontRatio(front.machine, path, at.frontRatio, rule.front!, behind, turbine.power / airFlow)
      : 1;
  return {
    next: {
      chargeTemperature: path.charge,
      backPressureRatio: port / at.manifoldPressure,
      manifoldPressure: nextPressure(build, path, at.manifoldPressure, rule, turbine, shaftRpm),
      frontRatio: rule.isFrontRead ? at.frontRatio : drivenFront,
      exhaustBetween: turbine.mixed,
    },
    turbine,
    front: behind,
    exhaustFlow: exhaust.flow,
    portPressure: port,
    shaftRpm,
    drivenFront,
    drivenPressure:
      'opening' in rule
        ? pressureDriven(charger, at.manifoldPressure, turbine.power / airFlow)
        : at.manifoldPressure,
    secants: null,
  };
}

/** The turbine of the stage in front: it takes what the one at the engine and its gate let out. */
function frontTurn(
  { drive, machine }: TurboCharger,
  path: AirPath,
  exhaustFlow: number,
  temperature: number,
  carried: Carried,
  rule: FrontRule,
): Turn['front'] | MatchStop {
  const air = frontCharger(path)!;
  const shaftRpm = machine.shaftRpm(air);
  const given: Given = {
    flow: exhaustFlow,
    port: temperature,
    temperature,
    outletPressure: tailPressure(drive, exhaustFlow, carried.tail),
    shaftRpm,
    start: carried.frontTurbineRatio,
  };
  const turbine =
    rule.kind === 'opening'
      ? atOpening(drive, given, rule.opening)
      : rule.kind === 'shaft'
        ? atOpening(drive, given, 0)
        : atPower(drive, given, path.massFlow * air.outlet.work);
  if (!turbine)
    return rule.kind === 'opening' || rule.kind === 'shaft' ? 'turbine-blocked' : 'turbine-too-small';
  carried.tail = turbine.mixed;
  carried.frontTurbineRatio = turbine.ratio;
  return { turbine, shaftRpm };
}

function nextFrontRatio(
  machine: Machine,
  path: AirPath,
  ratio: number,
  rule: FrontRule,
  { turbine, shaftRpm }: NonNullable<Turn['front']>,
  highWork: number,
): number {
  const charger = engineCharger(path);
  switch (rule.kind) {
    case 'opening':
      return drivenRatio(frontCharger(path)!, turbine.power / path.massFlow);
    case 'hold':
      return (ratio * rule.pressure) / charger.inlet.pressure;
    case 'share':
      // What the stage at the engine does not give is left to this one.
      return (ratio * charger.outlet.ratio) / drivenRatio(charger, highWork);
    case 'shaft':
      return machine.ratioAtSpeed(frontCharger(path)!, shaftRpm, rule.rpm);
  }
}

/** The manifold pressure that a work of the turbine, J/kg of air, would drive, Pa: the present one where the works are equal. */
const pressureDriven = (charger: ChargedAir, pressure: number, work: number): number =>
  (pressure * drivenRatio(charger, work)) / charger.outlet.ratio;

function nextPressure(
  build: MatchedBuild,
  path: AirPath,
  pressure: number,
  rule: Rule,
  turbine: TurbineState,
  shaftRpm: number,
): number {
  const { climate } = build;
  const { machine, drive, count } = engineCharger(build);
  const charger = engineCharger(path);
  switch (rule.kind) {
    case 'held':
    case 'fixed':
      return pressure;
    case 'opening':
      return pressureDriven(charger, pressure, (turbine.power * count) / path.massFlow);
    case 'power':
      return (pressure * rule.power) / powerOf(build, path);
    case 'shaft':
      return (pressure * machine.ratioAtSpeed(charger, shaftRpm, rule.rpm)) / charger.outlet.ratio;
    case 'spring':
      return drive.gate.kind === 'valve'
        ? climate.pressure +
            springBoost.fn({
              spring: drive.gate.springGauge,
              inlet: turbine.inlet.pressure,
              outlet: turbine.outlet.pressure,
              bore: drive.gate.bore,
              diaphragm: drive.gate.diaphragm,
            })
        : pressure;
    case 'pushed-open': {
      const held = pushLimit(drive);
      const over = turbine.inlet.pressure - turbine.outlet.pressure;
      return pressure * (1 + 0.4 * Math.max(-0.5, Math.min(0.5, held / over - 1)));
    }
  }
}

/** The pressure across the turbine that lifts the valve off its seat with no boost on the diaphragm, Pa. */
export const pushLimit = ({ gate }: TurbineSide): number =>
  gate.kind === 'valve' ? gate.springGauge * (gate.diaphragm / gate.bore) ** 2 : Infinity;
