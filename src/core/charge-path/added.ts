import { heatLeft, injectedMass, methanolAsFuel, nitrousAir } from '../charge-injection/injected';
import type { Build } from '../build/build';
import { exhaustState, type Exhaust } from '../engine/exhaust';
import { findRoot } from '../numerics/roots';
import type { AirPath } from './air-path';

/** What an injection adds to the exhaust. SI, of the whole engine. */
export type Added = {
  /** Fuel burnt with the oxygen it brings, kg/s. */
  fuel: number;
  /** Its own mass beside air and fuel, kg/s. */
  mass: number;
  /** What it still takes up in the cylinder, W. */
  heat: number;
};

/**
 * What the injection of a path adds to its exhaust; undefined without one. The gas counts as that of the fuel: the share of steam in it
 * is left out, which makes it a little too hot. In: the path with its λ.
 */
export function addedTo(
  { injected, lambda }: AirPath,
  exhaust: Pick<Exhaust, 'stoichiometric' | 'trapped'>,
): Added | undefined {
  if (!injected) return undefined;
  return {
    fuel: (nitrousAir(injected) * exhaust.trapped) / (exhaust.stoichiometric * lambda),
    // What methanol burns of the air, the fuel of the job does not: it is counted there already.
    mass: injectedMass(injected) - methanolAsFuel(injected, exhaust.stoichiometric) * exhaust.trapped,
    heat: heatLeft(injected),
  };
}

/** As far from best power as a mixture is taken to cool the exhaust: spark richer, a diesel leaner (common practice, no source). */
const RICHEST = 0.78;
const LEANEST = 2.5;
/** How closely the λ that keeps a temperature is found. */
const SETTLED = 1e-6;

type State = { manifoldPressure: number; chargeTemperature: number };

/**
 * The exhaust of a path at a state of this turn. Where it would be hotter than the mixture is to keep it, the λ of the path is moved until
 * it is not, or as far as a mixture goes; written into the path. In: build; exhaust; path with its λ as planned; a temperature of
 * the port to start from, K.
 */
export function exhaustOf(
  { inletLimit, fuel, lambda: full }: Build,
  exhaust: Exhaust,
  path: AirPath,
  { manifoldPressure: manifold, chargeTemperature }: State,
  port: number,
): ReturnType<typeof exhaustState> {
  let start = port;
  const at = (lambda: number) => {
    path.lambda = lambda;
    const added = addedTo(path, exhaust);
    const state = exhaustState(exhaust, path.massFlow, chargeTemperature, {
      manifold,
      speedRpm: path.speedRpm,
      lambda,
      start,
      added,
    });
    if (state.port > 200) start = state.port;
    return state;
  };
  const planned = at(path.lambda);
  // Part load is leaner than the plan by itself.
  if (inletLimit === null || planned.inlet <= inletLimit || exhaust.lambda !== full) return planned;
  const { lambda } = path;
  const end =
    fuel.ignition === 'spark' ? Math.min(lambda, RICHEST * fuel.bestPowerLambda) : Math.max(lambda, LEANEST);
  const furthest = at(end);
  if (furthest.inlet >= inletLimit) return furthest;
  const root = findRoot((one) => at(one).inlet - inletLimit, Math.min(lambda, end), Math.max(lambda, end), {
    tolerance: SETTLED,
  });
  return at(root.x);
}
