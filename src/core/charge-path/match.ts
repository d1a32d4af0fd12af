import { isOnBelt, isTurbo, type BeltCharger, type Charger, type TurboCharger } from '../charger/charger';
import type { TurbineState } from '../turbocharger/turbine-side';
import type { Build } from '../build/build';
import type { AirPath } from './air-path';
import type { Secants } from './fixed-point';

/** A build whose chargers all have their turbines. */
export type MatchedBuild = Build & { chargers: TurboCharger[] };
export const isMatched = (build: Build): build is MatchedBuild => build.chargers.every(isTurbo);

/** A build whose chargers all hang on the crankshaft. */
export type BeltBuild = Build & { chargers: BeltCharger[] };
export const isBelted = (build: Build): build is BeltBuild => build.chargers.every(isOnBelt);

/**
 * What decides the boost at a speed: the boost asked (the gate holds it), the turbine (gate shut, boost is what it can
 * drive), the spring (it opens no later), the gate itself (wide open and still over what is asked: boost creep), or
 * exhaust pressure that pushes the valve open against its spring.
 */
export type MatchKind = 'held' | 'turbine' | 'spring' | 'creep' | 'pushed-open';

/** The steady match at one speed. SI. */
export type Match = {
  kind: MatchKind;
  /** Pa absolute, asked of the manifold here. */
  asked: number;
  /** The shafts that the exhaust turns, in the order of the air path's chargers: ambient first. One on a belt has none. */
  chargers: ShaftMatch[];
  /** At the exhaust ports, Pa. */
  portPressure: number;
  /** Exhaust of the whole engine, kg/s. */
  exhaustFlow: number;
  iterations: number;
  /** For the search at the next speed. */
  secants: Secants | null;
};

/** What holds the stage in front: nothing (its turbine decides), its own boost, the whole boost, or not even a gate wide open. */
export type FrontKind = 'turbine' | 'held' | 'sharing' | 'creep';
/** One shaft of a match. SI; speed rev/min. */
export type ShaftMatch = {
  turbine: TurbineState;
  shaftRpm: number;
  /** Turbine power over compressor power, less one. */
  imbalance: number;
  /** Of a charger in front of another: what holds it. Null at the engine, where the match's own kind says it. */
  kind: FrontKind | null;
};

/** The shaft of the charger at a place of the row; null where a belt drives it, or nothing is matched. */
export const shaftAt = (
  match: Match | null,
  chargers: readonly Charger[],
  place: number,
): ShaftMatch | null =>
  match && chargers[place]?.drive?.kind === 'exhaust'
    ? (match.chargers[chargers.slice(0, place).filter(({ drive }) => drive?.kind === 'exhaust').length] ??
      null)
    : null;

export type Matched = { path: AirPath; match: Match | null; stop: MatchStop | null };

export type MatchStop =
  | 'filter-chokes'
  | 'ratio-too-high'
  | 'turbine-blocked'
  | 'match-not-found'
  | 'turbine-too-small'
  | 'compressor-chokes'
  | 'boost-runs-away';
