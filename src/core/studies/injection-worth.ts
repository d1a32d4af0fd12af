import type { AirPath } from '../charge-path/air-path';
import { solveAirPath } from '../charge-path/air-path';
import { powerOf } from '../charge-path/school-power';
import type { Match } from '../charge-path/match';
import type { ChargeInjection } from '../charge-injection/compile';
import { METHANOL_AIR, nitrousOxide } from '../charge-injection/liquids';
import { injectedMass, nitrousAir, type Injected } from '../charge-injection/injected';
import { engineCharger } from '../charger/charged-air';
import { buildAt, type Build } from '../build/build';
import type { OperatingPoint } from '../solve/point';
import { solvedWith } from './price';

/** `gate`: how far the one at the engine opens, a share; null where none holds the boost. */
type WorthState = { power: number; charge: number; boostGauge: number; gate: number | null };

/** What an injection brings at a speed, W at the flywheel, in parts that add up to the whole. */
export type InjectionWorth = {
  bare: WorthState;
  with: WorthState;
  /** Denser charge less the air whose place vapour and gas take, at the boost and back pressure of the bare engine. */
  cooling: number;
  /** Oxygen that nitrous oxide brings, there. */
  oxygen: number;
  /** What boost, back pressure and drive do after that. */
  boost: number;
};

/**
 * A solved point split against the same engine without what is injected, the boost plan asking for the same pressure. In: build, a
 * solved point of it. Null where nothing is let in, or where there is no answer. Source: states of the same sums, one part
 * after the other in this order; power by fuel flow.
 */
export function injectionWorth(whole: Build, point: OperatingPoint): InjectionWorth | null {
  const build = buildAt(whole, point.speedRpm);
  const { path } = point;
  if (!build.injection || path.kind !== 'converged' || injectedMass(path.injected) === 0) return null;
  const bareBuild = { ...build, injection: null };
  const { path: bare, match: bareMatch } = solvedWith(build, point, bareBuild);
  if (bare.kind !== 'converged') return null;
  const { climate } = build;
  const cooled = atPressure(build, point, bare);
  if (cooled.kind !== 'converged') return null;
  const before = powerOf(bareBuild, bare);
  const withoutOxygen = cooled.injected && {
    ...cooled,
    injected: { ...cooled.injected, nitrous: 0 },
    drivePower: bare.drivePower,
  };
  const denser = withoutOxygen ? powerOf(build, withoutOxygen) : before;
  const richer = powerOf(build, { ...cooled, drivePower: bare.drivePower });
  const after = powerOf(build, path);
  const state = (at: AirPath, power: number, match: Match | null): WorthState => ({
    power,
    charge: at.manifold.temperature,
    boostGauge: at.manifold.pressure - climate.pressure,
    gate: match?.kind === 'held' ? engineCharger(match).turbine.opening : null,
  });
  return {
    bare: state(bare, before, bareMatch),
    with: state(path, after, point.match),
    cooling: denser - before,
    oxygen: richer - denser,
    boost: after - richer,
  };
}

/** The engine with its injection at the manifold pressure and back pressure of another state. */
function atPressure(build: Build, point: OperatingPoint, bare: AirPath): AirPath {
  const { manifold, backPressureRatio } = bare;
  if (!build.charged) return solveAirPath(build, point.speedRpm, { kind: 'alone' }, 1, bare);
  return solveAirPath(
    build,
    point.speedRpm,
    { kind: 'manifold', pressure: manifold.pressure },
    backPressureRatio,
    bare,
  );
}

/** What may go wrong with an injection. */
const injectionCases = ['spray-empty', 'spray-weak', 'bottle-empty', 'bottle-cold', 'bottle-hot'] as const;
export type InjectionCaseId = 'chosen' | 'now' | (typeof injectionCases)[number];

/** A state with its injection so: what the engine makes, and what its mixture would be with the fuel left as mapped. */
export type InjectionCase = {
  id: InjectionCaseId;
  power: number;
  charge: number;
  lambda: number;
  boostGauge: number;
  /** Of what is injected, kg/s. */
  flow: number;
  /** How far the gate at the engine opens, a share; null without one. */
  gate: number | null;
  kind: Match['kind'] | null;
};

