import { engineCharger, frontCharger } from '../charger/charged-air';
import { newPath, type AirPath } from './air-path';
import { findFixedPoint, unknownsOf, type Unknown, type Unknowns } from './fixed-point';
import type { Matched, MatchedBuild, MatchStop, ShaftMatch } from './match';
import { ruleName, turn, type Carried, type Rule, type Turn } from './turn';

/** Largest scaled change that counts as none; of the temperature behind the turbine, which sets the pressure there, K. */
export const SETTLED = { change: 2e-6, tail: 0.02 };
/** Closer still, where a root is sought over many states: what is left of each of them would be its noise. */
export const FINELY = { change: 1e-7, tail: 0.002 };
/** Far enough for the sign of a balance that is well off: a look on the way, never an answer. */
export const ROUGHLY = { change: 3e-5, tail: 0.2 };
export const MOST_TURNS = 60;

/** How long a search may go on, how closely it settles, and beyond what manifold pressure, Pa, its answer is of no use. */
export type Patience = { mostTurns?: number; settled?: typeof SETTLED; beyond?: number };

/** Turns in which a search may still come back from beyond. */
const MAY_RETURN = 3;

export type Settled = {
  rule: Rule;
  path: AirPath;
  turn: Turn;
  unknowns: Unknowns;
  iterations: number;
  residual: number;
};

/** What a rule fixes, so that nothing looks for it. */
const fixedBy = ({ kind, isFrontRead }: Rule): Unknown[] => [
  ...(kind === 'held' || kind === 'fixed' ? (['manifoldPressure'] as const) : []),
  ...(isFrontRead ? (['frontRatio'] as const) : []),
];

/** A fixed point of `turn` by a rule. Out: what it settled on, or why not. */
export function settle(
  build: MatchedBuild,
  speedRpm: number,
  rule: Rule,
  start: Unknowns,
  carried: Carried,
  from: AirPath | undefined,
  { mostTurns = MOST_TURNS, settled = SETTLED, beyond = Infinity }: Patience = {},
): Settled | MatchStop {
  const path = newPath(build, speedRpm, start.backPressureRatio, from);
  const by = ruleName(rule);
  let moved = Infinity;
  const end = findFixedPoint<Turn>({
    build,
    path,
    start,
    unknowns: unknownsOf(build, fixedBy(rule)),
    take: (at, i) => {
      if (i > MAY_RETURN && at.manifoldPressure > beyond) return 'match-not-found';
      const was = carried.tail;
      const done = turn(build, speedRpm, path, at, carried, rule);
      if (typeof done === 'string') return done;
      moved = Math.abs(carried.tail - was);
      // A tail that restricts like a stopper swings round its answer: half steps bring it in.
      if (i > 12) carried.tail = (carried.tail + was) / 2;
      return done;
    },
    isAnswer: (done, residual) =>
      residual < settled.change && moved < settled.tail && isSteady(rule, path, build, done),
    mostTurns,
    known: carried.secants?.rule === by ? carried.secants.pairs : [],
  });
  if (typeof end === 'string') return end;
  const { found, at, iterations, residual, secants } = end;
  if (secants.length) found.secants = { rule: by, pairs: secants };
  return { rule, path, turn: found, unknowns: at, iterations, residual };
}

/** Powers that are further apart than this are no balance: a share of the power, and J per kg of air for a wheel that hardly works. */
export const POWERS_BALANCED = { share: 2e-5, work: 0.1 };

/** Whether every turbine gives what its compressor takes. */
export function isBalanced(
  build: MatchedBuild,
  path: AirPath,
  { turbine, front: inFront }: Pick<Turn, 'turbine' | 'front'>,
  within: typeof POWERS_BALANCED,
): boolean {
  const front = frontCharger(path);
  const apart = (power: number, flow: number, work: number) =>
    Math.abs(power - flow * work) <= (within.share * work + within.work) * flow;
  return (
    apart(turbine.power, path.massFlow / engineCharger(build).count, engineCharger(path).outlet.work) &&
    (!inFront || !front || apart(inFront.turbine.power, path.massFlow, front.outlet.work))
  );
}

/** A pressure that hardly stands over the day's moves little where powers are still apart: those are looked at too. */
const isSteady = (rule: Rule, path: AirPath, build: MatchedBuild, done: Turn): boolean =>
  rule.kind !== 'opening' || isBalanced(build, path, done, HALF_BALANCED);
const HALF_BALANCED = { share: POWERS_BALANCED.share / 2, work: POWERS_BALANCED.work / 2 };

/** Exhaust between two turbines where no neighbour tells, K. */
export const BETWEEN_TURBINES = 900;

/** Start of a search without a neighbour. */
export const freshCarried = (): Carried => ({
  tail: 900,
  ratio: 1.5,
  port: 1_100,
  frontTurbineRatio: 1.3,
  secants: null,
});
/** What a settled turn, or a match, carries to a search that begins beside it. */
export const carriedOf = ({
  turbine,
  front,
  secants,
}: Pick<Turn, 'turbine' | 'secants'> & { front: Pick<ShaftMatch, 'turbine'> | null }): Carried => ({
  tail: (front?.turbine ?? turbine).mixed,
  ratio: turbine.ratio,
  port: turbine.port,
  frontTurbineRatio: front?.turbine.ratio ?? 1.3,
  secants,
});
export function carriedFrom(near: Matched | undefined): Carried {
  if (!near?.match) return freshCarried();
  const { turbine } = engineCharger(near.match);
  return carriedOf({ turbine, front: frontCharger(near.match), secants: near.match.secants });
}

/** What lies one even step further on than two values, and no more than a share of the nearer one away. */
export const stepOn = (near: number, far: number, most: number): number =>
  near + Math.min(most * near, Math.max(-most * near, near - far));

/** What two neighbours carry to a search one even step further on. */
export function carriedAhead(near: Matched, far: Matched): Carried {
  const here = carriedFrom(near);
  const there = carriedFrom(far);
  const ahead = (of: Exclude<keyof Carried, 'secants'>) => stepOn(here[of], there[of], 0.05);
  return {
    tail: ahead('tail'),
    ratio: ahead('ratio'),
    port: ahead('port'),
    frontTurbineRatio: ahead('frontTurbineRatio'),
    secants: here.secants,
  };
}