/** A cold and a hot bottle, K (common practice, no source): one that stood outside, and one in the sun. */
export const COLD_BOTTLE = 278.15;
export const HOT_BOTTLE = 308.15;
/** What a weak pump still holds. */
const WEAK = 0.5;

/** The injection in a case; null where it has no such part. */
function inCase({ spray, nitrous }: ChargeInjection, id: InjectionCaseId): ChargeInjection | null {
  switch (id) {
    case 'chosen':
      return { spray, nitrous: nitrous && { ...nitrous, bottle: nitrous.chosenAt } };
    case 'now':
      return nitrous && { spray, nitrous };
    case 'spray-empty':
      return spray && { spray: null, nitrous };
    case 'spray-weak':
      return spray && { spray: { ...spray, pumpGauge: WEAK * spray.pumpGauge }, nitrous };
    case 'bottle-empty':
      return nitrous && { spray, nitrous: null };
    case 'bottle-cold':
      return nitrous && { spray, nitrous: { ...nitrous, bottle: COLD_BOTTLE } };
    case 'bottle-hot':
      return nitrous && { spray, nitrous: { ...nitrous, bottle: HOT_BOTTLE } };
  }
}

/** Fuel that a map brings for what is injected as it was chosen, kg/s: for its oxygen, less what methanol burns. */
function trimOf(build: Build, injected: Injected | null, lambda: number): number {
  if (!injected) return 0;
  const { stoichiometric } = build.fuel;
  return (
    (build.trapped *
      ((injected.nitrous * nitrousOxide.airPerMass) / lambda - injected.methanol * METHANOL_AIR)) /
    stoichiometric
  );
}

/**
 * λ with the fuel as it is mapped: for the air that comes, and for what was chosen to be injected, whether that comes or not. In:
 * build; the path; the trim, kg/s.
 */
function lambdaAsMapped(build: Build, path: AirPath, trim: number): number {
  const { stoichiometric } = build.fuel;
  const air = path.dryFlow * build.trapped;
  const fuel = Math.max(0, air / (stoichiometric * path.lambda) + trim);
  const methanol = ((path.injected?.methanol ?? 0) * build.trapped * METHANOL_AIR) / stoichiometric;
  return (air + nitrousAir(path.injected) * build.trapped) / (stoichiometric * (fuel + methanol));
}

/** The cases of an injection at a solved point, as chosen first. Empty where nothing is let in. Total. */
export function injectionCasesAt(whole: Build, point: OperatingPoint): InjectionCase[] {
  const build = buildAt(whole, point.speedRpm);
  const { injection } = build;
  if (!injection || point.path.kind !== 'converged' || injectedMass(point.path.injected) === 0) return [];
  const solved = (id: InjectionCaseId) => {
    const its = inCase(injection, id);
    return its && { its, ...solvedWith(build, point, { ...build, injection: its }) };
  };
  const chosen = solved('chosen')!;
  const trim = trimOf(build, chosen.path.injected, chosen.path.lambda);
  const isDrifted =
    injection.nitrous && Math.abs(injection.nitrous.bottle - injection.nitrous.chosenAt) > 0.5;
  const ids: InjectionCaseId[] = ['chosen', ...(isDrifted ? (['now'] as const) : []), ...injectionCases];
  return ids.flatMap((id): InjectionCase[] => {
    const at = id === 'chosen' ? chosen : solved(id);
    if (!at || at.path.kind !== 'converged') return [];
    const { path, match } = at;
    const lambda = lambdaAsMapped(build, path, trim);
    return [
      {
        id,
        power: powerOf(build, { ...path, lambda }),
        charge: path.manifold.temperature,
        lambda,
        boostGauge: path.manifold.pressure - build.climate.pressure,
        flow: injectedMass(path.injected),
        gate: match ? engineCharger(match).turbine.opening : null,
        kind: match?.kind ?? null,
      },
    ];
  });
}
